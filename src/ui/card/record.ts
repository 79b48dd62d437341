/** A card's record while it is being written. */

import type { CardView } from "#contracts/views.card.ts";
import type { Taking } from "#core/card/first-step.ts";
import { EMPTY_RECORD, type OpenRecord, type RecordField } from "#core/card/merge.ts";
import { minutesOf, NO_TIMERS, standingAt, type Timers } from "#core/card/timers.ts";
import type { Side } from "#core/kernel/sides.ts";
import { type GateTick, type RedSign } from "#core/permission/ground-check.ts";
import { calledBy } from "#core/weather/weather.ts";

/** `endedWell` is null until somebody says so: nothing is assumed. */
export interface Draft extends OpenRecord {
  readonly ticks: readonly GateTick[];
  readonly redSigns: readonly RedSign[];
  readonly redGone: readonly RedSign[];
  readonly overrideReason: string;
  /** Minutes by the clock; the steppers follow them. */
  readonly timers: Timers;
  /** A clock that runs beside a skill. */
  readonly clock: { readonly skill: string; readonly since: number } | null;
  /** The side that is worked, for the taps of its course. */
  readonly courseSide: Side | null;
  /** A first time that is under way; what it reached stands in `mount` or `taken`. */
  readonly taking: Taking | null;
  /** The revision that it was begun from; what others wrote since is joined by the server. */
  readonly base: number | null;
}

const FIELDS = Object.keys(EMPTY_RECORD) as readonly RecordField[];
const recordOf = (from: OpenRecord): OpenRecord =>
  Object.fromEntries(FIELDS.map((field) => [field, from[field]])) as unknown as OpenRecord;

/** An empty record, or the newest revision to correct. */
export function draftOf(view: CardView): Draft {
  const newest = view.revisions[0];
  if (newest)
    return {
      ...recordOf(newest.record),
      ticks: newest.gateTicks,
      redSigns: newest.redSigns,
      redGone: newest.redGone,
      overrideReason: newest.overrideReason,
      timers: standingAt(newest.record),
      clock: null,
      courseSide: null,
      taking: null,
      base: newest.revision,
    };
  return {
    ...EMPTY_RECORD,
    weather: calledBy(view.gate.weather, view.gate.horse.limits) ?? EMPTY_RECORD.weather,
    tack: view.essentials.lastTime?.tack ?? [],
    helper: view.helper?.id ?? null,
    ticks: [],
    redSigns: [],
    redGone: [],
    overrideReason: "",
    timers: NO_TIMERS,
    clock: null,
    courseSide: null,
    taking: null,
    base: null,
  };
}

export const timed = (timers: Timers, now: number) => ({
  timers,
  groundMinutes: minutesOf(timers.ground, now),
  saddleMinutes: minutesOf(timers.saddle, now),
  circleMinutes: minutesOf(timers.circle, now),
});

/** The fields that contracts/card.ts takes, and nothing else. */
export const toRequest = (id: string, draft: Draft) => ({
  id,
  base: draft.base,
  record: recordOf(draft),
  gate: gateOf(draft),
});
export const gateOf = ({ ticks, redSigns, redGone, overrideReason }: Draft) => ({
  ticks,
  redSigns,
  redGone: redGone.filter((sign) => redSigns.includes(sign)),
  overrideReason,
});
/** Where the draft of a card is kept on the device: its own for each person. */
export const draftKey = (person: string, card: string): string => `card:${person}:${card}`;
