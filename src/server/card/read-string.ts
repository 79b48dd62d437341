/** A person's string: what they ride and help with today and tomorrow, with what each horse asks to know, for a phone that may have no signal later. */

import type { Actor } from "#contracts/people.ts";
import type { StringView } from "#contracts/views.card.ts";
import { addDays, type LocalDate } from "#core/calendar/local-date.ts";
import { must } from "#core/kernel/assert.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { stayDay } from "#core/plan/planned-days.ts";
import { hardSideFor } from "#core/reading/hard-side.ts";
import { findBarn } from "#db/queries/barn.ts";
import { listScores, listWorked } from "#db/queries/card.ts";
import { type CardRecord, type DayChange, listCardsBetween, listDayChanges, listPlaces, listUnlogged } from "#db/queries/day.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { listPeople } from "#db/queries/people.ts";
import { listPlans } from "#db/queries/plan.ts";
import { listStays } from "#db/queries/stays.ts";
import type { Deps } from "../container.ts";
import { complaintOf } from "../stay/facts.ts";
import { essentialsOf } from "./essentials.ts";

async function recordOf(sql: Deps["sql"], stay: StayId) {
  const [evaluations, worked, scores] = await Promise.all([
    listEvaluations(sql, stay),
    listWorked(sql, stay),
    listScores(sql, stay),
  ]);
  return { evaluations, worked, scores };
}

/** Changes that touch what somebody rides or helps with, made by others. */
function changesFor(changes: readonly DayChange[], { id, name }: Actor): StringView["changes"] {
  return changes.flatMap(({ at, by, what, details }) => {
    const {
      horse = "",
      riderId,
      helperId,
      start = null,
      to = null,
      reason = "",
    } = details as Record<string, unknown> & {
      to?: { riderId?: string; start: number; place: string; rider: string } | null;
    };
    if (by === name || ![riderId, helperId, to?.riderId].includes(id)) return [];
    return [{ at: at.toISOString(), by, what, horse: String(horse), start: start as number | null, to, reason: String(reason) }];
  });
}

export async function readString({ sql, clock }: Deps, actor: Actor): Promise<StringView> {
  const barn = must(await findBarn(sql), "the barn is set up");
  const today = clock.today(barn.timeZone);
  const [between, changes, late, places, people, stays] = await Promise.all([
    listCardsBetween(sql, today, addDays(today, 1)),
    listDayChanges(sql, today),
    listUnlogged(sql, addDays(today, -1)),
    listPlaces(sql),
    listPeople(sql),
    listStays(sql),
  ]);
  const mine = between.filter(
    (card) =>
      card.state !== "placed" && (card.riderId === actor.id || (card.helperId === actor.id && card.state !== "cancelled")),
  );
  const horses = [...new Set(mine.map((card) => card.stayId))];
  const plans = await listPlans(sql, horses);
  const ladder = barn.ladder.skills;
  const records = new Map(await Promise.all(horses.map(async (stay) => [stay, await recordOf(sql, stay)] as const)));
  const mainOf = (card: CardRecord): readonly string[] => {
    const stay = stays.find(({ id }) => id === card.stayId);
    const plan = plans.find(({ stayId }) => stayId === card.stayId);
    const on = stay ? stayDay(stay.firstDay, card.day) : 0;
    return plan?.laid.find((session) => session.day >= on)?.items.map(({ skill }) => skill) ?? [];
  };
  const essentials = (card: CardRecord, day: LocalDate) => {
    const record = must(records.get(card.stayId), "its record was read");
    const stay = stays.find(({ id }) => id === card.stayId);
    return essentialsOf(
      { ...record, complaint: stay ? complaintOf(stay) : null, hard: hardSideFor(record.scores, ladder, mainOf(card)).side },
      day,
    );
  };
  return {
    today,
    timeZone: barn.timeZone,
    cards: mine.map((card) => ({
      card: card.id,
      stay: card.stayId,
      horse: card.horse,
      day: card.day,
      kind: card.kind,
      main: card.state === "closed" ? [] : mainOf(card),
      start: card.start,
      length: card.length,
      place: card.place,
      thenPlace: card.thenPlace,
      helperUntil: card.helperSlots === null ? null : card.start + card.helperSlots,
      placeId: card.placeId,
      rider: { id: card.riderId, name: card.rider },
      helper: card.helperId && card.helper !== null ? { id: card.helperId, name: card.helper } : null,
      state: card.state,
      cancelReason: card.cancelReason,
      unplanned: card.unplanned,
      essentials: essentials(card, card.day),
    })),
    changes: changesFor(changes, actor),
    unlogged: late.filter((card) => card.riderId === actor.id).map(({ id, horse, day }) => ({ card: id, horse, day })),
    horses: stays.filter((stay) => stay.firstDay <= today).map(({ id, horse }) => ({ stay: id, horse })),
    places: places.filter((place) => !place.closed).map(({ id, name }) => ({ id, name })),
    people: people.filter(({ retiredOn }) => retiredOn === null).map(({ id, name }) => ({ id, name })),
  };
}
