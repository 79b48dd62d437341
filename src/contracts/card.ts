import { z } from "zod/mini";
import { GAITS, HURT, INCIDENT_KINDS, type SessionRecord, TACKS, WEATHERS } from "#core/card/card.ts";
import { GATE_TICKS, RED_SIGNS } from "#core/gate/gate.ts";
import {
  flag,
  id,
  list,
  oneOf,
  onItsSide,
  said,
  score,
  setOf,
  side,
  sign,
  skill,
  strength,
  version,
  whole,
  words,
} from "./fields.ts";

export const RecordFields = z
  .object({
    groundMinutes: whole(0, 240, "minutes"),
    saddleMinutes: whole(0, 240, "minutes"),
    gaits: setOf(GAITS),
    weather: oneOf(WEATHERS),
    tack: setOf(TACKS),
    scores: list(z.object({ skill, side, score }).check(onItsSide), 60).check(
      z.refine(
        (x) => new Set(x.map((given) => `${given.skill}:${given.side}`)).size === x.length,
        "A skill is scored twice on one side: keep one score.",
      ),
    ),
    signs: list(z.object({ sign, skill: z.nullable(skill), side, strength }), 40),
    incidents: list(z.object({ kind: oneOf(INCIDENT_KINDS), before: words(500), hurt: oneOf(HURT) }), 20),
    firsts: list(z.object({ skill: z.nullable(skill), words: said("The first", 120) }), 10),
    endedWell: flag,
    word: words(1000),
    nextTime: words(1000),
  })
  .check(
    z.refine((x) => x.groundMinutes + x.saddleMinutes > 0, {
      path: ["groundMinutes"],
      message: "A session has minutes on the ground or in the saddle: give them, or cancel the card.",
    }),
  ) satisfies z.core.$ZodType<SessionRecord>;

export const GateFields = z.object({ ticks: setOf(GATE_TICKS), redSigns: setOf(RED_SIGNS), overrideReason: words(500) });

/** The first closing of a card, and every correction after it: each makes a revision. */
export const CloseCard = z.object({ id: id<"card">(), version, record: RecordFields, gate: GateFields });
export type CloseCard = z.output<typeof CloseCard>;
export type RecordFields = z.output<typeof RecordFields>;
export type GateFields = z.output<typeof GateFields>;
