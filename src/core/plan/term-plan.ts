/**
 * The plan of what is left of a term: for each planned day the few things to work, by the rule that the forecast plays, with what the horse is expected
 * to know by then. Nothing of it is kept by hand but pins: it is laid anew from the record whenever that moves on.
 */
import { chooseOn, knownOf, NEW_BELOW, weakerOf } from "../forecast/choose.ts";
import { type Course, courseOf, type Known } from "../forecast/course.ts";
import type { Belief } from "../forecast/estimator.ts";
import { type GoalFacts, goalState, PROOFS } from "../forecast/goals.ts";
import { GAIN_NOISE, HIGHEST_LEVEL, intakeAt, readyBy, SCORE_VARIANCE } from "../forecast/growth.ts";
import type { Ahead } from "../forecast/plays.ts";
import type { Session, SkillShape } from "../forecast/stay.ts";
import type { Skill } from "../ladder/skill.ts";
import { type LaidPlace, placeFor, placesOf } from "./places.ts";

export const PURPOSES = ["work", "refresher", "consolidate", "exit"] as const;
export type Purpose = (typeof PURPOSES)[number];

/** What must be so on the day before a step is taken. */
export type Condition =
  | { readonly code: "shown"; readonly skill: string; readonly times: number }
  | { readonly code: "calm-day" }
  | { readonly code: "second-person" };

export interface LaidItem {
  readonly skill: string;
  /** First time here. */
  readonly isNew: boolean;
  readonly pinned: boolean;
  readonly when: readonly Condition[];
}
export interface LaidSession extends LaidPlace {
  /** As the forecast counts days. */
  readonly day: number;
  readonly purpose: Purpose;
  readonly items: readonly LaidItem[];
}
/** A skill kept to a day, or off days up to one; null: for good. What is moved is pinned to its new day and kept off the old one. */
export type Pin =
  | { readonly kind: "pin"; readonly skill: string; readonly day: number }
  | { readonly kind: "forbid"; readonly skill: string; readonly from: number; readonly to: number | null };

export interface PlanAsked {
  readonly belief: Belief;
  readonly sessions: readonly Session[];
  readonly goals: readonly GoalFacts[];
  readonly ahead: Ahead;
  readonly ladder: readonly Skill[];
  readonly pins: readonly Pin[];
}

const LAYOFF_DAYS = 7;
const MOST_REFRESHERS = 3;
/** The last sessions of a term: consolidating, and the last of all the exit evaluation. */
const LAST_SESSIONS = 3;
/** Terms shorter than this are worked to their end. */
const LEAST_FOR_ENDING = 8;
const KNOWN_LEVEL = 2;
const LATELY_DAYS = 21;
const UNDER_WAY_TO = 4;
/** So little that any goal, however unlikely, comes first. */
const LITTLE = 1e-9;
const LEAST_WORKS = 2;
const SHOWN_LEVEL = 3;
const SHOWN_TIMES = 2;

/** What the chooser is told on the way: levels as they are expected, each session a little surer. */
class Expected {
  readonly known: Known;
  readonly met: boolean[];
  readonly missing: number[];
  readonly lastWorked: Float64Array;
  readonly barred: Uint8Array;

  constructor(
    readonly course: Course,
    { belief, sessions, goals, ahead }: PlanAsked,
  ) {
    this.known = knownOf(belief, course);
    const states = goals.map((goal) => goalState(belief, sessions, goal, ahead.today));
    this.met = states.map(({ met }) => met);
    this.missing = states.map(({ missing }) => missing);
    this.lastWorked = new Float64Array(course.skills.length).fill(Number.NEGATIVE_INFINITY);
    this.barred = new Uint8Array(course.skills.length);
    for (const { day, work } of sessions)
      for (const { skill } of work) {
        const at = course.at.get(skill);
        if (at !== undefined) this.lastWorked[at] = day;
      }
  }
  level = (skill: number): number => weakerOf(this.course, this.known.mean, skill);
  isNew = (skill: number): boolean => this.lastWorked[skill] === Number.NEGATIVE_INFINITY && this.level(skill) < NEW_BELOW;

  work(skill: number, day: number, minutes: number): void {
    const { course, known } = this;
    const { sessions03 } = course.skills[skill] as SkillShape;
    const ready = (course.before[skill] as readonly number[]).reduce((all, prior) => all * readyBy(this.level(prior)), 1);
    const dose = (known.pace[skill] as number) * (3 / sessions03) * Math.sqrt(minutes / 10) * ready;
    for (let track = course.firstTrack[skill] as number; track < (course.firstTrack[skill + 1] as number); track += 1) {
      const level = known.mean[track] as number;
      const gain = dose * intakeAt(level);
      const variance = (known.spread[track] as number) ** 2 + (GAIN_NOISE * gain) ** 2;
      known.mean[track] = Math.min(HIGHEST_LEVEL, level + gain);
      known.spread[track] = Math.sqrt((variance * SCORE_VARIANCE) / (variance + SCORE_VARIANCE));
    }
    this.lastWorked[skill] = day;
    course.goals.forEach((goal, i) => {
      if (goal.at !== skill) return;
      const proved = this.level(skill) >= goal.target;
      this.missing[i] = proved ? Math.max(0, (this.missing[i] as number) - 1) : PROOFS;
      this.met[i] = this.missing[i] === 0;
    });
  }
}

const forbids = (pins: readonly Pin[], skill: string, day: number): boolean =>
  pins.some((pin) => pin.kind === "forbid" && pin.skill === skill && pin.from <= day && (pin.to === null || day <= pin.to));

function purposesOf({ ahead, sessions }: PlanAsked): readonly Purpose[] {
  let [last, refreshers] = [sessions.at(-1)?.day ?? null, 0];
  const count = ahead.days.length;
  const ending = count + sessions.length >= LEAST_FOR_ENDING;
  return ahead.days.map((day, i) => {
    if (last !== null && day - last >= LAYOFF_DAYS)
      refreshers = Math.min(MOST_REFRESHERS, Math.floor((day - last) / LAYOFF_DAYS));
    last = day;
    if (ending && i === count - 1) return "exit";
    if (ending && i >= count - LAST_SESSIONS) return "consolidate";
    if (refreshers > 0) {
      refreshers -= 1;
      return "refresher";
    }
    return "work";
  });
}

/** Goals that are nearest to their target and not surely there, then those held longest without proof. */
function toConsolidate(expected: Expected, items: number): readonly number[] {
  const { course, lastWorked } = expected;
  const gap = (i: number): number => Math.max(0, (course.goals[i]?.target ?? 0) + 0.3 - expected.level(course.goals[i]?.at ?? 0));
  const order = course.goals
    .map((_, i) => i)
    .sort((a, b) => gap(a) - gap(b) || (lastWorked[course.goals[a]?.at ?? 0] ?? 0) - (lastWorked[course.goals[b]?.at ?? 0] ?? 0));
  const reached = order.filter((i) => expected.level(course.goals[i]?.at ?? 0) >= KNOWN_LEVEL);
  return [...new Set(reached.map((i) => course.goals[i]?.at ?? 0))].slice(0, items);
}

/** After time off: the best known skills that the next ones rest on, lower down than before. */
function toRefresh(expected: Expected, chosen: readonly number[], items: number): readonly number[] {
  const { course } = expected;
  const below = chosen.flatMap((skill) =>
    expected.isNew(skill) || expected.level(skill) < SHOWN_LEVEL ? (course.before[skill] as readonly number[]) : [skill],
  );
  const known = course.skills
    .map((_, i) => i)
    .filter((i) => expected.lastWorked[i] !== Number.NEGATIVE_INFINITY && expected.level(i) >= KNOWN_LEVEL);
  const ordered = [
    ...new Set([...below.filter((i) => known.includes(i)), ...known.sort((a, b) => expected.level(b) - expected.level(a))]),
  ];
  return ordered.slice(0, items);
}

function wantedFor(purpose: Purpose, expected: Expected, chosen: readonly number[], items: number): readonly number[] {
  // Where goals leave a session nearly empty, what they rest on is kept fresh.
  if (purpose === "work" && chosen.length >= LEAST_WORKS) return chosen;
  const ending = purpose === "work" ? chosen : purpose === "refresher" ? [] : toConsolidate(expected, items);
  const most = purpose === "work" ? LEAST_WORKS : items;
  return [...new Set([...ending, ...toRefresh(expected, chosen, items)])].slice(0, most);
}

function conditionsOf(expected: Expected, skill: number, shape: Skill | undefined): readonly Condition[] {
  const { course } = expected;
  const step = expected.isNew(skill) || (expected.level(skill) < KNOWN_LEVEL && shape?.saddle === true);
  if (!step || !shape) return [];
  const unsure = (course.before[skill] as readonly number[]).filter((prior) => expected.level(prior) < SHOWN_LEVEL + 0.5);
  return [
    ...unsure.map((prior): Condition => ({ code: "shown", skill: (course.skills[prior] as SkillShape).id, times: SHOWN_TIMES })),
    ...(shape.saddle ? [{ code: "calm-day" } as const] : []),
    ...(shape.second ? [{ code: "second-person" } as const] : []),
  ];
}

/** Skills worked lately that the horse does not do reliably yet. */
function underWay({ sessions, ahead, belief }: PlanAsked): readonly string[] {
  const lately = sessions
    .filter(({ day }) => day > ahead.today - LATELY_DAYS)
    .flatMap(({ work }) => work.map(({ skill }) => skill));
  const reliable = (skill: string): boolean =>
    belief.layout.tracksOf(belief.layout.skill(skill)).every((track) => (belief.mean[track.at] ?? 0) >= UNDER_WAY_TO);
  return [...new Set(lately)].filter((skill) => !reliable(skill));
}

/** Every planned day of what is left, in order. Deterministic: the same record, goals and pins give the same plan. */
export function layPlan(asked: PlanAsked): readonly LaidSession[] {
  const { belief, goals, ahead, ladder, pins } = asked;
  const shapes = new Map(ladder.map((skill) => [skill.id, skill]));
  const pinned = pins.filter((pin) => pin.kind === "pin" && belief.layout.has(pin.skill));
  // What is under way fills the places that goals leave, and what is pinned belongs to the course: both worth next to nothing of themselves.
  const asGoal = (skill: string, value: number): GoalFacts => ({ skill, target: UNDER_WAY_TO, value, side: null });
  const more = [...underWay(asked).map((skill) => asGoal(skill, LITTLE)), ...pinned.map(({ skill }) => asGoal(skill, 0))];
  const extra = more.filter((one, i) => ![...goals, ...more.slice(0, i)].some(({ skill }) => skill === one.skill));
  const course = courseOf(belief.layout.skills, [...goals, ...extra]);
  const expected = new Expected(course, { ...asked, goals: [...goals, ...extra] });
  const purposes = purposesOf(asked);
  const minutes = ahead.minutes / ahead.items;
  const needed: Skill["place"][] = [];
  const calm: boolean[] = [];
  const sessions = ahead.days.map((day, i) => {
    const purpose = purposes[i] as Purpose;
    course.skills.forEach(({ id }, skill) => {
      const barred = forbids(pins, id, day) || day < (ahead.notBefore.get(id) ?? Number.NEGATIVE_INFINITY);
      expected.barred[skill] = barred ? 1 : 0;
    });
    const { known, met, missing, lastWorked, barred } = expected;
    const kept = pinned.filter((pin) => pin.kind === "pin" && pin.day === day).map(({ skill }) => course.at.get(skill) as number);
    const items = Math.max(0, ahead.items - kept.length);
    const chosen = chooseOn(course, known, {
      sessionsLeft: ahead.days.length - i,
      items: ahead.items,
      minutes,
      today: day,
      lastWorked,
      met,
      missing,
      barred,
    });
    const wanted = wantedFor(purpose, expected, chosen, ahead.items);
    const open = wanted.filter((skill) => barred[skill] === 0 && !kept.includes(skill)).slice(0, items);
    const laid = [...kept, ...open].map(
      (skill): LaidItem => ({
        skill: (course.skills[skill] as SkillShape).id,
        isNew: expected.isNew(skill),
        pinned: kept.includes(skill),
        when: conditionsOf(expected, skill, shapes.get((course.skills[skill] as SkillShape).id)),
      }),
    );
    needed.push(placeFor(laid.flatMap(({ skill }) => shapes.get(skill) ?? [])));
    calm.push([...kept, ...open].every((skill) => !expected.isNew(skill) && expected.level(skill) >= SHOWN_LEVEL));
    for (const skill of [...kept, ...open]) expected.work(skill, day, minutes);
    return { day, purpose, items: laid };
  });
  const places = placesOf(needed, calm);
  return sessions.map((session, i) => ({ ...session, ...(places[i] as LaidPlace) }));
}

export interface LaidWeek {
  /** Day of the week's Monday, as the forecast counts days. */
  readonly from: number;
  /** Branch that most of its items belong to; null: nothing is planned. */
  readonly theme: string | null;
  /** The skill worked most. */
  readonly main: string | null;
  readonly sessions: readonly LaidSession[];
  /** Where its sessions are worked. */
  readonly places: readonly Skill["place"][];
}
const most = <T>(list: readonly T[]): T | null => {
  const counts = new Map<T, number>();
  for (const one of list) counts.set(one, (counts.get(one) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
};

/** Weeks from Monday to Sunday; `monday` is the number of any Monday. */
export function weeksOf(plan: readonly LaidSession[], ladder: readonly Skill[], monday: number): readonly LaidWeek[] {
  const shapes = new Map(ladder.map((skill) => [skill.id, skill]));
  const weekOf = (day: number): number => Math.floor((day - monday) / 7);
  const weeks = [...new Set(plan.map(({ day }) => weekOf(day)))];
  return weeks.map((week) => {
    const sessions = plan.filter(({ day }) => weekOf(day) === week);
    const skills = sessions.flatMap(({ items }) => items.map(({ skill }) => skill));
    const main = most(skills);
    return {
      from: monday + 7 * week,
      theme: most(skills.map((skill) => shapes.get(skill)?.branch).filter((branch) => branch !== undefined)),
      main,
      sessions,
      places: [...new Set(sessions.map(({ place }) => place))].filter((place) => place !== "anywhere"),
    };
  });
}

/** One line of what a new laying moved. Days as the forecast counts them. */
export type Moved =
  | { readonly code: "first-time"; readonly skill: string; readonly before: number; readonly after: number }
  | { readonly code: "added"; readonly skill: string; readonly after: number }
  | { readonly code: "dropped"; readonly skill: string; readonly before: number }
  | { readonly code: "days"; readonly before: number; readonly after: number };
const WORTH_TELLING = 2;

/** What moved between two plans, by the first day of each skill that both still have before them: a shift of a day is not told. */
export function whatMoved(before: readonly LaidSession[], after: readonly LaidSession[], today: number): readonly Moved[] {
  const firsts = (plan: readonly LaidSession[]): ReadonlyMap<string, number> => {
    const days = new Map<string, number>();
    for (const { day, items } of plan) if (day > today) for (const { skill } of items) if (!days.has(skill)) days.set(skill, day);
    return days;
  };
  const [was, is] = [firsts(before), firsts(after)];
  const moved = [...is].flatMap(([skill, day]): Moved[] => {
    const earlier = was.get(skill);
    if (earlier === undefined) return [{ code: "added", skill, after: day }];
    return Math.abs(earlier - day) >= WORTH_TELLING ? [{ code: "first-time", skill, before: earlier, after: day }] : [];
  });
  const dropped = [...was]
    .filter(([skill]) => !is.has(skill))
    .map(([skill, day]): Moved => ({ code: "dropped", skill, before: day }));
  const left = (plan: readonly LaidSession[]): number => plan.filter(({ day }) => day > today).length;
  const days: Moved[] = left(before) === left(after) ? [] : [{ code: "days", before: left(before), after: left(after) }];
  return [...days, ...moved, ...dropped];
}
