/** What each day did to a horse's scores, as the model has it after hearing them: a session in the wind on which everything came out lower, and nothing was lost. */
import { believeNothing, takeIn } from "./estimator.ts";
import { narrowed } from "./layout.ts";
import type { StayFacts } from "./stay.ts";

export interface DayEffect {
  readonly day: number;
  readonly rider: string;
  /** Steps of the score by which the day, and the rider's leaning, moved what was given. */
  readonly effect: number;
}
/** One a session, in their order. Skills that were never worked say nothing and are left out of account. */
export function dayEffects({ leanings: _others, usualRate: _usual, ...facts }: StayFacts): readonly DayEffect[] {
  const worked = new Set(facts.sessions.flatMap(({ work }) => work.map(({ skill }) => skill)));
  const rested = facts.skills.filter(({ id }) => worked.has(id)).flatMap(({ prerequisites }) => prerequisites);
  const { skills, depth } = narrowed(facts.skills, new Set([...worked, ...rested]));
  const belief = believeNothing({ ...facts, skills }, depth);
  const { layout, mean } = belief;
  return facts.sessions.map((session) => {
    takeIn(belief, session);
    const severity = layout.riders.includes(session.rider) ? (mean[layout.rider(session.rider)] as number) : 0;
    return { day: session.day, rider: session.rider, effect: (mean[layout.day] as number) - severity };
  });
}
