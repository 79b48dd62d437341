/** Two people filling one walk at once: what only one of them wrote is kept, what both wrote differently is a clash to be shown. */

import { type TrackSide } from "../kernel/sides.ts";
import type { Touch, TouchBy } from "./body.ts";
import type { SignMoment, Trend } from "./cause-rules.ts";
import type { Measures } from "./measures.ts";
import type { SeenSign, WalkMark } from "./seen.ts";

export interface Walk {
  readonly marks: readonly WalkMark[];
  readonly signs: readonly SeenSign[];
  readonly touches: readonly Touch[];
  readonly measures: Measures;
  readonly tries: number | null;
  readonly settleMinutes: number | null;
  readonly words: Readonly<Record<string, string>>;
  readonly stoppedAt: string | null;
  readonly stopReason: string;
  readonly saddleReason: string;
}

export type Slot =
  | { readonly kind: "mark"; readonly skill: string; readonly side: TrackSide }
  | { readonly kind: "sign"; readonly rung: string; readonly sign: string; readonly side: TrackSide }
  | { readonly kind: "moment" | "trend"; readonly rung: string; readonly sign: string; readonly side: TrackSide }
  | { readonly kind: "touch"; readonly zone: string; readonly side: TrackSide; readonly by: TouchBy }
  | { readonly kind: "measure"; readonly name: keyof Measures }
  | { readonly kind: "words"; readonly rung: string }
  | { readonly kind: "plain"; readonly name: "tries" | "settleMinutes" | "stoppedAt" | "stopReason" | "saddleReason" };
type Value = string | number | null;
export interface Clash {
  readonly slot: Slot;
  readonly mine: Value;
  readonly theirs: Value;
}

const isAt = (seen: SeenSign, slot: { readonly rung: string; readonly sign: string; readonly side: TrackSide }): boolean =>
  seen.rung === slot.rung && seen.sign === slot.sign && seen.side === slot.side;

type Slots = Map<string, { slot: Slot; value: Value }>;
/** A walk as single fields. What was never touched is absent; a mark of null is 'not seen' and is there. */
function fieldsOf(walk: Walk): Slots {
  const fields: Slots = new Map();
  const put = (slot: Slot, value: Value) => fields.set(JSON.stringify(slot), { slot, value });
  for (const { skill, side, score } of walk.marks) put({ kind: "mark", skill, side }, score);
  for (const { rung, sign, side, strength, moment, trend } of walk.signs) {
    put({ kind: "sign", rung, sign, side }, strength);
    if (moment !== null) put({ kind: "moment", rung, sign, side }, moment);
    if (trend !== "unknown") put({ kind: "trend", rung, sign, side }, trend);
  }
  for (const { zone, side, by, strength } of walk.touches) put({ kind: "touch", zone, side, by }, strength);
  for (const [name, value] of Object.entries(walk.measures))
    if (value !== null && value !== "unknown") put({ kind: "measure", name: name as keyof Measures }, value);
  for (const [rung, words] of Object.entries(walk.words)) if (words !== "") put({ kind: "words", rung }, words);
  for (const name of ["tries", "settleMinutes", "stoppedAt", "stopReason", "saddleReason"] as const) {
    const value = walk[name];
    if (value !== null && value !== "") put({ kind: "plain", name }, value);
  }
  return fields;
}

/** The walk with one field set. */
export function withField<W extends Walk>(walk: W, slot: Slot, value: Value): W {
  switch (slot.kind) {
    case "mark":
      return {
        ...walk,
        marks: [
          ...walk.marks.filter((mark) => mark.skill !== slot.skill || mark.side !== slot.side),
          { skill: slot.skill, side: slot.side, score: value },
        ],
      };
    case "sign": {
      const known = walk.signs.find((seen) => isAt(seen, slot));
      const { rung, sign, side } = slot;
      const seen = { rung, sign, side, strength: value, moment: known?.moment ?? null, trend: known?.trend ?? "unknown" };
      return { ...walk, signs: [...walk.signs.filter((one) => one !== known), ...(value === null ? [] : [seen])] };
    }
    case "moment":
      return {
        ...walk,
        signs: walk.signs.map((seen) => (isAt(seen, slot) ? { ...seen, moment: value as SignMoment | null } : seen)),
      };
    case "trend":
      return {
        ...walk,
        signs: walk.signs.map((seen) => (isAt(seen, slot) ? { ...seen, trend: (value ?? "unknown") as Trend } : seen)),
      };
    case "touch": {
      const { zone, side, by } = slot;
      return {
        ...walk,
        touches: [
          ...walk.touches.filter((one) => one.zone !== zone || one.side !== side || one.by !== by),
          ...(value === null ? [] : [{ zone, side, by, strength: value }]),
        ],
      };
    }
    case "measure":
      return { ...walk, measures: { ...walk.measures, [slot.name]: value } };
    case "words":
      return { ...walk, words: { ...walk.words, [slot.rung]: value } };
    case "plain":
      return { ...walk, [slot.name]: value };
  }
}

/** Mine with everything that only they wrote; clashes keep mine until somebody chooses. */
export function mergeWalks<W extends Walk>(mine: W, theirs: Walk): { merged: W; clashes: readonly Clash[] } {
  const own = fieldsOf(mine);
  let merged = mine;
  const clashes: Clash[] = [];
  for (const [key, { slot, value }] of fieldsOf(theirs)) {
    const here = own.get(key);
    if (!here) merged = withField(merged, slot, value);
    else if (here.value !== value) clashes.push({ slot, mine: here.value, theirs: value });
  }
  return { merged, clashes };
}
