/** One horse with everything that its barn wrote of it, `furlong-horse/1`: for its owner, and for the next barn, which reads it back as a record of the past. */
import { z } from "zod/mini";
import { HOLD_KINDS } from "#core/calendar/holds.ts";
import { EVALUATION_KINDS } from "#core/intake/outcome.ts";
import { RecordFields } from "./card.ts";
import { date, list, oneOf, said, side, whole, words } from "./fields.ts";
import { WalkFields } from "./intake.ts";
import { HorseFields, HorseMeasureFields, StayFields } from "./stay.ts";

const person = said("Who it was", 120);
/** What another barn answered, approved or signed: to be read, not to be gone by. */
const toRead = z.record(z.string(), z.unknown());
export const ArchivedStay = z.object({
  stay: StayFields,
  wentHome: z.nullable(date),
  holds: list(
    z.object({ kind: oneOf(HOLD_KINDS), firstDay: date, lastDay: z.nullable(date), stopsClock: z.boolean(), reason: words(500) }),
    200,
  ),
  evaluations: list(
    z.object({ kind: oneOf(EVALUATION_KINDS), day: date, by: person, walk: WalkFields, judgement: z.nullable(toRead) }),
    50,
  ),
  sessions: list(z.object({ day: date, start: whole(0, 63), by: person, record: RecordFields }), 1000),
  measures: list(z.object({ day: date, fields: HorseMeasureFields }), 500),
  checks: list(toRead, 500),
  reports: list(toRead, 200),
  media: list(
    z.object({
      day: date,
      skill: z.nullable(z.string()),
      side,
      words: words(200),
      content: z.string("A photo or a clip.").check(z.regex(/^[A-Za-z0-9+/]+={0,2}$/, "The photo did not arrive whole.")),
    }),
    500,
  ),
});
export const HorseArchive = z.object({
  format: z.literal("furlong-horse/1", "This is no horse that a barn of Steady Furlong gave away: choose another file."),
  at: date,
  barn: said("The barn's name", 120),
  owner: said("The owner's name", 120),
  /** The words of each skill that is named, by its id, as that barn has them. */
  skills: z.record(z.string(), z.string()),
  horse: HorseFields,
  stays: list(ArchivedStay, 60),
});
export type HorseArchive = z.output<typeof HorseArchive>;
export const TakeArchive = z.object({ archive: HorseArchive });
export type TakeArchive = z.output<typeof TakeArchive>;
export interface ArchiveReport {
  readonly id: string;
  readonly stays: number;
  readonly sessions: number;
  readonly evaluations: number;
  readonly photos: number;
  /** Stays that were here already. */
  readonly left: number;
}
