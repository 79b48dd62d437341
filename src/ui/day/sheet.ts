/** The day sheet in the browser: names, free spots and the layout of the rows; the rules themselves are the core's. */

import type { DayCardView, DayView } from "#contracts/views.ts";
import { DAY_GRID, type DayFacts, type Placement } from "#core/day/model.ts";
import { type Spot, spotAt, type Wish } from "#core/day/spot.ts";
import type { Names } from "#ui/words/blockers.ts";

export const SLOTS = Array.from({ length: DAY_GRID.count }, (_, slot) => slot);
/** Written out whole, so that the style sheet is made with them. */
export const COL_START =
  "col-start-1 col-start-2 col-start-3 col-start-4 col-start-5 col-start-6 col-start-7 col-start-8 col-start-9 col-start-10 col-start-11 col-start-12 col-start-13 col-start-14 col-start-15 col-start-16 col-start-17 col-start-18 col-start-19 col-start-20".split(
    " ",
  );
export const COL_SPAN = " col-span-1 col-span-2 col-span-3 col-span-4 col-span-5 col-span-6 col-span-7 col-span-8".split(" ");
export const ROW_START = "row-start-1 row-start-2 row-start-3 row-start-4 row-start-5 row-start-6".split(" ");

/** Ground work has square corners, riding a rounded top, both one of each. */
export const KIND_SHAPE = { ground: "", saddle: "rounded-t-[10px]", both: "rounded-tr-[10px]" } as const;

export const live = (cards: readonly DayCardView[]): DayCardView[] => cards.filter((card) => card.state !== "cancelled");

export function namesOf(view: DayView): Names {
  const people = new Map(view.people.map((person) => [person.id, person.name]));
  const places = new Map(view.places.map((place) => [place.id, place.name]));
  const horses = new Map(view.horses.map((horse) => [horse.stay, horse.horse]));
  const cards = new Map(view.cards.map((card) => [card.card, card.horse]));
  return {
    person: (id) => people.get(id) ?? "Somebody",
    place: (id) => places.get(id) ?? "A place",
    card: (id) => cards.get(id) ?? "another horse",
    horse: (id) => horses.get(id) ?? "another horse",
  };
}

export const factsOf = (view: DayView): DayFacts => ({
  grid: DAY_GRID,
  people: view.people,
  horses: view.horses,
  places: view.places,
});
export const spotKey = (rider: string, start: number): string => `${rider}:${start}`;

/** Every spot of the sheet for a wish: where it may go, and what stands against it elsewhere. */
export function spotsFor(view: DayView, wish: Wish): Map<string, Spot> {
  const facts = factsOf(view);
  const placed: Placement[] = live(view.cards);
  const spots = new Map<string, Spot>();
  for (const person of view.people)
    for (const start of SLOTS) spots.set(spotKey(person.id, start), spotAt(facts, placed, wish, person.id, start));
  return spots;
}

/** Rows for things that overlap in time: each goes into the first row that is free. */
export function inRows<T extends { start: number; length: number }>(items: readonly T[]): { item: T; row: number }[] {
  const ends: number[] = [];
  return [...items]
    .sort((a, b) => a.start - b.start)
    .map((item) => {
      const free = ends.findIndex((end) => end <= item.start);
      const row = free === -1 ? ends.length : free;
      ends[row] = item.start + item.length;
      return { item, row };
    });
}
