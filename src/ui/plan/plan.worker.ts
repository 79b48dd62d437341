/** The model beside the page: reads the record once and answers questions by number, telling how far it is. */

import type { StartingState as Believed } from "#core/forecast/doubt.ts";
import { levelShown } from "#core/forecast/estimator.ts";
import { goalState, tracksAsked } from "#core/forecast/goals.ts";
import { readingOn, type StayRecord, type WhatIf } from "#core/plan/outlook.ts";
import { tell } from "#core/plan/stored-forecast.ts";
import { layPlan } from "#core/plan/term-plan.ts";
import type { ForecastReply, ForecastRequest, PlanReading } from "./reading.ts";

const PIECE = 25;
let read: { record: StayRecord; beliefs: Map<string, Believed> } | null = null;

/** A method changes what rests on what, hence what is believed; nothing else asked does. */
function beliefOf(record: StayRecord, what: WhatIf): Believed {
  if (read?.record !== record) read = { record, beliefs: new Map() };
  const key = what.code === "method" ? what.method : record.method.id;
  const known = read.beliefs.get(key);
  if (known) return known;
  const belief = readingOn(record, what);
  read.beliefs.set(key, belief);
  return belief;
}

const say = (answer: ForecastReply): void => postMessage(answer);
let record: StayRecord | null = null;

onmessage = ({ data }: MessageEvent<ForecastRequest>) => {
  if (data.record) record = data.record;
  if (!record) return;
  const { what, plays: count, seed } = data;
  const reading = beliefOf(record, what);
  const { belief } = reading;
  const telling = tell({ record, reading, plays: count, seed, what });
  const { goals, sessions, ahead } = telling.asked;
  for (let done = 0; done < count && goals.length > 0; ) {
    done = telling.run(done + PIECE);
    say({ number: data.number, done, of: count, reading: null, also: null });
  }
  const plan = layPlan(telling.asked);
  const over = (first: number): PlanReading => {
    const told = telling.told(first);
    return {
      plan,
      goals: goals.map((goal) => ({
        skill: goal.skill,
        target: goal.target,
        state: goalState(belief, sessions, goal, ahead.today),
        shown: tracksAsked(belief, goal).map((track) => ({
          side: track.side,
          best: Math.min(5, belief.best[track.at] ?? 0),
          ...levelShown(belief, track),
        })),
        forecast: told.find(({ skill }) => skill === goal.skill) ?? null,
      })),
      rate: { mean: Math.exp(belief.mean[belief.layout.rate] ?? 0), sessions: sessions.length },
      lastDay: ahead.lastDay,
    };
  };
  const also = data.alsoOver === null ? null : over(data.alsoOver);
  say({ number: data.number, done: count, of: count, reading: over(count), also });
};
