/** Booking a stay and changing its terms, holds and company. */

import type {
  AddHold,
  BookStay,
  EditDetails,
  EditStay,
  EndHold,
  KeepFrom,
  MeasureHorse,
  SendHome,
  SetApart,
} from "#contracts/stay.ts";
import { HEAVIEST_KG, LIGHTEST_KG } from "#contracts/stay.ts";
import { holdsOverlap } from "#core/calendar/holds.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { calibrationOf, usualRateOf } from "#core/forecast/calibrate.ts";
import type { HorseId, StayId } from "#core/kernel/brand.ts";
import { ok } from "#core/kernel/result.ts";
import { methodsWith } from "#core/ladder/methods.ts";
import { worksTaken } from "#core/ladder/typical.ts";
import { weightOf } from "#core/tools/weight.ts";
import { keepLearnt } from "#db/queries/barn.ts";
import { listScores } from "#db/queries/card.ts";
import { listStayCards } from "#db/queries/day.ts";
import { keepMeasuring } from "#db/queries/measuring.ts";
import { findPerson } from "#db/queries/people.ts";
import { keepTaken, listRates, listTold, replacePlanGoals } from "#db/queries/plan.ts";
import {
  deleteApart,
  deleteKeptFrom,
  endHold as endHoldRow,
  findDetails,
  findHoldStay,
  findStay,
  insertApart,
  insertClient,
  insertHold,
  insertHorse,
  insertKeptFrom,
  insertStay,
  insertWeighing,
  listSpans,
  lockDetails,
  lockHorse,
  lockStay,
  sendHome as sendHomeRow,
  updateDetails,
  updateStay,
} from "#db/queries/stays.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";

/** The barn has the method, and offers it or the stay has it already. */
const mayHave = ({ barn }: Work, id: string, before: string | null): boolean =>
  methodsWith(barn.methods).some((method) => method.id === id && (method.used || id === before));

/** What was given on paper was given before today, and within the term. */
const givenTooEarly = (work: Work, { givenBefore, firstDay }: BookStay["stay"]): boolean =>
  givenBefore > 0 && firstDay >= work.today;

export async function bookStay(work: Work, input: BookStay): Answer<{ stay: string }> {
  if (input.known) {
    if (!(await lockHorse(work.tx, input.known))) return no({ code: "not-found", path: "known" });
    return addStay(work, input.known, input, null);
  }
  const [client, horse] = [newId<"client">(), newId<"horse">()];
  await insertClient(work.tx, client, input.client);
  await insertHorse(work.tx, horse, client, input.horse);
  return addStay(work, horse, input, null);
}

/** A stay of a horse that the barn knows. `wentHome`: it is over already, and is written down for what it was. */
export async function addStay(
  work: Work,
  horse: HorseId,
  { stay: fields, goals }: Pick<BookStay, "stay" | "goals">,
  wentHome: LocalDate | null,
): Answer<{ stay: StayId }> {
  if (givenTooEarly(work, fields)) return no({ code: "not-begun", path: "stay.givenBefore" });
  if (!mayHave(work, fields.method, null)) return no({ code: "not-found", path: "stay.method" });
  const spans = await listSpans(work.tx, horse);
  // A horse stands here once.
  if (spans.some((one) => (!wentHome || one.firstDay <= wentHome) && (!one.wentHome || fields.firstDay <= one.wentHome)))
    return no({ code: "here-already", path: "stay.firstDay" });
  const stay = newId<"stay">();
  await insertStay(work.tx, stay, horse, fields, work.today);
  // What was confirmed while booking; promised it is only once it is answered under the evaluation.
  await replacePlanGoals(
    work.tx,
    stay,
    goals.map((goal) => ({ ...goal, side: null, weight: 2, must: false })),
  );
  await note(work, "stay", stay, "booked");
  return ok({ stay });
}

/** Changing the terms re-reads the arithmetic; what was worked stays as it was. */
export async function editStay(work: Work, input: EditStay): Answer<{ version: number }> {
  if (!(await lockStay(work.tx, input.id))) return no({ code: "not-found", path: "id" });
  const before = await findStay(work.tx, input.id);
  if (!before) return no({ code: "not-found", path: "id" });
  if (!mayHave(work, input.stay.method, before.method)) return no({ code: "not-found", path: "stay.method" });
  if (input.stay.givenBefore !== before.givenBefore && givenTooEarly(work, input.stay))
    return no({ code: "not-begun", path: "stay.givenBefore" });
  const first = before.delivered[0];
  if (first && input.stay.firstDay > first) return no({ code: "before-arrival", path: "stay.firstDay" });
  if (!(await updateStay(work.tx, input.id, input.version, input.stay, { set: input.riskSet, on: work.today })))
    return no({ code: "changed-meanwhile", path: "version", current: before });
  await note(work, "stay", input.id, "terms changed", { before: { ...before, delivered: undefined }, after: input });
  return ok({ version: input.version + 1 });
}

/** A telephone number changes, a birth year is found out: client and horse stay editable as long as somebody may have to call. */
export async function editDetails(work: Work, input: EditDetails): Answer<{ version: number }> {
  if (!(await lockStay(work.tx, input.stay))) return no({ code: "not-found", path: "stay" });
  await lockDetails(work.tx, input.stay);
  const before = await findDetails(work.tx, input.stay);
  if (!before) return no({ code: "not-found", path: "stay" });
  if (before.version !== input.version) return no({ code: "changed-meanwhile", path: "version", current: before });
  await updateDetails(work.tx, input.stay, input.client, input.horse);
  await note(work, "stay", input.stay, "details changed", { before, after: { client: input.client, horse: input.horse } });
  return ok({ version: before.version + 2 });
}

export async function addHold(work: Work, input: AddHold): Answer<{ id: string }> {
  if (!(await lockStay(work.tx, input.stay))) return no({ code: "not-found", path: "stay" });
  const stay = await findStay(work.tx, input.stay);
  if (!stay) return no({ code: "not-found", path: "stay" });
  if (stay.wentHome) return no({ code: "gone-home", path: "stay" });
  if (input.firstDay < stay.firstDay) return no({ code: "before-arrival", path: "firstDay" });
  const hold = {
    id: newId<"hold">(),
    kind: input.kind,
    from: input.firstDay,
    to: input.lastDay,
    stopsClock: input.stopsClock,
    reason: input.reason,
  };
  if (stay.holds.some((other) => holdsOverlap(other, hold))) return no({ code: "hold-overlaps", path: "firstDay" });
  await insertHold(work.tx, input.stay, hold);
  await note(work, "stay", input.stay, "hold added", hold);
  return ok({ id: hold.id });
}

export async function endHold(work: Work, input: EndHold): Answer {
  const found = await findHoldStay(work.tx, input.id);
  if (!found) return no({ code: "not-found", path: "id" });
  await lockStay(work.tx, found.stayId);
  if (input.lastDay < found.from) return no({ code: "before-arrival", path: "lastDay" });
  const stay = await findStay(work.tx, found.stayId);
  const mine = stay?.holds.find((hold) => hold.id === input.id);
  if (mine && stay?.holds.some((other) => other.id !== input.id && holdsOverlap(other, { ...mine, to: input.lastDay })))
    return no({ code: "hold-overlaps", path: "firstDay" });
  await endHoldRow(work.tx, input.id, input.lastDay);
  await note(work, "stay", found.stayId, "hold ended", { hold: input.id, lastDay: input.lastDay });
  return ok(null);
}

/** Two horses that must not share a place, or may again. */
export async function setApart(work: Work, input: SetApart): Answer {
  if (input.stay === input.other) return no({ code: "same-horse", path: "other" });
  const [first, second] = [input.stay, input.other].sort();
  if (!(await lockStay(work.tx, first as typeof input.stay)) || !(await lockStay(work.tx, second as typeof input.stay)))
    return no({ code: "not-found", path: "other" });
  await (input.apart ? insertApart : deleteApart)(work.tx, input.stay, input.other);
  await note(work, "stay", input.stay, input.apart ? "kept apart" : "may be together", { other: input.other });
  return ok(null);
}

export async function keepFrom(work: Work, input: KeepFrom): Answer {
  if (!(await lockStay(work.tx, input.stay))) return no({ code: "not-found", path: "stay" });
  if (!(await findPerson(work.tx, input.person))) return no({ code: "not-found", path: "person" });
  await (input.kept ? insertKeptFrom : deleteKeptFrom)(work.tx, input.stay, input.person);
  await note(work, "stay", input.stay, input.kept ? "kept from" : "may be handed", { person: input.person });
  return ok(null);
}

/** Going home closes the stay: nothing may be left open on the day sheet. */
export async function sendHome(work: Work, input: SendHome): Answer {
  if (!(await lockStay(work.tx, input.id))) return no({ code: "not-found", path: "id" });
  const stay = await findStay(work.tx, input.id);
  if (!stay) return no({ code: "not-found", path: "id" });
  if (stay.wentHome) return no({ code: "gone-home", path: "id" });
  if (input.day < stay.firstDay) return no({ code: "before-arrival", path: "day" });
  if (input.day > work.today) return no({ code: "in-the-future", path: "day" });
  const open = (await listStayCards(work.tx, input.id)).filter((card) => card.state === "placed" || card.state === "handed-out");
  if (open.length > 0) return no({ code: "open-cards", path: "id", cards: open.length });
  if (!(await sendHomeRow(work.tx, input.id, input.version, input.day)))
    return no({ code: "changed-meanwhile", path: "version", current: stay });
  // What it took of each skill goes into the barn's own table.
  await keepTaken(work.tx, input.id, worksTaken(await listScores(work.tx, input.id)));
  await keepLearnt(work.tx, calibrationOf(await listTold(work.tx)), usualRateOf(await listRates(work.tx)));
  await note(work, "stay", input.id, "went home", { day: input.day });
  return ok(null);
}

/** Between two evaluations: whatever was taken. On the scale or by girth and length it gives a weight; one that is 60 days old lets nobody get on. */
export async function measure(work: Work, { stay: id, day, ...taken }: MeasureHorse): Answer {
  if (!(await lockStay(work.tx, id))) return no({ code: "not-found", path: "stay" });
  const stay = await findStay(work.tx, id);
  if (!stay) return no({ code: "not-found", path: "stay" });
  if (stay.wentHome && day > stay.wentHome) return no({ code: "gone-home", path: "stay" });
  if (day > work.today) return no({ code: "in-the-future", path: "day" });
  if (day < stay.firstDay) return no({ code: "before-arrival", path: "day" });
  const weight = weightOf(stay.class, { ...taken, withersCm: null, neckCm: null, build: "unknown" });
  if (weight && (weight.kilograms < LIGHTEST_KG || weight.kilograms > HEAVIEST_KG))
    return no({ code: "tape-slipped", path: "girthCm" });
  const by = { by: work.actor.id, at: work.now };
  await keepMeasuring(work.tx, stay.id, { day, ...taken }, by);
  if (weight) await insertWeighing(work.tx, stay.id, { day, kilograms: weight.kilograms, byScale: weight.by === "scale", ...by });
  await note(work, "stay", stay.id, "measured", { day, kilograms: weight?.kilograms ?? null });
  return ok(null);
}
