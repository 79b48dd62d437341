/** The outbox, and a letter to one owner: what was written to them, and the address of their page. */

import { EMPTY_HAND_OVER } from "#contracts/owner.ts";
import type { LetterView, LinkView, MessageView, OutboxView, ReaderView } from "#contracts/views.owner.ts";
import { homeworkOf } from "#core/home/homework.ts";
import { must } from "#core/kernel/assert.ts";
import type { ContactId, StayId } from "#core/kernel/brand.ts";
import { permitOf, readingOf } from "#core/permission/from-record.ts";
import { barring, horseReasons, skillAct } from "#core/permission/permission.ts";
import type { Db } from "#db/client.ts";
import { findHomework, listHomeworkDone, listVisits } from "#db/queries/homework.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { listPages } from "#db/queries/ladder.ts";
import { listContacts, listLinks, listMessages, listMessagesOf, type MessageRecord } from "#db/queries/owner.ts";
import { findHandOver, listAnswers, listCheckBacks } from "#db/queries/owner-answers.ts";
import { pastOf } from "#db/queries/past.ts";
import { listIssues } from "#db/queries/report.ts";
import { findDetails } from "#db/queries/stays.ts";
import type { Deps } from "../container.ts";
import { gather } from "../report/gather.ts";
import { horseRecord } from "../stay/facts.ts";
import type { Opened } from "../stay/read-horse.ts";
import { mailServer } from "./deliver.ts";
import { ownerPath, usualUntil } from "./link.ts";
import { doneView, homeworkView } from "./read-homework.ts";

const SHOWN = 200;
/** An owner is taught what the horse mostly does. */
const LESSON_FROM = 3;
const toView = ({ stayId, madeAt, sentAt, ...message }: MessageRecord): MessageView => ({
  ...message,
  stay: stayId,
  madeAt: madeAt.toISOString(),
  sentAt: sentAt?.toISOString() ?? null,
});

export const readOutbox = async ({ sql }: Deps): Promise<OutboxView> => ({
  messages: (await listMessages(sql, SHOWN)).map(toView),
  mailServer: mailServer() !== undefined,
  standin: process.env["FURLONG_MAIL_PAGE"] ?? null,
});

async function readersOf(db: Db, stay: StayId, client: { name: string; email: string }): Promise<readonly ReaderView[]> {
  const [links, contacts] = await Promise.all([listLinks(db, stay), listContacts(db, stay)]);
  const linkOf = (contact: ContactId | null): LinkView | null => {
    const link = links.find(({ contactId }) => contactId === contact);
    return link ? { path: ownerPath(link.token), until: link.until } : null;
  };
  return [
    { contact: null, name: client.name, address: client.email, role: null, link: linkOf(null) },
    ...contacts.map(({ id, name, email, role }) => ({ contact: id, name, address: email, role, link: linkOf(id) })),
  ];
}

export async function readLetter({ sql }: Deps, { stay, barn, today, head }: Opened): Promise<LetterView> {
  const [details, sent, issues, backs, handOver, evaluations] = await Promise.all([
    findDetails(sql, stay.id),
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
  const pages = await listPages(sql, [
    ...new Set([...lesson, ...backs.flatMap(({ skills }) => skills.map(({ skill }) => skill))]),
  ]);
  const [homework, done, visits, gathered] = await Promise.all([
    findHomework(sql, stay.id),
    listHomeworkDone(sql, stay.id),
    listVisits(sql, stay.id),
    gather(sql, stay, barn, today, { kind: "end", ordinal: 0 }),
  ]);
  const how = new Map(pages.map(({ skill, page }) => [skill, page.forOwner]));
  const steps = gathered.home ? homeworkOf(gathered.home) : [];
  return {
    homework: homework && homeworkView(homework),
    homeworkSince: homework?.id ?? null,
    proposedSteps: steps.map(({ skill, first }) => ({ skill, first, words: how.get(skill) ?? "" })),
    homeworkDone: done.map(doneView),
    visits: visits.map(({ id, version, content }) => ({ id, version, content })),
    today,
    stay: stay.id,
    horse: stay.horse,
    toName: client.name,
    toAddress: client.email,
    reading: head.ruler.reading,
    readers: await readersOf(sql, stay.id, client),
    until: usualUntil(stay, barn, today),
    sent: sent.map(toView),
    from: {
      answers: answers.map(({ issue, readAt, question, answer }) => ({ issue, read: readAt !== null, question, answer })),
      checkBacks: backs.map(({ seenAt, ...back }) => ({ ...back, seen: seenAt !== null })),
    },
    handOver: { content: handOver?.content ?? EMPTY_HAND_OVER, version: handOver?.version ?? null },
    lesson,
    problem: stay.complaint,
    sex: stay.sex,
    lessonHow: Object.fromEntries(pages.flatMap(({ skill, page }) => (page.forOwner ? [[skill, page.forOwner]] : []))),
    wentHome: stay.wentHome,
  };
}
