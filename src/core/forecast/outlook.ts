/** A stay read whole: what is believed after its last session, alarms on the way, what to work next. One way in for page, worker and command line. */
import { type Asked, chooseWork } from "./choose.ts";
import { type Belief, believe, believeNothing } from "./estimator.ts";
import { type GoalFacts, goalState } from "./goals.ts";
import { narrowed } from "./layout.ts";
import type { Ahead } from "./plays.ts";
import { type StallAlarm, watchStalls } from "./stall.ts";
import type { StayFacts } from "./stay.ts";

export interface Outlook {
  readonly belief: Belief;
  readonly alarms: readonly StallAlarm[];
}

/**
 * Alarms of a stay, session by session. The copies that this takes know only of skills that were worked and what those rest on directly: nothing else
 * says anything of the scores.
 */
export function alarmsOf(facts: StayFacts): readonly StallAlarm[] {
  const worked = new Set(facts.sessions.flatMap(({ work }) => work.map(({ skill }) => skill)));
  const rested = facts.skills.filter(({ id }) => worked.has(id)).flatMap(({ prerequisites }) => prerequisites);
  const { skills, depth } = narrowed(facts.skills, new Set([...worked, ...rested]));
  const watch = watchStalls(believeNothing({ ...facts, skills }, depth));
  return facts.sessions.map((session) => watch.takeIn(session)).filter((alarm) => alarm !== null);
}

/** What is believed after the last session, and the alarms on the way. */
export const outlookOf = (facts: StayFacts): Outlook => ({ belief: believe(facts), alarms: alarmsOf(facts) });

/** The next session's skills by the plan's rule. */
export function nextWork(belief: Belief, facts: StayFacts, goals: readonly GoalFacts[], ahead: Ahead): readonly string[] {
  const lastWorked = new Map(facts.sessions.flatMap(({ day, work }) => work.map(({ skill }) => [skill, day] as const)));
  const today = ahead.days[0] ?? ahead.today + 1;
  const asked: Asked = {
    goals: goals.map((goal) => ({ ...goal, state: goalState(belief, facts.sessions, goal, ahead.today) })),
    sessionsLeft: ahead.days.length,
    items: ahead.items,
    minutes: ahead.minutes / ahead.items,
    today,
    lastWorked,
    barred: [...ahead.notBefore].filter(([, day]) => today < day).map(([skill]) => skill),
  };
  return chooseWork(belief, asked);
}
