import { StayFields } from "#contracts/stay.ts";
import type { TermRules } from "#contracts/views.ts";
import { sayDateWithYear } from "#core/calendar/local-date.ts";
import { daysGivenBefore, readTerm, type TermReading, workFromOf } from "#core/calendar/term.ts";
import { plural } from "#ui/words/figures.ts";

/** What the term comes to as it is typed: the same arithmetic that the stay will be held to. */
export function TermPreview({ rules, stay }: { rules: TermRules; stay: Partial<StayFields> }) {
  // The aim may still be missing while the dates are being agreed.
  const parsed = StayFields.safeParse({ ...stay, aim: "agreed" });
  if (!parsed.success)
    return <p className="text-dim sm:col-span-2">Choose term, first day and sessions a week to see the last day.</p>;
  const { today, intake, givenUntil, ...facts } = rules;
  const typed = { ...facts, ...parsed.data };
  const before = daysGivenBefore(typed, typed.givenBefore, givenUntil ?? today);
  const term = { ...typed, delivered: [...before, ...facts.delivered] };
  const reading: TermReading = readTerm({ ...term, workFrom: workFromOf(term, intake) }, today);
  return (
    <p className="bg-straw px-3 py-1 sm:col-span-2" role="status">
      Last day <strong>{sayDateWithYear(reading.lastDay)}</strong> · {plural(reading.contracted, "session")} included ·{" "}
      {plural(reading.workingDays, "working day")}
      {term.delivered.length > 0 && ` · ${reading.delivered} done`}
    </p>
  );
}
