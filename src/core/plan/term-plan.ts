/**
 * The plan of what is left of a term: for each planned day the few things to work, by the rule that the forecast plays, with what the horse is expected
 * to know by then. Nothing of it is kept by hand but pins: it is laid anew from the record whenever that moves on.
 */

import { courseOf } from "../forecast/course.ts";
import type { GoalFacts } from "../forecast/goals.ts";
import { tagged } from "../ladder/ladder.ts";
import { RELIABLE, WELL } from "../ladder/marks.ts";
import type { Skill } from "../ladder/skill.ts";
import { SHOWN } from "../reading/reading.ts";
import type { PlanAsked } from "./asked.ts";
import { CourseAhead } from "./course-ahead.ts";
import { placeFor, placesForWork, type ScheduledPlace } from "./places.ts";
import type { Purpose, ScheduledSession } from "./session.ts";
import { TrainersDay } from "./trainers-day.ts";
import { writtenIn } from "./written.ts";

/** The last sessions of a term: consolidating, and the last of all the exit evaluation. */
const LAST_SESSIONS = 3;
/** Terms shorter than this are worked to their end. */
const LEAST_FOR_ENDING = 8;
const LATELY_DAYS = 21;
/** What the owner complains of is worth this until it is done reliably, also where it was made no goal: as much as a goal of weight 2. */
const COMPLAINT = 2;
/** So little that any goal, however unlikely, comes first. */
const LITTLE = 1e-9;

function purposesOf({ ahead, sessions }: PlanAsked): readonly Purpose[] {
  const count = ahead.days.length;
  const ending = count + sessions.length >= LEAST_FOR_ENDING;
  return ahead.days.map((_, i) => {
    if (ending && i === count - 1) return "exit";
    return ending && i >= count - LAST_SESSIONS ? "consolidate" : "work";
  });
}
/** Skills worked lately that the horse does not do reliably yet. */
function underWay({ sessions, ahead, belief }: PlanAsked): readonly string[] {
  const lately = sessions
    .filter(({ day }) => day > ahead.today - LATELY_DAYS)
    .flatMap(({ work }) => work.map(({ skill }) => skill));
  const reliable = (skill: string): boolean =>
    belief.layout.tracksOf(belief.layout.skill(skill)).every((track) => (belief.mean[track.at] ?? 0) >= RELIABLE);
  return [...new Set(lately)].filter((skill) => !reliable(skill));
}

/** Every planned day of what is left, in order. Deterministic: the same record, goals and pins give the same plan. */
export function layPlan(asked: PlanAsked): readonly ScheduledSession[] {
  const { belief, goals, ahead, ladder, pins } = asked;
  const shapes = new Map(ladder.map((skill) => [skill.id, skill]));
  const written = pins.filter((pin) => pin.kind === "written");
  const fixed = [
    ...pins.filter((pin) => pin.kind === "pin"),
    ...written.flatMap((one) => writtenIn(one, "main", ladder).map(({ id }) => ({ skill: id, day: one.day }))),
  ];
  const pinned = fixed.filter(({ skill }) => belief.layout.has(skill));
  // What is under way fills the places that goals leave, and what is pinned belongs to the course: both worth next to nothing of themselves.
  const asGoal = (skill: string, value: number): GoalFacts => ({ skill, target: RELIABLE, value, side: null });
  const more = [
    ...asked.trainer.complaint.filter((skill) => belief.layout.has(skill)).map((skill) => asGoal(skill, COMPLAINT)),
    ...underWay(asked).map((skill) => asGoal(skill, LITTLE)),
    ...pinned.map(({ skill }) => asGoal(skill, 0)),
  ];
  const extra = more.filter((one, i) => ![...goals, ...more.slice(0, i)].some(({ skill }) => skill === one.skill));
  const course = courseOf(belief.layout.skills, [...goals, ...extra], ahead.passed);
  const expected = new CourseAhead(course, { ...asked, goals: [...goals, ...extra] });
  const purposes = purposesOf(asked);
  const minutes = ahead.minutes / ahead.items;
  const day = new TrainersDay(asked, expected);
  const needed: Skill["place"][] = [];
  const calm: boolean[] = [];
  const sessions = ahead.days.map((on, i) => {
    const purpose = purposes[i] as Purpose;
    const kept = pinned.flatMap((pin) => (pin.day === on ? (shapes.get(pin.skill) ?? []) : []));
    const session = day.lay(on, i, purpose, [...new Set(kept)], minutes, written.find((one) => one.day === on) ?? null);
    needed.push(placeFor(session.items.flatMap(({ skill }) => shapes.get(skill) ?? [])));
    const isRidden = session.items.some(({ skill }) => shapes.get(skill)?.bears === "rider");
    const mayGoOut = !isRidden || tagged(ladder, "arena").every(({ id }) => day.levelOf(id) >= SHOWN);
    calm.push(mayGoOut && session.items.every(({ isNew, skill }) => !isNew && day.levelOf(skill) >= WELL));
    return session;
  });
  const places = placesForWork(needed, calm);
  return sessions.map((session, i) => ({ ...session, ...(places[i] as ScheduledPlace) }));
}
