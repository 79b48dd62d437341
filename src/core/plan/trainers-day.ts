/** Laying one day of a plan after another, each from how the horse is expected to stand by then. */

import { addDays, daysBetween, type LocalDate } from "../calendar/local-date.ts";
import type { SessionKind } from "../card/card.ts";
import { chooseOn, lateOf } from "../forecast/choose.ts";
import type { Belief } from "../forecast/estimator.ts";
import type { ScoredSession, SkillShape } from "../forecast/stay.ts";
import { ancestorsIn, hasTag, ropesUnder, skillIn } from "../ladder/ladder.ts";
import { RELIABLE, REST_DAYS, USABLE, WELL } from "../ladder/marks.ts";
import type { Skill } from "../ladder/skill.ts";
import { countOf, nextStep, stateOf, workTowards } from "../permission/next-step.ts";
import { askedOf, wantsSecondItself } from "../permission/permission.ts";
import type { StepBack } from "../permission/protocol.ts";
import { missingFor, STEP_LISTS, STEP_TAGS, type StepFacts } from "../permission/steps.ts";
import { type PastSession, quietLately, scoredAlike, wasRidden } from "../permission/trouble.ts";
import { type HorseReading, isRidden, readHorse } from "../reading/reading.ts";
import type { Pin, PlanAsked } from "./asked.ts";
import type { Because } from "./because.ts";
import { composed, isPassing, kindOf, wantedHandling } from "./compose.ts";
import type { CourseAhead } from "./course-ahead.ts";
import { ExpectedReading } from "./expected.ts";
import type { PlanGoal } from "./goal-sets.ts";
import { FIRST_WEEK, isFence, Mains } from "./main.ts";
import type { MainMoment } from "./moment.ts";
import type { ScheduledPlace } from "./places.ts";
import type { Condition, Purpose, ScheduledItem, ScheduledSession } from "./session.ts";
import { partsWritten, type WrittenWork } from "./written.ts";

/** So many days before its day a promise is all the work. */
const DATED_WITHIN = 28;
/** Skills that are looked at for the main of a day, best first. */
const RANKED = 12;
/** What is small and daily is asked in so many sessions to come, whatever is hoped of it. */
const ASKED_SESSIONS = 6;
/** Share of an item that goes to what is done beside the main. */
const BESIDE = 0.4;
/** What a session adds to a skill of which the forecast says nothing. */
const STEP_UP = 0.3;
const SHOWN_TIMES = 2;

const isFenceIn = (ladder: readonly Skill[], id: string): boolean => {
  const skill = skillIn(ladder, id);
  return skill !== undefined && isFence(skill, ladder);
};
const forbids = (pins: readonly Pin[], skill: string, day: number): boolean =>
  pins.some((pin) => pin.kind === "forbid" && pin.skill === skill && pin.from <= day && (pin.to === null || day <= pin.to));

function conditionsOf(
  expected: CourseAhead,
  reading: Pick<HorseReading, "counts">,
  skill: number | undefined,
  shape: Skill,
): readonly Condition[] {
  const { course } = expected;
  const second: readonly Condition[] = wantsSecondItself(askedOf(shape, reading)) ? [{ code: "second-person" }] : [];
  if (skill === undefined) return second;
  const step = expected.isNew(skill) || (expected.level(skill) < USABLE && shape.saddle);
  if (!step) return second;
  const unsure = (course.before[skill] as readonly number[]).filter((prior) => expected.level(prior) < WELL + 0.5);
  return [
    ...unsure.map((prior): Condition => ({ code: "shown", skill: (course.skills[prior] as SkillShape).id, times: SHOWN_TIMES })),
    ...(shape.saddle ? [{ code: "calm-day" } as const] : []),
    ...second,
  ];
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

/** What a session was about: what it worked that the horse did not do reliably, else the goals that it showed. */
function aboutOf(work: ScoredSession["work"], goals: readonly PlanGoal[]): readonly string[] {
  const poor = work.filter(({ scores }) => Object.values(scores).some((score) => score < RELIABLE));
  const shown = work.filter(({ skill }) => goals.some((goal) => goal.skill === skill));
  return (poor.length > 0 ? poor : shown).map(({ skill }) => skill);
}

/** One day after another, each from how the horse is expected to stand by then. */
export class TrainersDay {
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
  /** By this plan, of what the owner complains of. */
  private readonly lookedAt = new Set<string>();
  private readonly late: readonly number[];
  private rides: number;
  private lastFence: number | null = null;

  constructor(
    private readonly asked: PlanAsked,
    private readonly expected: CourseAhead,
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
    this.before = sessions.map(({ work }) => aboutOf(work, trainer.goals));
    for (const { day, work } of sessions) if (work.some(({ skill }) => isFenceIn(ladder, skill))) this.lastFence = day;
    this.mains = new Mains({ ...trainer, ladder, sessionsSoFar: trainer.sessionsSoFar });
  }

  levelOf = (id: string): number => {
    const at = this.expected.course.at.get(id);
    const skill = skillIn(this.asked.ladder, id);
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
      changes: trainer.stepChanges,
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
      !((trainer.grounded || (trainer.groundedToday && day === ahead.today)) && skill.bears !== "nothing") &&
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

  lay(
    day: number,
    i: number,
    purpose: Purpose,
    kept: readonly Skill[],
    minutes: number,
    written: WrittenWork | null,
  ): Omit<ScheduledSession, keyof ScheduledPlace> {
    const { asked, expected, reading } = this;
    const { ahead, ladder, trainer, belief } = asked;
    const { course, known, met, missing, lastWorked, barred } = expected;
    const may = this.mayOn(day);
    const shown = new Uint8Array(course.skills.length);
    course.skills.forEach(({ id }, skill) => {
      const shape = skillIn(ladder, id);
      barred[skill] = shape && may(shape) ? 0 : 1;
      if (shape && reading.isShown(shape)) shown[skill] = 1;
    });
    const moment = {
      sessionsLeft: ahead.days.length - i,
      minutes,
      today: day,
      lastWorked,
      met,
      missing,
      barred,
      shown,
      late: this.late,
    };
    const idOf = (skill: number): string => (course.skills[skill] as SkillShape).id;
    const ranked = chooseOn(course, known, { ...moment, items: RANKED, mostNew: RANKED, freshness: false }).map(idOf);
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
      stuck: trainer.stuck.filter((id) => day - (this.workedOn.get(id) ?? Number.NEGATIVE_INFINITY) <= REST_DAYS),
      lacking: nearly ? workTowards(next, steps) : [],
      steps,
      may,
      noFirst: trainer.beginsNothing(date),
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
      kept.length > 0
        ? { skills: kept, because: written ? { code: "written" as const, words: written.words } : { code: "pinned" as const } }
        : this.mains.choose(mainMoment, running);
    const main = chosen?.skills ?? [];
    const ridden = (skill: Skill): boolean => reading.isShown(skill) || (isRidden(reading) && reading.basisOf(skill) === "told");
    const rides = ladder.some((skill) => skill.bears === "rider" && ridden(skill) && may(skill));
    // A first step is the whole day: nothing else is looked at on it.
    const looks = !running && chosen?.because.code !== "step";
    const complained = looks ? this.complainedOf(i, may) : [];
    const daily = wantedHandling(
      ladder,
      i < ASKED_SESSIONS ? this.now : reading,
      trainer.goals.filter((_, goal) => !(i < ASKED_SESSIONS ? this.metNow : met)[goal]),
      trainer.complaint,
    );
    const isHandling = ({ nature }: Skill): boolean => nature === "handling";
    const handling = [...complained.filter(isHandling), ...daily];
    const look = looks ? [...complained.filter((skill) => !isHandling(skill)), ...this.toLookAt(met, may)] : [];
    const kind = kindOf(main, reading, {
      mayRide: rides,
      quiet: quietLately(this.past.filter(wasRidden)),
      handling: [...main, ...complained].some(({ bears }) => bears !== "rider"),
    });
    const own = composed({
      ways: trainer.ways,
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
    const parts = written ? partsWritten(written, own, ladder, may) : own;
    const items = main.map(
      (skill): ScheduledItem => ({
        skill: skill.id,
        isNew: reading.basisOf(skill) === "none" || (reading.basisOf(skill) === "told" && !reading.isShown(skill)),
        pinned: kept.includes(skill),
        when: conditionsOf(expected, reading, course.at.get(skill.id), skill),
      }),
    );
    const looked = look.flatMap(({ id }) => (parts.warmUp.includes(id) ? [id] : []));
    for (const id of [...looked, ...parts.handling, ...main.map((skill) => skill.id)]) this.lookedAt.add(id);
    this.worked(day, kind, main, [...parts.handling, ...looked], minutes, belief);
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

  /** What the owner complains of and the horse did well in its walk: looked at in the first week all the same. */
  private complainedOf(i: number, may: (skill: Skill) => boolean): readonly Skill[] {
    const { ladder, trainer } = this.asked;
    if (trainer.sessionsSoFar + i >= FIRST_WEEK) return [];
    return trainer.complaint
      .flatMap((id) => skillIn(ladder, id) ?? [])
      .filter(({ id }) => !this.workedOn.has(id) && !this.lookedAt.has(id))
      .filter((skill) => this.now.counts(skill) >= RELIABLE && may(skill))
      .slice(0, 1);
  }

  /** What open goals rest on, next in turn, and nobody has looked at. */
  private toLookAt(met: readonly boolean[], may: (skill: Skill) => boolean): readonly Skill[] {
    const { ladder, trainer } = this.asked;
    const { reading } = this;
    const wanted = [...trainer.goals.keys()]
      .filter((i) => !met[i])
      .sort((a, b) => Number(trainer.goals[b]?.must) - Number(trainer.goals[a]?.must));
    const passed = this.asked.ahead.passed;
    const isWell = (skill: Skill | undefined): boolean =>
      skill === undefined ||
      reading.counts(skill) >= WELL ||
      reading.basisOf(skill) === "told" ||
      (passed?.has(skill.id) ?? false);
    // The first steps are behind a horse that carries riders, and what it is told to do is no first: it is looked at like anything else.
    const isStep = (skill: Skill): boolean =>
      hasTag(skill, ...STEP_TAGS) &&
      !(reading.carriesRiders && hasTag(skill, ...STEP_LISTS["first-steps"].of)) &&
      !(isRidden(reading) && reading.basisOf(skill) === "told");
    const parts = new Set(wanted.flatMap((i) => ancestorsIn(ladder, trainer.goals[i]?.skill ?? "")));
    // What lies below something that it does well is behind it.
    const behind = new Set(
      ladder.flatMap((skill) => (parts.has(skill.id) && reading.counts(skill) >= WELL ? ancestorsIn(ladder, skill.id) : [])),
    );
    const unseenRopes = new Set(
      wanted
        .flatMap((i) => skillIn(ladder, trainer.goals[i]?.skill ?? "") ?? [])
        .flatMap((goal) => ropesUnder(goal, ladder).map(({ id }) => id)),
    );
    const found = ladder.filter(
      (skill) =>
        parts.has(skill.id) &&
        (unseenRopes.has(skill.id) || (!behind.has(skill.id) && !isPassing(skill, reading))) &&
        ["none", "told"].includes(reading.basisOf(skill)) &&
        // What it is told to do under a rider is looked at once somebody rides it here.
        (skill.bears === "nothing" || (skill.bears === "rider" && reading.stage !== "unridden")) &&
        !isStep(skill) &&
        may(skill) &&
        skill.after.length > 0 &&
        skill.after.every((id) => isWell(skillIn(ladder, id))),
    );
    // Ground work shows on any day; what is done under a rider on those days alone on which somebody gets on.
    return [...found.filter(({ bears }) => bears === "rider"), ...found.filter(({ bears }) => bears !== "rider")];
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
      const skill = skillIn(asked.ladder, id) as Skill;
      if (at === undefined) {
        const mean = belief.layout.has(id)
          ? Math.min(...belief.layout.tracksOf(belief.layout.skill(id)).map((track) => belief.mean[track.at] ?? 0))
          : 0;
        reading.after(skill, Math.min(RELIABLE, Math.max(reading.counts(skill), mean) + share * STEP_UP));
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
      this.rides += main.some(({ bears }) => bears === "rider") || isRidden(reading) ? 1 : 0;
      reading.ridden();
    }
    if (main.some((skill) => isFence(skill, asked.ladder))) this.lastFence = day;
    this.before.push(main.map(({ id }) => id));
    this.past.push({
      day: addDays(asked.trainer.firstDay, day),
      groundMinutes: Math.round(asked.ahead.minutes),
      saddleMinutes: kind === "ground" ? 0 : 1,
      tack: [],
      scores: main.map((skill) => scoredAlike(skill, reading.counts(skill))),
      signs: [],
      incidents: [],
      redSigns: [],
      endedWell: true,
      nextTime: "",
    });
  }
}
