/** A made-up stay as the plan reads it, for tests of what is planned: a horse that came in halter-broke, a week ago. */
import { addDays, localDate } from "#core/calendar/local-date.ts";
import { STRAIGHT } from "#core/forecast/calibrate.ts";
import type { ScoredSession } from "#core/forecast/stay.ts";
import { type Score, sidesOf, type TrackSide } from "#core/kernel/sides.ts";
import { METHODS, methodOf } from "#core/ladder/methods.ts";
import type { PlanGoal } from "#core/plan/goal-sets.ts";
import { planAsked, readingOn, type StayRecord, type WhatIf } from "#core/plan/outlook.ts";
import type { ScheduledSession } from "#core/plan/session.ts";
import type { GoalStanding } from "#core/plan/standing.ts";
import { layPlan } from "#core/plan/term-plan.ts";
import { SKILLS, skillOf } from "#shipped/ladder.ts";

export const FIRST = localDate("2026-06-01");
export const goal = (skill: string, target: 3 | 4 | 5 = 3): PlanGoal => ({ skill, target, side: null, weight: 2, must: false });
/** A session in which each of these skills was worked so long, and scored alike on its sides. */
export const worked = (day: number, skills: readonly string[], score: number, minutes = 10): ScoredSession => ({
  day,
  rider: "ann",
  windy: false,
  newPlace: false,
  work: skills.map((skill) => ({
    skill,
    minutes,
    scores: Object.fromEntries(sidesOf(skillOf(skill).sided).map((side) => [side, score as Score])),
  })),
});
/** The trainer's side of the same sessions. */
export const standingOf = (sessions: StayRecord["sessions"], changes: Partial<GoalStanding> = {}): GoalStanding => ({
  scores: sessions.flatMap(({ day, work }) =>
    work.flatMap(({ skill, scores }) =>
      (Object.entries(scores) as [TrackSide, Score][]).map(([side, score]) => ({
        skill,
        side,
        score,
        day: addDays(FIRST, day),
        walk: false,
      })),
    ),
  ),
  history: {},
  sessionsSoFar: sessions.length,
  rides: 0,
  past: sessions.map(({ day, work }) => ({
    day: addDays(FIRST, day),
    groundMinutes: 40,
    saddleMinutes: 0,
    tack: [],
    scores: work.map(({ skill, scores }) => ({ skill, low: Math.min(...Object.values(scores)), on: scores })),
    signs: [],
    incidents: [],
    redSigns: [],
    endedWell: true,
    nextTime: "",
  })),
  stepBack: null,
  grounded: false,
  groundedToday: false,
  complaint: [],
  handlingIsWork: false,
  again: [],
  stuck: [],
  ...changes,
});
export const SESSIONS = [
  worked(2, ["catch", "halter", "lead"], 3),
  worked(4, ["catch", "halter", "lead"], 4),
  worked(5, ["lead", "stand"], 3),
];
export const recordOf = (changes: Partial<StayRecord> = {}): StayRecord => ({
  kind: "halter",
  firstDay: FIRST,
  today: localDate("2026-06-08"),
  lastDay: localDate("2026-07-30"),
  workedToday: false,
  term: { restDays: [7], holidays: [], holds: [], sessionsAWeek: 5 },
  onHold: false,
  method: methodOf("quiet-steps"),
  methods: METHODS,
  ladder: SKILLS,
  seen: [],
  sessions: SESSIONS,
  standing: standingOf(changes.sessions ?? SESSIONS),
  stepChanges: [],
  ways: [],
  goals: [goal("tie", 4), goal("sit"), goal("trot")],
  pins: [],
  waits: [],
  missed: 0,
  planned: 3,
  minutes: 45,
  hard: "right",
  leanings: [],
  bend: STRAIGHT,
  usualRate: 0,
  ...changes,
});
export const planOf = (record: StayRecord, what?: WhatIf): readonly ScheduledSession[] =>
  layPlan(planAsked(record, readingOn(record, what).belief, what));
