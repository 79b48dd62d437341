/**
 * How likely each goal is, as the application tells it: the rest of the term played from the record as it stands. Evaluation, letter, plan, Rail and
 * reports all ask here, so that one goal has one chance.
 */
import { bent } from "../forecast/calibrate.ts";
import { type StartingState, startingStateOf } from "../forecast/doubt.ts";
import { type DayRange, type FanPoint, readSimulations } from "../forecast/forecast.ts";
import { type GoalState, goalState } from "../forecast/goals.ts";
import { simulate } from "../forecast/simulate.ts";
import type { PlanAsked } from "./asked.ts";
import { factsOf, isHeldOpen, NOW, planAsked, type StayRecord, type WhatIf } from "./outlook.ts";
import { stayDay } from "./planned-days.ts";

/** Plays behind a chance that is kept or signed: enough for a word and a figure in a list. */
export const KEPT_PLAYS = 250;
export const SEED = 1;
/** Between two breaths of whoever plays them. */
export const PLAYS_A_PIECE = 8;

export interface GoalForecastKept {
  readonly skill: string;
  readonly state: GoalState;
  /** Met in time, 0-1, as the barn's past bends it; 1 once it is met. */
  readonly chance: number;
  /** The share of plays that meet it, before the bend. */
  readonly played: number;
  /** Still held at the end, 0-1. */
  readonly held: number;
  /** Days of the stay by which it is met; never one that is past while the goal is open. */
  readonly day: DayRange;
  readonly fan: readonly FanPoint[];
}
export interface Telling {
  readonly asked: PlanAsked;
  /** Plays on until so many are played; how many are. */
  run(until: number): number;
  /** Over the first plays, in the order of `asked.goals`; nothing while a hold has no last day, as nobody can say. */
  told(plays: number): readonly GoalForecastKept[];
}

export interface ForecastAsked {
  readonly record: StayRecord;
  readonly reading: StartingState;
  readonly plays?: number;
  readonly seed?: number;
  readonly what?: WhatIf;
}

const notBefore = (day: DayRange, today: number): DayRange => {
  const from = (one: number | null): number | null => (one === null ? null : Math.max(one, today));
  return { p10: from(day.p10), p50: from(day.p50), p90: from(day.p90) };
};

export function tell({ record, reading, plays: count = KEPT_PLAYS, seed = SEED, what = NOW }: ForecastAsked): Telling {
  const { belief, doubt } = reading;
  const asked = planAsked(record, belief, what);
  const { goals, sessions, ahead } = asked;
  const plays = simulate({ belief, doubt, sessions, goals, ahead, options: { seed, plays: count, pace: 1 } });
  return {
    asked,
    run: (until) => (goals.length > 0 ? plays.run(until) : count),
    told: (first) => {
      if (isHeldOpen(record) || goals.length === 0) return [];
      const forecasts = readSimulations(plays.played, first);
      return goals.flatMap((goal, i) => {
        const forecast = forecasts[i];
        if (!forecast) return [];
        const state = goalState(belief, sessions, goal, ahead.today);
        return [
          {
            skill: goal.skill,
            state,
            chance: state.met ? 1 : bent(record.bend, forecast.chance),
            played: forecast.chance,
            held: forecast.held,
            day: state.met ? forecast.day : notBefore(forecast.day, stayDay(record.firstDay, record.today)),
            fan: forecast.fan,
          },
        ];
      });
    },
  };
}

/** All of it at once, in pieces that leave others their turn. */
export function* tellWhole(
  record: StayRecord,
): Generator<number, { readonly telling: Telling; readonly told: readonly GoalForecastKept[]; readonly reading: StartingState }> {
  const reading = yield* startingStateOf(factsOf(record));
  const telling = tell({ record, reading });
  for (let done = 0; done < KEPT_PLAYS; ) {
    done = telling.run(done + PLAYS_A_PIECE);
    yield done;
  }
  return { telling, told: telling.told(KEPT_PLAYS), reading };
}
