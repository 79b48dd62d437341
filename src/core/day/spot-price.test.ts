import { describe, expect, it } from "vitest";
import { dayHorseOf, dayPersonOf, fromSeven, inHalfHours, dayPlaceOf as place } from "#tests/days.ts";
import type { CardId, PersonId, PlaceId, StayId } from "../kernel/brand.ts";
import { readyDay } from "./compiled.ts";
import { type BarnDay, dayFactsOf, placementsOf, problemOf, type StandingCard, type WantedHorse } from "./from-barn.ts";
import { Search } from "./search.ts";
import { spotAt } from "./spot.ts";
import { pricer } from "./spot-price.ts";
import { verify } from "./verify.ts";

const horse = (stay: string, changes: Partial<WantedHorse> = {}): WantedHorse => ({
  ...dayHorseOf(stay),
  usual: "ann" as PersonId,
  known: [],
  value: 12,
  ...changes,
});
const person = (id: string) => dayPersonOf(id, { maxSaddle: 5 });
const card = (changes: Partial<StandingCard> = {}): StandingCard => ({
  card: "c1" as CardId,
  stay: "elk" as StayId,
  kind: "saddle",
  length: 2,
  rider: "ann" as PersonId,
  start: 4,
  place: "ring" as PlaceId,
  helper: null,
  state: "handed-out",
  locked: false,
  ...changes,
});
const day = (changes: Partial<BarnDay> = {}): BarnDay =>
  inHalfHours({
    people: [person("ann"), person("ben")],
    places: [place("pens", { separate: true }), place("ring", { stages: ["riding"] })],
    weather: [],
    horses: [horse("fox"), horse("elk")],
    due: [{ stay: "fox" as StayId, kind: "saddle", length: 2 }],
    cards: [card()],
    ...changes,
  });

const wish = (changes = {}) => ({
  card: "new" as CardId,
  stay: "fox" as StayId,
  kind: "saddle" as const,
  length: 4,
  place: null,
  helper: null,
  ...changes,
});

describe("the barn's day as numbers", () => {
  it("holds what is closed or pinned, publishes what was handed out, and leaves out what the board's rules bar", () => {
    const barred = day({ horses: [horse("fox", { ridden: false }), horse("elk")], cards: [card({ locked: true })] });
    const barn = problemOf(barred);
    const { problem, stands } = barn;
    const [elk, fox] = problem.sessions;
    expect(elk?.lock).toEqual({ rider: "ann", start: 4, option: 0, helper: null });
    expect(problem.published).toEqual({ c1: { rider: "ann", start: 4, option: 0, helper: null } });
    expect(fox?.options).toEqual([]);
    expect(placementsOf(barn, stands)).toMatchObject([
      { card: "c1", rider: "ann", start: fromSeven(4), length: 4, place: "ring" },
    ]);
    expect(verify(problem, stands).broken).toEqual([]);
  });
  it("keeps what was logged of somebody who went home ill, and in a place that was closed since", () => {
    const [ann, ben] = [person("ann"), person("ben")] as [BarnDay["people"][number], BarnDay["people"][number]];
    const later = day({
      people: [{ ...ann, works: [], away: { reason: "ill" } }, ben],
      places: [place("pens", { separate: true }), place("ring", { stages: ["riding"] })].map((place) => ({
        ...place,
        closed: place.id === "ring",
      })),
      cards: [card({ state: "closed" })],
    });
    const barn = problemOf(later);
    const { problem, stands } = barn;
    const search = new Search(readyDay(problem), { seed: 1, from: stands, steer: new Map() });
    search.steps(100, 0, 1);
    expect(search.plan().has("c1")).toBe(false);
    expect(placementsOf(barn, search.plan())).toContainEqual(
      expect.objectContaining({ card: "c1", rider: "ann", start: fromSeven(4), place: "ring" }),
    );
  });
  it("works a ridden horse in the open and a green one in a pen, where there is a choice", () => {
    const place = (changes: Partial<WantedHorse>): string => {
      const { problem } = problemOf(day({ horses: [horse("fox", changes), horse("elk")] }));
      const options = problem.sessions.find(({ horse: id }) => id === "fox")?.options ?? [];
      return [...options].sort((a, b) => a.cost - b.cost)[0]?.parts[0]?.place ?? "";
    };
    expect(place({})).toBe("ring");
    expect(place({ stage: "first-rides" })).toBe("pens");
    // As its plan has it, where it has one.
    expect(place({ planned: { place: "pen", notFor: [] } })).toBe("pens");
    expect(place({ planned: { place: null, notFor: [] } })).toBe("ring");
    expect(spotAt(dayFactsOf(day()), [], wish(), "ann" as PersonId, fromSeven(0)).placement.place).toBe("ring");
  });
});

describe("what a spot costs", () => {
  it("is the day's own price of it: rider, place, share of work, moving what was handed out", () => {
    const price = pricer(day(), wish());
    const at = (changes: object) =>
      price({ ...wish(), rider: "ann" as PersonId, start: fromSeven(0), place: "ring" as PlaceId, ...changes });
    // Two slots above her share of two: 3 and 6.
    expect(at({})).toBe(9);
    expect(at({ place: "pens" })).toBe(9 + 2);
    expect(at({ rider: "ben" })).toBe(20);
    expect(at({ rider: "zed" })).toBeNull();
    const planned = { place: "arena", notFor: ["ann" as PersonId] } as const;
    const other = pricer(day({ horses: [horse("fox", { planned }), horse("elk")] }), wish());
    expect(other({ ...wish(), rider: "ann" as PersonId, start: fromSeven(0), place: "ring" as PlaceId })).toBe(9 + 8);
    // Poles stand in the arena, and a first ride out is nothing for it.
    const hill = place("hill", { outdoor: true, stages: ["riding"] });
    const places = [place("ring"), place("pens", { separate: true }), place("arena", { outdoor: true }), hill];
    const costs = (wanted: "arena" | "out" | null) => {
      const of = pricer(
        day({ places, horses: [horse("fox", { planned: { place: wanted, notFor: [] } }), horse("elk")] }),
        wish(),
      );
      const on = (id: string) => of({ ...wish(), rider: "ann" as PersonId, start: fromSeven(0), place: id as PlaceId });
      return [on("arena"), on("hill")];
    };
    expect([costs("arena"), costs("out"), costs(null)]).toEqual([
      [9, 11],
      [11, 9],
      [9, 9],
    ]);
    const moved = pricer(day(), wish({ card: "c1", stay: "elk" }));
    const elk = { ...wish({ card: "c1" as CardId, stay: "elk" as StayId }), rider: "ann" as PersonId, place: "ring" as PlaceId };
    expect([moved({ ...elk, start: fromSeven(4) }), moved({ ...elk, start: fromSeven(8) })]).toEqual([0, 6 + 2 * 2]);
  });
});
