/**
 * From the record of a stay to its plan and forecast, with what may be asked instead. Everything here goes through JSON, so that the page's worker and
 * the server run the same code on the same facts.
 */

import { addDays, type LocalDate, later } from "../calendar/local-date.ts";
import type { TermFacts } from "../calendar/term.ts";
import type { ByCards } from "../forecast/by-cards.ts";
import type { Calibration } from "../forecast/calibrate.ts";
import { readingNow, type StartingState } from "../forecast/doubt.ts";
import type { Belief } from "../forecast/estimator.ts";
import type { GoalFacts } from "../forecast/goals.ts";
import type { Ahead } from "../forecast/simulate.ts";
import type { RiderSeverity, ScoredSession, Seen, SkillShape, StayFacts } from "../forecast/stay.ts";
import type { HorseKind } from "../horse/horse.ts";
import { type Score, type Side, sidesOf, type TrackSide } from "../kernel/sides.ts";
import { ladderFor } from "../ladder/for-method.ts";
import { onTheLine, skillIn } from "../ladder/ladder.ts";
import { trackKey } from "../ladder/level.ts";
import { WELL } from "../ladder/marks.ts";
import { type Method, methodAmong } from "../ladder/methods.ts";
import type { Skill } from "../ladder/skill.ts";
import { countsFrom, firstTimesOf, type StepChange } from "../permission/steps.ts";
import { impliedBy, readHorse, SHOWN } from "../reading/reading.ts";
import type { Pin, PlanAsked } from "./asked.ts";
import { isFamily, MOST_HANDLING, MOST_WARM_UPS } from "./compose.ts";
import { type PlanGoal, valueOf } from "./goal-sets.ts";
import { nextFrom } from "./next-goals.ts";
import { beginsNothing, plannedDays, stayDay } from "./planned-days.ts";
import type { GoalStanding } from "./standing.ts";
import type { Wait } from "./waits.ts";
import type { Way } from "./ways.ts";

export interface StayRecord {
  readonly kind: HorseKind;
  readonly firstDay: LocalDate;
  readonly today: LocalDate;
  readonly lastDay: LocalDate;
  readonly workedToday: boolean;
  readonly term: Pick<TermFacts, "restDays" | "holidays" | "holds" | "sessionsAWeek">;
  /** True while a hold has no last day: nothing can be planned. */
  readonly onHold: boolean;
  readonly method: Method;
  /** That may be asked about. */
  readonly methods: readonly Method[];
  /** As the barn has it, before the method. */
  readonly ladder: readonly Skill[];
  readonly seen: readonly Seen[];
  /** Days count from the first day of the stay. */
  readonly sessions: readonly ScoredSession[];
  readonly goals: readonly PlanGoal[];
  readonly pins: readonly Pin[];
  /** Skills that wait, each for a day; as the forecast counts days. */
  readonly waits: readonly Wait[];
  readonly missed: number;
  readonly planned: number;
  /** Of the usual session. */
  readonly minutes: number;
  readonly hard: Side | "even";
  readonly leanings: readonly RiderSeverity[];
  /** Log learning rate that horses have here, by the barn's past. */
  readonly usualRate: number;
  /** How the barn's past bends a chance. */
  readonly bend: Calibration;
  readonly standing: GoalStanding;
  /** What the barn changed of the lists of big steps. */
  readonly stepChanges: readonly StepChange[];
  readonly ways: readonly Way[];
}

/**
 * The most that a card has for its main, and all that a session scores: the record shares a session's minutes out alike among these, and the plays go on from
 * what it says. More minutes for the main told chances no better (bench:cards).
 */
const GOAL_WORKS = 2;
const ALL_WORKS = GOAL_WORKS + 2;

export type WhatIf =
  | { readonly code: "now" }
  | { readonly code: "sessions"; readonly aWeek: number }
  | { readonly code: "days"; readonly more: number }
  | { readonly code: "off"; readonly days: number }
  | { readonly code: "method"; readonly method: string }
  | { readonly code: "drop"; readonly skill: string }
  /** Two short sessions a day in the place of one. */
  | { readonly code: "twice" }
  | { readonly code: "hard-side" };
export const NOW: WhatIf = { code: "now" };

/** Each of two short sessions lasts so much of a usual one, and serves the goals with so many works. */
const SHORT = { share: 0.65, works: 1 };
const HARD_SHARE = 1.25;
const WEEK = 7;
/** Time off asked about begins in so many days. */
const OFF_FROM = 1;

export const shapesOf = (ladder: readonly Skill[]): readonly SkillShape[] =>
  ladder.map((skill) => ({
    id: skill.id,
    branch: skill.branch,
    nature: skill.nature,
    atTheBit: skill.tags.includes("bit-and-steering"),
    prerequisites: skill.after,
    onTheLine: onTheLine(skill, ladder),
    sided: skill.sided,
    sessions03: skill.to3,
    halfLife: skill.halfLife,
  }));

const methodIn = (record: StayRecord, what: WhatIf): Method =>
  what.code === "method" ? methodAmong(what.method, record.methods) : record.method;

/** The ladder as the stay climbs it. */
export const ladderOf = (record: StayRecord, what: WhatIf = NOW): readonly Skill[] =>
  ladderFor(record.ladder, methodIn(record, what));

/** Tracks that nobody scored and that cannot be missing. */
function impliedIn({ ladder, seen, sessions }: StayRecord): NonNullable<StayFacts["implied"]> {
  const scored = new Map<string, { readonly latest: Score }>();
  for (const { skill, side, score } of seen) scored.set(trackKey(skill, side), { latest: score });
  for (const { work } of sessions)
    for (const { skill, scores } of work)
      for (const [side, score] of Object.entries(scores) as [TrackSide, Score][])
        scored.set(trackKey(skill, side), { latest: score });
  const implied = impliedBy(new Map(ladder.map((skill) => [skill.id, skill])), scored);
  return ladder.flatMap(({ id, sided }) =>
    sidesOf(sided)
      .filter((side) => implied.has(trackKey(id, side)) && !scored.has(trackKey(id, side)))
      .map((side) => ({ skill: id, side })),
  );
}

/** What the estimator reads; works on skills that the barn no longer uses are left out. */
export function factsOf(record: StayRecord, what: WhatIf = NOW): StayFacts {
  const skills = shapesOf(ladderOf(record, what));
  const used = new Set(skills.map(({ id }) => id));
  return {
    kind: record.kind,
    leanings: record.leanings,
    usualRate: record.usualRate,
    skills,
    seen: record.seen.filter(({ skill }) => used.has(skill)),
    implied: impliedIn(record),
    sessions: record.sessions.map((session) => ({ ...session, work: session.work.filter(({ skill }) => used.has(skill)) })),
  };
}

function goalsIn(record: StayRecord, what: WhatIf): readonly PlanGoal[] {
  const used = new Set(record.ladder.map(({ id }) => id));
  return record.goals.filter(({ skill }) => used.has(skill) && !(what.code === "drop" && what.skill === skill));
}
export const goalsOf = (record: StayRecord, what: WhatIf = NOW): readonly GoalFacts[] =>
  goalsIn(record, what).map((goal) => ({
    skill: goal.skill,
    target: goal.target,
    side: goal.side,
    value: valueOf(goal),
    ...(goal.by ? { by: stayDay(record.firstDay, goal.by) } : {}),
  }));

/** How cards choose: what goes together in a session, and what has not been shown yet and waits for a list. */
function cardsOf(record: StayRecord, what: WhatIf): ByCards {
  const ladder = ladderOf(record, what);
  const { scores, history, rides } = record.standing;
  const reading = readHorse({ ladder, scores, kind: record.kind, history, rides });
  return {
    firsts: firstTimesOf({ ladder, reading, changes: record.stepChanges }),
    shownAt: SHOWN,
    wellAt: countsFrom(WELL),
    warmUps: MOST_WARM_UPS,
    daily: MOST_HANDLING,
    isFamily: (a, b) => {
      const [one, other] = [skillIn(ladder, a), skillIn(ladder, b)];
      return one !== undefined && other !== undefined && isFamily(one, other);
    },
  };
}

/** The first day of the stay on which anything may be worked: a check may hold it all. */
function opensOn({ ladder, waits }: Pick<StayRecord, "ladder" | "waits">): number {
  const until = new Map(waits.map((wait) => [wait.skill, wait.until]));
  return Math.min(...ladder.map(({ id }) => until.get(id) ?? Number.NEGATIVE_INFINITY));
}
/** Nobody can say how it goes on: a hold has no last day, or a check holds all work until somebody releases it. */
export const isHeldOpen = (record: StayRecord): boolean =>
  record.onHold || opensOn(record) > stayDay(record.firstDay, record.lastDay);

export function aheadOf(record: StayRecord, what: WhatIf = NOW): Ahead {
  const { firstDay, today, term } = record;
  const from = record.workedToday ? addDays(today, 1) : later(today, firstDay);
  const lastDay = what.code === "days" ? addDays(record.lastDay, what.more) : record.lastDay;
  const perWeek = what.code === "sessions" ? what.aWeek : term.sessionsAWeek;
  const off = what.code === "off" ? [{ from: addDays(today, OFF_FROM), to: addDays(today, OFF_FROM + what.days - 1) }] : [];
  const opens = opensOn(record);
  const days = record.onHold
    ? []
    : plannedDays({ facts: term, from, lastDay, perWeek, off })
        .map((day) => stayDay(firstDay, day))
        .filter((day) => day >= opens);
  const notBefore = new Map<string, number>();
  const wait = (skill: string, day: number): void => {
    notBefore.set(skill, Math.max(day, notBefore.get(skill) ?? Number.NEGATIVE_INFINITY));
  };
  for (const { skill, until } of record.waits) wait(skill, until);
  // A method that begins on the ground lets nothing on the back before so many sessions.
  const ground = methodIn(record, what).groundSessionsFirst - record.sessions.length;
  const mounts = ground <= 0 ? null : (days[ground] ?? stayDay(firstDay, lastDay) + 1);
  const underRider = (skill: string): boolean => skillIn(record.ladder, skill)?.saddle ?? false;
  const wasRiddenHere =
    record.sessions.some(({ work }) => work.some(({ skill }) => underRider(skill))) ||
    record.seen.some(({ skill, score }) => score >= SHOWN && underRider(skill));
  if (mounts !== null && !wasRiddenHere) for (const { id, bears } of record.ladder) if (bears !== "nothing") wait(id, mounts);
  return {
    today: stayDay(firstDay, today) - (record.workedToday ? 0 : 1),
    lastDay: Math.max(stayDay(firstDay, lastDay), stayDay(firstDay, today)),
    days,
    missed: record.missed,
    planned: record.planned,
    ...(what.code === "twice"
      ? { aDay: 2, items: SHORT.works, minutes: (record.minutes * SHORT.share * SHORT.works) / (SHORT.works + 1) }
      : { items: GOAL_WORKS, minutes: (record.minutes * GOAL_WORKS) / ALL_WORKS }),
    follows: "plan",
    byCards: cardsOf(record, what),
    stuck: new Set(record.standing.stuck),
    notBefore,
    passed: new Set(record.waits.flatMap(({ skill, passed }) => (passed ? [skill] : []))),
    sides:
      what.code === "hard-side" && record.hard !== "even"
        ? {
            left: record.hard === "left" ? HARD_SHARE : 2 - HARD_SHARE,
            right: record.hard === "right" ? HARD_SHARE : 2 - HARD_SHARE,
          }
        : null,
  };
}

export const readingOn = (record: StayRecord, what: WhatIf = NOW): StartingState => readingNow(factsOf(record, what));

/** What a plan is laid from; the belief is handed in, as it is dear. */
export function planAsked(record: StayRecord, belief: Belief, what: WhatIf = NOW): PlanAsked {
  const ahead = aheadOf(record, what);
  const lastDay = addDays(record.firstDay, ahead.lastDay);
  return {
    belief,
    sessions: factsOf(record, what).sessions,
    goals: goalsOf(record, what),
    ahead,
    ladder: ladderOf(record, what),
    pins: record.pins,
    trainer: {
      ...record.standing,
      firstDay: record.firstDay,
      kind: record.kind,
      goals: goalsIn(record, what),
      groundSessionsFirst: methodIn(record, what).groundSessionsFirst,
      stepChanges: record.stepChanges,
      ways: record.ways,
      beginsNothing: (day) => beginsNothing(record.term, day, lastDay),
    },
  };
}

/** What builds on the goals and may be begun: proposed once they are met. */
export function nextWork(record: StayRecord): readonly Skill[] {
  const { scores, history, rides } = record.standing;
  const ladder = ladderOf(record);
  const reading = readHorse({ ladder, scores, kind: record.kind, history, rides });
  return nextFrom(
    ladder,
    reading,
    record.goals.map(({ skill }) => skill),
  );
}

/** The questions that a stay's page asks of itself. */
export function whatIfsOf(record: StayRecord): readonly WhatIf[] {
  const perWeek = record.term.sessionsAWeek;
  return [
    ...(perWeek < WEEK - record.term.restDays.length ? [{ code: "sessions", aWeek: perWeek + 1 } as const] : []),
    ...(perWeek > 1 ? [{ code: "sessions", aWeek: perWeek - 1 } as const] : []),
    // What is needed on a day is soonest helped by more of the days that are left.
    ...(record.goals.some(({ by }) => by && by >= record.today) ? [{ code: "twice" } as const] : []),
    { code: "days", more: 30 },
    { code: "off", days: 14 },
    ...(record.hard === "even" ? [] : [{ code: "hard-side" } as const]),
  ];
}
