/** How a stay goes, counted from its record: what was worked of late, by whom, with how many incidents, and which side is hard in which group of skills. */
import { addDays, type LocalDate } from "../calendar/local-date.ts";
import type { SessionRecord } from "../card/card.ts";
import { groupBy } from "../kernel/group.ts";
import type { Ladder } from "../ladder/ladder.ts";
import type { ScoreFact } from "../ladder/level.ts";
import { type HardSide, hardSideOf } from "../reading/hard-side.ts";

export const FORTNIGHT = 14;
type Session = Pick<SessionRecord, "scores" | "incidents" | "groundMinutes" | "saddleMinutes"> & {
  readonly day: LocalDate;
  readonly rider: string;
};

/** Skills scored in the fortnight up to and with a day, with in how many sessions; the most worked first. */
export function workedLately(sessions: readonly Session[], today: LocalDate): readonly { skill: string; sessions: number }[] {
  const since = addDays(today, 1 - FORTNIGHT);
  const worked = sessions
    .filter(({ day }) => since <= day && day <= today)
    .flatMap(({ scores }) => [...new Set(scores.map(({ skill }) => skill))]);
  return [...groupBy(worked, (skill) => skill)]
    .map(([skill, list]) => ({ skill, sessions: list.length }))
    .sort((a, b) => b.sessions - a.sessions || a.skill.localeCompare(b.skill));
}

export interface RiderShare {
  readonly rider: string;
  readonly sessions: number;
  readonly minutes: number;
}
/** Who worked it, the most sessions first. */
export const riderMix = (sessions: readonly Session[]): readonly RiderShare[] =>
  [...groupBy(sessions, ({ rider }) => rider)]
    .map(([rider, list]) => ({
      rider,
      sessions: list.length,
      minutes: list.reduce((sum, one) => sum + one.groundMinutes + one.saddleMinutes, 0),
    }))
    .sort((a, b) => b.sessions - a.sessions || a.rider.localeCompare(b.rider));

const TEN = 10;
/** Incidents in all, for every ten sessions, and in the last ten. Sessions oldest first. */
export function incidentsOf(sessions: readonly Session[]): {
  readonly all: number;
  readonly perTen: number;
  readonly lastTen: number;
} {
  const count = (list: readonly Session[]): number => list.reduce((sum, { incidents }) => sum + incidents.length, 0);
  const all = count(sessions);
  return { all, perTen: sessions.length === 0 ? 0 : (all * TEN) / sessions.length, lastTen: count(sessions.slice(-TEN)) };
}

/** The hard side of each group of skills in which both sides of something were seen. */
export const hardByBranch = (
  scores: readonly ScoreFact[],
  { branches, all, find }: Ladder,
): readonly { readonly branch: string; readonly side: HardSide; readonly skills: number }[] => {
  const given = groupBy(scores, ({ skill }) => find(skill)?.branch);
  return branches.flatMap(({ id: branch }) => {
    const { side, skills } = hardSideOf(
      given.get(branch) ?? [],
      all.filter((skill) => skill.branch === branch),
    );
    return skills === 0 ? [] : [{ branch, side, skills }];
  });
};

/** A log learning rate as a factor on the usual pace, with its 80 % interval; and how many of the others learn more slowly. */
export interface LearningPace {
  readonly factor: number;
  readonly low: number;
  readonly high: number;
  readonly slower: number;
  readonly others: number;
}
const EIGHTY = 1.2816;
export function paceOf(mine: { mean: number; variance: number }, others: readonly number[]): LearningPace {
  const spread = EIGHTY * Math.sqrt(mine.variance);
  return {
    factor: Math.exp(mine.mean),
    low: Math.exp(mine.mean - spread),
    high: Math.exp(mine.mean + spread),
    slower: others.filter((mean) => mean < mine.mean).length,
    others: others.length,
  };
}
