/** What an owner sends from the page that their address opens; and the barn's answers. Each is one transaction, and a repeat of the same is harmless. */
import type { AnswerQuestion, CheckBack, SeeCheckBack } from "#contracts/owner.ts";
import { ok } from "#core/kernel/result.ts";
import { markWritten } from "#db/queries/barn.ts";
import {
  insertCheckBack,
  keepAnswer,
  keepQuestion,
  listAnswers,
  listCheckBacks,
  markRead,
  seeCheckBacks,
} from "#db/queries/owner-answers.ts";
import { findIssue } from "#db/queries/report.ts";
import { findStay } from "#db/queries/stays.ts";
import type { Deps } from "../container.ts";
import { type Answer, no, note, type Work } from "../work.ts";
import { post } from "./message.ts";
import type { OpenedOwner } from "./read-owner.ts";

export const acknowledge = (deps: Deps, issue: number): Promise<void> =>
  deps.sql.begin(async (tx) => {
    await markRead(tx, issue, deps.clock.now());
    await markWritten(tx);
  });
/** False where another question was asked to this report before. */
export const askQuestion = (deps: Deps, issue: number, question: string): Promise<boolean> =>
  deps.sql.begin(async (tx) => {
    const kept = await keepQuestion(tx, issue, question, deps.clock.now());
    await markWritten(tx);
    return kept;
  });
const asText = ({ daysAWeek, goes, problem, skills, words }: CheckBack): string =>
  JSON.stringify([daysAWeek, goes, problem, skills, words]);
/** Whoever has the address could tell for ever: more than this in a day says nothing more. */
const CHECK_BACKS_A_DAY = 5;
/** Told anew, the newest counts; the same twice is once. False where enough was told today. */
export const tellCheckBack = (
  deps: Deps,
  { stay, today }: Pick<OpenedOwner, "stay" | "barn" | "today">,
  back: CheckBack,
): Promise<boolean> =>
  deps.sql.begin(async (tx) => {
    await tx`SELECT id FROM stay WHERE id = ${stay.id} FOR UPDATE`;
    const told = (await listCheckBacks(tx, stay.id)).filter(({ day }) => day === today);
    const [last] = told;
    if (last && asText(last) === asText(back)) return true;
    if (told.length >= CHECK_BACKS_A_DAY) return false;
    await insertCheckBack(tx, stay.id, back, today, deps.clock.now());
    await markWritten(tx);
    return true;
  });

/** Answers a question, once, and sends the answer. */
export async function answerQuestion(work: Work, input: AnswerQuestion): Answer {
  const issue = await findIssue(work.tx, input.issue);
  const stay = issue && (await findStay(work.tx, issue.stayId));
  if (!stay) return no({ code: "not-found", path: "issue" });
  if (!(await keepAnswer(work.tx, input.issue, input.answer, work.actor.id, work.now)))
    return no({ code: "written-already", path: "issue" });
  const subject = `${stay.horse}: your question about report ${input.issue}`;
  const body = `Dear ${stay.client},\n\n${input.answer}`;
  await post(work, stay, { about: `answer:${input.issue}`, subject, body, issue: null });
  await note(work, "owner", stay.id, "question answered", { issue: input.issue });
  return ok(null);
}
export async function seeCheckBack(work: Work, input: SeeCheckBack): Answer {
  if (!(await findStay(work.tx, input.stay))) return no({ code: "not-found", path: "stay" });
  await seeCheckBacks(work.tx, input.stay, work.now);
  return ok(null);
}

export async function readAnswer({ sql }: Deps, issue: number) {
  const [answer] = await listAnswers(sql, [issue]);
  return { read: answer !== undefined && answer.readAt !== null, question: answer?.question ?? "", answer: answer?.answer ?? "" };
}
