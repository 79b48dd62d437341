/** The day sheet in the browser: names, free spots and the layout of the rows; the rules themselves are the core's. */

import type { DayCardView, DayView } from "#contracts/views.ts";
import { dayFactsOf } from "#core/day/from-barn.ts";
import { startsOf } from "#core/day/hours.ts";
import { DAY_GRID, HOUR, type Placement } from "#core/day/model.ts";
import { partsOf } from "#core/day/parts.ts";
import { type DaySpot, spotter, type Wish } from "#core/day/spot.ts";
import { pricer } from "#core/day/spot-price.ts";
import type { Names } from "#ui/words/blockers.ts";
import { sayPlaces } from "#ui/words/places.ts";

/** The hours that are drawn: the barn's, and more where a card stands outside of them. */
export interface Drawn {
  readonly from: number;
  readonly to: number;
}
export function drawnOf({ hours, cards }: Pick<DayView, "hours" | "cards">): Drawn {
  const shown = live(cards);
  return {
    from: Math.floor(Math.min(hours.from, ...shown.map(({ start }) => start)) / HOUR) * HOUR,
    to: Math.max(hours.to, ...shown.map(({ start, length }) => start + length)),
  };
}
/** The same without the hours after the last card, but for one: empty afternoons leave the room to the names. */
export function foldedOf(view: Pick<DayView, "hours" | "cards">): Drawn {
  const { from, to } = drawnOf(view);
  const ends = live(view.cards).map(({ start, length }) => start + length);
  const last = Math.ceil((Math.max(from, ...ends) - from) / HOUR) * HOUR + from;
  return { from, to: ends.length === 0 ? to : Math.min(to, Math.max(last, from + FOLD_TO) + HOUR) };
}
/** What a screen on a wall has room for: an hour back, four ahead, as long as the day has them. `at`: the slot that it is now. */
export function windowOf(view: Pick<DayView, "hours" | "cards">, at: number): Drawn {
  const whole = drawnOf(view);
  const from = Math.max(whole.from, Math.min(Math.floor(at / HOUR) * HOUR - HOUR, whole.to - WINDOW));
  return { from, to: Math.min(whole.to, from + WINDOW) };
}
const WINDOW = 5 * HOUR;
/** So many slots stay at least. */
const FOLD_TO = 3 * HOUR;
/** Slots at which an hour begins. */
export const hourMarks = ({ from, to }: Drawn): readonly number[] =>
  Array.from({ length: Math.ceil((to - from) / HOUR) }, (_, i) => from + i * HOUR);
/** Classes of a grid of slots; the style sheet is made with all of them (styles.css). */
export const columnsOf = ({ from, to }: Drawn): string => `grid-cols-${to - from}`;
const WIDTHS = [
  [24, "min-w-[46rem]"],
  [34, "min-w-[64rem]"],
  [44, "min-w-[82rem]"],
  [Number.POSITIVE_INFINITY, "min-w-[118rem]"],
] as const;
/** As wide as so many spots need. */
export const widthOf = ({ from, to }: Drawn, { step }: DayView["hours"]): string =>
  WIDTHS.find(([cells]) => (to - from) / step <= cells)?.[1] ?? WIDTHS[0][1];
export const isWide = (drawn: Drawn, hours: DayView["hours"]): boolean => widthOf(drawn, hours) !== WIDTHS[0][1];
/** The part of something that lies within what is drawn; null: none of it. */
export function within({ from, to }: Drawn, { start, length }: { readonly start: number; readonly length: number }) {
  const [first, end] = [Math.max(from, start), Math.min(to, start + length)];
  return end > first ? { start: first, length: end - first } : null;
}
export const columnAt = ({ from }: Drawn, { start, length }: { readonly start: number; readonly length: number }): string =>
  `col-start-${start - from + 1} col-span-${length}`;
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
export interface PricedSpot extends DaySpot {
  readonly cost: number | null;
}
/** Every spot of the sheet for a wish: where it may go and at what price, and what stands against it elsewhere. */
export function spotsFor(view: DayView, wish: Wish): Map<string, PricedSpot> {
  const spot = spotter(dayFactsOf(view), live(view.cards), wish);
  const price = pricer(view, wish);
  const spots = new Map<string, PricedSpot>();
  for (const person of view.people)
    for (const start of startsOf(view.hours)) {
      const here = spot(person.id, start);
      spots.set(spotKey(person.id, start), { ...here, cost: here.blockers.length === 0 ? price(here.placement) : null });
    }
  return spots;
}

export const shownMinutes = (slots: number): number => slots * DAY_GRID.minutes;
/** How long a session may be chosen to last, up to two hours; as it is now is among them. */
export const lengthsOf = ({ step }: DayView["hours"], now: number): readonly number[] =>
  [...new Set([...Array.from({ length: (2 * HOUR) / step }, (_, i) => (i + 1) * step), now])].sort((a, b) => a - b);

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
