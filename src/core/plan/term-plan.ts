/**
 * The plan of what is left of a term: for each planned day the few things to work, by the rule that the forecast plays, with what the horse is expected
 * to know by then. Nothing of it is kept by hand but pins: it is laid anew from the record whenever that moves on.
 */
import { addDays, daysBetween, type LocalDate } from "../calendar/local-date.ts";
import type { SessionKind } from "../card/card.ts";
import { chooseOn, knownOf, lateOf, NEW_BELOW, weakerOf } from "../forecast/choose.ts";
import { type Course, courseOf, type Known } from "../forecast/course.ts";
import type { Belief } from "../forecast/estimator.ts";
import { type GoalFacts, goalState, PROOFS } from "../forecast/goals.ts";
import { GAIN_NOISE, HIGHEST_LEVEL, intakeAt, readyBy, SCORE_VARIANCE } from "../forecast/growth.ts";
import type { Ahead } from "../forecast/plays.ts";
import type { Session, SkillShape } from "../forecast/stay.ts";
import type { HorseKind } from "../horse/horse.ts";
import { ancestorsIn, hasTag } from "../ladder/ladder.ts";
import type { Skill } from "../ladder/skill.ts";
import { countOf, nextStep, stateOf } from "../permission/next-step.ts";
import type { StepBack } from "../permission/protocol.ts";
import { missingFor, STEP_TAGS, type StepFacts } from "../permission/steps.ts";
import { type PastSession, quietLately, wasRidden } from "../permission/trouble.ts";
import { type HorseReading, readHorse } from "../reading/reading.ts";
import type { Because } from "./because.ts";
import { composed, isPassing, kindOf, type Parts, wantedHandling } from "./compose.ts";
import { ExpectedReading } from "./expected.ts";
import type { PlanGoal } from "./goal-sets.ts";
import { isFence, type MainMoment, Mains } from "./main.ts";
import { type LaidPlace, placeFor, placesOf } from "./places.ts";
import type { Standing } from "./standing.ts";

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
export interface LaidSession extends LaidPlace, Parts {
  /** As the forecast counts days. */
  readonly day: number;
  readonly purpose: Purpose;
  /** From what it bears; on the day people, place and weather may make it less. */
  readonly kind: SessionKind;
  /** The main: one thing, or two of a family. */
  readonly items: readonly LaidItem[];
  readonly because: Because;
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
  readonly trainer: TrainerFacts;
}
/** What a trainer looks at beyond levels. */
export interface TrainerFacts extends Standing {
  readonly firstDay: LocalDate;
  readonly kind: HorseKind;
  readonly goals: readonly PlanGoal[];
  readonly groundSessionsFirst: number;
  /** The barn rests on the day after this one. */
  readonly restsAfter: (day: LocalDate) => boolean;
}

/** The last sessions of a term: consolidating, and the last of all the exit evaluation. */
const LAST_SESSIONS = 3;
/** Terms shorter than this are worked to their end. */
const LEAST_FOR_ENDING = 8;
const KNOWN_LEVEL = 2;
const LATELY_DAYS = 21;
/** Nothing is begun for the first time in so many last days of a term. */
const NO_FIRST_DAYS = 3;
/** So many days before its day a promise is all the work. */
const DATED_WITHIN = 28;
/** Skills that are looked at for the main of a day, best first. */
const RANKED = 12;
/** What is small and daily is asked in so many sessions to come, whatever is hoped of it. */
const ASKED_SESSIONS = 6;
/** What stands still rests for a week. */
const RESTS_DAYS = 8;
/** Share of an item that goes to what is done beside the main. */
const BESIDE = 0.4;
/** What a session adds to a skill of which the forecast says nothing. */
const STEP_UP = 0.3;
const UNDER_WAY_TO = 4;
/** So little that any goal, however unlikely, comes first. */
const LITTLE = 1e-9;
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
  const count = ahead.days.length;
  const ending = count + sessions.length >= LEAST_FOR_ENDING;
  return ahead.days.map((_, i) => {
    if (ending && i === count - 1) return "exit";
    return ending && i >= count - LAST_SESSIONS ? "consolidate" : "work";
  });
}
/**
 * A protocol after so many more sessions, taken to be quiet; null: it is over. A restart asks for its things twice each, two of them a session, and for a
 * quiet ride before all is as it was.
 */
function quieter(back: StepBack, sessions: number, main: readonly Skill[], wasRidden: boolean): StepBack | null {
  if (back.code === "restart" && back.work.length > 0) {
    if (!back.bearing) return null;
    const asked = Math.ceil((back.work.length * (back.of - back.quiet)) / 2);
    return sessions < asked ? back : wasRidden ? { ...back, bearing: false } : null;
  }
  const itself = back.at === null || main.some(({ id }) => id === back.at);
  const quiet = Math.min(back.quiet + 1, itself ? back.of : back.of - 1);
  return quiet >= back.of ? null : { ...back, quiet, bearing: back.code !== "days-off" && back.bearing };
}

function conditionsOf(expected: Expected, skill: number | undefined, shape: Skill): readonly Condition[] {
  const { course } = expected;
  if (skill === undefined) return [];
  const step = expected.isNew(skill) || (expected.level(skill) < KNOWN_LEVEL && shape.saddle);
  if (!step) return [];
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
  const day = new TrainersDay(asked, expected);
  const needed: Skill["place"][] = [];
  const calm: boolean[] = [];
  const sessions = ahead.days.map((on, i) => {
    const purpose = purposes[i] as Purpose;
    const kept = pinned.flatMap((pin) => (pin.kind === "pin" && pin.day === on ? (shapes.get(pin.skill) ?? []) : []));
    const session = day.lay(on, i, purpose, kept, minutes);
    needed.push(placeFor(session.items.flatMap(({ skill }) => shapes.get(skill) ?? [])));
    calm.push(session.items.every(({ isNew, skill }) => !isNew && day.levelOf(skill) >= SHOWN_LEVEL));
    return session;
  });
  const places = placesOf(needed, calm);
  return sessions.map((session, i) => ({ ...session, ...(places[i] as LaidPlace) }));
}

/** One day after another, each from how the horse is expected to stand by then. */
class TrainersDay {
  private readonly now: HorseReading;
  private readonly reading: ExpectedReading;
  private readonly mains: Mains;
  private readonly before: (readonly string[])[];
  private readonly past: PastSession[];
  /** The protocol, as far as it is expected to have come; null: none runs any more. */
  private back: StepBack | null;
  private backSessions = 0;
  private readonly metNow: readonly boolean[];
  /** By skill: the last day of the record on which it was worked. */
  private readonly workedOn = new Map<string, number>();
  private readonly late: readonly number[];
  private rides: number;
  private lastFence: number | null = null;

  constructor(
    private readonly asked: PlanAsked,
    private readonly expected: Expected,
  ) {
    const { trainer, ladder, sessions } = asked;
    const { scores, kind, history, rides, stepBack } = trainer;
    this.now = readHorse({ ladder, scores, kind, history, rides });
    this.reading = new ExpectedReading(this.now, rides);
    this.rides = rides;
    this.past = [...trainer.past];
    this.late = lateOf(expected.course.goals, asked.ahead.days);
    this.back = stepBack;
    this.metNow = [...expected.met];
    for (const { day, work } of sessions) for (const { skill } of work) this.workedOn.set(skill, day);
    // What a session was about is what it worked that the horse did not do reliably.
    this.before = sessions.map(({ work }) =>
      work.filter(({ scores: given }) => Object.values(given).some((score) => score < UNDER_WAY_TO)).map(({ skill }) => skill),
    );
    for (const { day, work } of sessions)
      if (work.some(({ skill }) => ladder.some((one) => one.id === skill && isFence(one, ladder)))) this.lastFence = day;
    this.mains = new Mains({ ...trainer, ladder, sessionsSoFar: trainer.sessionsSoFar });
  }

  levelOf = (id: string): number => {
    const at = this.expected.course.at.get(id);
    const skill = this.asked.ladder.find((one) => one.id === id);
    return at === undefined ? (skill ? this.reading.counts(skill) : 0) : this.expected.level(at);
  };

  private steps(): StepFacts {
    const { ladder, trainer } = this.asked;
    return {
      ladder,
      reading: this.reading,
      sessions: this.past,
      sessionsSoFar: trainer.sessionsSoFar + this.past.length - trainer.past.length,
      rides: this.rides,
      groundSessionsFirst: trainer.groundSessionsFirst,
    };
  }

  private mayOn(day: number): (skill: Skill) => boolean {
    const { pins, ahead, ladder, trainer } = this.asked;
    const { back } = this;
    const steps = this.steps();
    const known = new Map<string, boolean>();
    const may = (skill: Skill): boolean =>
      !forbids(pins, skill.id, day) &&
      day >= (ahead.notBefore.get(skill.id) ?? Number.NEGATIVE_INFINITY) &&
      !(trainer.grounded && skill.bears !== "nothing") &&
      !(back && (back.skills.includes(skill.id) || (back.bearing && skill.bears !== "nothing"))) &&
      !(this.lastFence !== null && day - this.lastFence <= 1 && isFence(skill, ladder)) &&
      missingFor(skill, steps).length === 0;
    return (skill) => {
      const before = known.get(skill.id);
      if (before !== undefined) return before;
      const answer = may(skill);
      known.set(skill.id, answer);
      return answer;
    };
  }

  lay(day: number, i: number, purpose: Purpose, kept: readonly Skill[], minutes: number): Omit<LaidSession, keyof LaidPlace> {
    const { asked, expected, reading } = this;
    const { ahead, ladder, trainer, belief } = asked;
    const { course, known, met, missing, lastWorked, barred } = expected;
    const may = this.mayOn(day);
    course.skills.forEach(({ id }, skill) => {
      const shape = ladder.find((one) => one.id === id);
      barred[skill] = shape && may(shape) ? 0 : 1;
    });
    const moment = {
      sessionsLeft: ahead.days.length - i,
      minutes,
      today: day,
      lastWorked,
      met,
      missing,
      barred,
      late: this.late,
    };
    const idOf = (skill: number): string => (course.skills[skill] as SkillShape).id;
    const ranked = chooseOn(course, known, { ...moment, items: RANKED, freshness: false }).map(idOf);
    const stale = chooseOn(course, known, { ...moment, items: 2 })
      .map(idOf)
      .filter((id) => !ranked.includes(id));
    const date = addDays(trainer.firstDay, day);
    const steps = this.steps();
    const next = nextStep(
      steps,
      trainer.goals.filter((_, goal) => !met[goal]).map(({ skill }) => skill),
      trainer.grounded,
    );
    const nearly = next !== null && stateOf(countOf(next.missing)) === "nearly";
    const mainMoment: MainMoment = {
      reading,
      stuck: trainer.stuck.filter((id) => day - (this.workedOn.get(id) ?? Number.NEGATIVE_INFINITY) < RESTS_DAYS),
      lacking: nearly ? next.missing.flatMap((one) => (one.code === "level" ? [one.skill] : [])) : [],
      steps,
      may,
      noFirst: trainer.restsAfter(date) || day > ahead.lastDay - NO_FIRST_DAYS,
      met: met.slice(0, trainer.goals.length),
      ranked,
      stale,
      before: this.before,
      ahead: i,
      lastOfTerm: purpose === "exit" || purpose === "consolidate",
      dated: this.datedOn(date, met),
    };
    const running = this.back;
    const chosen =
      kept.length > 0 ? { skills: kept, because: { code: "pinned" } as const } : this.mains.choose(mainMoment, running);
    const main = chosen?.skills ?? [];
    const rides = ladder.some((skill) => skill.bears === "rider" && reading.isShown(skill) && may(skill));
    const handling = wantedHandling(
      ladder,
      i < ASKED_SESSIONS ? this.now : reading,
      trainer.goals.filter((_, goal) => !(i < ASKED_SESSIONS ? this.metNow : met)[goal]),
      trainer.complaint,
    );
    const kind = kindOf(main, reading, {
      mayRide: rides,
      quiet: quietLately(this.past.filter(wasRidden)),
      handling: main.some(({ bears }) => bears !== "rider"),
    });
    const look = running ? [] : this.toLookAt(met, may);
    const parts = composed({
      ladder,
      reading,
      main,
      kind,
      may,
      handling,
      look,
      stepBack: running,
      nextStep: next && !main.includes(next.skill) ? { skill: next.skill, near: nearly } : null,
      held: [],
      turn: trainer.sessionsSoFar + i,
    });
    const items = main.map(
      (skill): LaidItem => ({
        skill: skill.id,
        isNew: reading.basisOf(skill) === "none" || (reading.basisOf(skill) === "told" && !reading.isShown(skill)),
        pinned: kept.includes(skill),
        when: conditionsOf(expected, course.at.get(skill.id), skill),
      }),
    );
    this.worked(day, kind, main, [...parts.handling, ...look.map(({ id }) => id)], minutes, belief);
    if (running) this.back = quieter(running, (this.backSessions += 1), main, reading.stage !== "unridden");
    const because: Because = chosen?.because ?? { code: "ladder" };
    return { day, purpose: because.code === "protocol" ? "refresher" : purpose, kind, items, because, ...parts };
  }

  /** The goal of a promise whose day is so near that nothing else is worked. */
  private datedOn(date: LocalDate, met: readonly boolean[]): string | null {
    const near = this.asked.trainer.goals.filter(
      ({ by, must }, i) => by && must && !met[i] && date <= by && daysBetween(date, by) <= DATED_WITHIN,
    );
    return near[0]?.skill ?? null;
  }

  /** What open goals rest on, next in turn, and nobody has looked at. */
  private toLookAt(met: readonly boolean[], may: (skill: Skill) => boolean): readonly Skill[] {
    const { ladder, trainer } = this.asked;
    const { reading } = this;
    const wanted = [...trainer.goals.keys()]
      .filter((i) => !met[i])
      .sort((a, b) => Number(trainer.goals[b]?.must) - Number(trainer.goals[a]?.must));
    const parts = new Set(wanted.flatMap((i) => ancestorsIn(ladder, trainer.goals[i]?.skill ?? "")));
    return ladder.filter(
      (skill) =>
        parts.has(skill.id) &&
        ["none", "told"].includes(reading.basisOf(skill)) &&
        !isPassing(skill, reading) &&
        skill.bears === "nothing" &&
        !hasTag(skill, ...STEP_TAGS) &&
        may(skill) &&
        skill.after.length > 0 &&
        skill.after.every((id) => ladder.every((one) => one.id !== id || reading.counts(one) >= SHOWN_LEVEL)),
    );
  }

  private worked(
    day: number,
    kind: SessionKind,
    main: readonly Skill[],
    beside: readonly string[],
    minutes: number,
    belief: Belief,
  ): void {
    const { expected, reading, asked } = this;
    const work = (id: string, share: number): void => {
      const at = expected.course.at.get(id);
      const skill = asked.ladder.find((one) => one.id === id) as Skill;
      if (at === undefined) {
        const mean = belief.layout.has(id)
          ? Math.min(...belief.layout.tracksOf(belief.layout.skill(id)).map((track) => belief.mean[track.at] ?? 0))
          : 0;
        reading.after(skill, Math.min(UNDER_WAY_TO, Math.max(reading.counts(skill), mean) + share * STEP_UP));
        return;
      }
      expected.work(at, day, minutes * share);
      reading.after(skill, expected.level(at));
    };
    // A session's minutes go to its main, and a little to what is done beside it.
    const shares = main.length > 0 ? (asked.ahead.items - beside.length * BESIDE) / main.length : 0;
    for (const { id } of main) work(id, Math.max(1, shares));
    for (const id of beside) work(id, BESIDE);
    if (kind !== "ground") {
      this.rides += main.some(({ bears }) => bears === "rider") || reading.stage === "riding" ? 1 : 0;
      reading.ridden();
    }
    if (main.some((skill) => isFence(skill, asked.ladder))) this.lastFence = day;
    this.before.push(main.map(({ id }) => id));
    this.past.push({
      day: addDays(asked.trainer.firstDay, day),
      groundMinutes: Math.round(asked.ahead.minutes),
      saddleMinutes: kind === "ground" ? 0 : 1,
      tack: [],
      scores: main.map((skill) => ({ skill: skill.id, low: reading.counts(skill) })),
      signs: [],
      incidents: [],
      redSigns: [],
      endedWell: true,
      nextTime: "",
    });
  }
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
