/** A horse with everything that was written of it, as one file; a photo at a time, so that a long record is never held whole. */
import type { HorseArchive } from "#contracts/archive.ts";
import { HorseMeasureFields, type StayFields, USUAL_STAY } from "#contracts/stay.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { listWorked } from "#db/queries/card.ts";
import { listChecksOf } from "#db/queries/check.ts";
import { listStayCards } from "#db/queries/day.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { listJudgements } from "#db/queries/judgement.ts";
import { listMeasuring } from "#db/queries/measuring.ts";
import { findMediaBytes, listMedia } from "#db/queries/media.ts";
import { findIssue, listIssues } from "#db/queries/report.ts";
import { findDetails, findStay, listSpans, type Stay } from "#db/queries/stays.ts";
import { barnOf } from "../barn/barn-of.ts";
import { recordIn } from "../card/close-card.ts";
import type { Deps } from "../container.ts";

type ArchivedStay = HorseArchive["stays"][number];
const only = <T extends object>(of: object, keys: readonly string[]): T =>
  Object.fromEntries(keys.map((key) => [key, (of as Record<string, unknown>)[key]])) as T;
export const stayFieldsOf = (stay: Stay): StayFields => only(stay, [...Object.keys(USUAL_STAY), "method", "firstDay"]);

async function archivedStay(sql: Deps["sql"], id: StayId): Promise<Omit<ArchivedStay, "media"> | null> {
  const stay = await findStay(sql, id);
  if (!stay) return null;
  const closed = (await listEvaluations(sql, id)).filter(({ closedAt }) => closedAt !== null);
  const starts = new Map((await listStayCards(sql, id)).map((card) => [card.id as string, card.start]));
  return {
    stay: stayFieldsOf(stay),
    wentHome: stay.wentHome,
    holds: stay.holds.map(({ kind, from, to, stopsClock, reason }) => ({
      kind,
      firstDay: from,
      lastDay: to,
      stopsClock,
      reason,
    })),
    evaluations: await Promise.all(
      closed.map(async ({ id: evaluation, kind, day, byName, walk }) => ({
        kind,
        day,
        by: byName,
        walk,
        judgement: ((await listJudgements(sql, evaluation))[0] ?? null) as Record<string, unknown> | null,
      })),
    ),
    sessions: (await listWorked(sql, id)).map((worked) => ({
      day: worked.day,
      start: starts.get(worked.cardId) ?? 0,
      by: worked.rider,
      // Who helped is a person of that barn.
      record: { ...recordIn(worked), helper: null },
    })),
    measures: (await listMeasuring(sql, id)).map((one) => ({
      day: one.day,
      fields: only<HorseMeasureFields>(one, Object.keys(HorseMeasureFields.shape)),
    })),
    checks: (await listChecksOf(sql, id)).map(({ cause, who, asked, orderedOn, state, doneOn, result, answer }) => ({
      cause,
      who,
      asked,
      orderedOn,
      state,
      doneOn,
      result,
      answer,
    })),
    reports: await Promise.all(
      (await listIssues(sql, [id])).map(async ({ number, kind, approvedBy, approvedAt }) => ({
        number,
        kind,
        approvedBy,
        approvedAt,
        content: (await findIssue(sql, number))?.content ?? null,
      })),
    ),
  };
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** Null: there is no such stay. Pieces of the JSON, in their order. */
export async function writeArchive(deps: Deps, asked: string, withPhotos: boolean): Promise<AsyncGenerator<string> | null> {
  const { sql } = deps;
  const stay = UUID.test(asked) ? await findStay(sql, asked as StayId) : null;
  const details = stay && (await findDetails(sql, stay.id));
  if (!stay || !details) return null;
  const barn = await barnOf(deps);
  const spans = await listSpans(sql, stay.horseId);
  return (async function* pieces() {
    const head = {
      format: "furlong-horse/1",
      at: deps.clock.today(barn.timeZone),
      barn: barn.name,
      owner: details.client.name,
      skills: Object.fromEntries(barn.ladder.skills.map(({ id, words }) => [id, words])),
      horse: details.horse,
    };
    yield `${JSON.stringify(head).slice(0, -1)},"stays":[`;
    for (const [at, { id }] of spans.entries()) {
      const one = await archivedStay(sql, id);
      yield `${at > 0 ? "," : ""}${JSON.stringify(one).slice(0, -1)},"media":[`;
      let first = true;
      for (const media of withPhotos ? await listMedia(sql, id) : []) {
        const found = await findMediaBytes(sql, media.id);
        if (!found) continue;
        const { day, skill, side, words } = media;
        yield `${first ? "" : ","}${JSON.stringify({ day, skill, side, words, content: found.bytes.toString("base64") })}`;
        first = false;
      }
      yield "]}";
    }
    yield "]}\n";
  })();
}
