/** Beginning, saving and closing an evaluation. A draft is saved whole and often; closed, it is fixed. */

import type { BeginEvaluation, CloseEvaluation, SaveEvaluation, WalkFields } from "#contracts/intake.ts";
import type { Refusal } from "#contracts/refusal.ts";
import type { Instrument } from "#core/intake/instrument.ts";
import { notYetForSaddle } from "#core/intake/outcome.ts";
import { ok } from "#core/kernel/result.ts";
import type { Ladder } from "#core/ladder/ladder.ts";
import { closeEvaluation as closeRow, findEvaluation, insertEvaluation, saveWalk } from "#db/queries/intake.ts";
import { findInstrument, latestInstrument } from "#db/queries/judgement.ts";
import { findStay, lockStay } from "#db/queries/stays.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";

export async function beginEvaluation(work: Work, input: BeginEvaluation): Answer<{ id: string }> {
  if (!(await lockStay(work.tx, input.stay))) return no({ code: "not-found", path: "stay" });
  const stay = await findStay(work.tx, input.stay);
  if (!stay) return no({ code: "not-found", path: "stay" });
  if (stay.wentHome) return no({ code: "gone-home", path: "stay" });
  if (work.today < stay.firstDay) return no({ code: "not-in-term", path: "day" });
  if (stay.evaluations.some((evaluation) => !evaluation.closed)) return no({ code: "evaluation-open", path: "stay" });
  const id = newId<"evaluation">();
  const { version } = await latestInstrument(work.tx);
  await insertEvaluation(work.tx, {
    id,
    stay: input.stay,
    kind: input.kind,
    instrument: version,
    day: work.today,
    by: work.actor.id,
  });
  return ok({ id });
}

async function save(work: Work, input: SaveEvaluation): Promise<Refusal | null> {
  const before = await findEvaluation(work.tx, input.id);
  if (!before) return { code: "not-found", path: "id" };
  if (before.closedAt) return { code: "evaluation-closed", path: "id" };
  const stranger = notInWalk(await findInstrument(work.tx, before.instrument), input.walk, work.barn.ladder);
  if (stranger) return { code: "not-in-walk", path: stranger };
  if (await saveWalk(work.tx, input.id, input.version, input.walk)) return null;
  const current = await findEvaluation(work.tx, input.id);
  return { code: "changed-meanwhile", path: "version", current: current && { version: current.version, walk: current.walk } };
}

/** The first field that names a rung which the evaluation's own walk does not have, or a skill that neither it nor the barn knows: goals are looked at too. */
function notInWalk({ rungs }: Instrument, walk: WalkFields, ladder: Ladder): string | null {
  const [known, skills] = [new Set(rungs.map((rung) => rung.id)), new Set(rungs.flatMap((rung) => rung.skills))];
  const mark = walk.marks.findIndex(({ skill }) => !skills.has(skill) && !ladder.find(skill));
  if (mark >= 0) return `walk.marks.${mark}.skill`;
  const sign = walk.signs.findIndex(({ rung }) => !known.has(rung));
  if (sign >= 0) return `walk.signs.${sign}.rung`;
  const words = Object.keys(walk.words).find((rung) => !known.has(rung));
  if (words) return `walk.words.${words}`;
  return walk.stoppedAt !== null && !known.has(walk.stoppedAt) ? "walk.stoppedAt" : null;
}

export async function saveEvaluation(work: Work, input: SaveEvaluation): Answer<{ version: number }> {
  const refusal = await save(work, input);
  return refusal ? no(refusal) : ok({ version: input.version + 1 });
}

const riddenMarks = (walk: WalkFields, ladder: Ladder): boolean =>
  walk.marks.some((mark) => ladder.find(mark.skill)?.saddle && mark.score !== null);

/** Saves what was last seen and fixes it. A walk may stop anywhere, with a reason; getting on before the ground says so wants one too. */
export async function closeEvaluation(work: Work, input: CloseEvaluation): Answer<{ id: string }> {
  const { walk } = input;
  const missing = notYetForSaddle(walk.marks, work.barn.ladder);
  if (!walk.marks.some((mark) => mark.score !== null) && walk.signs.length + walk.touches.length === 0 && !walk.stoppedAt)
    return no({ code: "nothing-seen", path: "walk.marks" });
  if (walk.stoppedAt && walk.stopReason === "") return no({ code: "stop-without-reason", path: "walk.stopReason" });
  if (riddenMarks(walk, work.barn.ladder) && missing.length > 0 && walk.saddleReason === "")
    return no({ code: "saddle-shut", path: "walk.saddleReason", skills: missing });
  const refusal = await save(work, input);
  if (refusal) return no(refusal);
  await closeRow(work.tx, input.id, work.actor.id, work.now, work.today);
  await note(work, "evaluation", input.id, "closed", { stoppedAt: walk.stoppedAt });
  return ok({ id: input.id });
}
