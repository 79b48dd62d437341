/**
 * Closing a card, and correcting it: the record of a session, each time as a new revision. What somebody else wrote since the writer began is joined
 * with it, field by field; where both wrote differently the writer's stands, the other's stays in their revision, and the fields are named.
 */
import type { CloseCard } from "#contracts/card.ts";
import { isRed } from "#core/card/card.ts";
import { EMPTY_RECORD, mergeRecords } from "#core/card/merge.ts";
import { readWarmDown } from "#core/card/warm-down.ts";
import { must } from "#core/kernel/assert.ts";
import { ok } from "#core/kernel/result.ts";
import { mayOverride, type Reason } from "#core/permission/reasons.ts";
import { findRevisions, insertRevisions, type Revision } from "#db/queries/card.ts";
import { findCard, lockDay } from "#db/queries/day.ts";
import { keepLayout } from "#db/queries/jump.ts";
import { findPerson } from "#db/queries/people.ts";
import { lockStay } from "#db/queries/stays.ts";
import { raise } from "../alert/alerts.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";
import { weighRecord } from "./gate-at.ts";
import { raiseOverride } from "./tell.ts";

type Written = Pick<CloseCard, "record" | "gate">;
/** Only what the contract knows: a revision carries more. */
export const recordIn = (revision: Revision): Written["record"] =>
  Object.fromEntries(
    Object.keys(EMPTY_RECORD).map((key) => [key, revision[key as keyof typeof EMPTY_RECORD]]),
  ) as Written["record"];
const both = <T>(a: readonly T[], b: readonly T[]): T[] => [...new Set([...a, ...b])];

/** What was written with what others wrote meanwhile. Ticks and red signs of both count: a gate that one saw shut stays shut. */
function joinedWith(
  input: CloseCard,
  newest: Revision,
  began: Revision | null,
): Written & { clashes: readonly (keyof typeof EMPTY_RECORD)[] } {
  const { record, clashes } = mergeRecords(began ? recordIn(began) : EMPTY_RECORD, input.record, recordIn(newest));
  return {
    record: record as Written["record"],
    clashes,
    gate: {
      ticks: both(input.gate.ticks, newest.gateTicks),
      redSigns: both(input.gate.redSigns, newest.redSigns),
      // Gone is what nobody still sees.
      redGone: both(input.gate.redGone, newest.redGone).filter(
        (sign) =>
          (!input.gate.redSigns.includes(sign) || input.gate.redGone.includes(sign)) &&
          (!newest.redSigns.includes(sign) || newest.redGone.includes(sign)),
      ),
      overrideReason: input.gate.overrideReason || newest.overrideReason,
    },
  };
}

export async function closeCard(work: Work, input: CloseCard): Answer<{ revision: number; clashes: readonly string[] }> {
  const seen = await findCard(work.tx, input.id);
  if (!seen) return no({ code: "not-found", path: "id" });
  // The stay first, then the day: the order in which every write that needs both takes them.
  await lockStay(work.tx, seen.stayId);
  await lockDay(work.tx, seen.day);
  const card = must(await findCard(work.tx, input.id), "a handed-out card is never deleted");
  if (card.state === "placed") return no({ code: "not-handed-out", path: "id" });
  if (card.state === "cancelled") return no({ code: "card-closed", path: "id" });
  if (card.day > work.today) return no({ code: "in-the-future", path: "id" });
  if (work.actor.role !== "manager" && card.riderId !== work.actor.id) return no({ code: "not-allowed", path: "id" });
  if (input.record.helper && !(await findPerson(work.tx, input.record.helper)))
    return no({ code: "not-found", path: "record.helper" });

  const revisions = await findRevisions(work.tx, input.id, input.base);
  const began = revisions.find(({ revision }) => revision === input.base) ?? null;
  if (input.base !== null && !began) return no({ code: "not-found", path: "base" });
  const newest = revisions[0] ?? null;
  const meanwhile = newest && newest.revision !== input.base ? newest : null;
  const { record, gate, clashes } = meanwhile ? joinedWith(input, meanwhile, began) : { ...input, clashes: [] };

  // What has happened is kept as it was: what it goes against is marked, and told.
  const { gate: answer, against } = await weighRecord(work, card, record, gate);
  const asideOf = (reason: Reason): boolean => gate.overrideReason !== "" && mayOverride(work.actor, [reason]);
  const marked = against.filter((reason) => !asideOf(reason));
  const overridden = against.some(asideOf);

  const revision = (newest?.revision ?? 0) + 1;
  await insertRevisions(work.tx, [
    {
      card: card.id,
      revision,
      by: { person: work.actor.id, at: work.now },
      record,
      gate: {
        ...gate,
        overrideReason: overridden ? gate.overrideReason : "",
        against: marked,
        state: answer.state,
        overrideBy: overridden ? work.actor.id : null,
      },
      joined: meanwhile && { with: meanwhile.revision, clashes },
    },
  ]);
  const layout = record.jump?.layout;
  if (layout && layout.name !== "" && layout.elements.length > 0)
    await keepLayout(work.tx, newId<"layout">(), layout, work.actor.id, work.now);
  if (overridden) {
    await note(work, "day", card.day, "gate overridden", { card: card.id, horse: card.horse, reason: gate.overrideReason });
    await raiseOverride(work, card.id, gate.overrideReason, answer.state === "shut" ? "shut" : "half");
  }
  await raiseAgainst(work, card.id, marked, newest);
  await raiseFrom(work, card.id, { record, gate }, newest);
  if (revision > 1) await note(work, "card", card.id, "corrected", { revision });
  return ok({ revision, clashes });
}

/** A record against what may be done: told at once, and again only where a correction goes against something else. */
async function raiseAgainst(
  work: Work,
  card: CloseCard["id"],
  marked: readonly Reason[],
  before: Revision | null,
): Promise<void> {
  const known = new Set(before?.against.map(({ code }) => code));
  const fresh = marked.filter(({ code }) => !known.has(code));
  if (fresh.length === 0) return;
  await note(work, "card", card, "against", { reasons: fresh });
  if (work.actor.role !== "manager")
    await raise(work, card, {
      what: "against",
      about: [...new Set(fresh.map(({ code }) => code))].join(" "),
      details: { reasons: fresh },
    });
}

/** What the office should have heard already, if there was no signal: told with the record. A correction tells only what it adds. */
async function raiseFrom(work: Work, card: CloseCard["id"], { record, gate }: Written, before: Revision | null): Promise<void> {
  const known = new Set(before?.incidents.filter(isRed).map(({ kind }) => kind));
  for (const incident of record.incidents.filter(isRed))
    if (!known.has(incident.kind)) await raise(work, card, { what: "incident", about: incident.kind, details: incident });
  const changed = (signs: Written["record"]["signs"], red: Written["gate"]["redSigns"]): boolean =>
    red.includes("sudden-change") || signs.some(({ sign }) => sign === "sudden-change");
  if (changed(record.signs, gate.redSigns) && !(before && changed(before.signs, before.redSigns)))
    await raise(work, card, { what: "sudden-change", details: {} });
  const { state, reasons } = readWarmDown(record.readings);
  if (state === "tell" && (!before || readWarmDown(before.readings).state !== "tell"))
    await raise(work, card, { what: "warm-down", details: { reasons } });
}
