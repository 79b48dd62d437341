/** From what is kept of a stay to the record that plan and forecast are read from. */
import type { KeptRider } from "#contracts/plan.ts";
import { heldOn } from "#core/calendar/holds.ts";
import { type LocalDate, later } from "#core/calendar/local-date.ts";
import { readTerm } from "#core/calendar/term.ts";
import { isOpen } from "#core/check/check.ts";
import { leaningFrom } from "#core/forecast/outlook.ts";
import type { Session } from "#core/forecast/stay.ts";
import { groupBy } from "#core/kernel/group.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import { ladderWith } from "#core/ladder/edits.ts";
import { ladderFor } from "#core/ladder/for-method.ts";
import { methodOf, methodsWith } from "#core/ladder/methods.ts";
import type { Skill } from "#core/ladder/skills.ts";
import { pooledLadder, type Taken } from "#core/ladder/typical.ts";
import type { PermitHorse } from "#core/permission/horse.ts";
import { nobodyLightEnough } from "#core/permission/lightest.ts";
import { barring, horseReasons, skillAct } from "#core/permission/permission.ts";
import type { Reason } from "#core/permission/reasons.ts";
import type { PlanGoal } from "#core/plan/goal-sets.ts";
import type { StayRecord } from "#core/plan/outlook.ts";
import { stayDay } from "#core/plan/planned-days.ts";
import type { Pin } from "#core/plan/term-plan.ts";
import { hardSideOf } from "#core/reading/hard-side.ts";
import type { Barn } from "#db/queries/barn.ts";
import type { StayScore, Worked } from "#db/queries/card.ts";
import type { Evaluation } from "#db/queries/intake.ts";
import type { Person } from "#db/queries/people.ts";
import type { Stay } from "#db/queries/stays.ts";
import { pastFrom, permitHorse, readingOf, termFacts } from "../stay/facts.ts";

/** Scores of an evaluation after the intake are heard as a rider's of their own. */
const EVALUATOR = "evaluation";
const MINUTES_FROM = 10;
/** A check whose day is past is still waited for so long. */
const WAITED_DAYS = 7;

const worksOf = (
  scores: readonly { skill: string; side: TrackSide; score: 0 | 1 | 2 | 3 | 4 | 5 }[],
  minutes: number,
): Session["work"] => {
  const bySkill = [...groupBy(scores, ({ skill }) => skill)];
  return bySkill.map(([skill, list]) => ({
    skill,
    minutes: minutes / bySkill.length,
    scores: Object.fromEntries(list.map(({ side, score }) => [side, score])),
  }));
};

export interface Kept {
  readonly stay: Stay;
  readonly barn: Barn;
  readonly today: LocalDate;
  readonly worked: readonly Worked[];
  readonly evaluations: readonly Evaluation[];
  readonly scores: readonly StayScore[];
  readonly goals: readonly PlanGoal[];
  readonly pins: readonly Pin[];
  readonly taken: readonly Taken[];
  /** What other stays say of riders. */
  readonly riders: readonly KeptRider[];
  /** Who works here, where it is asked whether anybody is light enough; null: it is not. */
  readonly people: readonly Pick<Person, "rides" | "weightKg">[] | null;
}

function sessionsOf({ stay, worked, evaluations }: Kept): readonly Session[] {
  const day = (date: LocalDate): number => stayDay(stay.firstDay, date);
  const ridden = worked.map(
    (one): Session => ({
      day: day(one.day),
      rider: one.riderId,
      windy: one.weather === "windy",
      newPlace: false,
      work: worksOf(one.scores, Math.max(1, one.groundMinutes + one.saddleMinutes)),
    }),
  );
  const looked = evaluations
    .filter((one) => one.closedAt && one.kind !== "intake")
    .map((one): Session => {
      const scores = one.walk.marks.flatMap(({ skill, side, score }) => (score === null ? [] : [{ skill, side, score }]));
      // A look is no work: a minute each.
      return {
        day: day(one.day),
        rider: EVALUATOR,
        windy: false,
        newPlace: false,
        work: worksOf(scores, new Set(scores.map(({ skill }) => skill)).size),
      };
    });
  return [...ridden, ...looked].sort((a, b) => a.day - b.day);
}

/** Long after any term. */
const NEVER = 1000;
/** The day of the stay on which what bars a skill may be over, by what is known today. */
function overBy(reason: Reason, { stay, today }: Kept): number {
  const number = (date: LocalDate): number => stayDay(stay.firstDay, date);
  const never = number(today) + NEVER;
  switch (reason.code) {
    case "check": {
      if (reason.because === "found") return never;
      if (reason.because === "restricted") return reason.until ? number(reason.until) + 1 : never;
      // The last of those that are open and hold this.
      const days = stay.checks
        .filter((check) => isOpen(check) && check.holds !== "nothing")
        .map((check) => later(check.due, check.bookedFor ?? check.due));
      const day = days.reduce(later, today);
      return day > today || days.includes(today) ? number(day) + 1 : number(today) + WAITED_DAYS;
    }
    case "signed-off":
    case "age":
      return never;
    // A tape, a signature, a list that fills up: not today.
    default:
      return number(today) + 1;
  }
}

/** Skills that may not be worked as the record stands, whoever does it; each with the day on which it may go on. A hold is the term's. */
function waitsOf(kept: Kept, ladder: readonly Skill[]): StayRecord["waits"] {
  const { stay, barn, today, evaluations, people } = kept;
  const evaluation = evaluations.filter(({ closedAt, day }) => closedAt && day <= today).at(-1) ?? null;
  const record = { stay, barn, evaluation, past: pastFrom(kept) };
  const horse: PermitHorse = { ...permitHorse(record, today), hold: null };
  const reading = readingOf(record);
  const tooHeavy = people !== null && nobodyLightEnough(horse.load, people) !== null;
  return ladder.flatMap((skill) => {
    const days = barring(horseReasons(horse, skillAct(skill, reading))).map((reason) => overBy(reason, kept));
    if (tooHeavy && skill.bears !== "nothing") days.push(stayDay(stay.firstDay, today) + NEVER);
    return days.length > 0 ? [{ skill: skill.id, until: Math.max(...days) }] : [];
  });
}

export function recordOf(kept: Kept): StayRecord {
  const { stay, barn, today, worked, goals, pins } = kept;
  const facts = termFacts(stay, barn);
  const reading = readTerm(facts, today);
  const minutes = worked.slice(-MINUTES_FROM).map((one) => one.groundMinutes + one.saddleMinutes);
  const methods = methodsWith(barn.methods);
  const method = methodOf(stay.method, methods);
  const usual = minutes.length > 0 ? minutes.reduce((sum, one) => sum + one, 0) / minutes.length : method.sessionMinutes;
  const due = Math.round(reading.contractedSoFar);
  const intake = kept.evaluations.find((one) => one.closedAt && one.kind === "intake");
  const { side } = hardSideOf(kept.scores, ladderWith(barn.ladder));
  return {
    kind: stay.kind,
    firstDay: stay.firstDay,
    today,
    lastDay: later(reading.lastDay, today),
    workedToday: stay.delivered.includes(today),
    term: { restDays: facts.restDays, holidays: facts.holidays, holds: facts.holds, sessionsAWeek: stay.sessionsAWeek },
    onHold: heldOn(stay.holds, today)?.to === null,
    method,
    methods: methods.filter(({ used }) => used),
    ladder: pooledLadder(ladderWith(barn.ladder), kept.taken),
    seen: (intake?.walk.marks ?? []).flatMap(({ skill, side, score }) => (score === null ? [] : [{ skill, side, score }])),
    sessions: sessionsOf(kept),
    goals,
    pins,
    waits: waitsOf(kept, ladderFor(ladderWith(barn.ladder), method)),
    missed: Math.max(0, due - reading.delivered),
    planned: Math.max(due, reading.delivered),
    minutes: Math.min(stay.judged?.sessionMinutes ?? usual, usual),
    hard: side === "unknown" ? "even" : side,
    bend: barn.bend,
    usualRate: barn.usualRate,
    leanings: [...new Set(worked.map(({ riderId }) => riderId as string))].map((rider) => leaningFrom(rider, kept.riders)),
  };
}
