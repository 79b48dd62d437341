import { useState } from "react";
import type { PeopleView } from "#contracts/views.ts";
import { type LocalDate, sayDate, type Weekday } from "#core/calendar/local-date.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import { CalendarLink } from "#ui/feed/CalendarLink.tsx";
import { Button, Tag } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { Wide } from "#ui/kit/Wide.tsx";
import { listed, minutesAsClock, plural } from "#ui/words/figures.ts";
import { WEEKDAY } from "#ui/words/labels.ts";
import { ROLE } from "#ui/words/labels-desk.ts";
import { sayWeight } from "#ui/words/units.ts";
import { Absences, type AskedAway } from "./Absences.tsx";
import { NewPassword, Retire } from "./PersonActions.tsx";
import { AddPersonForm, EditPersonForm } from "./PersonForm.tsx";

type Open = PersonId | "new" | null;

const short = (day: Weekday): string => WEEKDAY[day].slice(0, 3);
/** 'Mon to Sat', or the days one by one. */
function shortDays(days: readonly Weekday[]): string {
  const [first, last] = [days[0], days.at(-1)];
  return first && last && days.length > 2 && last - first === days.length - 1
    ? `${short(first)} to ${short(last)}`
    : listed(days.map(short));
}

/** A day of somebody's week: how many sessions, and a tap writes down that they do not come. */
function DayOf({
  person,
  at,
  day,
  onAway,
}: {
  person: PeopleView["people"][number];
  at: number;
  day: LocalDate;
  onAway(): void;
}) {
  const one = person.week[at];
  if (!one || person.retiredOn) return null;
  if (one.away) return <span className="block bg-oxblood-soft py-1 text-center text-sm text-oxblood">away</span>;
  if (!one.works) return <span className="block py-1 text-center text-sm text-dim">off</span>;
  return (
    <button
      type="button"
      onClick={onAway}
      aria-label={`${one.sessions || "·"} ${person.name}, ${sayDate(day)}: ${plural(one.sessions, "session")}; write down an absence`}
      title="Write down an absence"
      className={`block min-h-8 w-full border text-center ${one.sessions > person.maxSaddle ? "border-ochre bg-ochre-soft" : one.sessions > 0 ? "border-rail bg-rail-soft" : "border-edge bg-paper"}`}
    >
      {one.sessions || "·"}
    </button>
  );
}

/** Who works here, when, and on what: the day sheet reads all of it. */
export function PeopleScreen({ view }: { view: PeopleView }) {
  useAwake();
  const [open, setOpen] = useState<Open>(null);
  const [away, setAway] = useState<AskedAway | null>(null);
  return (
    <div className="grid gap-6">
      <div>
        <Button tone="main" aria-expanded={open === "new"} onClick={() => setOpen(open === "new" ? null : "new")}>
          Add a person
        </Button>
        {open === "new" && <AddPersonForm />}
      </div>
      <Wide label="People and their week">
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="sign border-b-2 border-rail">
              {["Name", "Grade", "With tack", "May sit on"].map((head) => (
                <th key={head} scope="col" className="py-1 pr-3">
                  {head}
                </th>
              ))}
              {view.days.map((day) => (
                <th key={day} scope="col" className={`w-16 px-1 text-center ${day === view.today ? "bg-straw" : ""}`}>
                  {sayDate(day).slice(0, -4)}
                </th>
              ))}
              <th scope="col" className="px-2 text-right">
                Sessions
              </th>
              <th scope="col">
                <span className="sr-only">What to do</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {view.people.map((person) => (
              <tr key={person.id} className={`border-b border-line ${person.retiredOn ? "text-dim" : ""}`}>
                <th scope="row" className="py-1 pr-3 leading-tight">
                  {person.name} {person.id === view.me && <span className="font-normal text-dim">(you)</span>}
                  <span className="block text-sm font-normal text-dim">
                    {ROLE[person.role]} · {shortDays(person.worksDays)}, {minutesAsClock(person.worksFrom)} to{" "}
                    {minutesAsClock(person.worksTo)}
                  </span>
                </th>
                <td className="pr-3">{person.grade}</td>
                <td className="pr-3 whitespace-nowrap">
                  {person.weightKg !== null ? (
                    sayWeight(person.weightKg)
                  ) : person.rides ? (
                    <Tag tone="attend">not weighed</Tag>
                  ) : (
                    <span className="text-dim">–</span>
                  )}
                </td>
                <td className="pr-3 whitespace-nowrap">
                  {!person.rides
                    ? "does not ride"
                    : person.sitsOn && (
                        <span className={person.sitsOn.horses === 0 ? "text-oxblood" : ""}>
                          {person.sitsOn.horses} of {plural(person.sitsOn.of, "horse")}
                        </span>
                      )}
                </td>
                {view.days.map((day, i) => (
                  <td key={day} className="p-0.5">
                    <DayOf person={person} at={i} day={day} onAway={() => setAway({ person: person.id, day })} />
                  </td>
                ))}
                <td className="px-2 text-right">{person.week.reduce((sum, { sessions }) => sum + sessions, 0) || ""}</td>
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
      </Wide>
      {view.people
        .filter((person) => person.id === open && !person.retiredOn)
        .map((person) => (
          <section key={person.id} aria-labelledby="person-title" className="grid gap-4 border-2 border-rail p-4">
            <h2 id="person-title">{person.name}</h2>
            <p className="text-dim">Signs in as {person.signIn}.</p>
            <EditPersonForm person={person} />
            <CalendarLink person={person.id} stay={null} path={person.calendar} words="The string in a calendar" />
            <div className="grid gap-6 border-t border-line pt-3 lg:grid-cols-2">
              <NewPassword person={person.id} />
              <Retire person={person} />
            </div>
          </section>
        ))}
      <Absences key={`${away?.person} ${away?.day}`} view={view} asked={away} />
    </div>
  );
}
