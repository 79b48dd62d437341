/** How a horse stands beyond its levels: what a trainer looks at before he says what the day is about. Goes through JSON. */

import type { LocalDate } from "../calendar/local-date.ts";
import type { ToldHistory } from "../horse/told.ts";
import { type ComplaintAsked, namedIn, skillsComplainedOf } from "../intake/request.ts";
import type { Ladder } from "../ladder/ladder.ts";
import { type HorseRecord, permitOf } from "../permission/from-record.ts";
import { barsForGood } from "../permission/permission.ts";
import type { StepBack } from "../permission/protocol.ts";
import type { PastSession } from "../permission/trouble.ts";
import type { ReadScore } from "../reading/reading.ts";
import { type Again, toTakeUpAgain } from "./follow-up.ts";
import type { PlanGoal } from "./goal-sets.ts";

export interface GoalStanding {
  /** The latest of each track, walks and sessions apart. */
  readonly scores: readonly ReadScore[];
  readonly history: ToldHistory;
  /** Sessions here, and those of them with minutes in the saddle. */
  readonly sessionsSoFar: number;
  readonly rides: number;
  /** The last two dozen, oldest first. */
  readonly past: readonly PastSession[];
  /** What runs after days off or trouble; null: nothing. */
  readonly stepBack: StepBack | null;
  /** Nothing is ever put on its back: too young, or signed so. */
  readonly grounded: boolean;
  /** Nor today, as a red sign was seen. */
  readonly groundedToday: boolean;
  /** Skills that the owner's complaint names. */
  readonly complaint: readonly string[];
  /** Handling is what it came for, or barely has. */
  readonly handlingIsWork: boolean;
  readonly again: readonly Again[];
  /** Skills that stand still below their target. */
  readonly stuck: readonly string[];
}

export interface StandingAsked {
  readonly record: HorseRecord;
  readonly today: LocalDate;
  readonly goals: readonly PlanGoal[];
  readonly complaint: ComplaintAsked;
  /** Skills that gained next to nothing over their last sessions, as the forecast tells them. */
  readonly stuck: readonly string[];
  readonly ladder: Ladder;
}
/** A level at its target, or at 4, that stands still is no standstill. */
const STUCK_BELOW = 4;

export function stillStuck(
  stuck: readonly string[],
  scores: readonly ReadScore[],
  goals: readonly Pick<PlanGoal, "skill" | "target">[],
): readonly string[] {
  const latest = (skill: string): number => {
    const given = new Map(scores.filter((one) => one.skill === skill).map(({ side, score }) => [side, score]));
    return given.size > 0 ? Math.min(...given.values()) : 0;
  };
  const targets = (skill: string): readonly number[] => goals.filter((goal) => goal.skill === skill).map(({ target }) => target);
  return stuck.filter((skill) => latest(skill) < Math.min(STUCK_BELOW, ...targets(skill)));
}

export function standingOf({ record, today, goals, complaint, stuck, ladder }: StandingAsked): GoalStanding {
  const { kind, history, scores, sessions, worked, rides } = record;
  const horse = permitOf(record, today);
  const grounded = barsForGood(horse);
  const complained = skillsComplainedOf(complaint, ladder);
  const isHandling = (id: string): boolean => ladder.find(id)?.nature === "handling";
  const seenBefore = (skill: string): number | null => {
    const given = scores.filter((one) => one.skill === skill && one.walk).map(({ score }) => score);
    return given.length > 0 ? Math.min(...given) : null;
  };
  return {
    scores,
    history,
    sessionsSoFar: worked.length,
    rides,
    past: sessions,
    stepBack: horse.stepBack,
    grounded,
    groundedToday: horse.redToday.length > 0,
    complaint: complained,
    handlingIsWork:
      kind === "unhandled" ||
      grounded ||
      goals.some(({ skill, must }) => must && isHandling(skill)) ||
      complained.some(isHandling) ||
      (goals.length > 0 && goals.every(({ skill }) => isHandling(skill))),
    again: toTakeUpAgain(sessions, seenBefore, (words) => namedIn(words, ladder.skills)),
    stuck: stillStuck(stuck, scores, goals),
  };
}
