import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { localDate } from "#core/calendar/local-date.ts";
import type { Blocker } from "#core/day/model.ts";
import { attempt } from "#demo/ask.ts";
import { readDay } from "#server/day/read-day.ts";
import { Barn, walkOf } from "#tests/barn.ts";

let barn: Barn;
let [quiet, green, heavyWork] = ["", "", ""] as unknown as [
  Awaited<ReturnType<Barn["book"]>>,
  Awaited<ReturnType<Barn["book"]>>,
  Awaited<ReturnType<Barn["book"]>>,
];
beforeAll(async () => {
  barn = await Barn.open();
  quiet = await barn.horse("Quiet");
  green = await barn.book({ horse: { name: "Green" }, stay: { kind: "halter" } });
  await barn.evaluate(green, walkOf(2, { marks: [{ skill: "catch", side: "both", score: 3 }] }));
  heavyWork = await barn.horse("Other");
});
afterAll(() => barn.close());

/** Days of their own, so that no test meets another's cards. */
let day = "2026-07-14";
const nextDay = (): void => {
  day = new Date(Date.parse(day) + 86_400_000).toISOString().slice(0, 10);
};
const placement = (stay: string, changes: Record<string, unknown> = {}) => ({ ...barn.placement(stay as never, changes), day });
const blockers = async (input: unknown): Promise<string[]> => {
  const result = await attempt(barn.deps, { route: "day/place", actor: barn.boss, input });
  if (result.ok) return [];
  return "blockers" in result.error
    ? (result.error.blockers as Blocker[]).map((one) => one.code)
    : [JSON.stringify(result.error)];
};
const view = () => readDay(barn.deps, localDate(day));

describe("placing", () => {
  it("is refused with the reason, and nothing is kept", async () => {
    nextDay();
    expect(await blockers(placement(quiet, { kind: "saddle", rider: barn.other.id }))).toEqual([]);
    nextDay();
    const heavier = { kind: "saddle", rider: barn.other.id };
    const young = await barn.book({ horse: { name: "Young", birthYear: 2023 } });
    await barn.evaluate(young);
    expect(await blockers(placement(young, heavier))).toContain("load");
    expect(await blockers(placement(green, { kind: "saddle", place: barn.place("Round pens") }))).toContain("helper");
    expect(await blockers(placement(green, { kind: "saddle", helper: barn.helper.id }))).toEqual(["stage"]);
    expect(await blockers(placement(quiet, { start: 19 }))).toContain("outside-day");
    expect(await blockers(placement(quiet, { kind: "saddle", rider: barn.helper.id }))).toContain("not-a-rider");
    expect((await view()).cards).toEqual([]);
  });
  it("sees what stands already: rider and place at the time, the same horse", async () => {
    nextDay();
    await barn.ask("day/place", placement(quiet, { place: barn.place("Covered ring") }));
    expect(await blockers(placement(heavyWork, { start: 1 }))).toEqual(["busy"]);
    expect(await blockers(placement(heavyWork, { rider: barn.other.id, place: barn.place("Covered ring") }))).toEqual([
      "place-full",
    ]);
    expect(await barn.code("day/place", placement(quiet, { start: 10 }))).toBe("already-placed");
  });
  it("gives one of two the spot when both take it at once", async () => {
    nextDay();
    const both = await Promise.all([barn.code("day/place", placement(quiet)), barn.code("day/place", placement(heavyWork))]);
    expect(both.sort()).toEqual(["blocked", "done"]);
    expect((await view()).cards).toHaveLength(1);
  });
  it("is over when the day is, and only for horses that are here then", async () => {
    expect(await barn.code("day/place", { ...placement(quiet), day: "2026-07-13" })).toBe("day-over");
    expect(await barn.code("day/place", { ...placement(quiet), day: "2026-12-01" })).toBe("not-in-term");
    expect(await barn.code("day/hand-out", { day: "2026-07-13" })).toBe("day-over");
  });
  it("keeps a horse on hold off the sheet", async () => {
    nextDay();
    await barn.ask("stay/add-hold", {
      stay: heavyWork,
      kind: "vet",
      firstDay: day,
      lastDay: day,
      stopsClock: true,
      reason: "Stiff.",
    });
    expect(await blockers(placement(heavyWork))).toEqual(["horse-away"]);
    expect((await view()).resting).toContainEqual({ stay: heavyWork, because: "hold" });
  });
});

describe("the day", () => {
  it("lists what is due with why, and what is not with why not", async () => {
    nextDay();
    await barn.book({ horse: { name: "New" } });
    const { due, resting } = await view();
    expect(due.map((one) => one.stay)).toEqual(expect.arrayContaining([quiet, green]));
    expect(due.map((one) => one.urgency.value)).toEqual(due.map((one) => one.urgency.value).sort((a, b) => b - a));
    expect(resting.map((one) => one.because)).toContain("not-evaluated");
  });
  it("is handed out once, and again for what comes later", async () => {
    nextDay();
    expect(await barn.code("day/hand-out", { day })).toBe("nothing-placed");
    await barn.ask("day/place", placement(quiet));
    await barn.ask("day/hand-out", { day });
    expect(await barn.code("day/hand-out", { day })).toBe("nothing-placed");
    await barn.ask("day/place", placement(green, { start: 4 }));
    expect(await barn.ask("day/hand-out", { day })).toEqual({ cards: 1 });
    expect((await view()).handedOut?.by).toBe("Boss");
  });
  it("moves a card by the same rules, and shows every change after it was handed out", async () => {
    nextDay();
    const { id } = await barn.ask<{ id: string }>("day/place", placement(quiet));
    await barn.ask("day/place", placement(green, { start: 4 }));
    const { day: _day, stay: _stay, ...where } = placement(quiet, { start: 4 });
    expect(await barn.code("day/move", { id, version: 1, ...where })).toBe("blocked");
    await barn.ask("day/move", { id, version: 1, ...where, start: 8 });
    await barn.ask("day/hand-out", { day });
    expect((await view()).changes.map((change) => change.what)).toEqual(["handed out"]);
    await barn.ask("day/move", { id, version: 3, ...where, start: 10 });
    expect(await barn.code("day/move", { id, version: 3, ...where, start: 12 })).toBe("changed-meanwhile");
    await barn.ask("day/take-back", { id, version: 4 });
    const { changes, cards } = await view();
    expect(changes.map((change) => change.what)).toEqual(expect.arrayContaining(["moved", "taken back"]));
    expect(cards.find((card) => card.card === id)).toMatchObject({ state: "cancelled", cancelReason: "taken back" });
    expect(await barn.code("day/place", placement(quiet, { start: 14 }))).toBe("done");
  });
  it("forgets a card that no rider ever had", async () => {
    nextDay();
    const { id } = await barn.ask<{ id: string }>("day/place", placement(quiet));
    await barn.ask("day/take-back", { id, version: 1 });
    expect((await view()).cards).toEqual([]);
    expect(await barn.code("day/take-back", { id, version: 1 })).toBe("not-found");
  });
});
