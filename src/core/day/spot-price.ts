/** What a session would cost at each spot of a sheet, beside what the others cost: the prices of the day model, for a hand that moves a card. */
import { remember } from "../kernel/remember.ts";
import { readyDay } from "./compiled.ts";
import { placedIn } from "./frame.ts";
import { type BarnDay, dueSession, problemOf } from "./from-barn.ts";
import type { Placement } from "./model.ts";
import { sameParts } from "./parts.ts";
import { sheetOf } from "./search.ts";
import { NOBODY } from "./sheet.ts";
import type { Wish } from "./spot.ts";
import { byHorse, type HorsesGivenUp, moreThan, tradeOffsOf } from "./trade-offs.ts";

/** The sheet as it stands, made ready once: a hand takes up one card after the other. */
const standing = remember((day: BarnDay, _whole: null) => {
  const barn = problemOf(day);
  return { barn, ready: readyDay(barn.problem) };
});
/** The sheet as it stands with the session of a wish made as it is wished, and which session that is. */
function wished(day: BarnDay, wish: Wish) {
  const { card: own, stay, kind, length } = wish;
  const card = day.cards.find((one) => one.card === own);
  const now = card ?? day.due.find((due) => due.stay === stay);
  const changed: BarnDay =
    now?.kind === kind && now.length === length && !card?.locked
      ? day
      : {
          ...day,
          due: day.due.map((due) => (due.stay === stay ? { ...due, kind, length } : due)),
          cards: day.cards.map((one) => (one.card === own ? { ...one, kind, length, locked: false } : one)),
        };
  const { barn, ready } = standing(changed, null);
  const id = card ? own : dueSession(stay);
  return { barn, ready, id, others: new Map([...barn.stands].filter(([session]) => session !== id)) };
}

/** What one placement gives up beside what the others do; null where the model does not know it. */
export function givesUp(day: BarnDay, wish: Wish, { rider, helper, ...placement }: Placement): HorsesGivenUp | null {
  const { barn, id, others } = wished(day, wish);
  const { start, parts } = placedIn(barn.frame, { rider, helper, ...placement });
  const option =
    barn.problem.sessions.find((session) => session.id === id)?.options.findIndex((one) => sameParts(one.parts, parts)) ?? -1;
  if (option < 0) return null;
  const then = new Map([...others, [id, { rider, start, option, helper }]]);
  return byHorse(barn, moreThan(tradeOffsOf(barn.problem, others), tradeOffsOf(barn.problem, then)));
}

/** Points of one placement that the rules allow; null where the model does not know it (a place of no use to the horse, as where a rule was broken). */
export function pricer(day: BarnDay, wish: Wish): (placement: Placement) => number | null {
  const { barn, ready, id, others } = wished(day, wish);
  const { problem, frame } = barn;
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
