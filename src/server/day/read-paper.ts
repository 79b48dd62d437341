/** The day on paper: each card whole, so that a day without power is worked by it, and typed in afterwards. */
import type { Actor } from "#contracts/people.ts";
import type { PaperView } from "#contracts/views.paper.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { must } from "#core/kernel/assert.ts";
import { findBarn } from "#db/queries/barn.ts";
import { listDayCards } from "#db/queries/day.ts";
import { readCard } from "../card/read-card.ts";
import type { Deps } from "../container.ts";

/** `asked` null: today. Cards in the order of riders and times; what was cancelled is not on it. */
export async function readPaper(deps: Deps, asked: LocalDate | null, actor: Actor): Promise<PaperView> {
  const barn = must(await findBarn(deps.sql), "the barn is set up");
  const today = deps.clock.today(barn.timeZone);
  const day = asked ?? today;
  const cards = (await listDayCards(deps.sql, day)).filter(({ state }) => state !== "cancelled");
  const views = await Promise.all(cards.map(({ id }) => readCard(deps, id, actor)));
  const rows = views.flatMap((view) => (view ? [view] : []));
  rows.sort((a, b) => a.rider.name.localeCompare(b.rider.name) || a.card.start - b.card.start);
  return {
    barn: barn.name,
    day,
    today,
    rows: rows.map(({ card, stay, horse, rider, place, then, helper, work, minutes, essentials, ifCalm, gate, mine }) => ({
      card: card.id,
      stay,
      horse,
      state: card.state,
      kind: card.kind,
      start: card.start,
      length: card.length,
      rider: rider.name,
      place: place.name,
      thenPlace: then && then.name,
      helper: helper && { id: helper.id, name: helper.name },
      work,
      minutes,
      essentials,
      ifCalm: ifCalm && ifCalm.reasons.length === 0 ? ifCalm.skill : null,
      asked: gate.asked,
      mine,
    })),
  };
}
