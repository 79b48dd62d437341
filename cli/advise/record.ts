/** A case as the records that the application reads: the horse's, the plan's, today's card. Names and days that the schema cannot hold together are refused. */

import { DEFAULT_HOLD_POLICY, heldOn, holdsOverlap } from "#core/calendar/holds.ts";
import { addDays, dayNumber, type LocalDate, later } from "#core/calendar/local-date.ts";
import { readTerm, type TermFacts, workFromOf } from "#core/calendar/term.ts";
import type { CheckFacts } from "#core/check/check.ts";
import { STRAIGHT } from "#core/forecast/calibrate.ts";
import { standStill } from "#core/forecast/outlook.ts";
import type { ScoredSession } from "#core/forecast/stay.ts";
import { ageInYears } from "#core/horse/horse.ts";
import { toldHistory } from "#core/horse/told.ts";
import { NOT_MEASURED } from "#core/intake/measures.ts";
import { readWalk } from "#core/intake/outcome.ts";
import { readOwner } from "#core/intake/request.ts";
import type { SeenSign } from "#core/intake/seen.ts";
import type { PersonId, PlaceId } from "#core/kernel/brand.ts";
import { type Score, SIDES, type TrackSide } from "#core/kernel/sides.ts";
import { ladderFor } from "#core/ladder/for-method.ts";
import { type Ladder, ladderForStay } from "#core/ladder/ladder.ts";
import { METHODS, methodOf } from "#core/ladder/methods.ts";
import type { HorseRecord } from "#core/permission/from-record.ts";
import type { PermitPerson } from "#core/permission/horse.ts";
import type { PermitPlace } from "#core/permission/permission.ts";
import { type PastSession, pastScores } from "#core/permission/trouble.ts";
import type { PlanGoal } from "#core/plan/goal-sets.ts";
import { factsOf, type StayRecord } from "#core/plan/outlook.ts";
import { stayDay } from "#core/plan/planned-days.ts";
import { type GoalStanding, standingOf } from "#core/plan/standing.ts";
import { waitsOf } from "#core/plan/waits.ts";
import { hardSideOf } from "#core/reading/hard-side.ts";
import { type ReadScore, STAGES } from "#core/reading/reading.ts";
import { USUAL_LIMITS } from "#core/weather/work-limits.ts";
import { fail } from "../file-command.ts";
import type { Case } from "./case.ts";
import { withFigures } from "./measured.ts";

type Marks = Case["sessions"][number]["scores"];
type Given = { readonly skill: string; readonly side: TrackSide; readonly score: Score };

function givenIn({ of: skillOf }: Ladder, marks: Marks, path: string): readonly Given[] {
  return Object.entries(marks).flatMap(([id, of]): readonly Given[] => {
    const { sided } = skillOf(id);
    if (of === null) return [];
    if (typeof of === "number") {
      if (sided) return fail(`${path}.${id}`, "This skill has two sides: [left, right].");
      return [{ skill: id, side: "both", score: of }];
    }
    if (!sided) return fail(`${path}.${id}`, "This skill has no sides: one score.");
    return SIDES.flatMap((side, i) => {
      const score = of[i];
      return score === null || score === undefined ? [] : [{ skill: id, side, score }];
    });
  });
}

/** What no schema can say: order of days, people and sides that are there, answers that do not contradict one another. */
function refuseContradictions(file: Case, { of: skillOf }: Ladder): void {
  const { today, stay, people, card, checks, holds } = file;
  const notAfterToday = (day: LocalDate | null, path: string): void => {
    if (day !== null && day > today) fail(path, "Lies after today.");
  };
  file.evaluations.forEach(({ day }, i) => notAfterToday(day, `evaluations.${i}.day`));
  file.sessions.forEach(({ day }, i) => {
    notAfterToday(day, `sessions.${i}.day`);
    if (day < stay.firstDay) fail(`sessions.${i}.day`, "Lies before the first day of the stay.");
  });
  notAfterToday(file.horse.weighed, "horse.weighed");
  checks.forEach(({ ordered, answered, result, released }, i) => {
    notAfterToday(ordered, `checks.${i}.ordered`);
    if (answered !== null && answered < ordered) fail(`checks.${i}.answered`, "Lies before the order.");
    if ((answered === null) !== (result === null)) fail(`checks.${i}.result`, "An answer has a day and a result, or neither.");
    if (released !== null && (answered === null || released < answered)) fail(`checks.${i}.released`, "Lies before the answer.");
  });
  holds.forEach((hold, i) => {
    if (hold.to !== null && hold.to < hold.from) fail(`holds.${i}.to`, "The last day must not come before the first.");
    if (holds.slice(i + 1).some((other) => holdsOverlap(asHold(hold), asHold(other))))
      fail(`holds.${i}`, "Two holds share a day.");
  });
  const ids = new Set(people.map(({ id }) => id));
  if (ids.size < people.length) fail("people", "Two people have the same id.");
  for (const who of ["rider", "helper"] as const) {
    const id = card?.[who] ?? null;
    if (id !== null && !ids.has(id)) fail(`card.${who}`, `There is no “${id}” among the people.`);
  }
  if (card && card.rider !== null && card.rider === card.helper) fail("card.helper", "The rider cannot be the second person.");
  (file.goals ?? []).forEach(({ skill, side }, i) => {
    if (side !== "both" && !skillOf(skill).sided) fail(`goals.${i}.side`, "This skill has no sides.");
    if ((file.goals ?? []).findIndex((other) => other.skill === skill) < i) fail(`goals.${i}.skill`, "Two goals on one skill.");
  });
}
const asHold = ({ kind, from, to, stopsClock }: Case["holds"][number]) => ({
  kind,
  from,
  to,
  stopsClock: stopsClock ?? DEFAULT_HOLD_POLICY[kind],
});

const OUT = { separate: false, outdoor: true, stages: ["riding"] } as const;
/** Places by the names that barns give them; one of another name is an open place for horses that are ridden. */
const PLACES: Readonly<Record<string, Omit<PermitPlace, "id">>> = {
  pen: { separate: true, outdoor: true, stages: STAGES },
  ring: { separate: false, outdoor: false, stages: STAGES },
  arena: { separate: false, outdoor: true, stages: ["first-rides", "riding"] },
  out: OUT,
  outside: OUT,
};
export const placeCalled = (name: string): PermitPlace => ({
  id: name as PlaceId,
  ...(PLACES[name] ?? (PLACES["arena"] as PermitPlace)),
});

/** Specialist work wants the top grade where nobody says otherwise. */
const TOP_GRADE = 5;
export const personOf = ({ id, grade, weightKg, rides, specialist }: Case["people"][number]): PermitPerson => ({
  id: id as PersonId,
  grade,
  weightKg,
  rides,
  specialist: specialist ?? grade === TOP_GRADE,
});

const EVALUATOR = "evaluation";
const NEVER_ALONE_FROM = 4;

export interface Advised {
  readonly today: LocalDate;
  readonly record: HorseRecord;
  readonly stay: StayRecord;
  readonly people: readonly PermitPerson[];
  readonly scores: readonly ReadScore[];
  readonly lastDay: LocalDate;
  /** Sessions that are owed today. */
  readonly owed: number;
}

export function recordOf(told: Case, whole: Ladder): Advised {
  refuseContradictions(told, whole);
  const file = withFigures(told, whole);
  const { today, barn, horse, stay, signed } = file;
  const method = methodOf(barn.method);
  const ladder = ladderFor(whole.skills, method);
  const inOrder = <T extends { readonly day: LocalDate }>(list: readonly T[]): readonly T[] =>
    [...list].sort((a, b) => dayNumber(a.day) - dayNumber(b.day));
  const evaluations = inOrder(file.evaluations);
  const sessions = inOrder(file.sessions);
  const scores: readonly ReadScore[] = [
    ...evaluations.flatMap(({ day, marks }, i) =>
      givenIn(whole, marks, `evaluations.${i}.marks`).map((one) => ({ ...one, day, walk: true })),
    ),
    ...sessions.flatMap(({ day, scores: given }, i) =>
      givenIn(whole, given, `sessions.${i}.scores`).map((one) => ({ ...one, day, walk: false })),
    ),
  ].sort((a, b) => dayNumber(a.day) - dayNumber(b.day) || Number(b.walk) - Number(a.walk));
  const rides = sessions.filter(({ saddle }) => saddle > 0).length;
  const born = horse.born;
  const ageYears = ageInYears(
    { date: typeof born === "string" ? born : null, year: typeof born === "number" ? born : null },
    today,
  );
  const holds = file.holds.map(asHold);
  const checks: HorseRecord["checks"] = file.checks.map((check): CheckFacts & { readonly orderedOn: LocalDate } => ({
    state: check.answered ? "done" : "ordered",
    due: check.due ?? addDays(check.ordered, 14),
    bookedFor: null,
    holds: check.holds,
    skills: check.skills,
    cause: check.cause,
    result: check.result,
    doneOn: check.answered,
    releasedOn: check.released,
    restrictions: check.restrict,
    orderedOn: check.ordered,
  }));
  const latest = evaluations.at(-1) ?? null;
  const seenSign = ({ sign, side, strength, rung, moment, trend }: Case["evaluations"][number]["signs"][number]): SeenSign => ({
    rung: rung ?? "look",
    sign,
    side,
    strength,
    moment,
    trend,
  });
  const walk = latest && {
    marks: givenIn(whole, latest.marks, "evaluations").map((one) => ({ ...one })),
    signs: latest.signs.map(seenSign),
    touches: [],
    measures: { ...NOT_MEASURED, scaleKg: horse.weightKg, condition: horse.condition, fitness: stay.fit },
    stoppedAt: latest.stoppedAt,
    tries: null,
    settleMinutes: latest.settleMinutes,
  };
  const read =
    walk &&
    readWalk(
      {
        horseClass: horse.class,
        horseKind: stay.kind,
        ageYears,
        sex: horse.sex,
        history: horse.history,
        told: toldBy(stay),
        ...walk,
      },
      whole,
    );
  const pastSession = (one: (typeof sessions)[number]): PastSession => ({
    day: one.day,
    groundMinutes: one.ground,
    saddleMinutes: one.saddle,
    tack: one.tack,
    scores: pastScores(givenIn(whole, one.scores, "sessions")),
    signs: one.signs,
    incidents: one.incidents,
    redSigns: one.redSigns,
    endedWell: one.endedWell,
    nextTime: one.nextTime,
  });
  // What is asked before a session is asked of the days before it.
  const past = sessions.filter(({ day }) => day < today);
  const record: HorseRecord = {
    kind: stay.kind,
    horseClass: horse.class,
    history: toldHistory(horse.history, toldBy(stay)),
    ageYears,
    ladder,
    groundSessionsFirst: method.groundSessionsFirst,
    stepChanges: [],
    limits: USUAL_LIMITS,
    holds,
    checks,
    signed: signed && {
      day: signed.day,
      risk: signed.risk,
      ridden: signed.ridden,
      // Whoever wants a second person for a quiet horse means the riding; a wild one is never alone.
      secondPerson: !signed.secondPerson ? "no" : signed.risk >= NEVER_ALONE_FROM ? "always" : "riding",
      sessionMinutes: signed.sessionMinutes,
      circleMinutes: signed.circleMinutes ?? 20,
    },
    riskSet: null,
    riskRead: read?.risk ?? null,
    walked: latest && { day: latest.day, signs: latest.signs },
    weight: horse.weightKg === null ? null : { kilograms: horse.weightKg, day: horse.weighed ?? today },
    fitness: stay.fit,
    condition: horse.condition,
    keptFrom: file.people.filter(({ keptFrom }) => keptFrom).map(({ id }) => id as PersonId),
    worked: sessions.map(({ day }) => day),
    rides,
    scores,
    sessions: past.map(pastSession),
    earlier: sessions.filter(({ day }) => day === today).map(pastSession),
    incidents: past.flatMap(({ day, incidents }) => incidents.map(({ kind, hurt, strength }) => ({ kind, hurt, strength, day }))),
  };
  const intake = evaluations.find(({ kind }) => kind === "intake") ?? null;
  const term: TermFacts = {
    length: stay.term,
    firstDay: stay.firstDay,
    firstDayIs: 1,
    sessionsAWeek: stay.sessionsAWeek,
    counting: "calendar",
    restDays: barn.restDays,
    holidays: barn.holidays,
    holds,
    workFrom: workFromOf({ firstDay: stay.firstDay, firstDayIs: 1 }, intake?.day ?? null),
    delivered: sessions.map(({ day }) => day),
  };
  const reading = readTerm(term, today);
  const people = file.people.map(personOf);
  const goals = goalsOf(file, whole);
  const standing = (stuck: readonly string[]): GoalStanding =>
    standingOf({ record, today, goals, complaint: { words: stay.complaint, during: [] }, stuck, ladder: whole });
  const { complaint } = standing([]);
  const waits = (stuck: readonly string[]): StayRecord["waits"] =>
    waitsOf({ record, firstDay: stay.firstDay, today, people, goals: goals.map(({ skill }) => skill), complaint, stuck });
  const advised: Advised = {
    today,
    record,
    people,
    scores,
    lastDay: reading.lastDay,
    owed: reading.owed,
    stay: {
      kind: stay.kind,
      firstDay: stay.firstDay,
      today,
      lastDay: later(reading.lastDay, today),
      workedToday: sessions.some(({ day }) => day === today),
      term: { restDays: barn.restDays, holidays: barn.holidays, holds, sessionsAWeek: stay.sessionsAWeek },
      onHold: heldOn(holds, today)?.to === null,
      method,
      methods: METHODS,
      ladder: ladderForStay(whole.skills, [
        ...scores.map(({ skill }) => skill),
        ...goals.map(({ skill }) => skill),
        ...complaint,
        ...(file.card?.skills ?? []),
      ]),
      seen: intake ? givenIn(whole, intake.marks, "evaluations") : [],
      sessions: sessionsOf(whole, file, { evaluations, sessions }),
      goals,
      pins: [],
      waits: waits([]),
      missed: Math.max(0, reading.contractedSoFar - reading.delivered),
      planned: Math.max(reading.contractedSoFar, reading.delivered),
      minutes: Math.min(record.signed?.sessionMinutes ?? method.sessionMinutes, method.sessionMinutes),
      hard: ((side) => (side === "left" || side === "right" ? side : "even"))(hardSideOf(scores, ladder).side),
      leanings: [],
      usualRate: 0,
      bend: STRAIGHT,
      stepChanges: [],
      ways: [],
      standing: standing([]),
    },
  };
  const stuck = [...standStill(factsOf(advised.stay))];
  const stands = standing(stuck);
  return { ...advised, stay: { ...advised.stay, standing: stands, waits: waits(stands.stuck) } };
}

/** What the owner asked for and was told not to come in this term. */
export const wishesOf = ({ goals }: Pick<Case, "goals">): readonly string[] =>
  (goals ?? []).flatMap(({ skill, verdict }) => (verdict === "not-this-term" ? [skill] : []));

const toldBy = ({ aim, complaint }: Case["stay"]): string => `${aim} ${complaint}`;

const goalsOf = ({ goals, stay, signed }: Case, ladder: Ladder): readonly PlanGoal[] =>
  goals
    ?.filter(({ verdict }) => verdict !== "not-this-term")
    .map(({ skill, target, side, weight, must, by }) => ({
      skill,
      target,
      side: side === "both" ? null : side,
      weight,
      must,
      by,
    })) ??
  readOwner(
    { aim: stay.aim, complaint: stay.complaint, grounded: signed?.ridden === false, unhandled: stay.kind === "unhandled" },
    ladder,
  ).goals.map(({ skill, target }) => ({ skill, target, side: null, weight: 2, must: true }));

/** Work as the estimator hears it: a session's minutes shared out among what was scored; a later evaluation is a look of a minute each. */
function sessionsOf(
  whole: Ladder,
  { stay }: Case,
  {
    evaluations,
    sessions,
  }: { readonly evaluations: readonly Case["evaluations"][number][]; readonly sessions: readonly Case["sessions"][number][] },
): readonly ScoredSession[] {
  const worksOf = (marks: Marks, minutes: number, path: string): ScoredSession["work"] => {
    const given = givenIn(whole, marks, path);
    const ids = [...new Set(given.map(({ skill }) => skill))];
    return ids.map((skill) => ({
      skill,
      minutes: minutes / ids.length,
      scores: Object.fromEntries(given.filter((one) => one.skill === skill).map(({ side, score }) => [side, score])),
    }));
  };
  const worked = sessions.map(
    (one): ScoredSession => ({
      day: stayDay(stay.firstDay, one.day),
      rider: one.rider,
      windy: one.weather === "windy",
      newPlace: false,
      work: worksOf(one.scores, Math.max(1, one.ground + one.saddle), "sessions"),
    }),
  );
  const looked = evaluations
    .filter(({ kind }) => kind !== "intake")
    .map(
      (one): ScoredSession => ({
        day: stayDay(stay.firstDay, one.day),
        rider: EVALUATOR,
        windy: false,
        newPlace: false,
        work: worksOf(one.marks, Object.keys(one.marks).length, "evaluations"),
      }),
    );
  return [...worked, ...looked].sort((a, b) => a.day - b.day);
}
