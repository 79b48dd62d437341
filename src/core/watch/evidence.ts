/**
 * Why a need is one, from scores and sessions: which tracks stand still while others rise, on which side, since when. The reasoning is the practitioners':
 * what gets better with quiet work is schooling, what stays while the rest improves, or shows on one side only, is looked at by the one whose job it is.
 */
import { type LocalDate } from "../calendar/local-date.ts";
import { daysOffOn, isLongOff } from "../calendar/time-off.ts";
import { groupBy } from "../kernel/group.ts";
import { SIDES, type Side, type TrackSide } from "../kernel/sides.ts";
import { type ScoreFact, trackKey } from "../ladder/level.ts";

export type ProgressEvidence =
  | {
      readonly code: "unchanged";
      readonly skill: string;
      readonly side: TrackSide;
      readonly times: number;
      readonly score: number;
    }
  /** Skills that rose by a step or more meanwhile. */
  | { readonly code: "rose"; readonly skills: number }
  | { readonly code: "one-side"; readonly side: Side }
  | { readonly code: "layoff"; readonly days: number; readonly until: LocalDate };

/** Scores of a track that count as several. */
const SEVERAL = 3;
/** What stands still here is where it should be. */
const RELIABLE = 4;
const STEP = 1;

/** What speaks for a standstill in these tracks since a day: named with their sides, with what rose in the meantime. Scores oldest first. */
export function standstill(
  scores: readonly ScoreFact[],
  tracks: readonly string[],
  since: LocalDate,
): readonly ProgressEvidence[] {
  const byTrack = groupBy(scores, (score) => trackKey(score.skill, score.side));
  const still: ProgressEvidence[] = [];
  const sides = new Set<TrackSide>();
  for (const key of tracks) {
    const later = (byTrack.get(key) ?? []).filter(({ day }) => day >= since);
    const [first, last] = [later[0], later.at(-1)];
    if (!first || !last || later.length < SEVERAL || last.score > first.score || last.score >= RELIABLE) continue;
    still.push({ code: "unchanged", skill: last.skill, side: last.side, times: later.length, score: last.score });
    sides.add(last.side);
  }
  const named = new Set(tracks.map((key) => key.split(":")[0]));
  const rose = new Set(
    [...byTrack.values()]
      .filter((list) => !named.has(list[0]?.skill ?? ""))
      .filter((list) => {
        const before = list.filter(({ day }) => day < since).at(-1) ?? list[0];
        const last = list.at(-1);
        return before && last && last.day >= since && last.score - before.score >= STEP;
      })
      .map((list) => list[0]?.skill),
  );
  const one = SIDES.find((side) => sides.has(side) && !sides.has(side === "left" ? "right" : "left") && !sides.has("both"));
  return [
    ...still,
    ...(still.length > 0 && rose.size > 0 ? [{ code: "rose" as const, skills: rose.size }] : []),
    ...(one && still.length > 1 ? [{ code: "one-side" as const, side: one }] : []),
  ];
}

export interface Slide {
  readonly skill: string;
  readonly side: TrackSide;
  /** What it had reached, twice at least; and what the last two scores say. */
  readonly best: number;
  readonly now: number;
  /** Days without work before it fell, where there were some. */
  readonly afterDaysOff: number | null;
}
const FALLEN = 2;

/**
 * Tracks that were reliable twice and whose last two scores both lie two steps under that. A state that asks for a proof, and no alarm: a sudden loss is not
 * reliably told from noise. Scores oldest first; `worked` the days worked, in order.
 */
export function slides(scores: readonly ScoreFact[], worked: readonly LocalDate[]): readonly Slide[] {
  return [...groupBy(scores, (score) => trackKey(score.skill, score.side)).values()].flatMap((list): Slide[] => {
    const last = list.slice(-2);
    const before = list.slice(0, -2).map(({ score }) => score);
    const [best, again] = [...before].sort((a, b) => b - a);
    const [one, two] = last;
    if (!one || !two || best === undefined || again === undefined || again < RELIABLE) return [];
    const now = Math.max(one.score, two.score);
    if (again - now < FALLEN) return [];
    const fell = list.at(-2)?.day;
    const at = fell ? worked.filter((day) => day < fell).at(-1) : undefined;
    const off = fell && at ? daysOffOn(at, fell) : null;
    return [{ skill: one.skill, side: one.side, best: again, now, afterDaysOff: isLongOff(off) ? off : null }];
  });
}
