/** Whether anybody here is light enough for the horse that is being booked, by the weight that its owner tells: said before it is promised. */
import { type UseFormReturn, useWatch } from "react-hook-form";
import type { BookStay } from "#contracts/stay.ts";
import type { BookingView } from "#contracts/views.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { ageInYears } from "#core/horse/horse.ts";
import { nobodyLightEnough } from "#core/permission/lightest.ts";
import { loadLimit } from "#core/tools/load.ts";
import { sayNobodyLight } from "#ui/words/reasons-desk.ts";

export function LightEnough({
  form,
  today,
  riders,
}: {
  form: UseFormReturn<BookStay, unknown, BookStay>;
  today: LocalDate;
  riders: BookingView["riders"];
}) {
  const [toldKg, birthDate, birthYear] = useWatch({
    control: form.control,
    name: ["horse.toldKg", "horse.birthDate", "horse.birthYear"],
  });
  const weightKg = Number(toldKg);
  if (!(weightKg > 0)) return null;
  const age = ageInYears({ date: birthDate ?? null, year: Number(birthYear) || null }, today);
  // A fit horse carries more than one of which nobody knows: what the fittest could not carry is no question of fitness.
  const load = loadLimit({ weightKg, ageYears: age, fitness: "fit", condition: null, daysOff: null });
  const nobody = nobodyLightEnough(load, riders);
  return nobody && <p className="border-l-4 border-oxblood bg-oxblood-soft px-3 py-2 text-oxblood">■ {sayNobodyLight(nobody)}</p>;
}
