import { useState } from "react";
import type { PeopleView } from "#contracts/views.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import { CalendarLink } from "#ui/feed/CalendarLink.tsx";
import { Button, Tag } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { minutesAsClock, weekdays } from "#ui/words/figures.ts";
import { ROLE } from "#ui/words/labels-desk.ts";
import { bothWeights } from "#ui/words/units.ts";
import { Absences } from "./Absences.tsx";
import { NewPassword, Retire } from "./PersonActions.tsx";
import { AddPersonForm, EditPersonForm } from "./PersonForm.tsx";

type Open = PersonId | "new" | null;

/** Who works here, when, and on what: the day sheet reads all of it. */
export function PeopleScreen({ view }: { view: PeopleView }) {
  useAwake();
  const [open, setOpen] = useState<Open>(null);
  return (
    <div className="grid gap-6">
      <div>
        <Button tone="main" aria-expanded={open === "new"} onClick={() => setOpen(open === "new" ? null : "new")}>
          Add a person
        </Button>
        {open === "new" && <AddPersonForm />}
      </div>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="sign border-b-2 border-rail">
              {["Name", "Sign-in name", "Role", "Grade", "With tack", "Works", "Rides a day", ""].map((head) => (
                <th key={head} scope="col" className="py-1 pr-3">
                  {head || <span className="sr-only">What to do</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {view.people.map((person) => (
              <tr key={person.id} className={`h-9 border-b border-line ${person.retiredOn ? "text-dim" : ""}`}>
                <th scope="row" className="pr-3">
                  {person.name} {person.id === view.me && <span className="font-normal text-dim">(you)</span>}
                </th>
                <td className="pr-3">{person.signIn}</td>
                <td className="pr-3">{ROLE[person.role]}</td>
                <td className="pr-3">{person.grade}</td>
                <td className="pr-3">{person.weightKg === null ? "not weighed" : bothWeights(person.weightKg)}</td>
                <td className="pr-3">
                  {weekdays(person.worksDays).replaceAll(/(\w{3})\w+day|(\w{3})day/g, "$1$2")}, {minutesAsClock(person.worksFrom)}{" "}
                  to {minutesAsClock(person.worksTo)}
                </td>
                <td className="pr-3">{person.rides ? person.maxSaddle : "does not ride"}</td>
                <td className="text-right">
                  {person.retiredOn ? (
                    <Tag tone="tell">retired</Tag>
                  ) : (
                    <Button
                      aria-expanded={open === person.id}
                      aria-label={`Change ${person.name}`}
                      onClick={() => setOpen(open === person.id ? null : person.id)}
                    >
                      Change
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {view.people
        .filter((person) => person.id === open && !person.retiredOn)
        .map((person) => (
          <section key={person.id} aria-labelledby="person-title" className="grid gap-4 border-2 border-rail p-4">
            <h2 id="person-title">{person.name}</h2>
            <EditPersonForm person={person} />
            <CalendarLink person={person.id} stay={null} path={person.calendar} words="The string in a calendar" />
            <div className="grid gap-6 border-t border-line pt-3 lg:grid-cols-2">
              <NewPassword person={person.id} />
              <Retire person={person} />
            </div>
          </section>
        ))}
      <Absences view={view} />
    </div>
  );
}
