import { describe, expect, it } from "vitest";
import { dayHorseOf, dayPersonOf, dayPlaceOf, inHalfHours } from "#tests/days.ts";
import type { CardId, PersonId, PlaceId, StayId } from "../kernel/brand.ts";
import { readyDay } from "./compiled.ts";
import { whatChanged } from "./explain.ts";
import { type BarnDay, dayFactsOf, placementsOf, problemOf, type StandingCard } from "./from-barn.ts";
import type { DayHorse } from "./model.ts";
import { blockersOf } from "./rules.ts";
import { Search } from "./search.ts";
import { type ScheduledCard, secondsChanged } from "./second.ts";
import { spotter } from "./spot.ts";

const wantsSomebody = { place: null, notFor: [], second: "ridden" as const };
const horse = (stay: string, changes: Partial<DayHorse> = {}) => ({
  ...dayHorseOf(stay, { planned: wantsSomebody, ...changes }),
  usual: null,
  known: [],
  value: 20,
});
const people = ["ann", "ben"].map((id) => dayPersonOf(id, { works: [[0, 12]] }));
const dov = dayPersonOf("dov", { rides: false, grade: 2, works: [[0, 12]] });
const dayOf = (changes: Partial<Omit<BarnDay, "hours">> = {}): BarnDay =>
  inHalfHours({
    people: [...people, dov],
    places: [dayPlaceOf("ring", { capacity: 3 })],
    weather: [],
    horses: ["kestrel", "moss"].map((stay) => horse(stay)),
    due: ["kestrel", "moss"].map((stay) => ({ stay: stay as StayId, kind: "both" as const, length: 5 })),
    cards: [],
    ...changes,
  });
const laidOut = (day: BarnDay): readonly ScheduledCard[] => {
  const barn = problemOf(day);
  const search = new Search(readyDay(barn.problem), { seed: 1, from: barn.stands, steer: new Map() });
  search.steps(400, 0, 1);
  const cards = placementsOf(barn, search.plan());
  const named = cards.map((card, at) => ({ ...card, card: card.card ?? (`new-${at}` as CardId) }));
  for (const one of named) expect(blockersOf(dayFactsOf(day), named, one)).toEqual([]);
  return cards;
};
const standing = (card: ScheduledCard, at: number, changes: Partial<StandingCard> = {}): StandingCard => ({
  ...card,
  card: `card-${at}` as CardId,
  state: "placed",
  locked: false,
  ...changes,
});

describe("a second person whom the plan's work wants and the horse does not", () => {
  it("stands by where somebody is free, who does not ride first", () => {
    const cards = laidOut(dayOf());
    expect(cards).toHaveLength(2);
    expect(cards.map(({ helper }) => helper)).toEqual(["dov", "dov"]);
  });
  it("is nobody where nobody is free: the session stands, and the card asks less", () => {
    const [ann] = people;
    const cards = laidOut(dayOf({ people: ann ? [ann] : [] }));
    expect(cards).toHaveLength(2);
    expect(cards.map(({ helper }) => helper)).toEqual([null, null]);
  });
  it("is wanted on the ground only for what is worked there", () => {
    const due = [{ stay: "kestrel" as StayId, kind: "ground" as const, length: 3 }];
    expect(laidOut(dayOf({ due })).map(({ helper }) => helper)).toEqual([null]);
    const horses = [horse("kestrel", { planned: { ...wantsSomebody, second: "ground" } })];
    expect(laidOut(dayOf({ due, horses })).map(({ helper }) => helper)).toEqual(["dov"]);
  });
  it("stays who it was when the day is laid out again, and is somebody else once that one is away", () => {
    const first = laidOut(dayOf());
    const ben = first.map((card, at) =>
      standing({ ...card, helper: card.rider === "ben" ? "ann" : ("ben" as PersonId) } as ScheduledCard, at),
    );
    const again = laidOut({ ...dayOf({ due: [] }), cards: ben });
    expect(again.map(({ card, helper }) => [card, helper])).toEqual(ben.map(({ card, helper }) => [card, helper]));
    const gone = { ...dov, works: [], away: { reason: "ill" } };
    const cards = first.map((card, at) => standing({ ...card, helper: "dov" as PersonId }, at));
    const without = laidOut({ ...dayOf({ due: [], people: [...people, gone] }), cards });
    expect(without).toHaveLength(2);
    expect(without.every(({ helper, rider }) => helper !== "dov" && helper !== rider)).toBe(true);
    // Riders who were handed their cards are told; nobody else has anything to hear.
    const stays = first.map(({ stay }) => stay);
    expect(secondsChanged(cards, without)).toEqual([]);
    const handed = cards.map((card): StandingCard => ({ ...card, state: "handed-out" }));
    const told = laidOut({ ...dayOf({ due: [], people: [...people, gone] }), cards: handed });
    expect(secondsChanged(handed, told).map(({ stay }) => stay)).toEqual(stays);
    expect(secondsChanged(handed, handed)).toEqual([]);
    const barn = problemOf({ ...dayOf({ due: [] }), cards: handed });
    expect(whatChanged(barn.problem, barn.stands)).toEqual([]);
  });
  it("is proposed when the card is dragged, and nothing is barred without one", () => {
    const facts = dayFactsOf(dayOf());
    const wish = {
      card: "new" as CardId,
      stay: "moss" as StayId,
      kind: "both" as const,
      length: 5,
      place: "ring" as PlaceId,
      helper: null,
    };
    const { from } = facts.hours;
    expect(spotter(facts, [], wish)("ann" as PersonId, from)).toMatchObject({ placement: { helper: "dov" }, blockers: [] });
    const alone = { ...facts, people: facts.people.slice(0, 1) };
    expect(spotter(alone, [], wish)("ann" as PersonId, from)).toMatchObject({ placement: { helper: null }, blockers: [] });
  });
});
