/** A big step put where it was proposed: on the sheet of its day, with its rider and whoever stands by, and held there. */
import type { LayStep } from "#contracts/plan.ts";
import { startsOf } from "#core/day/hours.ts";
import { type Blocker, DAY_GRID, type DayHours, type Placement } from "#core/day/model.ts";
import { blockersOf } from "#core/day/rules.ts";
import { usualSession } from "#core/day/usual.ts";
import { must } from "#core/kernel/assert.ts";
import { ok } from "#core/kernel/result.ts";
import { readingOf } from "#core/permission/from-record.ts";
import { against, barring, skillAct } from "#core/permission/permission.ts";
import { stayDay } from "#core/plan/planned-days.ts";
import { insertCard, listDayCards, lockCard, lockDay, moveCard } from "#db/queries/day.ts";
import { pastOf } from "#db/queries/past.ts";
import { findPlan, movePlanOn } from "#db/queries/plan.ts";
import { findStay, listStays, lockStay } from "#db/queries/stays.ts";
import { dayFacts, placementsOf } from "../day/facts.ts";
import { blockedField, isPast, noteDay, notHere } from "../day/hand-out.ts";
import { dayRecord } from "../day/record.ts";
import { horseRecord } from "../stay/facts.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";

/** Calm hours first, as far as they are told; else in the order of the day. */
function startsFrom(hours: DayHours, weather: readonly { readonly hour: number; readonly windMps: number }[]): readonly number[] {
  const windAt = (slot: number): number =>
    weather.find(({ hour }) => hour === Math.floor((DAY_GRID.start + slot * DAY_GRID.minutes) / 60))?.windMps ?? 0;
  return [...startsOf(hours)].sort((a, b) => windAt(a) - windAt(b) || a - b);
}

export async function layStep(
  work: Work,
  { stay: id, day, skill: asked, rider, helper, place }: LayStep,
): Answer<{ card: string }> {
  if (isPast(work, day)) return no({ code: "day-over", path: "day" });
  await lockStay(work.tx, id);
  await lockDay(work.tx, day);
  const stay = await findStay(work.tx, id);
  const outside = notHere(work, day, stay);
  if (outside || !stay) return no(outside ?? { code: "not-found", path: "stay" });
  const skill = work.barn.ladder.find(asked);
  if (!skill) return no({ code: "not-found", path: "skill" });
  const standing = (await listDayCards(work.tx, day)).find((card) => card.stayId === id && card.state !== "cancelled") ?? null;
  if (standing?.state === "closed") return no({ code: "card-closed", path: "day" });
  const [record, stays, past] = await Promise.all([dayRecord(work.tx, day), listStays(work.tx), pastOf(work.tx, [id])]);
  const facts = await dayFacts(work.tx, work.barn, record, stays, day);
  for (const [path, who] of [["rider", rider] as const, ["helper", helper] as const])
    if (who && !facts.people.some((one) => one.id === who)) return no({ code: "not-found", path });
  if (!facts.places.some((one) => one.id === place)) return no({ code: "not-found", path: "place" });
  const horse = must(
    facts.horses.find((one) => one.stay === id),
    "the horse is on the day",
  );
  const evaluation = record.evaluations.find((one) => one.stay === id) ?? null;
  const reading = readingOf(horseRecord({ stay, barn: work.barn, evaluation, past: past(id) }, day));
  const act = skillAct(skill, reading);
  // The list is read again as it stands now, by the same rule that proposed it.
  const person = (who: typeof rider) => facts.people.find((one) => one.id === who) ?? null;
  const people = { rider: person(rider), helper: helper && person(helper) };
  const bars = barring(
    against(horse, people, act, { place: facts.places.find((one) => one.id === place) ?? null, hours: [], ticked: null }),
  );
  if (bars.length > 0) return no({ code: "blocked", path: blockedField(bars[0]?.code), blockers: bars });
  const kind = skill.bears === "nothing" ? ("ground" as const) : ("both" as const);
  const { length } = usualSession(horse, facts.people, null, facts.hours);
  const card = standing?.id ?? newId<"card">();
  const placed = placementsOf(record.cards);
  // As it was proposed or not at all: another place or another person beside it was not asked about.
  let best: { placement: Placement; blockers: readonly Blocker[] } | null = null;
  for (const start of startsFrom(facts.hours, record.weather)) {
    const placement: Placement = { card, stay: id, kind, length, rider, start, place, helper, after: null };
    const blockers = blockersOf(facts, placed, placement);
    if (!best || blockers.length < best.blockers.length) best = { placement, blockers };
    if (blockers.length === 0) break;
  }
  const { placement, blockers } = must(best, "a day has slots");
  if (blockers.length > 0) return no({ code: "blocked", path: blockedField(blockers[0]?.code), blockers });
  if (standing) {
    await moveCard(work.tx, { ...placement, id: card });
    await noteDay(work, standing, "moved", { to: { riderId: rider, start: placement.start } });
  } else await insertCard(work.tx, { ...placement, id: card, day, state: "placed", after: null });
  // Laying the day out anew leaves it where it is, and the plan asks for it on this day.
  await lockCard(work.tx, card, true);
  const plan = await findPlan(work.tx, id);
  const pin = { kind: "pin" as const, skill: asked, day: stayDay(stay.firstDay, day) };
  const others = (plan?.pins ?? []).filter((one) => !(one.kind === "pin" && one.skill === asked));
  await movePlanOn(work.tx, id, plan?.version ?? 0, [...others, pin]);
  await note(work, "stay", id, "step laid", { skill: asked, day, rider, helper });
  return ok({ card });
}
