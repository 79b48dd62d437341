/**
 * A first reading of the owner's aim: goals as skills, and whether the term can hold what is missing for each. Rough by design; the forecast
 * from the record takes over once sessions are scored. Sessions a skill takes are the ladder's typical ones.
 */

import { cumulative } from "../kernel/normal.ts";
import { type Side, sidesOf, type TrackSide } from "../kernel/sides.ts";
import { ancestorsIn, type Ladder } from "../ladder/ladder.ts";
import { type LatestScores, trackKey, weakerSide } from "../ladder/level.ts";
import type { Skill } from "../ladder/skill.ts";

export interface Goal {
  readonly skill: string;
  /** 3 mostly, 4 reliable here, 5 reliable anywhere. */
  readonly target: 3 | 4 | 5;
}
export const GOAL_TARGETS = [3, 4, 5] as const;
export const VERDICTS = ["likely", "possible", "not-this-term"] as const;
export type Verdict = (typeof VERDICTS)[number];

/** What a skill still takes, in sessions that work on it, by side: the harder side decides. */
export interface Missing {
  readonly skill: string;
  readonly sessions: Readonly<Partial<Record<TrackSide, number>>>;
  readonly most: number;
}
export interface GoalReading {
  readonly goal: Goal;
  readonly verdict: Verdict;
  /** 0-1. */
  readonly chance: number;
  /** What is missing, prerequisites first. */
  readonly missing: readonly Missing[];
  /** Sessions along the longest chain of prerequisites, each of which waits for the one before. */
  readonly chain: number;
  /** Works on single skills that are missing in all. */
  readonly works: number;
  /** Sessions that the term still holds, less the last ones for consolidating and handing over. */
  readonly sessions: number;
  /** Works that these sessions hold. */
  readonly slots: number;
}

/** Skills worked in one session, of the three to five that a card names; one of them new. */
export const WORKS_A_SESSION = 4;
/** Kept free at the end: consolidating, exit evaluation, the owner's hand-over. */
export const LAST_SESSIONS = 3;
/** While a skill is learnt the next one begins already: a prerequisite costs the chain this share of its sessions. */
const OVERLAP = 0.7;
/** Share of the slots that really go to goals. */
const USED = 0.88;
const LIKELY = 0.7;
const POSSIBLE = 0.3;

/** Sessions of work from a level to a target on one track: the ladder's own from 0 to 3 and 3 to 4; 4 to 5 as long again as 3 to 4. */
export function sessionsBetween(skill: Skill, level: number, target: number): number {
  const low = Math.max(0, Math.min(3, target) - Math.min(3, level));
  const high = Math.max(0, target - Math.max(3, level));
  return (low / 3) * skill.to3 + high * skill.to4;
}

const NEEDED_BEFORE = 3;

function missingOf(skill: Skill, levels: LatestScores, target: number): Missing {
  const sessions: Partial<Record<TrackSide, number>> = {};
  for (const side of sidesOf(skill.sided))
    sessions[side] = sessionsBetween(skill, levels.get(trackKey(skill.id, side))?.latest ?? 0, target);
  return { skill: skill.id, sessions, most: Math.max(...Object.values(sessions)) };
}

/** Skills that nobody looked at but that a horse must have, as it does what rests on them: one that trots under a rider lets itself be sat on. */
export function impliedBy(levels: LatestScores, { skills, of }: Ladder): ReadonlySet<string> {
  const shown = skills.filter((skill) => weakerSide(levels, skill) >= NEEDED_BEFORE);
  const seen = (id: string): boolean => sidesOf(of(id).sided).some((side) => levels.has(trackKey(id, side)));
  return new Set(shown.flatMap((skill) => ancestorsIn(skills, skill.id)).filter((id) => !seen(id)));
}

/**
 * Reads one goal. `sessions` is what the term still holds; p = Φ((sessions − chain) ÷ (0.5 chain + 1.5)) × Φ((slots × 0.88 − works) ÷ (0.5 works + 3)),
 * the rule by which the plan values its goals.
 */
export function readGoal(goal: Goal, levels: LatestScores, sessionsLeft: number, ladder: Ladder): GoalReading {
  const own = missingOf(ladder.of(goal.skill), levels, goal.target);
  const known = impliedBy(levels, ladder);
  const before = ancestorsIn(ladder.skills, goal.skill)
    .filter((id) => !known.has(id))
    .map((id) => missingOf(ladder.of(id), levels, NEEDED_BEFORE));
  const missing = [...before, own].filter((one) => one.most > 0);
  const cost = new Map(before.map((one) => [one.skill, one.most]));
  const chainTo = (id: string): number =>
    Math.max(0, ...ladder.of(id).after.map((prior) => OVERLAP * (cost.get(prior) ?? 0) + chainTo(prior)));
  const chain = chainTo(goal.skill) + own.most;
  const works = missing.reduce((sum, one) => sum + one.most, 0);
  const sessions = Math.max(0, sessionsLeft - LAST_SESSIONS);
  const slots = sessions * WORKS_A_SESSION;
  const chance =
    missing.length === 0
      ? 1
      : cumulative((sessions - chain) / (0.5 * chain + 1.5)) * cumulative((slots * USED - works) / (0.5 * works + 3));
  return {
    goal,
    chance,
    verdict: chance >= LIKELY ? "likely" : chance >= POSSIBLE ? "possible" : "not-this-term",
    missing,
    chain,
    works,
    sessions,
    slots,
  };
}

/** The side that costs a skill more sessions; null where it has none or both cost the same. */
export function harderSide(missing: Missing): Side | null {
  const { left, right } = missing.sessions;
  return left === undefined || right === undefined || left === right ? null : left > right ? "left" : "right";
}
