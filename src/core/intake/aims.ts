/** The owner's aim as goals, and what a horse still lacks for each. How likely a goal is, the forecast says (plan/stored-forecast.ts). */

import { sidesOf, type TrackSide } from "../kernel/sides.ts";
import type { Skill } from "../ladder/skill.ts";
import type { HorseReading } from "../reading/reading.ts";

export interface Goal {
  readonly skill: string;
  /** 3 mostly, 4 reliable here, 5 reliable anywhere. */
  readonly target: 3 | 4 | 5;
}
export const GOAL_TARGETS = [3, 4, 5] as const;
/** Goals of one stay. */
export const MOST_GOALS = 12;

/** What a skill still takes, in sessions that work on it, by side: the harder side decides. */
export interface SessionsMissing {
  readonly skill: string;
  readonly sessions: Readonly<Partial<Record<TrackSide, number>>>;
  readonly most: number;
}

/** Sessions of work from a level to a target on one track: the ladder's own from 0 to 3 and 3 to 4; 4 to 5 as long again as 3 to 4. */
export function sessionsBetween(skill: Skill, level: number, target: number): number {
  const low = Math.max(0, Math.min(3, target) - Math.min(3, level));
  const high = Math.max(0, target - Math.max(3, level));
  return (low / 3) * skill.to3 + high * skill.to4;
}

const NEEDED_BEFORE = 3;

/** What is missing for a goal, prerequisites first; what was shown is not held up by what it rests on. */
export function sessionsMissingFor(goal: Goal, reading: HorseReading, ladder: readonly Skill[]): readonly SessionsMissing[] {
  const found = new Map<string, SessionsMissing>();
  const byId = new Map(ladder.map((skill) => [skill.id, skill]));
  const visit = (id: string, target: number): void => {
    const skill = byId.get(id);
    if (!skill || found.has(id)) return;
    const sessions: Partial<Record<TrackSide, number>> = {};
    for (const side of sidesOf(skill.sided)) sessions[side] = sessionsBetween(skill, reading.countsOn(skill, side), target);
    const most = Math.max(...Object.values(sessions));
    if (!reading.isShown(skill)) for (const before of skill.after) visit(before, NEEDED_BEFORE);
    if (most > 0) found.set(id, { skill: id, sessions, most });
  };
  visit(goal.skill, goal.target);
  return [...found.values()];
}
