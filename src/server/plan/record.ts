/** From what is kept of a stay to the record that plan and forecast are read from. */

import type { KeptRider } from "#contracts/plan.ts";
import { heldOn } from "#core/calendar/holds.ts";
import { type LocalDate, later } from "#core/calendar/local-date.ts";
import { readTerm } from "#core/calendar/term.ts";
import { leaningFrom } from "#core/forecast/outlook.ts";
import type { ScoredSession } from "#core/forecast/stay.ts";
import { groupBy } from "#core/kernel/group.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import { ladderForStay } from "#core/ladder/ladder.ts";
import { methodOf, methodsWith } from "#core/ladder/methods.ts";
import { pooledLadder, type SessionsTaken } from "#core/ladder/typical.ts";
import type { Pin } from "#core/plan/asked.ts";
import type { PlanGoal } from "#core/plan/goal-sets.ts";
import type { StayRecord } from "#core/plan/outlook.ts";
import { stayDay } from "#core/plan/planned-days.ts";
import { standingOf } from "#core/plan/standing.ts";
import { waitsOf } from "#core/plan/waits.ts";
import { skillsOfPins } from "#core/plan/written.ts";
import { hardSideOf } from "#core/reading/hard-side.ts";
import type { Barn } from "#db/queries/barn.ts";
import type { StayScore, Worked } from "#db/queries/card.ts";
import type { Evaluation } from "#db/queries/intake.ts";
import type { Person } from "#db/queries/people.ts";
import type { Stay } from "#db/queries/stays.ts";
import { horseRecord, pastFrom, termFacts } from "../stay/facts.ts";

/** Scores of an evaluation after the intake are heard as a rider's of their own. */
const EVALUATOR = "evaluation";
const MINUTES_FROM = 10;

const worksOf = (
  scores: readonly { skill: string; side: TrackSide; score: 0 | 1 | 2 | 3 | 4 | 5 }[],
  minutes: number,
): ScoredSession["work"] => {
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
  readonly taken: readonly SessionsTaken[];
  /** What other stays say of riders. */
  readonly riders: readonly KeptRider[];
  /** Who works here, where it is asked whether anybody is light enough; null: it is not. */
  readonly people: readonly Pick<Person, "rides" | "weightKg">[] | null;
  /** Skills that gained next to nothing lately, as the last forecast has them. */
  readonly stuck: readonly string[];
}

function sessionsOf({ stay, worked, evaluations }: Kept): readonly ScoredSession[] {
  const day = (date: LocalDate): number => stayDay(stay.firstDay, date);
  const ridden = worked.map(
    (one): ScoredSession => ({
      day: day(one.day),
      rider: one.riderId,
      windy: one.weather === "windy",
      newPlace: false,
      work: worksOf(one.scores, Math.max(1, one.groundMinutes + one.saddleMinutes)),
    }),
  );
  const looked = evaluations
    .filter((one) => one.closedAt && one.kind !== "intake")
    .map((one): ScoredSession => {
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

export function recordOf(kept: Kept): StayRecord {
  const { stay, barn, today, worked, goals, pins } = kept;
  const facts = termFacts(stay, barn);
  const reading = readTerm(facts, today);
  const minutes = worked.slice(-MINUTES_FROM).map((one) => one.groundMinutes + one.saddleMinutes);
  const methods = methodsWith(barn.methods);
  const method = methodOf(stay.method, methods);
  const usual = minutes.length > 0 ? minutes.reduce((sum, one) => sum + one, 0) / minutes.length : method.sessionMinutes;
  const due = reading.contractedSoFar;
  const intake = kept.evaluations.find((one) => one.closedAt && one.kind === "intake");
  const latest = kept.evaluations.filter(({ closedAt, day }) => closedAt && day <= today).at(-1) ?? null;
  const record = horseRecord({ stay, barn, evaluation: latest, past: pastFrom(kept) }, today);
  const standing = standingOf({
    record,
    today,
    goals,
    complaint: { words: stay.complaint, during: stay.complaintDuring },
    stuck: kept.stuck,
    ladder: barn.ladder,
  });
  const touched = [...[...kept.scores, ...goals].map(({ skill }) => skill), ...standing.complaint, ...skillsOfPins(pins)];
  const { side } = hardSideOf(kept.scores, barn.ladder.all);
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
    ladder: pooledLadder(ladderForStay(barn.ladder.skills, touched), kept.taken),
    seen: (intake?.walk.marks ?? []).flatMap(({ skill, side, score }) => (score === null ? [] : [{ skill, side, score }])),
    sessions: sessionsOf(kept),
    goals,
    pins,
    standing,
    stepChanges: barn.stepChanges,
    ways: barn.cardWays,
    waits: waitsOf({
      record,
      firstDay: stay.firstDay,
      today,
      people: kept.people,
      stuck: standing.stuck,
      complaint: standing.complaint,
      goals: goals.map(({ skill }) => skill),
    }),
    missed: Math.max(0, due - reading.delivered),
    planned: Math.max(due, reading.delivered),
    minutes: Math.min(stay.judged?.sessionMinutes ?? usual, usual),
    hard: side === "unknown" ? "even" : side,
    bend: barn.bend,
    usualRate: barn.usualRate,
    leanings: [...new Set(worked.map(({ riderId }) => riderId as string))].map((rider) => leaningFrom(rider, kept.riders)),
  };
}
