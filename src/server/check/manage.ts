/** Asking a vet, dentist, farrier or fitter, and keeping what they answered; and changes of tack tried for some sessions. */
import type {
  AttachFile,
  BeginTrial,
  BookCheck,
  CancelCheck,
  CloseCheck,
  EditCheck,
  EndTrial,
  OrderCheck,
  ReleaseCheck,
  RemoveFile,
} from "#contracts/check.ts";
import type { Refusal } from "#contracts/refusal.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { ok, type Result, refuse } from "#core/kernel/result.ts";
import {
  type CheckRecord,
  deleteFile,
  endTrial as endRow,
  findFile,
  insertCheck,
  insertFile,
  insertTrial,
  listTrials,
  lockCheck,
  lockTrial,
  updateCheck,
} from "#db/queries/check.ts";
import { findStay, lockStay, type Stay } from "#db/queries/stays.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";
import { cleanFile } from "./files.ts";

const MOST_FILES = 12;

async function stayInWork(work: Work, id: StayId): Promise<Result<Stay, Refusal>> {
  await lockStay(work.tx, id);
  const stay = await findStay(work.tx, id);
  if (!stay) return refuse({ code: "not-found", path: "stay" });
  return stay.wentHome ? refuse({ code: "gone-home", path: "stay" }) : ok(stay);
}

export async function orderCheck(work: Work, input: OrderCheck): Answer<{ id: string }> {
  const stay = await stayInWork(work, input.stay);
  if (!stay.ok) return stay;
  const id = newId<"check">();
  const made = await insertCheck(work.tx, { ...input, id, orderedOn: work.today, by: work.actor.id });
  if (!made) return no({ code: "check-open", path: "cause" });
  await note(work, "check", id, "ordered", { stay: input.stay, cause: input.cause, holds: input.holds });
  return ok({ id });
}

/** The check as it stands, locked; or why it cannot be changed. */
async function takeUp(work: Work, input: { id: CheckRecord["id"]; version: number }): Promise<Result<CheckRecord, Refusal>> {
  const check = await lockCheck(work.tx, input.id);
  if (!check) return refuse({ code: "not-found", path: "id" });
  return check.version === input.version ? ok(check) : refuse({ code: "changed-meanwhile", path: "version", current: check });
}
const next = (check: CheckRecord) => ok({ version: check.version + 1 });
const future = (work: Work, day: LocalDate): boolean => day > work.today;

export async function editCheck(work: Work, input: EditCheck): Answer<{ version: number }> {
  const taken = await takeUp(work, input);
  if (!taken.ok) return taken;
  const check = taken.value;
  if (check.state === "done" || check.state === "cancelled") return no({ code: "check-ended", path: "id" });
  const { asked, due, holds, skills } = input;
  await updateCheck(work.tx, check.id, { asked, due, holds, skills });
  await note(work, "check", check.id, "changed", { before: { due: check.due, holds: check.holds }, after: { due, holds } });
  return next(check);
}

export async function bookCheck(work: Work, input: BookCheck): Answer<{ version: number }> {
  const taken = await takeUp(work, input);
  if (!taken.ok) return taken;
  const check = taken.value;
  if (check.state === "done" || check.state === "cancelled") return no({ code: "check-ended", path: "id" });
  if (input.bookedFor < check.orderedOn) return no({ code: "before-arrival", path: "bookedFor" });
  await updateCheck(work.tx, check.id, { state: "booked", bookedFor: input.bookedFor, bookedWith: input.bookedWith });
  await note(work, "check", check.id, "booked", { for: input.bookedFor });
  return next(check);
}

/** The answer. Typed again, it corrects the one before, which the record keeps. */
export async function closeCheck(work: Work, input: CloseCheck): Answer<{ version: number }> {
  const taken = await takeUp(work, input);
  if (!taken.ok) return taken;
  const check = taken.value;
  if (check.state === "cancelled") return no({ code: "check-ended", path: "id" });
  if (future(work, input.doneOn)) return no({ code: "in-the-future", path: "doneOn" });
  if (input.doneOn < check.orderedOn) return no({ code: "before-arrival", path: "doneOn" });
  const { doneOn, result, answer, restrictions } = input;
  // A new answer holds what it says, whatever was released of the one before.
  await updateCheck(work.tx, check.id, { state: "done", doneOn, result, answer, restrictions, released: null });
  const before = check.state === "done" ? { result: check.result, answer: check.answer, restrictions: check.restrictions } : null;
  await note(work, "check", check.id, "answered", { before, after: { result, answer, restrictions } });
  return next(check);
}

/** What was found holds until somebody says that it does not any more; so does what a professional restricted. */
export async function releaseCheck(work: Work, input: ReleaseCheck): Answer<{ version: number }> {
  const taken = await takeUp(work, input);
  if (!taken.ok) return taken;
  const check = taken.value;
  if (check.state !== "done" || check.doneOn === null) return no({ code: "check-ended", path: "id" });
  if (future(work, input.on)) return no({ code: "in-the-future", path: "on" });
  if (input.on < check.doneOn) return no({ code: "before-arrival", path: "on" });
  await updateCheck(work.tx, check.id, { released: { on: input.on, by: work.actor.id } });
  await note(work, "check", check.id, "released", { on: input.on, words: input.words });
  return next(check);
}

export async function cancelCheck(work: Work, input: CancelCheck): Answer<{ version: number }> {
  const taken = await takeUp(work, input);
  if (!taken.ok) return taken;
  const check = taken.value;
  if (check.state === "done" || check.state === "cancelled") return no({ code: "check-ended", path: "id" });
  await updateCheck(work.tx, check.id, { state: "cancelled", answer: input.reason });
  await note(work, "check", check.id, "cancelled", { reason: input.reason });
  return next(check);
}

export async function attachFile(work: Work, input: AttachFile): Answer<{ id: string }> {
  const check = await lockCheck(work.tx, input.id);
  if (!check) return no({ code: "not-found", path: "id" });
  if (check.files.length >= MOST_FILES) return no({ code: "too-many-files", path: "content", limit: MOST_FILES });
  const file = await cleanFile(Buffer.from(input.content, "base64"));
  if (!file) return no({ code: "file-type", path: "content" });
  const id = newId<"file">();
  await insertFile(work.tx, { id, check: check.id, name: input.name, ...file, at: work.now, by: work.actor.id });
  await note(work, "check", check.id, "file attached", { name: input.name, type: file.type });
  return ok({ id });
}
export async function removeFile(work: Work, input: RemoveFile): Answer {
  const file = await findFile(work.tx, input.file);
  if (!file) return no({ code: "not-found", path: "file" });
  await deleteFile(work.tx, input.file);
  await note(work, "check", file.checkId, "file removed", { name: file.name });
  return ok({});
}

export async function beginTrial(work: Work, input: BeginTrial): Answer<{ id: string }> {
  const stay = await stayInWork(work, input.stay);
  if (!stay.ok) return stay;
  if (future(work, input.fromDay)) return no({ code: "in-the-future", path: "fromDay" });
  if (input.fromDay < stay.value.firstDay) return no({ code: "before-arrival", path: "fromDay" });
  const { ended, words } = input;
  if (ended && future(work, ended.on)) return no({ code: "in-the-future", path: "ended.on" });
  if (ended && ended.on < input.fromDay) return no({ code: "before-arrival", path: "ended.on" });
  const same = (await listTrials(work.tx, input.stay)).some(
    ({ change, result, fromDay }) => change === input.change && (result === null || fromDay === input.fromDay),
  );
  if (same) return no({ code: "trial-running", path: "change" });
  const id = newId<"trial">();
  await insertTrial(work.tx, { id, ...input });
  await note(work, "trial", id, "begun", { stay: input.stay, change: input.change });
  if (ended) {
    await endRow(work.tx, id, { ...ended, words });
    await note(work, "trial", id, "ended", { result: ended.result });
  }
  return ok({ id });
}
export async function endTrial(work: Work, input: EndTrial): Answer {
  const trial = await lockTrial(work.tx, input.id);
  if (!trial) return no({ code: "not-found", path: "id" });
  if (trial.result) return no({ code: "trial-ended", path: "id" });
  if (future(work, input.endedOn)) return no({ code: "in-the-future", path: "endedOn" });
  if (input.endedOn < trial.fromDay) return no({ code: "before-arrival", path: "endedOn" });
  await endRow(work.tx, input.id, { on: input.endedOn, result: input.result, words: input.words });
  await note(work, "trial", input.id, "ended", { result: input.result });
  return ok({});
}
