import { z } from "zod/mini";
import { SESSION_KINDS } from "#core/card/card.ts";
import { APPOINTMENTS, DAY_GRID, HOUR } from "#core/day/model.ts";
import { date, dayHours, flag, id, inOrder, list, oneOf, version, whole, words } from "./fields.ts";

/** Four hours are more than any session. */
export const slots = whole(1, 4 * HOUR, "quarter hours");
const where = {
  kind: oneOf(SESSION_KINDS),
  length: slots,
  rider: id<"person">(),
  start: whole(0, DAY_GRID.count - 1),
  place: id<"place">(),
  helper: z.nullable(id<"person">()),
  /** Slots from the beginning for which the helper is there; null: all of it. */
  helperSlots: z._default(z.nullable(slots), null),
  /** It goes on in another place from so many slots into it. */
  then: z._default(z.nullable(z.object({ place: id<"place">(), from: slots })), null),
};
type Where = { length: number; helperSlots: number | null; then: { from: number } | null };
const fits = z.refine<Where>(({ length, helperSlots, then }) => (helperSlots ?? 0) <= length && (then?.from ?? 0) < length, {
  path: ["length"],
  message: "The session is shorter than its first place, or than its helper stays.",
});

export const PlaceCard = z.object({ day: date, stay: id<"stay">(), ...where }).check(fits);
export type PlaceCard = z.output<typeof PlaceCard>;
export const MoveCard = z.object({ id: id<"card">(), version, ...where }).check(fits);
export type MoveCard = z.output<typeof MoveCard>;
export const TakeBack = z.object({ id: id<"card">(), version });
export type TakeBack = z.output<typeof TakeBack>;
export const LockCard = z.object({ id: id<"card">(), version, locked: flag });
export type LockCard = z.output<typeof LockCard>;

const MOST_CARDS = 300;
/** A whole day as it shall stand: cards that stay or move, with the version that was seen, and new ones; what is seen and not in it goes. */
export const LayOut = z.object({
  day: date,
  seen: list(z.object({ id: id<"card">(), version }), MOST_CARDS),
  cards: list(
    z.object({ id: z.nullable(id<"card">()), stay: id<"stay">(), ...where, after: z.nullable(id<"card">()) }).check(fits),
    MOST_CARDS,
  ),
});
export type LayOut = z.output<typeof LayOut>;
export const HandOut = z.object({ day: date });
export type HandOut = z.output<typeof HandOut>;

export const AddAppointment = z
  .object({ stay: id<"stay">(), day: date, kind: oneOf(APPOINTMENTS), ...dayHours, words: words(200) })
  .check(inOrder);
export type AddAppointment = z.output<typeof AddAppointment>;
export const RemoveAppointment = z.object({ id: id<"appointment">() });
export type RemoveAppointment = z.output<typeof RemoveAppointment>;

/** A session made into two short ones: so many slots first, the rest after a rest. */
export const SplitCard = z.object({ id: id<"card">(), version, first: slots });
export type SplitCard = z.output<typeof SplitCard>;
