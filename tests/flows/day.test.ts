import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { localDate } from "#core/calendar/local-date.ts";
import { readyDay } from "#core/day/compiled.ts";
import { placementsOf, problemOf } from "#core/day/from-barn.ts";
import type { Blocker } from "#core/day/model.ts";
import { SPLIT_GAP } from "#core/day/rules.ts";
import { Search } from "#core/day/search.ts";
import { fallen, toHandOut } from "#core/day/stands.ts";
import { verify } from "#core/day/verify.ts";
import type { CardId } from "#core/kernel/brand.ts";
import { findStay } from "#db/queries/stays.ts";
import { attempt } from "#demo/ask.ts";
import { proveDay } from "#server/day/prove.ts";
import { readDay } from "#server/day/read-day.ts";
import { Barn, OPEN_GATE, record, TODAY, walkOf } from "#tests/barn.ts";
import { fromSeven } from "#tests/days.ts";

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
  await barn.sign(await barn.evaluate(green, walkOf(2, { marks: [{ skill: "catch", side: "both", score: 3 }] })));
  heavyWork = await barn.horse("Other");
});
afterAll(() => barn.close());

/** Days of their own, so that no test meets another's cards. */
let day = "2026-07-14";
const nextDay = (): void => {
  day = new Date(Date.parse(day) + 86_400_000).toISOString().slice(0, 10);
};
/** The next day on which more than one horse is due. */
const busyDay = async (): Promise<void> => {
  do nextDay();
  while ((await view()).due.length < 2);
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
    const walk = await barn.evaluate(young);
    expect(await blockers(placement(young, heavier))).toEqual(["not-signed", "load"]);
    await barn.sign(walk);
    expect(await blockers(placement(young, heavier))).toEqual(["load"]);
    expect(await blockers(placement(green, { kind: "saddle", place: barn.place("Round pens") }))).toEqual([
      "not-ready",
      "second-person",
    ]);
    expect(await blockers(placement(green, { kind: "saddle", helper: barn.helper.id }))).toEqual(["not-ready", "stage-place"]);
    expect(await blockers(placement(quiet, { start: 19 }))).toContain("outside-day");
    expect(await blockers(placement(quiet, { kind: "saddle", rider: barn.helper.id }))).toContain("does-not-ride");
    expect((await view()).cards).toEqual([]);
  });
  it("goes on in a second place, and lets a helper go when their part is done", async () => {
    nextDay();
    const arena = barn.place("Arena");
    const two = placement(quiet, {
      kind: "ground",
      length: 3,
      place: barn.place("Round pens"),
      then: { place: arena, from: 2 },
      helper: barn.helper.id,
      helperSlots: 2,
    });
    expect(await blockers({ ...two, then: { place: arena, from: 6 } })).toEqual([
      expect.stringContaining("shorter than its first place"),
    ]);
    expect(await blockers({ ...two, helperSlots: 8 })).toEqual([expect.stringContaining("shorter than its first place")]);
    expect(await blockers(two)).toEqual([]);
    const [card] = (await view()).cards;
    expect(card).toMatchObject({ then: { place: arena, from: 2 }, helperSlots: 2 });
    // The helper is free from the second half hour on, and the arena is taken only then.
    const beside = { rider: barn.helper.id, start: 1, length: 1, kind: "ground", place: barn.place("Round pens") };
    expect(await blockers(placement(heavyWork, { ...beside, start: 0 }))).toContain("busy");
    expect(await blockers(placement(heavyWork, beside))).toEqual([]);
    const [moved] = (await view()).cards.filter(({ stay }) => stay === quiet);
    const input = { ...two, id: moved?.card, version: moved?.version, then: null, helperSlots: null };
    expect(await barn.code("day/move", input)).toBe("blocked");
    expect(await barn.code("day/move", { ...input, helper: null })).toBe("done");
    expect((await view()).cards.find(({ stay }) => stay === quiet)).toMatchObject({ then: null, helperSlots: null });
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
    expect(await blockers(placement(heavyWork))).toEqual(["hold"]);
    expect((await view()).resting).toContainEqual({ stay: heavyWork, because: "hold", session: null });
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
  it("sends nobody out with a horse that was put on hold after its card was pinned; the card says that it is not possible any more", async () => {
    nextDay();
    const held = await barn.horse("Held meanwhile");
    const { id } = await barn.ask<{ id: CardId }>("day/place", placement(held));
    await barn.ask("day/lock", { id, version: 1, locked: true });
    const off = { kind: "owner", firstDay: day, lastDay: day, stopsClock: true, reason: "The owner has it." };
    await barn.ask("stay/add-hold", { stay: held, ...off });
    expect(toHandOut(await view())).toEqual([]);
    expect(await barn.code("day/hand-out", { day })).toBe("nothing-placed");
    await barn.ask("day/place", placement(quiet, { start: 4 }));
    expect(toHandOut(await view())).toHaveLength(1);
    expect(await barn.ask("day/hand-out", { day })).toEqual({ cards: 1 });
    const sheet = await view();
    expect(sheet.cards.find(({ card }) => card === id)?.state).toBe("placed");
    expect(fallen(sheet).get(id)).toMatchObject([{ code: "hold" }]);
  });
  it("moves a card by the same rules, and shows every change after it was handed out", async () => {
    nextDay();
    const { id } = await barn.ask<{ id: string }>("day/place", placement(quiet));
    await barn.ask("day/place", placement(green, { start: 4 }));
    const { day: _day, stay: _stay, ...where } = placement(quiet, { start: 4 });
    expect(await barn.code("day/move", { id, version: 1, ...where })).toBe("blocked");
    await barn.ask("day/move", { id, version: 1, ...where, start: fromSeven(8) });
    await barn.ask("day/hand-out", { day });
    expect((await view()).changes.map((change) => change.what)).toEqual(["handed out"]);
    await barn.ask("day/move", { id, version: 3, ...where, start: fromSeven(10) });
    expect(await barn.code("day/move", { id, version: 3, ...where, start: fromSeven(12) })).toBe("changed-meanwhile");
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

describe("hours of a day", () => {
  it("at which a rider is off, or would have no break, are not handed out", async () => {
    nextDay();
    const off = { person: barn.rider.id, firstDay: day, lastDay: day, fromMinute: 510, toMinute: 600, reason: "Dentist" };
    expect(await barn.code("people/add-absence", { ...off, toMinute: null })).toBe("issues");
    const { id } = await barn.ask<{ id: string }>("people/add-absence", off);
    // Half past eight is half hour 3, ten o'clock 6.
    expect(await blockers(placement(quiet, { start: 2 }))).toEqual(["shift"]);
    expect(await blockers(placement(quiet, { start: 5 }))).toEqual(["shift"]);
    expect(await blockers(placement(quiet, { start: 7, length: 7 }))).toEqual(["lunch"]);
    expect(await blockers(placement(quiet, { start: 6 }))).toEqual([]);
    await barn.ask("people/remove-absence", { id });
  });
  it("at which the farrier has a horse are the farrier's, and a whole day of it is not due", async () => {
    await busyDay();
    const farrier = { stay: quiet, day, kind: "farrier", fromMinute: 480, toMinute: 570, words: "Fronts." };
    const { id } = await barn.ask<{ id: string }>("day/add-appointment", farrier);
    expect(await blockers(placement(quiet, { start: 1 }))).toEqual(["appointment"]);
    expect((await view()).due.map(({ stay }) => stay)).toContain(quiet);
    expect(await barn.code("day/add-appointment", { ...farrier, fromMinute: 600 })).toBe("issues");
    await barn.ask("day/remove-appointment", { id });
    await barn.ask("day/add-appointment", { ...farrier, fromMinute: null, toMinute: null });
    const { due, resting } = await view();
    expect(due.map(({ stay }) => stay)).not.toContain(quiet);
    expect(resting.find(({ stay }) => stay === quiet)).toMatchObject({ because: "appointment" });
    expect(await blockers(placement(quiet, { start: 1 }))).toEqual(["appointment"]);
  });
});

const laid = async (steps = 600) => {
  const sheet = await view();
  const barnProblem = problemOf(sheet);
  const { problem, stands } = barnProblem;
  const search = new Search(readyDay(problem), { seed: 1, from: stands, steer: new Map() });
  search.steps(steps, 0, 1);
  expect(verify(problem, search.plan()).broken).toEqual([]);
  return { sheet, cards: placementsOf(barnProblem, search.plan()) };
};
const input = ({ sheet, cards }: Awaited<ReturnType<typeof laid>>) => ({
  day,
  seen: sheet.cards.filter(({ state }) => state !== "cancelled").map(({ card, version }) => ({ id: card, version })),
  cards: cards.map(({ card, ...where }) => ({ id: card, ...where })),
});
const layOut = (one: Awaited<ReturnType<typeof laid>>) =>
  attempt(barn.deps, { route: "day/lay-out", actor: barn.boss, input: input(one) });

describe("a session that is split", () => {
  it("is two short ones with a rest between, and counts once", async () => {
    nextDay();
    const { id } = await barn.ask<{ id: string }>("day/place", placement(quiet, { start: 0, length: 3 }));
    expect(await barn.code("day/split", { id, version: 1, first: 6 })).toBe("too-short");
    const { id: second } = await barn.ask<{ id: string }>("day/split", { id, version: 1, first: 2 });
    expect(await barn.code("day/split", { id, version: 2, first: 2 })).toMatch(/too-short|already-split/);
    const halves = (await view()).cards;
    expect(halves.map(({ card, length, after }) => [card, length, after])).toEqual([
      [id, 2, null],
      [second, 4, id],
    ]);
    expect(halves[1]?.start).toBe(fromSeven(5));
    const { day: _day, stay: _stay, ...where } = placement(quiet, { length: 2 });
    expect(
      await attempt(barn.deps, {
        route: "day/move",
        actor: barn.boss,
        input: { id: second, version: 1, ...where, start: fromSeven(3) },
      }),
    ).toMatchObject({
      error: { code: "blocked", blockers: [{ code: "after" }] },
    });
    await barn.ask("day/hand-out", { day });
    const before = (await findStay(barn.sql, quiet))?.delivered.length ?? 0;
    barn.today = localDate(day);
    for (const { card } of (await view()).cards)
      await barn.ask("card/close", { id: card, base: null, record: record(), gate: OPEN_GATE }, barn.rider);
    expect((await findStay(barn.sql, quiet))?.delivered.length).toBe(before + 1);
    barn.today = localDate(TODAY);
  });
  it("is laid out anew with its halves apart", async () => {
    nextDay();
    const { id } = await barn.ask<{ id: string }>("day/place", placement(quiet, { start: 0, length: 2 }));
    await barn.ask("day/split", { id, version: 1, first: 2 });
    expect(await layOut(await laid())).toMatchObject({ ok: true });
    const [first, second] = (await view()).cards.filter(({ stay }) => stay === quiet).sort((a, b) => a.start - b.start);
    expect(second?.after).toBe(first?.card);
    expect((second?.start ?? 0) - (first?.start ?? 0) - (first?.length ?? 0)).toBeGreaterThanOrEqual(SPLIT_GAP);
  });
});

describe("laying out a day", () => {
  it("puts every due horse on a string by the rules of the board, in one write", async () => {
    await busyDay();
    const before = await view();
    expect(before.due.length).toBeGreaterThan(1);
    const done = await layOut(await laid());
    expect(done).toMatchObject({ ok: true, value: { moved: 0, gone: 0 } });
    const after = await view();
    expect(after.due).toEqual([]);
    expect(after.cards.length).toBe(before.due.length);
    // Laid out again, nothing moves.
    expect(await layOut(await laid())).toMatchObject({ ok: true, value: { placed: 0, moved: 0, gone: 0 } });
  });
  it("leaves pinned and closed cards alone, and refuses to move them", async () => {
    await busyDay();
    await layOut(await laid());
    const [first] = (await view()).cards;
    if (!first) throw new Error("nothing was laid out");
    expect(await barn.code("day/lock", { id: first.card, version: first.version, locked: true })).toBe("done");
    const again = await laid();
    expect(again.cards.find(({ card }) => card === first.card)).toMatchObject({ rider: first.rider, start: first.start });
    const moved = {
      ...again,
      cards: again.cards.map((one) => (one.card === first.card ? { ...one, start: one.start + 16 } : one)),
    };
    expect(await layOut(moved)).toMatchObject({ ok: false, error: { code: "card-closed" } });
    expect(await layOut({ ...again, cards: again.cards.filter(({ card }) => card !== first.card) })).toMatchObject({ ok: false });
  });
  it("is refused whole where the sheet moved on meanwhile, or one card breaks a rule", async () => {
    await busyDay();
    const seen = await laid();
    await barn.ask("day/place", placement(quiet, { start: 15 }));
    expect(await layOut(seen)).toMatchObject({ ok: false, error: { code: "changed-meanwhile" } });
    const now = await laid();
    const clashing = { ...now, cards: now.cards.map((one) => ({ ...one, start: fromSeven(19) })) };
    expect(await layOut(clashing)).toMatchObject({ ok: false, error: { code: "blocked" } });
    expect((await view()).cards).toHaveLength(1);
  });
  it("lets one of two managers through who lay it out at once", async () => {
    await busyDay();
    const one = await laid();
    const both = await Promise.all([layOut(one), layOut(one)]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    expect((await view()).cards).toHaveLength(one.cards.length);
  });
  it("after a sick call moves the ill person's horses, keeps the rest, and tells riders what moved", async () => {
    await busyDay();
    await layOut(await laid());
    await barn.ask("day/hand-out", { day });
    const before = await view();
    const ill = before.cards[0]?.rider as string;
    await barn.ask("people/add-absence", {
      person: ill,
      firstDay: day,
      lastDay: day,
      fromMinute: null,
      toMinute: null,
      reason: "Fever",
    });
    expect(await layOut(await laid(1500))).toMatchObject({ ok: true });
    const after = await view();
    const working = after.cards.filter(({ state }) => state !== "cancelled");
    expect(working.every(({ rider, helper }) => rider !== ill && helper !== ill)).toBe(true);
    for (const card of before.cards.filter(({ rider, helper }) => rider !== ill && helper !== ill))
      expect(after.cards.find((one) => one.card === card.card)).toMatchObject({ rider: card.rider, start: card.start });
    expect(after.changes.length).toBeGreaterThan(0);
  });
  it("is told how far from the best it is, by a process beside the server, which ends when nobody listens", async () => {
    await busyDay();
    await layOut(await laid());
    const told = [];
    for await (const one of proveDay(barn.deps, localDate(day), new AbortController().signal)) told.push(one);
    expect(told.at(-1)).toMatchObject({ done: true, proven: true, cards: null });
    for (const { best, bound } of told) expect(bound ?? 0).toBeLessThanOrEqual(best);
    // Who leaves ends the process; whoever asks right after is answered by a new one.
    for (let turn = 0; turn < 4; turn += 1) {
      const hasty = new AbortController();
      for await (const _one of proveDay(barn.deps, localDate(day), hasty.signal)) hasty.abort();
    }
    const again = [];
    for await (const one of proveDay(barn.deps, localDate(day), new AbortController().signal)) again.push(one);
    expect(again.at(-1)).toMatchObject({ done: true });
    const leaves = new AbortController();
    for await (const _one of proveDay(barn.deps, localDate(day), leaves.signal)) leaves.abort();
  });
});
