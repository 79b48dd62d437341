/** The day sheet in the browser: names, free spots and the layout of the rows; the rules themselves are the core's. */

import type { DayCardView, DayView } from "#contracts/views.ts";
import { factsOf } from "#core/day/from-barn.ts";
import { DAY_GRID, type Placement } from "#core/day/model.ts";
import { partsOf } from "#core/day/parts.ts";
import { type Spot, spotter, type Wish } from "#core/day/spot.ts";
import { pricer } from "#core/day/spot-price.ts";
import type { Names } from "#ui/words/blockers.ts";
import { sayPlaces } from "#ui/words/places.ts";

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

/** 'Round pens', or 'Round pens, then Arena'. */
export const placesOf = ({ place, then = null }: Pick<Placement, "place" | "then">, names: Names): string =>
  sayPlaces(names.place(place), then && names.place(then.place));
/** Cards as they take up one place, each for the slots that it is there. */
export const atPlace = (cards: readonly DayCardView[], place: string): DayCardView[] =>
  cards.flatMap((card) =>
    partsOf(card)
      .filter((part) => part.place === place)
      .map((part) => ({ ...card, start: card.start + part.from, length: part.length })),
  );

export const spotKey = (rider: string, start: number): string => `${rider}:${start}`;

/** A spot with what it costs; null: not known, or barred. */
export interface PricedSpot extends Spot {
  readonly cost: number | null;
}
/** Every spot of the sheet for a wish: where it may go and at what price, and what stands against it elsewhere. */
export function spotsFor(view: DayView, wish: Wish): Map<string, PricedSpot> {
  const spot = spotter(factsOf(view), live(view.cards), wish);
  const price = pricer(view, wish);
  const spots = new Map<string, PricedSpot>();
  for (const person of view.people)
    for (const start of SLOTS) {
      const here = spot(person.id, start);
      spots.set(spotKey(person.id, start), { ...here, cost: here.blockers.length === 0 ? price(here.placement) : null });
    }
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
