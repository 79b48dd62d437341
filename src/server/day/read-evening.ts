/** The end of a day: which cards are still open and whose they are, what was not worked and why, and what happened. */

import type { EveningView } from "#contracts/views.card.ts";
import { addDays, type LocalDate } from "#core/calendar/local-date.ts";
import { changedBySession } from "#core/card/changed.ts";
import { must } from "#core/kernel/assert.ts";
import { listAlertsOf } from "#db/queries/alert.ts";
import { findBarn } from "#db/queries/barn.ts";
import { listDayWorked, listScores } from "#db/queries/card.ts";
import { listUnlogged } from "#db/queries/day.ts";
import { toAlertView } from "../alert/alerts.ts";
import type { Deps } from "../container.ts";
import { workingDays } from "../week/read-week.ts";
import { readDay } from "./read-day.ts";

export async function readEvening(deps: Deps, asked: LocalDate | null): Promise<EveningView> {
  const { barn, day, today, cards, due, people, horses } = await readDay(deps, asked);
  const [unlogged, alerts, worked] = await Promise.all([
    listUnlogged(deps.sql, day),
    listAlertsOf(deps.sql, day),
    listDayWorked(deps.sql, day),
  ]);
  const scores = new Map(
    await Promise.all(
      [...new Set(worked.map(({ stayId }) => stayId))].map(async (stay) => [stay, await listScores(deps.sql, stay)] as const),
    ),
  );
  const [next] = day >= today ? workingDays(must(await findBarn(deps.sql), "the barn is set up"), addDays(day, 1), 1) : [];
  const rider = (id: string): string => people.find((one) => one.id === id)?.name ?? "Somebody";
  const given = cards.filter(({ state }) => state !== "placed");
  return {
    barn,
    day,
    today,
    handedOut: given.filter(({ state }) => state !== "cancelled").length,
    closed: given.filter(({ state }) => state === "closed").length,
    unlogged: unlogged.map((card) => ({ ...card, card: card.id })),
    notWorked: given
      .filter(({ state }) => state === "cancelled")
      .map((card) => ({
        ...card,
        rider: rider(card.rider),
        because: card.cancelBecause,
        instead: card.cancelInstead,
        reason: card.cancelReason,
      })),
    unplanned: given
      .filter(({ unplanned }) => unplanned !== "")
      .map((card) => ({ ...card, rider: rider(card.rider), why: card.unplanned })),
    alerts: alerts.map(toAlertView),
    changed: worked.map(({ cardId, stayId, horse, rider: by, nextTime, endedWell, ...record }) => ({
      card: cardId,
      horse,
      rider: by,
      change: changedBySession(
        record,
        (scores.get(stayId) ?? []).filter((one) => one.day < day),
      ),
      endedWell,
      nextTime,
    })),
    next: next ? await readDay(deps, next) : null,
    missed: due.map(({ stay }) => ({ stay, horse: horses.find((one) => one.stay === stay)?.horse ?? "" })),
  };
}
