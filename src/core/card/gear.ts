/**
 * What a horse wears: on its head, in its mouth, on its back and legs. Bit and back girth come by stages, each a piece of its own, so that a change of behaviour
 * can be put beside a change of gear.
 */

import type { LocalDate } from "../calendar/local-date.ts";
import type { SessionRecord } from "./card.ts";
import { type SignChange, signsAround } from "./sign-change.ts";

export const GEAR_PLACES = ["head", "mouth", "back", "legs", "other"] as const;
export type GearPlace = (typeof GEAR_PLACES)[number];

/** By place, in the order in which they are put on; 'snaffle' is the first bit with both reins on it. */
const BY_PLACE = {
  head: ["rope-halter", "web-halter", "cavesson", "side-pull", "bosal"],
  mouth: ["bit-carried", "one-rein", "snaffle", "second-bit"],
  back: ["pad", "surcingle", "bareback-pad", "saddle", "back-girth-carried", "back-girth-snug", "back-girth-moved"],
  legs: ["front-boots", "hind-boots", "bell-boots", "wraps"],
  other: ["side-reins", "martingale", "fly-bonnet"],
} as const satisfies Readonly<Record<GearPlace, readonly string[]>>;
export type KnownTack = (typeof BY_PLACE)[GearPlace][number];
export const TACKS: readonly KnownTack[] = GEAR_PLACES.flatMap((place): readonly KnownTack[] => BY_PLACE[place]);
/** A piece of the barn's own is its place and its name, so that a record says what it was for good. */
export type OwnTack = `own:${GearPlace}:${string}`;
export type Tack = KnownTack | OwnTack;
export const ownTack = (place: GearPlace, words: string): OwnTack => `own:${place}:${words}`;
const OWN = new RegExp(`^own:(${GEAR_PLACES.join("|")}):(.{1,40})$`, "s");
/** Place and name of a piece of the barn's own; null: it is none. */
export function ownOf(tack: string): { readonly place: GearPlace; readonly words: string } | null {
  const [, place, words = ""] = OWN.exec(tack) ?? [];
  return place ? { place: place as GearPlace, words } : null;
}
export const isTack = (tack: string): tack is Tack => (TACKS as readonly string[]).includes(tack) || ownOf(tack) !== null;
export const placeOf = (tack: Tack): GearPlace =>
  ownOf(tack)?.place ?? GEAR_PLACES.find((place) => (BY_PLACE[place] as readonly string[]).includes(tack)) ?? "other";
export const gearOn = (place: GearPlace): readonly KnownTack[] => BY_PLACE[place];

/** One at a time: the stages of the bit, and those of the back girth. */
export const STAGED: readonly (readonly KnownTack[])[] = [
  ["bit-carried", "one-rein", "snaffle", "second-bit"],
  ["back-girth-carried", "back-girth-snug", "back-girth-moved"],
];
/** With one piece put on or taken off; a stage takes the place of the others. */
export function withGear(tack: readonly Tack[], piece: Tack): readonly Tack[] {
  if (tack.includes(piece)) return tack.filter((one) => one !== piece);
  const stages = STAGED.find((list) => (list as readonly string[]).includes(piece)) ?? [];
  return [...tack.filter((one) => !(stages as readonly string[]).includes(one)), piece];
}
/** On its back, and done up: what a session with tack is known by. */
export const TACKED: readonly Tack[] = [
  "saddle",
  "surcingle",
  "bareback-pad",
  "back-girth-carried",
  "back-girth-snug",
  "back-girth-moved",
];

/** A session as far as its gear is read. */
export interface WornSession {
  readonly day: LocalDate;
  readonly record: Pick<SessionRecord, "tack" | "gearWhy" | "groundMinutes" | "saddleMinutes" | "signs">;
}
/** It wore the same at this place from one day to another, in every session in which somebody said what it wore. */
export interface GearSpan extends SignChange {
  readonly place: GearPlace;
  readonly tack: readonly Tack[];
  readonly from: LocalDate;
  readonly to: LocalDate;
  readonly sessions: number;
  readonly minutes: number;
  /** What was written when it came; empty: nothing. */
  readonly why: string;
}

/** Place by place, the oldest first, those included in which it wore nothing there. A session of which nobody said what the horse wore says nothing. */
export function gearRuns(sessions: readonly WornSession[]): readonly GearSpan[] {
  const told = sessions.filter(({ record }) => record.tack.length > 0);
  return GEAR_PLACES.flatMap((place) => {
    const runs: { tack: readonly Tack[]; at: number; sessions: WornSession[] }[] = [];
    for (const [at, session] of told.entries()) {
      const tack = session.record.tack.filter((one) => placeOf(one) === place).sort();
      const last = runs.at(-1);
      if (last && last.tack.join() === tack.join()) last.sessions.push(session);
      else runs.push({ tack, at, sessions: [session] });
    }
    return runs.flatMap(({ tack, at, sessions: of }): GearSpan[] => {
      const [first, last] = [of[0], of.at(-1)];
      if (!first || !last) return [];
      const minutes = of.reduce((sum, { record }) => sum + record.groundMinutes + record.saddleMinutes, 0);
      const why = at > 0 ? first.record.gearWhy : "";
      return [
        { place, tack, from: first.day, to: last.day, sessions: of.length, minutes, why, ...signsAround(told.slice(0, at), of) },
      ];
    });
  });
}
/** What it wore, place by place. */
export const gearSpans = (sessions: readonly WornSession[]): readonly GearSpan[] =>
  gearRuns(sessions).filter(({ tack }) => tack.length > 0);
/** What it wore in the last session in which somebody said so. */
export const gearNow = (sessions: readonly { readonly record: Pick<SessionRecord, "tack"> }[]): readonly Tack[] =>
  sessions.filter(({ record }) => record.tack.length > 0).at(-1)?.record.tack ?? [];
/** Stages that were reached, each with the day on which it came first, the first first. */
export function stagesReached(
  sessions: readonly WornSession[],
): readonly { readonly tack: KnownTack; readonly day: LocalDate }[] {
  return STAGED.flat().flatMap((tack) => {
    const first = sessions.find(({ record }) => record.tack.includes(tack));
    return first ? [{ tack, day: first.day }] : [];
  });
}
