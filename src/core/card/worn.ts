/** What a horse wore from one day to another, and what came and went with each change. */
import type { LocalDate } from "../calendar/local-date.ts";
import type { SessionRecord } from "./card.ts";
import { GEAR_PLACES, type GearPlace, type KnownTack, placeOf, STAGED, type Tack } from "./gear.ts";
import { type SignChange, signsAround } from "./sign-change.ts";

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
