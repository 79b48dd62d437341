/** How the goals of an evaluation are answered: by the forecast's own function, on the record as it would stand once the judgement is signed. */
import { createHash } from "node:crypto";
import { serialize } from "node:v8";
import type { JudgementFields } from "#contracts/intake.ts";
import type { SignedGoal } from "#contracts/views.intake.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { verdictOf } from "#core/forecast/chance.ts";
import type { StartingState } from "#core/forecast/doubt.ts";
import { sessionsMissingFor } from "#core/intake/aims.ts";
import { limitsSigned } from "#core/intake/limits.ts";
import { ancestorsIn } from "#core/ladder/ladder.ts";
import { type HorseRecord, readingOf } from "#core/permission/from-record.ts";
import { goalOn, type PlanGoal } from "#core/plan/goal-sets.ts";
import { howFar } from "#core/plan/on-the-way.ts";
import { ladderOf, type StayRecord } from "#core/plan/outlook.ts";
import { tellWhole } from "#core/plan/stored-forecast.ts";
import type { HorseReading } from "#core/reading/reading.ts";
import type { Db } from "#db/client.ts";
import type { Barn } from "#db/queries/barn.ts";
import { type Evaluation, findEvaluation } from "#db/queries/intake.ts";
import { findStay, type Stay } from "#db/queries/stays.ts";
import { barnOf } from "../barn/barn-of.ts";
import { byPieces } from "../by-pieces.ts";
import type { Deps } from "../container.ts";
import { keptOf } from "../plan/kept.ts";
import { recordOf } from "../plan/record.ts";
import { heardOf, horseRecord, outcomeOf, pastFrom } from "../stay/facts.ts";

export interface Judged {
  readonly stay: Stay;
  readonly barn: Barn;
  readonly evaluation: Evaluation;
  readonly judgement: JudgementFields;
  readonly today: LocalDate;
}

/** What is signed under the newest evaluation is in force; under an older one it only corrects what was written. */
function asSigned({ stay, barn, evaluation, judgement }: Judged): Stay {
  const newer = stay.evaluations.some(({ signed, day, id }) => signed && day > evaluation.day && id !== evaluation.id);
  if (newer) return stay;
  const outcome = outcomeOf(stay, evaluation, evaluation.day, barn.ladder, heardOf(stay, barn, evaluation.day));
  const limits = limitsSigned(outcome.risk, outcome.limits, judgement);
  return { ...stay, riskSet: null, judged: { ...limits, focus: [...judgement.focus], day: evaluation.day } };
}

/** The goals of the plan once these are signed: side, weight, day and promise of one that stays are kept. */
const goalsAfter = (goals: JudgementFields["goals"], before: readonly PlanGoal[]): readonly PlanGoal[] =>
  goals.map(({ skill, target }): PlanGoal => ({ ...(before.find((goal) => goal.skill === skill) ?? goalOn(skill)), target }));

/** Answers told lately, by everything that they were told from: who reads them and then signs asks twice, and the second time holds the stay's lock. */
const toldLately = new Map<string, readonly SignedGoal[]>();
const MOST_TOLD = 24;

export async function tellGoals(db: Db, judged: Judged): Promise<readonly SignedGoal[]> {
  const stay = asSigned(judged);
  const { barn, today, judgement } = judged;
  const kept = await keptOf(db, stay, barn, stay.wentHome ?? today);
  const record = recordOf({ ...kept, goals: goalsAfter(judgement.goals, kept.goals) });
  const horse = horseRecord({ stay, barn, evaluation: judged.evaluation, past: pastFrom(kept) }, kept.today);
  const from = createHash("sha256")
    .update(serialize([record, horse, judgement.goals]))
    .digest("base64url");
  const before = toldLately.get(from);
  const told = before ?? (await answersFor(record, judgement.goals, horse));
  toldLately.delete(from);
  toldLately.set(from, told);
  for (const oldest of toldLately.keys()) if (toldLately.size > MOST_TOLD) toldLately.delete(oldest);
  return told;
}

async function answersFor(
  record: StayRecord,
  goals: JudgementFields["goals"],
  horse: HorseRecord,
): Promise<readonly SignedGoal[]> {
  const reading = readingOf(horse);
  const { told, reading: state } = await byPieces(tellWhole(record));
  const answers = goals.map(({ skill, target }): SignedGoal => {
    const one = told.find((goal) => goal.skill === skill);
    return {
      goal: { skill, target },
      chance: one?.chance ?? null,
      // While a hold has no last day nobody can say: it is neither promised nor dropped.
      verdict: one ? verdictOf(one.chance) : "possible",
      missing: one?.state.met ? [] : sessionsMissingFor({ skill, target }, reading, horse.ladder),
    };
  });
  const dropped = answers.flatMap(({ goal, verdict }, i) =>
    (goals[i]?.verdict ?? verdict) === "not-this-term" ? [goal.skill] : [],
  );
  return withSteps(answers, dropped, { record, state, reading });
}

/** Beside each goal that is not for this term, how far the horse gets. */
async function withSteps(
  answers: readonly SignedGoal[],
  dropped: readonly string[],
  { record, state, reading }: { readonly record: StayRecord; readonly state: StartingState; readonly reading: HorseReading },
): Promise<readonly SignedGoal[]> {
  if (dropped.length === 0) return answers;
  const goals = record.goals.filter(({ skill }) => !dropped.includes(skill));
  const chances = new Map(answers.map(({ goal, chance }) => [goal.skill, chance ?? 0]));
  const reached = await byPieces(howFar({ record, state, reading, goals, chances }, dropped));
  // Where something that stays a goal rests on it anyway, there is nothing to take in its place.
  const covered = new Set(goals.flatMap(({ skill }) => [skill, ...ancestorsIn(ladderOf(record), skill)]));
  return answers.map((answer) => {
    const onTheWay = reached.get(answer.goal.skill);
    return !onTheWay || covered.has(onTheWay.skill) ? answer : { ...answer, onTheWay };
  });
}

/** The same for a judgement that is still being written; null: there is no such evaluation, or it is not closed. */
export async function tellDraft(
  deps: Deps,
  id: Evaluation["id"],
  judgement: JudgementFields,
): Promise<readonly SignedGoal[] | null> {
  const evaluation = await findEvaluation(deps.sql, id);
  if (!evaluation?.closedAt) return null;
  const [stay, barn] = await Promise.all([findStay(deps.sql, evaluation.stay), barnOf(deps)]);
  if (!stay) return null;
  return tellGoals(deps.sql, { stay, barn, evaluation, judgement, today: deps.clock.today(barn.timeZone) });
}
