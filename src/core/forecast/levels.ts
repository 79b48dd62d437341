/** Levels as they are shown: as they stand today, on every track that was worked or scored. */
import type { TrackSide } from "../kernel/sides.ts";
import { believe, levelShown, type ShownLevel } from "./estimator.ts";
import { narrowed } from "./layout.ts";
import type { StayFacts } from "./stay.ts";

export interface TrackLevel extends ShownLevel {
  readonly skill: string;
  readonly side: TrackSide;
}

/**
 * Tracks in the ladder's order; `today` counts days as the sessions do, so that time off since the last one has told. Skills that nobody worked, saw, or that nothing rests on say nothing of the others and are left out of account.
 */
export function levelsOf(facts: StayFacts, today: number): readonly TrackLevel[] {
  const met = new Set([
    ...facts.seen.map(({ skill }) => skill),
    ...facts.sessions.flatMap(({ work }) => work.map(({ skill }) => skill)),
  ]);
  const rested = facts.skills.filter(({ id }) => met.has(id)).flatMap(({ prerequisites }) => prerequisites);
  const { skills, depth } = narrowed(facts.skills, new Set([...met, ...rested]));
  const last = facts.sessions.at(-1);
  const since = last && last.day < today ? [{ ...last, day: today, work: [] }] : [];
  const belief = believe({ ...facts, skills, sessions: [...facts.sessions, ...since] }, depth);
  return belief.layout.tracks.flatMap((track) => {
    const { id } = skills[track.skill] as (typeof skills)[number];
    return met.has(id) ? [{ skill: id, side: track.side, ...levelShown(belief, track) }] : [];
  });
}
