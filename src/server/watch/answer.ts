import type { AnswerNeed } from "#contracts/watch.ts";
import { ok } from "#core/kernel/result.ts";
import { findStay } from "#db/queries/stays.ts";
import { insertNeedAnswer } from "#db/queries/watch.ts";
import { type Answer, no, type Work } from "../work.ts";

/** A need put off until a day, or taken up again with a day that is past. What was answered stays to be read. */
export async function answerNeed(work: Work, input: AnswerNeed): Answer {
  const stay = await findStay(work.tx, input.stay);
  if (!stay) return no({ code: "not-found", path: "stay" });
  if (stay.wentHome) return no({ code: "gone-home", path: "stay" });
  await insertNeedAnswer(work.tx, input, work.actor.id, work.now);
  return ok(null);
}
