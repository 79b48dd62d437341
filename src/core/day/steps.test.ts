import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dayHorseOf, dayPersonOf as person, dayPlaceOf as place } from "#tests/days.ts";
import type { CardId, PersonId, PlaceId, StayId } from "../kernel/brand.ts";
import { type BarnDay, dayFactsOf, type StandingCard, type WantedHorse } from "./from-barn.ts";
import type { ScheduledCard } from "./second.ts";
import { fallen } from "./stands.ts";
import { reversed, stepBetween, withStep } from "./steps.ts";
import { swap } from "./swap.ts";

const laid = (stay: string, start: number, changes: Partial<ScheduledCard> = {}): ScheduledCard => ({
  card: `card-${stay}` as CardId,
  stay: stay as StayId,
  kind: "saddle",
  length: 2,
  rider: "ann" as PersonId,
  start,
  place: "ring" as PlaceId,
  helper: null,
  after: null,
  ...changes,
});
const standing = (stay: string, start: number, changes: Partial<StandingCard> = {}): StandingCard => ({
  ...laid(stay, start),
  card: `card-${stay}` as CardId,
  state: "placed",
  locked: false,
  ...changes,
});
const horse = (stay: string, changes: Partial<WantedHorse> = {}): WantedHorse => ({
  ...dayHorseOf(stay),
  usual: null,
  known: [],
  value: 10,
  ...changes,
});
const day = (cards: readonly StandingCard[], changes: Partial<BarnDay> = {}): BarnDay => ({
  // Slots are counted from the beginning of the day here: five to ten.
  hours: { from: 0, to: 20, step: 1 },
  people: [person("ann"), person("ben", { grade: 2 })],
  places: [place("ring", { outdoor: true })],
  weather: [],
  horses: [horse("fox"), horse("elk", { risk: 3 })],
  due: [],
  cards,
  ...changes,
});

describe("a step", () => {
  const sheet = fc
    .uniqueArray(fc.constantFrom("fox", "elk", "owl", "hen"), { maxLength: 4 })
    .chain((stays) => fc.tuple(...stays.map((stay) => fc.nat(9).map((start) => laid(stay, start)))));
  const bare = (cards: readonly ScheduledCard[]) => cards.map(({ stay, start }) => `${stay} ${start}`).sort();
  it("done, taken back and done again ends where it should", () => {
    fc.assert(
      fc.property(sheet, sheet, (before, after) => {
        const step = stepBetween(before, after);
        if (!step) {
          expect(bare(before)).toEqual(bare(after));
          return;
        }
        const done = withStep(before, step);
        expect("cards" in done && bare(done.cards)).toEqual(bare(after));
        const back = withStep(after, reversed(step));
        expect("cards" in back && bare(back.cards)).toEqual(bare(before));
      }),
    );
  });
  it("leaves alone what others did meanwhile", () => {
    const step = reversed(stepBetween([laid("fox", 2)], [laid("fox", 6)]) ?? { before: [], after: [] });
    const back = withStep([laid("fox", 6), laid("elk", 4)], step);
    expect("cards" in back && bare(back.cards)).toEqual(["elk 4", "fox 2"]);
  });
  it("is not taken back where its own session has been moved since", () => {
    const step = reversed(stepBetween([laid("fox", 2)], [laid("fox", 6)]) ?? { before: [], after: [] });
    expect(withStep([laid("fox", 8)], step)).toMatchObject({ moved: [{ stay: "fox", start: 8 }] });
    expect(withStep([], step)).toMatchObject({ moved: [{ stay: "fox", start: 6 }] });
  });
  it("leaves what was pinned since where it is, and takes the rest back", () => {
    const step = reversed(stepBetween([], [laid("fox", 6), laid("elk", 2)]) ?? { before: [], after: [] });
    const back = withStep([laid("fox", 6), laid("elk", 2)], step, ({ stay }) => stay === "fox");
    expect("cards" in back && bare(back.cards)).toEqual(["fox 6"]);
  });
  it("places anew what is gone, and tells halves of a session apart", () => {
    const halves = [laid("fox", 2), laid("fox", 9, { card: "second" as CardId, after: "card-fox" as CardId })];
    const step = stepBetween(halves, []) ?? { before: [], after: [] };
    expect(step.before).toHaveLength(2);
    expect(withStep([], reversed(step))).toMatchObject({ cards: [{ card: null }, { card: null, after: "card-fox" }] });
  });
});

describe("two sessions that change places", () => {
  it("take each other's rider and start", () => {
    const [fox, elk] = [standing("fox", 2), standing("elk", 8, { rider: "ben" as PersonId, kind: "ground" })];
    const done = swap(dayFactsOf(day([fox, elk])), [fox, elk], fox, elk);
    expect("cards" in done && done.cards.map(({ stay, rider, start }) => [stay, rider, start])).toEqual([
      ["fox", "ben", 8],
      ["elk", "ann", 2],
    ]);
  });
  it("say what stands against it, and move nothing", () => {
    const [fox, elk] = [standing("fox", 2, { rider: "ben" as PersonId }), standing("elk", 8)];
    expect(swap(dayFactsOf(day([fox, elk])), [fox, elk], fox, elk)).toMatchObject({ blockers: [{ code: "grade" }] });
  });
});

describe("what should not stand any more", () => {
  const storm = [{ hour: 8, temperatureC: 12, humidity: 90, windMps: 18 }];
  it("is told with its reason, but for what was worked", () => {
    const cards = [standing("fox", 14), standing("elk", 14, { rider: "ben" as PersonId, kind: "ground", state: "closed" })];
    const wild = day(cards, { weather: storm, horses: [horse("fox", { green: true }), horse("elk", { green: true })] });
    expect([...fallen(wild)]).toMatchObject([["card-fox", [{ code: "weather", because: "green-outside", hour: 8 }]]]);
    expect(fallen(day(cards)).size).toBe(0);
  });
});
