/** The owner's routine while the horse is here: given by the manager, ticked back by the owner; and the owner's visits and lessons. */
import type { SaveVisit, SeeHomework, SetHomework, TellHomework } from "#contracts/owner.ts";
import { addDays } from "#core/calendar/local-date.ts";
import type { HomeworkId, VisitId } from "#core/kernel/brand.ts";
import { ok } from "#core/kernel/result.ts";
import { markWritten } from "#db/queries/barn.ts";
import {
  findHomework,
  findVisit,
  insertHomework,
  insertVisit,
  keepHomeworkDone,
  seeHomeworkDone,
  updateVisit,
} from "#db/queries/homework.ts";
import { findStay, lockStay } from "#db/queries/stays.ts";
import type { Deps } from "../container.ts";
import { routineLetter } from "../report/wording.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";
import { post } from "./message.ts";
import type { OpenedOwner } from "./read-owner.ts";

export async function setHomework(work: Work, { stay, since, content, send }: SetHomework): Answer<{ id: HomeworkId }> {
  await lockStay(work.tx, stay);
  const there = await findStay(work.tx, stay);
  if (!there) return no({ code: "not-found", path: "stay" });
  const before = await findHomework(work.tx, stay);
  if ((before?.id ?? null) !== since) return no({ code: "changed-meanwhile", path: "version", current: before });
  const id = newId<"homework">();
  await insertHomework(work.tx, stay, { id, madeOn: work.today, ...content }, work.actor.id, work.now);
  await note(work, "owner", stay, "routine given", { steps: content.steps.length });
  if (send && content.steps.length > 0) {
    const done = await post(work, there, { about: `routine:${id}`, ...routineLetter(there, content), issue: null });
    if (done === "no-address") return no({ code: "no-address", path: "stay" });
  }
  return ok({ id });
}

/** So far back a day may still be told. */
const TOLD_DAYS = 14;
/** From the owner's page. False: the routine is another one by now, or the day is none that can be told. */
export const tellHomework = (deps: Deps, { stay, today }: OpenedOwner, told: TellHomework): Promise<boolean> =>
  deps.sql.begin(async (tx) => {
    await tx`SELECT id FROM stay WHERE id = ${stay.id} FOR UPDATE`;
    const now = await findHomework(tx, stay.id);
    if (now?.id !== told.homework || told.day > today || told.day < addDays(today, -TOLD_DAYS)) return false;
    const done = now.steps.flatMap(({ skill }) => (told.done.includes(skill) ? [skill] : []));
    await keepHomeworkDone(tx, now.id, { ...told, done }, deps.clock.now());
    await markWritten(tx);
    return true;
  });
export async function seeHomework(work: Work, { stay }: SeeHomework): Answer {
  if (!(await findStay(work.tx, stay))) return no({ code: "not-found", path: "stay" });
  await seeHomeworkDone(work.tx, stay, work.now);
  return ok(null);
}

export async function saveVisit(work: Work, { stay, id, version, content }: SaveVisit): Answer<{ id: VisitId; version: number }> {
  if (!(await lockStay(work.tx, stay))) return no({ code: "not-found", path: "stay" });
  if (id === null || version === null) {
    const made = newId<"visit">();
    await insertVisit(work.tx, stay, made, content);
    await note(work, "owner", stay, "visit planned", { day: content.day });
    return ok({ id: made, version: 1 });
  }
  const there = await findVisit(work.tx, stay, id);
  if (!there) return no({ code: "not-found", path: "id" });
  if (!(await updateVisit(work.tx, stay, { id, version, content })))
    return no({ code: "changed-meanwhile", path: "version", current: there });
  await note(work, "owner", stay, "visit written", { day: content.day, state: content.state });
  return ok({ id, version: version + 1 });
}
