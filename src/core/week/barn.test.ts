import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dayHorseOf, dayPersonOf, dayPlaceOf } from "#tests/days.ts";
import type { Placement } from "../day/model.ts";
import type { CardId, PersonId, PlaceId, StayId } from "../kernel/brand.ts";
import { shortOf, type WeekDay, type WeekStay, weekProblem, workingSlots } from "./barn.ts";
import { changePrice, weekBoard } from "./board.ts";

/** Ten hours. */
const HOURS = { from: 0, to: 40, step: 2 };
const stay = (id: string, changes: Partial<WeekStay> = {}): WeekStay => ({
  horse: dayHorseOf(id),
  kind: "both",
  length: 6,
  usual: null,
  known: [],
  sessions: 3,
  value: 10,
  since: 1,
  run: 0,
  away: [],
  fixed: [],
  step: null,
  ...changes,
});
const card = (id: string, changes: Partial<Placement> = {}): Placement => ({
  card: `c-${id}` as CardId,
  stay: id as StayId,
  kind: "both",
  length: 6,
  rider: "ann" as PersonId,
  start: 0,
  place: "ring" as PlaceId,
  helper: null,
  ...changes,
});
const day = (changes: Partial<WeekDay> = {}): WeekDay => ({
  people: [dayPersonOf("ann", { works: [[0, 36]] }), dayPersonOf("hal", { rides: false, maxSaddle: 0, works: [[0, 36]] })],
  places: [dayPlaceOf("ring", { shut: [{ from: 20, to: 24, why: "" }] }), dayPlaceOf("pens", { closed: true })],
  cards: [],
  ...changes,
});

describe("working slots", () => {
  it("are the shift less the break, where the break falls into it", () => {
    const lunch = { from: 8, to: 14, length: 1 };
    expect(workingSlots(dayPersonOf("a", { works: [[0, 18]], lunch: null }))).toBe(18);
    expect(workingSlots(dayPersonOf("a", { works: [[0, 18]], lunch }))).toBe(17);
    expect(workingSlots(dayPersonOf("a", { works: [[0, 10]], lunch }))).toBe(10);
    expect(workingSlots(dayPersonOf("a", { works: [], lunch }))).toBe(0);
  });
  it("are never more than those of the shift, nor less than it without the break", () => {
    fc.assert(
      fc.property(fc.nat(10), fc.nat(20), fc.nat(10), fc.nat(6), fc.nat(4), (from, length, window, room, size) => {
        const works: [number, number][] = length === 0 ? [] : [[from, from + length]];
        const slots = workingSlots(
          dayPersonOf("a", { works, lunch: { from: window, to: window + room, length: Math.min(size, room) } }),
        );
        expect(slots).toBeLessThanOrEqual(length);
        expect(slots).toBeGreaterThanOrEqual(Math.max(0, length - size));
      }),
    );
  });
});

describe("the barn's week", () => {
  it("leaves out hours, rides and places that stand on sheets already", () => {
    const { riders, places, horses } = weekProblem([stay("fox")], [day(), day({ cards: [card("fox")] })], HOURS);
    expect(riders).toMatchObject([{ id: "ann", slots: [18, 15], maxSaddle: [3, 2] }]);
    expect(places).toEqual([36, 33]);
    expect(horses[0]?.given).toEqual([1]);
  });
  it("hands ground work to those who have worked a horse here, whoever else does not ride", () => {
    const { riders } = weekProblem([stay("fox", { known: ["hal"] })], [day()], HOURS);
    expect(riders.map(({ id, rides }) => [id, rides])).toEqual([
      ["ann", true],
      ["hal", false],
    ]);
  });
  it("lets a pin go where the horse is not to be had, or stands on the sheet", () => {
    const { horses } = weekProblem(
      [stay("fox", { fixed: [0, 1, 2], away: [2] })],
      [day(), day({ cards: [card("fox")] }), day()],
      HOURS,
    );
    expect(horses[0]?.fixed).toEqual([0]);
  });
});

describe("the board of a week", () => {
  const problem = weekProblem(
    [stay("fox", { sessions: 4, away: [0] }), stay("elk", { sessions: 1 })],
    [day(), day(), day()],
    HOURS,
  );
  const [fox] = problem.horses;
  it("says what is short, and what no days could hold", () => {
    expect(weekBoard(problem, new Map([["fox", [1]]])).horses).toMatchObject([
      { id: "fox", short: 3, noDays: 2 },
      { id: "elk", short: 1, noDays: 0 },
    ]);
    expect(fox && shortOf(fox, [1, 2], 3)).toEqual({ short: 2, noDays: 2 });
  });
  it("says what each day asks, and prices a change as the difference that it makes", () => {
    const meant = new Map([["fox", [1]]]);
    const board = weekBoard(problem, meant);
    expect(board.days.map(({ asked }) => asked)).toEqual([0, 3, 0]);
    const price = changePrice(problem, meant, "elk", [2]);
    expect(weekBoard(problem, new Map([...meant, ["elk", [2]]])).cost - board.cost).toBe(price);
    expect(price).toBeLessThan(0);
  });
});
