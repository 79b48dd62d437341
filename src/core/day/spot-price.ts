/** What a session would cost at each spot of a sheet, beside what the others cost: the prices of the day model, for a hand that moves a card. */
import { readyDay } from "./compiled.ts";
import { placedIn } from "./frame.ts";
import { type BarnDay, dueSession, problemOf } from "./from-barn.ts";
import type { Placement } from "./model.ts";
import { sameParts } from "./parts.ts";
import { sheetOf } from "./search.ts";
import { NOBODY } from "./sheet.ts";
import type { Wish } from "./spot.ts";

/** Points of one placement that the rules allow; null where the model does not know it (a place of no use to the horse, as where a rule was broken). */
export function pricer(day: BarnDay, wish: Wish): (placement: Placement) => number | null {
  const isCard = day.cards.some(({ card }) => card === wish.card);
  const { problem, stands, frame } = problemOf({
    ...day,
    due: day.due.map((due) => (due.stay === wish.stay ? { ...due, kind: wish.kind, length: wish.length } : due)),
    cards: day.cards.map((card) =>
      card.card === wish.card ? { ...card, kind: wish.kind, length: wish.length, locked: false } : card,
    ),
  });
  const id = isCard ? wish.card : dueSession(wish.stay);
  const others = new Map([...stands].filter(([session]) => session !== id));
  const ready = readyDay(problem);
  const at = ready.sessionAt.get(id);
  const sheet = sheetOf(ready, others);
  const base = sheet.cost;
  return (placement) => {
    const { rider, helper } = placement;
    const { start, parts } = placedIn(frame, placement);
    const session = at === undefined ? undefined : ready.sessions[at];
    const who = ready.riderAt.get(rider);
    const option = at === undefined ? -1 : (problem.sessions[at]?.options.findIndex((one) => sameParts(one.parts, parts)) ?? -1);
    if (
      at === undefined ||
      !session ||
      who === undefined ||
      option < 0 ||
      !Number.isInteger(start) ||
      (session.riderCost[who] as number) < 0
    )
      return null;
    sheet.place(at, { rider: who, start, option, helper: helper === null ? NOBODY : (ready.riderAt.get(helper) ?? NOBODY) });
    const cost = sheet.cost - base + session.leftOut;
    sheet.remove(at);
    return cost;
  };
}
