import { zodResolver } from "@hookform/resolvers/zod";
import { useEffect } from "react";
import { useForm } from "react-hook-form";
import { AddAbsence } from "#contracts/people.ts";
import type { PeopleView } from "#contracts/views.ts";
import { type LocalDate, sayDate } from "#core/calendar/local-date.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import { Clock, Select, Text } from "#ui/kit/form-fields.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { sayHours } from "#ui/words/figures.ts";

/** Whose day was tapped. */
export interface AskedAway {
  readonly person: PersonId;
  readonly day: LocalDate;
}
/** Days, or hours of one, at which somebody does not come: nothing can be handed to them then. */
export function Absences({ view, asked }: { view: PeopleView; asked: AskedAway | null }) {
  const { busy, problem, send } = useCommand();
  const here = view.people.filter((person) => !person.retiredOn);
  const form = useForm<AddAbsence, unknown, AddAbsence>({
    resolver: zodResolver(AddAbsence),
    defaultValues: {
      person: asked?.person ?? here[0]?.id ?? view.me,
      firstDay: asked?.day ?? view.today,
      lastDay: asked?.day ?? view.today,
      fromMinute: null,
      toMinute: null,
      reason: "",
    },
  });
  useEffect(() => {
    if (asked) form.setFocus("reason");
  }, [asked, form]);
  const add = form.handleSubmit(async (values) => {
    if ((await send("people/add-absence", values)).ok) location.reload();
  });
  const remove = async (id: string): Promise<void> => {
    if ((await send("people/remove-absence", { id })).ok) location.reload();
  };
  return (
    <section aria-labelledby="away-title" className="max-w-4xl">
      <h2 id="away-title">Away</h2>
      {view.absences.length === 0 && <p className="text-dim">Nobody is away from today on.</p>}
      <ul>
        {view.absences.map((absence) => (
          <li key={absence.id} className="flex items-center gap-3 border-b border-line py-1">
            <strong>{view.people.find((person) => person.id === absence.person)?.name}</strong>
            {absence.firstDay === absence.lastDay
              ? sayDate(absence.firstDay)
              : `${sayDate(absence.firstDay)} to ${sayDate(absence.lastDay)}`}
            {sayHours(absence)} · {absence.reason}
            <Button className="ml-auto" disabled={busy} onClick={() => void remove(absence.id)}>
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <form noValidate onSubmit={(event) => void add(event)} className="mt-3 grid items-end gap-3 sm:grid-cols-4">
        <Select form={form} name="person" label="Who" options={here.map((person) => [person.id, person.name] as const)} />
        <Text form={form} name="firstDay" label="First day" kind="date" />
        <Text form={form} name="lastDay" label="Last day" kind="date" />
        <Clock form={form} name="fromMinute" label="From (empty: all day)" optional />
        <Clock form={form} name="toMinute" label="to" optional />
        <Text form={form} name="reason" label="Reason" />
        <Button type="submit" disabled={busy}>
          Add the absence
        </Button>
      </form>
      <Trouble problem={problem} />
    </section>
  );
}
