/** What was measured between evaluations. */
import { z } from "zod";
import type { HorseMeasureFields } from "#contracts/stay.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { SADDLE_FITS } from "#core/horse/measuring.ts";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { date, nullable, number, text } from "../rows.ts";
import { many } from "../run.ts";

const MeasuringRow = z.object({
  day: date,
  girthCm: nullable(number),
  lengthCm: nullable(number),
  withersCm: nullable(number),
  croupCm: nullable(number),
  scaleKg: nullable(number),
  condition: nullable(number),
  pulse: nullable(number),
  breaths: nullable(number),
  temperatureC: nullable(number),
  saddleFit: nullable(z.enum(SADDLE_FITS)),
  words: text,
  by: text,
});
export type MeasuringRecord = z.output<typeof MeasuringRow>;
/** The oldest first. */
export const listMeasuring = (db: Db, stay: StayId): Promise<MeasuringRecord[]> =>
  many(
    MeasuringRow,
    db`SELECT m.day, m.girth_cm::float8, m.length_cm::float8, m.withers_cm::float8, m.croup_cm::float8, m.scale_kg::float8, m.condition::float8, m.pulse, m.breaths, m.temperature_c::float8,
         m.saddle_fit, m.words, p.name AS by FROM measuring m JOIN person p ON p.id = m.by_person WHERE m.stay_id = ${stay} ORDER BY m.day`,
  );
const WeighingRow = z.object({ day: date, kilograms: number, byScale: z.boolean() });
/** The oldest first. */
export const listWeighings = (db: Db, stay: StayId) =>
  many(WeighingRow, db`SELECT day, kilograms::float8, by_scale FROM weighing WHERE stay_id = ${stay} ORDER BY day`);
/** Taken twice on a day: what is taken anew counts, the rest stays. */
export async function keepMeasuring(
  tx: Transaction,
  stay: StayId,
  m: HorseMeasureFields & { readonly day: LocalDate },
  { by, at }: { readonly by: PersonId; readonly at: Date },
): Promise<void> {
  await tx`INSERT INTO measuring AS old (stay_id, day, girth_cm, length_cm, withers_cm, croup_cm, scale_kg, condition, pulse, breaths, temperature_c, saddle_fit, words, by_person, at)
    VALUES (${stay}, ${m.day}, ${m.girthCm}, ${m.lengthCm}, ${m.withersCm}, ${m.croupCm}, ${m.scaleKg}, ${m.condition}, ${m.pulse}, ${m.breaths}, ${m.temperatureC}, ${m.saddleFit}, ${m.words}, ${by}, ${at})
    ON CONFLICT (stay_id, day) DO UPDATE SET girth_cm = coalesce(excluded.girth_cm, old.girth_cm), length_cm = coalesce(excluded.length_cm, old.length_cm),
      withers_cm = coalesce(excluded.withers_cm, old.withers_cm), croup_cm = coalesce(excluded.croup_cm, old.croup_cm), scale_kg = coalesce(excluded.scale_kg, old.scale_kg),
      condition = coalesce(excluded.condition, old.condition), pulse = coalesce(excluded.pulse, old.pulse), breaths = coalesce(excluded.breaths, old.breaths),
      temperature_c = coalesce(excluded.temperature_c, old.temperature_c), saddle_fit = coalesce(excluded.saddle_fit, old.saddle_fit),
      words = CASE WHEN excluded.words = '' THEN old.words WHEN old.words IN ('', excluded.words) THEN excluded.words ELSE old.words || E'\\n' || excluded.words END,
      by_person = excluded.by_person, at = excluded.at`;
}
