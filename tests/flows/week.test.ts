import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { WeekHorseView, WeekPlanView } from "#contracts/views.week.ts";
import { localDate } from "#core/calendar/local-date.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { readDay } from "#server/day/read-day.ts";
import { readRail } from "#server/stay/read-rail.ts";
import { planWeek } from "#server/week/plan-week.ts";
import { readWeek } from "#server/week/read-week.ts";
import { Barn } from "#tests/barn.ts";

let barn: Barn;
let [one, other]: StayId[] = [];
beforeAll(async () => {
  barn = await Barn.open();
  one = await barn.horse("One");
  other = await barn.horse("Other");
});
afterAll(() => barn.close());

const week = (from: string | null = null) => readWeek(barn.deps, from === null ? null : localDate(from));
const row = async (stay: StayId | undefined, from: string | null = null): Promise<WeekHorseView> => {
  const found = (await week(from)).horses.find((horse) => horse.stay === stay);
  if (!found) throw new Error("not in the week");
  return found;
};
async function worked(from: string): Promise<WeekPlanView[]> {
  const told: WeekPlanView[] = [];
  for await (const answer of planWeek(barn.deps, localDate(from), new AbortController().signal)) told.push(answer);
  return told;
}
/** Lays a week out as the screen does. */
async function layOut(from: string): Promise<WeekPlanView> {
  const told = await worked(from);
  const last = told.at(-1);
  const { days, horses } = await week(from);
  await barn.ask("week/set", {
    days: days.map(({ day }) => day),
    laid: true,
    horses: horses.map(({ stay, cells }) => ({
      stay,
      seen: cells.flatMap(({ day, meant }) => (meant ? [{ day, pinned: meant.pinned }] : [])),
      wanted: (last?.plan?.horses.find((horse) => horse.stay === stay)?.days ?? []).map((day) => ({ ...day, pinned: false })),
    })),
  });
  if (!last) throw new Error("nothing was told");
  return last;
}

describe("the days of a week", () => {
  it("are working days: rest days and holidays are left out", async () => {
    const { policies, version } = await import("#server/barn/read-barn.ts").then(({ readBarn }) => readBarn(barn.deps));
    await barn.ask("barn/edit-policies", { version, policies: { ...policies, restDays: [7], holidays: ["2026-07-16"] } });
    const { days, after, before } = await week();
    expect(days.map(({ day }) => day)).toEqual([
      "2026-07-14",
      "2026-07-15",
      "2026-07-17",
      "2026-07-18",
      "2026-07-20",
      "2026-07-21",
    ]);
    expect([after, before]).toEqual(["2026-07-22", "2026-07-07"]);
  });
  it("say why a horse is not to be had: a hold, the farrier, a booked visit, not here any more", async () => {
    const stay = await barn.horse("Busy");
    await barn.ask("stay/add-hold", {
      stay,
      kind: "owner",
      firstDay: "2026-07-15",
      lastDay: "2026-07-15",
      stopsClock: true,
      reason: "Show.",
    });
    await barn.ask("day/add-appointment", {
      stay,
      day: "2026-07-17",
      kind: "farrier",
      fromMinute: null,
      toMinute: null,
      words: "",
    });
    await barn.ask("day/add-appointment", { stay, day: "2026-07-18", kind: "travel", fromMinute: 420, toMinute: 480, words: "" });
    const { id } = await barn.ask<{ id: string }>("check/order", {
      stay,
      cause: null,
      who: "vet",
      asked: "Looks at the off hock.",
      due: "2026-07-20",
      holds: "nothing",
      skills: [],
    });
    await barn.ask("check/book", { id, version: 1, bookedFor: "2026-07-20", bookedWith: "Dr Ashdown" });
    const { cells } = await row(stay);
    expect(cells.map(({ away }) => away)).toEqual([
      null,
      { code: "hold" },
      { code: "appointment", kind: "farrier" },
      null,
      { code: "visit", who: "vet" },
      null,
    ]);
    expect(cells[3]?.appointments).toMatchObject([{ kind: "travel", fromMinute: 420 }]);
    // An hour that is noted for the vet leaves the rest of the day.
    await barn.ask("day/add-appointment", { stay, day: "2026-07-20", kind: "vet", fromMinute: 600, toMinute: 660, words: "" });
    expect((await row(stay)).cells[4]?.away).toBeNull();
    expect((await readDay(barn.deps, localDate("2026-07-17"))).resting.find((rest) => rest.stay === stay)).toMatchObject({
      because: "appointment",
    });
  });
  it("owe what the contract asks by their end, what stands on sheets counted", async () => {
    const { problem } = await week();
    const asked = problem.horses.find(({ id }) => id === one);
    // Five a week from the fourth day of the term, the ninth, to the twenty-first, none given: 9.3, rounded up as all that is owed.
    expect(asked?.sessions).toBe(10);
    await barn.ask("day/place", barn.placement(one as StayId));
    expect((await row(one)).cells[0]?.card).toMatchObject({ state: "placed", rider: barn.rider.name });
    expect((await week()).problem.horses.find(({ id }) => id === one)?.given).toEqual([0]);
  });
});

describe("a laid-out week", () => {
  it("is proven, keeps everybody's hours, and decides which horses are due on which day", async () => {
    const told = await layOut("2026-07-14");
    expect(told).toMatchObject({ done: true, plan: { proven: true } });
    const { days } = await week();
    expect(days.every(({ laid }) => laid)).toBe(true);
    const mine = await row(other);
    for (const { day, meant } of mine.cells) {
      const { due, resting } = await readDay(barn.deps, day);
      const is = due.some(({ stay }) => stay === other) ? "due" : resting.find(({ stay }) => stay === other)?.because;
      expect([day, is]).toEqual([day, meant ? "due" : "other-day"]);
    }
  });
  it("says in numbers what is short, and what would help is true", async () => {
    const told = await worked("2026-07-14");
    const short = told.at(-1);
    for (const { gives } of short?.fixes ?? []) expect(gives).toBeGreaterThan(0);
    expect(short?.tried).toBe(1);
  });
  it("keeps a pinned day, and moves the rest around it", async () => {
    const { days } = await week();
    const all = days.map(({ day }) => day);
    const last = all.at(-1);
    const before = (await row(other)).cells.flatMap(({ day, meant }) => (meant ? [{ day, pinned: meant.pinned }] : []));
    await barn.ask("week/set", {
      days: all,
      laid: false,
      horses: [{ stay: other, seen: before, wanted: [{ day: last, pinned: true, rider: null }] }],
    });
    const [told] = await worked("2026-07-14");
    expect(told?.plan?.horses.find(({ stay }) => stay === other)?.days.map(({ day }) => day)).toContain(last);
  });
  it("says by itself what no longer possible, once somebody is away or may not ride", async () => {
    const days = (await week()).days.map(({ day }) => day);
    const [, , third = ""] = days;
    const set = async (wanted: object[]) => {
      const { cells } = await row(other);
      const seen = cells.flatMap(({ day, meant }) => (meant ? [{ day, pinned: meant.pinned }] : []));
      await barn.ask("week/set", { days, laid: false, horses: [{ stay: other, seen, wanted }] });
    };
    const broken = async () => (await row(other)).cells.flatMap((cell) => cell.broken.map(({ code }) => code));
    await set([{ day: third, pinned: true, rider: barn.rider.id }]);
    expect(await broken()).toEqual([]);
    const { id } = await barn.ask<{ id: string }>("people/add-absence", {
      person: barn.rider.id,
      firstDay: third,
      lastDay: third,
      fromMinute: null,
      toMinute: null,
      reason: "Ill",
    });
    expect(await broken()).toEqual(["away"]);
    await barn.ask("people/remove-absence", { id });
    expect(await broken()).toEqual([]);
  });
  it("does not lose the other's move where two move the same horse", async () => {
    const { days } = await week();
    const all = days.map(({ day }) => day);
    const seen = (await row(one)).cells.flatMap(({ day, meant }) => (meant ? [{ day, pinned: meant.pinned }] : []));
    const to = (day: string | undefined) => ({
      days: all,
      laid: false,
      horses: [{ stay: one, seen, wanted: [{ day, pinned: true, rider: null }] }],
    });
    const both = await Promise.all([barn.code("week/set", to(all[1])), barn.code("week/set", to(all[2]))]);
    expect(both.sort()).toEqual(["changed-meanwhile", "done"]);
    expect(await barn.code("week/set", { ...to(all[1]), days: ["2026-07-13", ...all.slice(1)] })).toBe("day-over");
  });
});

describe("a horse that was signed after the week was laid out", () => {
  it("stands as on no day yet, on Rail and day, with one tap to add it", async () => {
    barn.today = localDate("2026-07-14");
    await layOut("2026-07-14");
    const late = await barn.horse("Late");
    const needs = async () =>
      (await readRail(barn.deps)).needsYou.filter((need) => need.stay === late && need.need.code === "no-day");
    const [need] = await needs();
    expect(need?.need).toMatchObject({ code: "no-day" });
    const resting = async (day: string) =>
      (await readDay(barn.deps, localDate(day))).resting.find(({ stay }) => stay === late)?.because;
    expect(await resting("2026-07-15")).toBe("no-day");
    const [add] = need?.proposals ?? [];
    expect(add?.code).toBe("add-sessions");
    if (add?.code === "add-sessions") await barn.ask("week/set", add.input);
    expect(await needs()).toEqual([]);
    const { due } = await readDay(barn.deps, localDate("2026-07-15"));
    expect(due.map(({ stay }) => stay)).toContain(late);
  });
});
