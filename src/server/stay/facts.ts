/** From the record of a stay to the facts that the core asks for. */
import { daysBetween, type LocalDate } from "#core/calendar/local-date.ts";
import { type TermFacts, workFromOf } from "#core/calendar/term.ts";
import { type Stage, stageOf } from "#core/gate/gate.ts";
import { ageInYears } from "#core/horse/horse.ts";
import { type Outcome, provenUnderSaddle, readWalk, type WalkedHorse } from "#core/intake/outcome.ts";
import { type LoadLimit, loadLimit } from "#core/tools/load.ts";
import type { Barn } from "#db/queries/barn.ts";
import type { Evaluation } from "#db/queries/intake.ts";
import type { Stay } from "#db/queries/stays.ts";

/** The day of the closed intake evaluation. */
export const intakeDay = (stay: Stay): LocalDate | null =>
  stay.evaluations.find((evaluation) => evaluation.kind === "intake" && evaluation.closed)?.day ?? null;

export function termFacts(stay: Stay, barn: Barn): TermFacts {
  return {
    length: stay.length,
    firstDay: stay.firstDay,
    firstDayIs: barn.firstDayIs,
    sessionsAWeek: stay.sessionsAWeek,
    counting: stay.counting,
    restDays: barn.restDays,
    holidays: barn.holidays,
    holds: stay.holds,
    workFrom: workFromOf({ firstDay: stay.firstDay, firstDayIs: barn.firstDayIs }, intakeDay(stay)),
    delivered: stay.delivered,
  };
}

export const ageOf = (stay: Stay, today: LocalDate): number | null =>
  ageInYears({ date: stay.birthDate, year: stay.birthYear }, today);

export const walkedHorse = (stay: Stay, today: LocalDate): WalkedHorse => ({
  horseClass: stay.class,
  horseKind: stay.kind,
  ageYears: ageOf(stay, today),
  sex: stay.sex,
  history: stay.history,
});

export const outcomeOf = (stay: Stay, evaluation: Evaluation, today: LocalDate): Outcome =>
  readWalk({
    ...walkedHorse(stay, today),
    marks: evaluation.walk.marks,
    signs: evaluation.walk.signs,
    measures: evaluation.walk.measures,
    stoppedAt: evaluation.walk.stoppedAt,
    settleMinutes: evaluation.walk.settleMinutes,
  });

export const lastWorked = (stay: Stay): LocalDate | null => stay.delivered.at(-1) ?? null;

/** The load line today: the evaluation's weight, condition and fitness, with the days off since. */
export function loadOf(stay: Stay, evaluation: Evaluation | null, outcome: Outcome | null, today: LocalDate): LoadLimit | null {
  if (!evaluation || !outcome?.weight) return null;
  const last = lastWorked(stay);
  return loadLimit({
    weightKg: outcome.weight.kilograms,
    ageYears: ageOf(stay, today),
    fitness: evaluation.walk.measures.fitness,
    condition: evaluation.walk.measures.condition,
    daysOff: last ? daysBetween(last, today) : null,
  });
}

/** Before any evaluation only the most experienced handle a horse that nobody knows. */
const UNKNOWN_RISK = 3;
export const riskOf = (stay: Stay, outcome: Outcome | null): number => stay.riskSet ?? outcome?.risk ?? UNKNOWN_RISK;
export const stageOfStay = (stay: Stay, evaluation: Evaluation | null): Stage =>
  stageOf(stay.rides, evaluation !== null && provenUnderSaddle(evaluation.walk.marks));
