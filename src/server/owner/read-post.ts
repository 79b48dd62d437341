/** The outbox, and a letter to one owner: what was written to them, and the address of their page. */

import { EMPTY_HAND_OVER } from "#contracts/owner.ts";
import type { LetterView, LinkView, MessageView, PostView } from "#contracts/views.owner.ts";
import { must } from "#core/kernel/assert.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { permitOf, readingOf } from "#core/permission/from-record.ts";
import { barring, horseReasons, skillAct } from "#core/permission/permission.ts";
import type { Db } from "#db/client.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { listPages } from "#db/queries/ladder.ts";
import { findLink, listMessages, listMessagesOf, type MessageRecord } from "#db/queries/owner.ts";
import { findHandOver, listAnswers, listCheckBacks } from "#db/queries/owner-answers.ts";
import { pastOf } from "#db/queries/past.ts";
import { listIssues } from "#db/queries/report.ts";
import { findDetails } from "#db/queries/stays.ts";
import type { Deps } from "../container.ts";
import { horseRecord } from "../stay/facts.ts";
import type { Opened } from "../stay/read-horse.ts";
import { mailServer } from "./deliver.ts";
import { ownerPath, usualUntil } from "./link.ts";

const SHOWN = 200;
/** An owner is taught what the horse mostly does. */
const LESSON_FROM = 3;
const toView = ({ stayId, madeAt, sentAt, ...message }: MessageRecord): MessageView => ({
  ...message,
  stay: stayId,
  madeAt: madeAt.toISOString(),
  sentAt: sentAt?.toISOString() ?? null,
});

export const readPost = async ({ sql }: Deps): Promise<PostView> => ({
  messages: (await listMessages(sql, SHOWN)).map(toView),
  mailServer: mailServer() !== undefined,
  standin: process.env["FURLONG_MAIL_PAGE"] ?? null,
});

export async function linkView(db: Db, stay: StayId): Promise<LinkView | null> {
  const link = await findLink(db, stay);
  return link && { path: ownerPath(link.token), until: link.until };
}

export async function readLetter({ sql }: Deps, { stay, barn, today, head }: Opened): Promise<LetterView> {
  const [details, link, sent, issues, backs, handOver, evaluations] = await Promise.all([
    findDetails(sql, stay.id),
    linkView(sql, stay.id),
    listMessagesOf(sql, stay.id),
    listIssues(sql, [stay.id]),
    listCheckBacks(sql, stay.id),
    findHandOver(sql, stay.id),
    listEvaluations(sql, stay.id),
  ]);
  const answers = await listAnswers(
    sql,
    issues.map(({ number }) => number),
  );
  const past = (await pastOf(sql, [stay.id]))(stay.id);
  const evaluation = evaluations.filter(({ closedAt }) => closedAt !== null).at(-1) ?? null;
  const record = horseRecord({ stay, barn, evaluation, past }, today);
  const [reading, horse] = [readingOf(record), permitOf(record, today)];
  const { client } = must(details, "a stay has an owner");
  // A lesson asks nothing of the horse that nobody may ask.
  const lesson = record.ladder
    .filter((skill) => !skill.specialist && reading.counts(skill) >= LESSON_FROM)
    .filter((skill) => barring(horseReasons(horse, skillAct(skill, reading))).length === 0)
    .map(({ id }) => id);
  const pages = await listPages(sql, lesson);
  return {
    stay: stay.id,
    horse: stay.horse,
    toName: client.name,
    toAddress: client.email,
    reading: head.ruler.reading,
    link,
    until: usualUntil(stay, barn, today),
    sent: sent.map(toView),
    from: {
      answers: answers.map(({ issue, readAt, question, answer }) => ({ issue, read: readAt !== null, question, answer })),
      checkBacks: backs.map(({ seenAt, ...back }) => ({ ...back, seen: seenAt !== null })),
    },
    handOver: { content: handOver?.content ?? EMPTY_HAND_OVER, version: handOver?.version ?? null },
    lesson,
    lessonHow: Object.fromEntries(pages.flatMap(({ skill, page }) => (page.forOwner ? [[skill, page.forOwner]] : []))),
    wentHome: stay.wentHome,
  };
}
