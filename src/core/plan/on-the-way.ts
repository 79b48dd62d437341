/** How far a horse gets towards something that is not for this term: what the owner may be told instead, and what comes next when that is reached. */
import { LIKELY_FROM, POSSIBLE_FROM } from "../forecast/chance.ts";
import type { StartingState } from "../forecast/doubt.ts";
import { ancestorsIn, hasTag, skillIn } from "../ladder/ladder.ts";
import { WELL } from "../ladder/marks.ts";
import type { Skill } from "../ladder/skill.ts";
import { STEP_TAGS } from "../permission/steps.ts";
import { type HorseReading, readHorse } from "../reading/reading.ts";
import { goalOn, type PlanGoal, partsOfGoal } from "./goal-sets.ts";
import { aheadOf, ladderOf, type StayRecord } from "./outlook.ts";
import { KEPT_PLAYS, PLAYS_A_PIECE, type Telling, tell } from "./stored-forecast.ts";

/**
 * What the goal rests on and the horse does not do yet, what rests on most last; handling is a step to handling alone, and what lies below something that it
 * does is behind it.
 */
export function stepsTowards(ladder: readonly Skill[], reading: Pick<HorseReading, "counts">, goal: string): readonly string[] {
  const nature = skillIn(ladder, goal)?.nature;
  const below = (id: string): number => ancestorsIn(ladder, id).length;
  const way = ancestorsIn(ladder, goal).flatMap((id) => skillIn(ladder, id) ?? []);
  const done = way.filter((skill) => reading.counts(skill) >= WELL);
  const past = new Set(done.flatMap(({ id }) => [id, ...ancestorsIn(ladder, id)]));
  return way
    .filter((skill) => (skill.nature !== "handling" || nature === "handling") && !past.has(skill.id))
    .map(({ id }) => id)
    .sort((a, b) => below(a) - below(b));
}

/** What of these an owner can be told of: the big steps; where none is in reach, what comes before them. */
export function stagesOf(ladder: readonly Skill[], steps: readonly string[]): readonly (readonly string[])[] {
  const isBig = (id: string): boolean => hasTag(skillIn(ladder, id) as Skill, ...STEP_TAGS);
  const first = steps.findIndex(isBig);
  return first < 0 ? [steps] : [steps.filter(isBig), steps.slice(0, first)];
}

export interface HowFar {
  readonly skill: string;
  /** 0-1, with the work aimed at it. */
  readonly chance: number;
}

/**
 * Of steps that rest on one another, what rests on most last, the last that is likely, else the last that is possible; null: none is. A later step is no
 * likelier than one before it, so that few are asked. `chanceOf`: 0-1, null where nobody can say; it may pause.
 */
export function* lastInReach(
  steps: readonly string[],
  chanceOf: (skill: string) => Generator<number, number | null>,
): Generator<number, HowFar | null> {
  for (const least of [LIKELY_FROM, POSSIBLE_FROM]) {
    let found: HowFar | null = null;
    let [from, to] = [0, steps.length - 1];
    while (from <= to) {
      const middle = Math.ceil((from + to) / 2);
      const skill = steps[middle] as string;
      const chance = (yield* chanceOf(skill)) ?? 0;
      if (chance < least) to = middle - 1;
      else {
        found = { skill, chance };
        from = middle + 1;
      }
    }
    if (found) return found;
  }
  return null;
}

export interface HowFarAsked {
  readonly record: StayRecord;
  readonly state: StartingState;
  readonly reading: HorseReading;
  /** That stay goals whatever comes of it. */
  readonly goals: readonly PlanGoal[];
  /** Their chances without anything more, 0-1. */
  readonly chances: ReadonlyMap<string, number>;
}
/** A chance that falls by less is as it was. */
const NOTICED = 0.1;
/** What is worked more leaves less for the rest: true where something that could be promised no longer can. */
export const costsPromise = (before: number, after: number): boolean =>
  before >= LIKELY_FROM && after < LIKELY_FROM && before - after > NOTICED;
/** So many plays say at the least on which side of a bound a chance lies. */
const LEAST_PLAYS = 5 * PLAYS_A_PIECE;
/** In standard errors of a chance over the plays so far. */
const FAR_OFF = 3;
/** True where more plays would hardly bring it to the other side of any of the bounds. */
export function isDecided(chance: number, plays: number, bounds: readonly number[]): boolean {
  // One play more each way, so that 'never so far' has an error too.
  const share = (chance * plays + 1) / (plays + 2);
  const far = FAR_OFF * Math.sqrt((share * (1 - share)) / plays);
  return plays >= LEAST_PLAYS && bounds.every((bound) => Math.abs(chance - bound) > far);
}

/**
 * How far the horse gets towards a goal by the end of the term, the work aimed at each step in turn: a step that is one of seventeen goals at once is never
 * reached. One that would cost what can be promised is out of reach. `itself`: the goal may be the answer too. Pauses between pieces of the plays; what is
 * clearly likely, or clearly not, is not played to its end, what is answered is.
 */
function reachFrom({ record, state, reading, goals, chances }: HowFarAsked) {
  const ladder = ladderOf(record);
  const known = new Map<string, Telling>();
  function* played(skill: string, until: (telling: Telling, done: number) => boolean): Generator<number, Telling> {
    const aimed = [...goals.filter((goal) => goal.skill !== skill), goalOn(skill)];
    const telling = known.get(skill) ?? tell({ record: { ...record, goals: aimed }, reading: state });
    known.set(skill, telling);
    for (let done = telling.run(0); done < KEPT_PLAYS && !until(telling, done); yield done)
      done = telling.run(done + PLAYS_A_PIECE);
    return telling;
  }
  const answer = (skill: string, telling: Telling): number | null => {
    const told = new Map(telling.told(telling.run(0)).map((one) => [one.skill, one.chance]));
    const costs = goals.some((goal) => costsPromise(chances.get(goal.skill) ?? 0, told.get(goal.skill) ?? 1));
    return costs ? null : (told.get(skill) ?? null);
  };
  /** What an answer about `aimed` hangs on. */
  const boundsOf = (skill: string, aimed: string): readonly number[] => {
    const before = goals.some((goal) => goal.skill === skill) ? (chances.get(skill) ?? 0) : 0;
    return [
      ...(skill === aimed ? [LIKELY_FROM, POSSIBLE_FROM] : []),
      ...(before >= LIKELY_FROM ? [Math.min(LIKELY_FROM, before - NOTICED)] : []),
    ];
  };
  function* chanceOf(aimed: string): Generator<number, number | null> {
    const isClear = (telling: Telling, done: number): boolean =>
      done > 0 &&
      done % LEAST_PLAYS === 0 &&
      telling.told(done).every(({ skill, chance }) => isDecided(chance, done, boundsOf(skill, aimed)));
    return answer(aimed, yield* played(aimed, isClear));
  }
  return function* (wish: string, itself: boolean): Generator<number, HowFar | null> {
    const [stage = [], ...earlier] = stagesOf(ladder, stepsTowards(ladder, reading, wish));
    for (const these of [itself ? [...stage, wish] : stage, ...earlier]) {
      const found = yield* lastInReach(these, chanceOf);
      if (!found) continue;
      const whole = yield* played(found.skill, () => false);
      return { ...found, chance: answer(found.skill, whole) ?? found.chance };
    }
    return null;
  };
}

/** The same for each of several goals. */
export function* howFar(asked: HowFarAsked, wishes: readonly string[]): Generator<number, ReadonlyMap<string, HowFar>> {
  const reach = reachFrom(asked);
  const reached = new Map<string, HowFar>();
  for (const wish of wishes) {
    const found = yield* reach(wish, false);
    if (found) reached.set(wish, found);
  }
  return reached;
}

/** Fewer sessions begin nothing new. */
const LEAST_SESSIONS = 4;
export interface Towards {
  /** What the owner asked for and was told not to come in this term. */
  readonly wish: string;
  /** What comes next on the way to it, or the wish itself where it has come into reach. */
  readonly skill: string;
}
/** Of wishes that were not for this term those that no open goal leads to any more, while there is time for another step. */
export function* nextTowards(
  record: StayRecord,
  state: StartingState,
  {
    wishes,
    open,
    chances,
  }: Pick<HowFarAsked, "chances"> & { readonly wishes: readonly string[]; readonly open: readonly string[] },
): Generator<number, Towards | null> {
  const ladder = ladderOf(record);
  const waiting = wishes.filter((wish) => {
    const parts = partsOfGoal(ladder, wish);
    return skillIn(ladder, wish) && !open.some((id) => parts.has(id));
  });
  if (waiting.length === 0 || record.onHold || aheadOf(record).days.length < LEAST_SESSIONS) return null;
  const { scores, history, rides } = record.standing;
  const reading = readHorse({ ladder, scores, kind: record.kind, history, rides });
  const reach = reachFrom({ record, state, reading, goals: record.goals, chances });
  for (const wish of waiting) {
    const found = yield* reach(wish, true);
    if (found) return { wish, skill: found.skill };
  }
  return null;
}
