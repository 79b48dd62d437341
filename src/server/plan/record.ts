/** From what is kept of a stay to the record that plan and forecast are read from. */
import type { KeptRider } from "#contracts/plan.ts";
import { heldOn } from "#core/calendar/holds.ts";
import { dayNumber, type LocalDate, later } from "#core/calendar/local-date.ts";
import { readTerm } from "#core/calendar/term.ts";
import { heldByChecks, isOpen } from "#core/check/check.ts";
import { leaningFrom } from "#core/forecast/outlook.ts";
import type { Session } from "#core/forecast/stay.ts";
import { groupBy } from "#core/kernel/group.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import { ladderWith } from "#core/ladder/edits.ts";
import { hardSide, readLevels } from "#core/ladder/level.ts";
import { methodOf, methodsWith } from "#core/ladder/methods.ts";
import { pooledLadder, type Taken } from "#core/ladder/typical.ts";
import type { PlanGoal } from "#core/plan/goal-sets.ts";
import type { StayRecord } from "#core/plan/outlook.ts";
import { stayDay } from "#core/plan/planned-days.ts";
import type { Pin } from "#core/plan/term-plan.ts";
import type { Barn } from "#db/queries/barn.ts";
import type { StayScore, Worked } from "#db/queries/card.ts";
import type { Evaluation } from "#db/queries/intake.ts";
import type { Stay } from "#db/queries/stays.ts";
import { termFacts } from "../stay/facts.ts";

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

/** Skills that wait for a check or a signature, and the day of the stay on which they may go on. */
function waitsOf({ stay, barn, today }: Kept): StayRecord["waits"] {
  const ladder = ladderWith(barn.ladder);
  const number = (date: LocalDate): number => stayDay(stay.firstDay, date);
  const saddle = ladder.filter((skill) => skill.saddle).map(({ id }) => id);
  const byChecks = stay.checks.filter(isOpen).flatMap((check) => {
    const { holds, skills } = heldByChecks([check]);
    const day = later(check.due, check.bookedFor ?? check.due);
    const until = day >= today ? number(day) + 1 : number(today) + WAITED_DAYS;
    const held = holds === "all" ? ladder.map(({ id }) => id) : holds === "ridden" ? saddle : skills;
    return held.map((skill) => ({ skill, until }));
  });
  const never = dayNumber(today) - dayNumber(stay.firstDay) + 1000;
  const signed = stay.judged && !stay.judged.ridden ? saddle.map((skill) => ({ skill, until: never })) : [];
  return [...byChecks, ...signed];
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
    waits: waitsOf(kept),
    missed: Math.max(0, due - reading.delivered),
    planned: Math.max(due, reading.delivered),
    minutes: Math.min(stay.judged?.sessionMinutes ?? usual, usual),
    hard: hardSide(readLevels(kept.scores), ladderWith(barn.ladder)).side,
    bend: barn.bend,
    usualRate: barn.usualRate,
    leanings: [...new Set(worked.map(({ riderId }) => riderId as string))].map((rider) => leaningFrom(rider, kept.riders)),
  };
}
