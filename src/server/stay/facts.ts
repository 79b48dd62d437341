/** From the record of a stay to the facts that the core asks for. */

import type { InForceView } from "#contracts/views.ts";
import { daysBetween, type LocalDate } from "#core/calendar/local-date.ts";
import { readTerm, type TermFacts, workFromOf } from "#core/calendar/term.ts";
import { heldByChecks, resultsFor, wasOpen } from "#core/check/check.ts";
import { type Stage, stageOf } from "#core/gate/gate.ts";
import { ageInYears } from "#core/horse/horse.ts";
import { weightsWith } from "#core/intake/cause-rules.ts";
import { conditionOf } from "#core/intake/measures.ts";
import { HEARD_NOTHING, type Heard, type Outcome, provenUnderSaddle, readWalk, type WalkedHorse } from "#core/intake/outcome.ts";
import { signsNow } from "#core/intake/sign-trend.ts";
import { type Levels, readLevels } from "#core/ladder/level.ts";
import { circleMinutes, type LoadLimit, loadLimit } from "#core/tools/load.ts";
import type { Barn } from "#db/queries/barn.ts";
import type { StayScore, Worked } from "#db/queries/card.ts";
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

/** The walk's own reading; `heard` adds what was checked and tried since, and the barn's weights. */
export const outcomeOf = (stay: Stay, evaluation: Evaluation, today: LocalDate, heard: Heard = HEARD_NOTHING): Outcome =>
  readWalk({ ...walkedHorse(stay, today), ...evaluation.walk }, heard);

/** What the record says to the findings on a day on which signs were last seen. */
export const heardOf = (stay: Stay, barn: Barn, lastSeen: LocalDate): Heard => ({
  checks: resultsFor(stay.checks, lastSeen),
  trials: stay.trials,
  signWeights: weightsWith(barn.weights),
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
    condition: conditionOf(evaluation.walk.measures),
    daysOff: last ? daysBetween(last, today) : null,
  });
}

/** Before any evaluation only the most experienced handle a horse that nobody knows. */
const UNKNOWN_RISK = 3;
export const riskOf = (stay: Stay, outcome: Outcome | null): number =>
  stay.riskSet ?? stay.judged?.risk ?? outcome?.risk ?? UNKNOWN_RISK;
export const stageOfStay = (stay: Stay, evaluation: Evaluation | null): Stage =>
  stageOf(stay.rides, evaluation !== null && provenUnderSaddle(evaluation.walk.marks));

/** First-week focus is shown for so many days after the evaluation. */
const FOCUS_DAYS = 7;
/** What holds back a horse's work: open checks, and what the manager signed last. */
export const limitsInForce = (stay: Stay, day: LocalDate): InForceView => {
  const { holds, skills } = heldByChecks(stay.checks.filter((check) => wasOpen(check, day)));
  // A signature says nothing of the days before its evaluation.
  const judged = stay.judged && stay.judged.day <= day ? stay.judged : null;
  return {
    held: holds,
    heldSkills: skills,
    ridden: judged?.ridden ?? true,
    secondPerson: judged?.secondPerson ?? false,
    sessionMinutes: judged?.sessionMinutes ?? null,
    circleMinutes: judged?.circleMinutes ?? circleMinutes(ageOf(stay, day)),
    focus: judged && daysBetween(judged.day, day) <= FOCUS_DAYS ? judged.focus : [],
  };
};

/** The horse as it stands today: the evaluation's signs carried on by what riders wrote since, with what was checked and tried. */
export function outcomeNow(stay: Stay, barn: Barn, evaluation: Evaluation, worked: readonly Worked[], today: LocalDate): Outcome {
  const since = worked.filter((session) => session.day >= evaluation.day);
  const { signs, lastSeen } = signsNow({ day: evaluation.day, signs: evaluation.walk.signs }, since);
  return outcomeOf(
    stay,
    { ...evaluation, walk: { ...evaluation.walk, signs: [...signs] } },
    today,
    heardOf(stay, barn, lastSeen),
  );
}

/** Levels as they were known at the end of a day. */
export const levelsOn = (scores: readonly StayScore[], day: LocalDate): Levels =>
  readLevels(scores.filter((score) => score.day <= day));

/** Sessions that the term still held on a day, as an evaluation of that day reckons with them. */
export function sessionsLeft(stay: Stay, barn: Barn, day: LocalDate): number {
  const facts = termFacts(stay, barn);
  return readTerm({ ...facts, delivered: facts.delivered.filter((worked) => worked <= day) }, day).pace.remaining;
}
