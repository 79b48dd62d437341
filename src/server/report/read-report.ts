import type { HomeworkFields } from "#contracts/owner.ts";
import type { DueReportsView, DueReportView, IssueView, ReportContent, ReportView } from "#contracts/views.report.ts";
import { addDays, mondayOf } from "#core/calendar/local-date.ts";
import { checkBackDue } from "#core/home/check-back.ts";
import { composeHome, type HomeRecord, NO_HOME_WORDS } from "#core/home/own-words.ts";
import { must } from "#core/kernel/assert.ts";
import { assemble, shownOf } from "#core/report/assemble.ts";
import { REPORT_KINDS, type ReportKind } from "#core/report/facts.ts";
import type { Db } from "#db/client.ts";
import type { Barn } from "#db/queries/barn.ts";
import { findHomework, type Homework } from "#db/queries/homework.ts";
import { listMedia } from "#db/queries/media.ts";
import { listContacts, listSentIssues } from "#db/queries/owner.ts";
import { listAtHome } from "#db/queries/owner-answers.ts";
import {
  type Draft,
  type FrozenIssue,
  findDraft,
  findIssue,
  listBegun,
  listIssues,
  listPhotos,
  type Which,
} from "#db/queries/report.ts";
import { findDetails, listStays, type Stay } from "#db/queries/stays.ts";
import { barnOf } from "../barn/barn-of.ts";
import { WORTH_TELLING } from "../card/essentials.ts";
import type { Deps } from "../container.ts";
import type { Opened } from "../stay/read-horse.ts";
import { rulerOf } from "../stay/read-rail.ts";
import { dueOf } from "./due-of.ts";
import { gather } from "./gather.ts";
import { contentOf } from "./legacy.ts";
import { worded } from "./wording.ts";

const NEW: Pick<Draft, "words" | "tone" | "level" | "home"> = {
  words: {},
  tone: "plain",
  level: "full",
  home: NO_HOME_WORDS as Draft["home"],
};

/** The report as it would be approved now, with what went into it. */
export async function draftOf(db: Db, stay: Stay, barn: Barn, today: Opened["today"], which: Which) {
  const [gathered, draft, homework] = await Promise.all([
    gather(db, stay, barn, today, which),
    findDraft(db, which),
    which.kind === "weekly" ? findHomework(db, stay.id) : null,
  ]);
  const { words, tone, level, home } = draft ?? NEW;
  const style = { horse: stay.horse, sex: stay.sex, tone, level };
  const said = gathered.composed.blocks.map(({ id, statements }) => ({
    id,
    sentences: statements.map(({ key, say, from }) => ({ key, text: worded(say, key, style), from })),
  }));
  const content: ReportContent = {
    kind: which.kind,
    ordinal: which.ordinal,
    horse: stay.horse,
    sex: stay.sex,
    client: stay.client,
    barn: barn.name,
    day: today,
    blocks: shownOf(assemble(said, words)),
    compared: gathered.composed.compared,
    first: gathered.composed.first,
    people: gathered.composed.first ? gathered.people : [],
    touches: gathered.composed.first ? gathered.touches.filter(({ strength }) => strength >= WORTH_TELLING) : [],
    ruler: which.kind === "end" || which.kind === "mid-term" ? rulerOf(stay, barn, today) : null,
    weeks: which.kind === "end" || which.kind === "mid-term" ? gathered.weeks : [],
    home: gathered.home && composeHome(gathered.home, home),
    routine: homework && homework.steps.length > 0 ? routineOf(homework) : null,
    photos: draft ? await listPhotos(db, draft.id) : [],
    changes: null,
  };
  return { gathered, draft, style, content, words, home };
}

/** Kind and number of an address, 'weekly-3'; null where there is no such report. */
export function whichOf(asked: string | undefined): { kind: ReportKind; ordinal: number } | null {
  const found = /^([a-z-]+?)(?:-([1-9]\d{0,2}))?$/.exec(asked ?? "end");
  const kind = REPORT_KINDS.find((one) => one === found?.[1]);
  const counted = kind === "weekly" || kind === "mid-term";
  return kind && counted === (found?.[2] !== undefined) ? { kind, ordinal: Number(found?.[2] ?? 0) } : null;
}

export async function readReport(
  { sql }: Deps,
  { stay, barn, today }: Opened,
  asked: { kind: ReportKind; ordinal: number },
): Promise<ReportView> {
  const which = { stay: stay.id, ...asked };
  const [made, issues, details, contacts, media] = await Promise.all([
    draftOf(sql, stay, barn, today, which),
    listIssues(sql, [stay.id]),
    findDetails(sql, stay.id),
    listContacts(sql, stay.id),
    listMedia(sql, stay.id),
  ]);
  const { client } = must(details, "a stay has an owner");
  const { gathered, draft, style, content, words, home } = made;
  return {
    stay: stay.id,
    ...asked,
    style,
    client: { name: client.name, isReached: client.email !== "" || contacts.length > 0 },
    composed: gathered.composed,
    supported: gathered.supported,
    content,
    sources: gathered.sources,
    words,
    home: gathered.home && { record: withoutLadder(gathered.home), words: home },
    version: draft?.version ?? null,
    issues: issues.filter(({ kind, ordinal }) => kind === asked.kind && ordinal === asked.ordinal).map(lineOf),
    media,
    others: othersOf(stay, barn, today, issues),
  };
}
const routineOf = ({ daysAWeek, steps, words }: Homework): HomeworkFields => ({ daysAWeek, steps, words });
/** The page has the barn's ladder already. */
const withoutLadder = ({ ladder: _, ...record }: HomeRecord): Omit<HomeRecord, "ladder"> => record;
export const lineOf = ({
  number,
  approvedBy,
  approvedAt,
  contentHash,
}: Pick<FrozenIssue, "number" | "approvedBy" | "approvedAt" | "contentHash">) => ({
  number,
  approvedBy,
  approvedAt: approvedAt.toISOString(),
  hash: contentHash,
});

/** Reports that a stay asks for up to a week from now. */
function othersOf(
  stay: Stay,
  barn: Barn,
  today: Opened["today"],
  issues: readonly Pick<FrozenIssue, "kind" | "ordinal" | "number">[],
): ReportView["others"] {
  const due = dueOf(stay, barn, rulerOf(stay, barn, today), stay.firstDay, addDays(today, WEEK));
  const all = due.some(({ kind }) => kind === "end") ? due : [...due, { kind: "end" as const, ordinal: 0 }];
  return all.map(({ kind, ordinal }) => ({
    kind,
    ordinal,
    number: issues.find((one) => one.kind === kind && one.ordinal === ordinal)?.number ?? null,
  }));
}

/** An approved report, as it was approved. */
export async function readIssue({ sql }: Deps, asked: string | undefined): Promise<IssueView | null> {
  if (!asked || !/^[1-9]\d{0,8}$/.test(asked)) return null;
  const issue = await findIssue(sql, Number(asked));
  return issue && viewOf(issue);
}
const viewOf = (issue: FrozenIssue): IssueView => ({
  ...lineOf(issue),
  stay: issue.stayId,
  content: contentOf(issue),
});

const WEEK = 7;
/** Weeks after going home for which the barn still asks how it goes. */
const CHECK_BACK_TOLD = 16;
/** Days before its due day from which a report may be sent without another look: a week is told once it is nearly over. */
const EARLY = { intake: WEEK, weekly: 2, "mid-term": WEEK, end: 2 } as const;
/** Every report that is due between the Monday before last and the coming Sunday, with how far it is. */
export async function readDueReports(deps: Deps): Promise<DueReportsView> {
  const { sql, clock } = deps;
  const barn = await barnOf(deps);
  const today = clock.today(barn.timeZone);
  const monday = mondayOf(today);
  const [from, to] = [addDays(monday, -WEEK), addDays(monday, WEEK - 1)];
  const stays = (await listStays(sql)).filter(({ firstDay }) => firstDay <= today);
  const ids = stays.map(({ id }) => id);
  const [issues, begun, sent] = await Promise.all([listIssues(sql, ids), listBegun(sql, ids), listSentIssues(sql, ids)]);
  const reports = stays.flatMap((stay) =>
    dueOf(stay, barn, rulerOf(stay, barn, today), from, to).map(({ kind, ordinal, due }): DueReportView => {
      const is = (one: { readonly stayId: Stay["id"]; readonly kind: ReportKind; readonly ordinal: number }): boolean =>
        one.stayId === stay.id && one.kind === kind && one.ordinal === ordinal;
      const number = issues.find(is)?.number ?? null;
      const draft = begun.find(is);
      const state = number === null ? (draft ? "draft" : "not-begun") : sent.has(number) ? "sent" : "approved";
      return {
        stay: stay.id,
        horse: stay.horse,
        client: stay.client,
        kind,
        ordinal,
        due,
        state,
        number,
        version: draft?.version ?? null,
        early: due > addDays(today, EARLY[kind]),
      };
    }),
  );
  const since = addDays(today, -CHECK_BACK_TOLD * WEEK);
  const checkBacks = (await listAtHome(sql, since)).flatMap(({ stayId, wentHome, told, asked, horse, client }) => {
    const due = checkBackDue(wentHome, told, today);
    return due ? [{ ...due, stay: stayId, horse, client, asked: asked.some((day) => day >= due.since) }] : [];
  });
  return {
    today,
    from,
    to,
    checkBacks,
    reports: reports.sort((a, b) => a.due.localeCompare(b.due) || a.horse.localeCompare(b.horse)),
  };
}
