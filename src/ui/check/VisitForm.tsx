/** One visit for several horses: whoever comes is called once, and looks at all of them on the same day. */
import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { BookVisit } from "#contracts/check.ts";
import type { CheckView } from "#contracts/views.check.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { Text } from "#ui/kit/form-fields.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { Check } from "#ui/kit/Tick.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { plural } from "#ui/words/figures.ts";

/** A horse with two questions is one horse. */
export const horsesOf = (checks: readonly CheckView[]): number => new Set(checks.map(({ stay }) => stay)).size;

export function VisitForm({ checks, today }: { checks: readonly CheckView[]; today: LocalDate }) {
  const form = useForm<BookVisit, unknown, BookVisit>({
    resolver: zodResolver(BookVisit),
    defaultValues: { bookedFor: today, bookedWith: checks.find(({ bookedWith }) => bookedWith !== "")?.bookedWith ?? "" },
  });
  const [left, setLeft] = useState<readonly string[]>([]);
  const { busy, problem, send } = useCommand();
  const chosen = checks.filter(({ id }) => !left.includes(id));
  const book = form.handleSubmit(async (visit) => {
    // Each is a write of its own: what was booked stands where the next one is refused, and is not asked for again.
    for (const { id, version } of chosen) {
      if (!(await send("check/book", { id, version, ...visit })).ok) return;
      setLeft((before) => [...before, id]);
    }
    location.reload();
  });
  return (
    <form noValidate onSubmit={(event) => void book(event)} className="grid gap-3 border-2 border-rail p-3 md:grid-cols-2">
      <Text form={form} name="bookedFor" kind="date" label="Day" />
      <Text form={form} name="bookedWith" label="With whom" hint="Name, telephone" />
      <div className="flex flex-wrap gap-x-4 md:col-span-2">
        {checks.map(({ id, horse, asked }) => (
          <Check
            key={id}
            checked={!left.includes(id)}
            onChange={(on) => setLeft(on ? left.filter((one) => one !== id) : [...left, id])}
          >
            {horse}: {asked}
          </Check>
        ))}
      </div>
      <div className="md:col-span-2">
        <Trouble problem={problem} />
        <Button type="submit" tone="main" disabled={busy || chosen.length === 0}>
          Book {plural(horsesOf(chosen), "horse")}
        </Button>
      </div>
    </form>
  );
}
