import { z } from "zod/mini";
import { SESSION_KINDS } from "#core/card/card.ts";
import { date, id, oneOf, said, version, whole } from "./fields.ts";

const where = {
  kind: oneOf(SESSION_KINDS),
  length: whole(1, 8, "half hours"),
  rider: id<"person">(),
  start: whole(0, 47),
  place: id<"place">(),
  helper: z.nullable(id<"person">()),
};

export const PlaceCard = z.object({ day: date, stay: id<"stay">(), ...where });
export type PlaceCard = z.output<typeof PlaceCard>;
export const MoveCard = z.object({ id: id<"card">(), version, ...where });
export type MoveCard = z.output<typeof MoveCard>;
export const TakeBack = z.object({ id: id<"card">(), version });
export type TakeBack = z.output<typeof TakeBack>;
export const CancelCard = z.object({ id: id<"card">(), version, reason: said("The reason", 300) });
export type CancelCard = z.output<typeof CancelCard>;
export const HandOut = z.object({ day: date });
export type HandOut = z.output<typeof HandOut>;
