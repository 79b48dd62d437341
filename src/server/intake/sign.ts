/** What the manager puts a name to: the judgement on a closed evaluation. It opens checks, sets the stay's limits and goals; a correction is a further revision. */
import type { EditInstrument, JudgementFields, SignEvaluation } from "#contracts/intake.ts";
import { dueDay } from "#core/check/check.ts";
import { causeOf } from "#core/intake/causes.ts";
import { instrumentFaults, type WalkStep } from "#core/intake/instrument.ts";
import { limitsSigned } from "#core/intake/limits.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { ok } from "#core/kernel/result.ts";
import { insertCheck, listChecksOf } from "#db/queries/check.ts";
import { type Evaluation, findEvaluation } from "#db/queries/intake.ts";
import {
  insertInstrument,
  insertJudgement,
  latestInstrument,
  listJudgements,
  lockInstruments,
  replaceGoals,
} from "#db/queries/judgement.ts";
import { clearRiskSet, findStay, lockStay } from "#db/queries/stays.ts";
import { heardOf, outcomeOf } from "../stay/facts.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";
import { tellGoals } from "./tell-chance.ts";

export async function signEvaluation(work: Work, input: SignEvaluation): Answer<{ revision: number; ordered: number }> {
  const evaluation = await findEvaluation(work.tx, input.id);
  if (!evaluation) return no({ code: "not-found", path: "id" });
  if (!evaluation.closedAt) return no({ code: "evaluation-open", path: "stay" });
  await lockStay(work.tx, evaluation.stay);
  const stay = await findStay(work.tx, evaluation.stay);
  if (!stay) return no({ code: "not-found", path: "id" });
  if (stay.wentHome) return no({ code: "gone-home", path: "id" });
  const last = (await listJudgements(work.tx, input.id)).at(-1);
  if ((last?.revision ?? 0) !== input.revision)
    return no({
      code: "changed-meanwhile",
      path: "version",
      current: last && { revision: last.revision, judgement: last.content },
    });
  const revision = input.revision + 1;
  const outcome = outcomeOf(stay, evaluation, evaluation.day, work.barn.ladder, heardOf(stay, work.barn, evaluation.day));
  const { judgement } = input;
  const told = await tellGoals(work.tx, { stay, barn: work.barn, evaluation, judgement, today: work.today });
  await insertJudgement(work.tx, {
    evaluation: input.id,
    revision,
    at: work.now,
    by: work.actor.id,
    content: judgement,
    reading: { outcome, goals: told },
    inForce: limitsSigned(outcome.risk, outcome.limits, judgement),
  });
  // What is signed is the newest word on the risk; one set by hand before is part of what was reviewed.
  await clearRiskSet(work.tx, stay.id);
  const answered = judgement.goals.map((goal, i) => ({ ...goal, verdict: goal.verdict ?? told[i]?.verdict ?? "possible" }));
  await replaceGoals(
    work.tx,
    stay.id,
    answered
      // What is told the owner not to come in this term steers no plan; at the exit the term is over, and what it was for stays.
      .filter(({ verdict }) => verdict !== "not-this-term" || evaluation.kind === "exit")
      // What the owner may expect is promised.
      .map(({ skill, target, verdict }) => ({ skill, target, must: verdict === "likely" })),
  );
  const ordered = await orderChecks(work, stay.id, evaluation, judgement.checks);
  await note(work, "evaluation", input.id, revision === 1 ? "signed" : "signed again", { revision });
  return ok({ revision, ordered });
}

/** Orders what was ticked; a question that is open, or was asked since the evaluation, is not asked twice. */
async function orderChecks(work: Work, stay: StayId, evaluation: Evaluation, wanted: JudgementFields["checks"]): Promise<number> {
  const known = new Set(
    (await listChecksOf(work.tx, stay)).filter((one) => one.orderedOn >= evaluation.day).map((one) => one.cause),
  );
  let ordered = 0;
  for (const { cause, urgency, holds, skills } of wanted) {
    if (known.has(cause)) continue;
    const { who, check } = causeOf(cause);
    const made = await insertCheck(work.tx, {
      id: newId<"check">(),
      stay,
      cause,
      who,
      asked: check,
      orderedOn: work.today,
      by: work.actor.id,
      due: dueDay(work.today, urgency),
      holds,
      skills,
    });
    if (made) ordered += 1;
  }
  return ordered;
}

/** A new version of the walk: evaluations begun from now on use it, those begun before stay as they are. */
export async function editInstrument(work: Work, input: EditInstrument): Answer<{ version: number }> {
  await lockInstruments(work.tx);
  const latest = await latestInstrument(work.tx);
  if (latest.version !== input.version) return no({ code: "changed-meanwhile", path: "version", current: latest });
  const rungs: readonly WalkStep[] = input.rungs;
  const [fault] = instrumentFaults(rungs, work.barn.ladder);
  if (fault) return no({ code: "walk-faulty", path: "rungs", fault });
  const version = latest.version + 1;
  await insertInstrument(work.tx, { version, at: work.now, by: work.actor.id, rungs });
  await note(work, "instrument", String(version), "made");
  return ok({ version });
}
