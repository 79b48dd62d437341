import { describe, expect, it } from "vitest";
import { dayHorseOf, dayPersonOf, dayPlaceOf, inHalfHours } from "#tests/days.ts";
import type { CardId, PersonId, PlaceId, StayId } from "../kernel/brand.ts";
import { readyDay } from "./compiled.ts";
import { type BarnDay, dayFactsOf, placementsOf, problemOf, type StandingCard } from "./from-barn.ts";
import type { Placement } from "./model.ts";
import { blockersOf } from "./rules.ts";
import { Search } from "./search.ts";

const wanted = (stay: string) => ({ ...dayHorseOf(stay), usual: null, known: [], value: 20 });
const pinned = {
  card: "pinned" as CardId,
  stay: "kestrel" as StayId,
  kind: "ground",
  rider: "ann" as PersonId,
  helper: null,
  helperSlots: null,
  place: "pen" as PlaceId,
  then: null,
  start: 0,
  length: 2,
  state: "handed-out",
  locked: true,
} satisfies StandingCard;
/** One pen, and a card in it that is pinned to Ann; two more horses are due, and Ben has the morning for both. */
const dayWith = (annWorks: readonly (readonly [number, number])[]): BarnDay =>
  inHalfHours({
    people: [
      dayPersonOf("ann", { works: annWorks, away: annWorks.length === 0 ? { reason: "ill" } : null }),
      dayPersonOf("ben", { works: [[0, 6]] }),
    ],
    places: [dayPlaceOf("pen", { separate: true, capacity: 1 })],
    weather: [],
    horses: ["kestrel", "moss", "finch"].map(wanted),
    due: ["moss", "finch"].map((stay) => ({ stay: stay as StayId, kind: "ground" as const, length: 2 })),
    cards: [pinned],
  });
const laidOut = (day: BarnDay): readonly Placement[] => {
  const barn = problemOf(day);
  const search = new Search(readyDay(barn.problem), { seed: 1, from: new Map(), steer: new Map() });
  search.steps(400, 0, 1);
  return placementsOf(barn, search.plan()).map((card, i) => ({ ...card, card: card.card ?? (`new-${i}` as CardId) }));
};

describe("a card that is pinned with somebody who stands by", () => {
  it("keeps that person, whoever else could", () => {
    const hands = ["ann", "ben", "cleo", "dov"].map((id) => dayPersonOf(id));
    const held = { ...pinned, kind: "both" as const, helper: "dov" as PersonId };
    const day = inHalfHours({
      people: hands,
      places: [dayPlaceOf("pen", { separate: true, capacity: 1 }), dayPlaceOf("ring")],
      weather: [],
      horses: ["kestrel", "moss", "finch"].map((stay) => ({ ...wanted(stay), secondPerson: "always" as const })),
      due: ["moss", "finch"].map((stay) => ({ stay: stay as StayId, kind: "both" as const, length: 2 })),
      cards: [held],
    });
    const stands = laidOut(day).find(({ card }) => card === "pinned");
    expect(stands).toMatchObject({ helper: "dov", rider: "ann", start: day.cards[0]?.start, length: day.cards[0]?.length });
  });
});
describe("a card that is pinned to somebody who fell ill", () => {
  it.each([
    ["is here", [[0, 12]] as const],
    ["is ill", [] as const],
  ])("keeps its place while its rider %s", (_, works) => {
    const day = dayWith(works);
    const cards = laidOut(day);
    expect(cards.map(({ stay }) => stay).sort()).toEqual(["finch", "kestrel", "moss"]);
    const facts = dayFactsOf(day);
    const others = cards.filter(({ stay }) => stay !== "kestrel");
    expect(others.map((card) => blockersOf(facts, cards, card))).toEqual([[], []]);
  });
});
