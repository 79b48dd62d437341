/**
 * The owner's page: what one secret address shows, and nothing of any other horse. An address that nobody made, one that was taken away and one that has run
 * out answer alike.
 */

import type { OwnerView } from "#contracts/views.owner.ts";
import type { RulerView } from "#contracts/views.ts";
import { heldOn } from "#core/calendar/holds.ts";
import { addDays, mondayOf } from "#core/calendar/local-date.ts";
import { askedBack, checkBackIsOpen } from "#core/home/check-back.ts";
import { must } from "#core/kernel/assert.ts";
import type { PhotoId } from "#core/kernel/brand.ts";
import { findBarn } from "#db/queries/barn.ts";
import { listWorked } from "#db/queries/card.ts";
import { findHomework, listHomeworkDone, listVisits } from "#db/queries/homework.ts";
import { findLinkByToken } from "#db/queries/owner.ts";
import { listAnswers, listCheckBacks } from "#db/queries/owner-answers.ts";
import { findIssue, findPhotoBytes, listIssues } from "#db/queries/report.ts";
import { findStay } from "#db/queries/stays.ts";
import type { Deps } from "../container.ts";
import { contentOf } from "../report/legacy.ts";
import { lineOf } from "../report/read-report.ts";
import { complaintOf } from "../stay/facts.ts";
import { rulerOf } from "../stay/read-rail.ts";
import { doneView, homeworkView } from "./read-homework.ts";

/** 32 bytes in base64url. */
const SECRET = /^[\w-]{43}$/;
const WEEK = 7;
const SKILLS_SHOWN = 4;
const TOLD_SHOWN = 5;

/** The stay that an address opens today; null where it opens none. */
export async function openOwner({ sql, clock }: Deps, token: string | undefined) {
  if (!token || !SECRET.test(token)) return null;
  const [link, barn] = await Promise.all([findLinkByToken(sql, token), findBarn(sql)]);
  if (!link || !barn) return null;
  const today = clock.today(barn.timeZone);
  if (link.until < today) return null;
  return { stay: must(await findStay(sql, link.stayId), "an address is a stay's"), barn, today, link };
}
export type OpenedOwner = NonNullable<Awaited<ReturnType<typeof openOwner>>>;

/** The newest number of each report; what it took the place of is not shown any more. */
async function currentIssues({ sql }: Deps, { stay }: OpenedOwner) {
  const issues = await listIssues(sql, [stay.id]);
  return issues.filter((one, i) => issues.findIndex((other) => other.kind === one.kind && other.ordinal === one.ordinal) === i);
}
/** An approved number of this stay, and of no other. */
export async function ownIssue(deps: Deps, opened: OpenedOwner, asked: string | undefined) {
  if (!asked || !/^[1-9]\d{0,8}$/.test(asked)) return null;
  const issue = await findIssue(deps.sql, Number(asked));
  return issue?.stayId === opened.stay.id ? { ...lineOf(issue), content: contentOf(issue) } : null;
}
export async function ownPhoto(deps: Deps, opened: OpenedOwner, asked: string | undefined) {
  for (const { number } of await listIssues(deps.sql, [opened.stay.id])) {
    const issue = await findIssue(deps.sql, number);
    if (issue && contentOf(issue).photos.some(({ id }) => id === asked)) return findPhotoBytes(deps.sql, asked as PhotoId);
  }
  return null;
}

async function newestPhoto({ sql }: Deps, issues: Awaited<ReturnType<typeof currentIssues>>): Promise<OwnerView["photo"]> {
  for (const { number } of issues) {
    const issue = must(await findIssue(sql, number), "an approved number");
    const picture = contentOf(issue).photos.find((photo) => !photo.of?.type.startsWith("video/"));
    if (picture) return { id: picture.id, caption: picture.caption };
  }
  return null;
}
function termOf({ today, reading, posts }: RulerView): OwnerView["term"] {
  if (reading.dayOfTerm < 1) return null;
  const next = posts.find(({ done, day }) => !done && day >= today);
  return { day: reading.dayOfTerm, of: reading.calendarDays, next: next ? { kind: next.kind, day: next.day } : null };
}

/** For whoever comes with an address that opens nothing. */
export const barnPhone = async ({ sql }: Deps): Promise<string> => (await findBarn(sql))?.phone ?? "";

export async function readOwner(deps: Deps, opened: OpenedOwner): Promise<OwnerView> {
  const { stay, barn, today, link } = opened;
  const [issues, worked, backs] = await Promise.all([
    currentIssues(deps, opened),
    listWorked(deps.sql, stay.id),
    listCheckBacks(deps.sql, stay.id),
  ]);
  const [homework, done, visits] = await Promise.all([
    findHomework(deps.sql, stay.id),
    listHomeworkDone(deps.sql, stay.id),
    listVisits(deps.sql, stay.id),
  ]);
  const answers = await listAnswers(
    deps.sql,
    issues.map(({ number }) => number),
  );
  const last = issues.find(({ kind }) => kind === "end");
  const home = last ? contentOf(must(await findIssue(deps.sql, last.number), "an approved number")).home : null;
  const from = addDays(mondayOf(stay.wentHome ?? today), -WEEK);
  return {
    token: link.token,
    barn: barn.name,
    phone: barn.phone,
    hold: stay.wentHome === null ? heldOn(stay.holds, today) : null,
    horse: stay.horse,
    sex: stay.sex,
    client: link.contact ?? stay.client,
    until: link.until,
    wentHome: stay.wentHome,
    sessions: worked
      .filter(({ day }) => day >= from)
      .reverse()
      .map(({ day, groundMinutes, saddleMinutes, scores }) => ({
        day,
        groundMinutes,
        saddleMinutes,
        skills: [...new Set(scores.map(({ skill }) => skill))].slice(0, SKILLS_SHOWN),
      })),
    firsts: stay.firsts,
    photo: await newestPhoto(deps, issues),
    term: stay.wentHome === null ? termOf(rulerOf(stay, barn, today)) : null,
    reports: issues.map((issue) => {
      const answer = answers.find((one) => one.issue === issue.number);
      return {
        number: issue.number,
        kind: issue.kind,
        ordinal: issue.ordinal,
        approvedAt: issue.approvedAt.toISOString(),
        read: answer?.readAt !== null && answer !== undefined,
        question: answer?.question ?? "",
        answer: answer?.answer ?? "",
      };
    }),
    home,
    homework: homework && stay.wentHome === null ? homeworkView(homework) : null,
    homeworkDone: done.slice(0, TOLD_SHOWN).map(doneView),
    visits: visits
      .map(({ content }) => content)
      .filter(({ state, day }) => state === "planned" && day >= today)
      .map(({ kind, day, minute, plan }) => ({ kind, day, minute, plan })),
    today,
    checkBack: {
      asked: stay.wentHome !== null && checkBackIsOpen(stay.wentHome, today),
      told: backs[0]?.day ?? null,
      problem: complaintOf(stay)?.words ?? "",
      skills: home ? askedBack(home) : [],
    },
  };
}
