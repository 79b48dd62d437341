import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { localDate } from "#core/calendar/local-date.ts";
import { readyDay } from "#core/day/compiled.ts";
import { placementsOf, problemOf } from "#core/day/from-barn.ts";
import { Search } from "#core/day/search.ts";
import { fallen } from "#core/day/stands.ts";
import { FIRST_INSTRUMENT, RUNGS } from "#core/intake/instrument.ts";
import type { CardId, EvaluationId } from "#core/kernel/brand.ts";
import { attempt } from "#demo/ask.ts";
import { readBarn, readBarnWalk } from "#server/barn/read-barn.ts";
import { readDay } from "#server/day/read-day.ts";
import { readClosedEvaluation, readCompared, readEvaluate } from "#server/intake/read-evaluate.ts";
import { openStay, readHorseNow } from "#server/stay/read-horse.ts";
import { Barn, walkOf } from "#tests/barn.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

const opened = async (stay: string) => {
  const found = await openStay(barn.deps, stay);
  if (!found) throw new Error("no such stay");
  return found;
};

describe("the barn's rules", () => {
  it("are read by every open term from then on, and two who write at once are shown one another", async () => {
    const stay = await barn.horse("Ruled");
    const lastDay = async () => (await opened(stay)).head.ruler.reading;
    const before = await lastDay();
    const { version, policies } = await readBarn(barn.deps);
    await barn.ask("barn/edit-policies", {
      version,
      policies: { ...policies, firstDayIs: 0, restDays: [6, 7], holidays: ["2026-07-20"] },
    });
    const after = await lastDay();
    expect(after.lastDay > before.lastDay).toBe(true);
    expect(after.workingDays).toBeLessThan(before.workingDays);
    const late = await attempt(barn.deps, { route: "barn/edit-policies", actor: barn.boss, input: { version, policies } });
    expect(late).toMatchObject({
      ok: false,
      error: { code: "changed-meanwhile", current: { firstDayIs: 0, restDays: [6, 7], version: version + 1 } },
    });
    await barn.ask("barn/edit-policies", { version: version + 1, policies });
  });
});

describe("the barn's day", () => {
  it("begins and ends when the barn says, by its own steps; what stands outside of it afterwards stays, and is marked", async () => {
    const stay = await barn.horse("Early");
    const { version, policies } = await readBarn(barn.deps);
    const day = (dayFrom: number, dayTo: number, dayStep: number) => ({ ...policies, day: { dayFrom, dayTo, dayStep } });
    const edit = (from: number, policy: object) => barn.code("barn/edit-policies", { version: from, policies: policy });
    for (const wrong of [day(290, 1020, 30), day(315, 1020, 30), day(420, 1290, 30), day(420, 1020, 20)])
      expect(await edit(version, wrong)).toBe("issues");
    const spot = { ...barn.placement(stay), start: 1, length: 3 };
    expect(await barn.code("day/place", spot)).toBe("blocked");
    expect(await edit(version, day(300, 1260, 15))).toBe("done");
    await barn.sql`UPDATE person SET works_from = 300, works_to = 1260 WHERE id = ${barn.rider.id}`;
    // A quarter past five, for three quarters of an hour.
    expect(await barn.code("day/place", spot)).toBe("done");
    const { hours, cards, due } = await readDay(barn.deps, barn.today);
    expect(hours).toEqual({ from: 0, to: 64, step: 1 });
    expect(due.every(({ length }) => length > 0)).toBe(true);
    expect(await edit(version + 1, policies)).toBe("done");
    const later = await readDay(barn.deps, barn.today);
    const card = cards.find((one) => one.stay === stay);
    expect(later.cards.find((one) => one.stay === stay)).toMatchObject({ start: 1, length: 3 });
    expect(
      fallen(later)
        .get(card?.card as CardId)
        ?.map(({ code }) => code),
    ).toEqual(["outside-day", "shift"]);
    // The day is laid out all the same, and finds the card a spot within the hours.
    const asked = problemOf(later);
    const search = new Search(readyDay(asked.problem), { seed: 1, from: asked.stands, steer: new Map() });
    search.steps(100, 0, 1);
    const moved = placementsOf(asked, search.plan()).find((one) => one.card === card?.card);
    expect(moved?.start).toBeGreaterThanOrEqual(later.hours.from);
  });
});

describe("places", () => {
  const place = {
    name: "Far field",
    capacity: 2,
    separate: false,
    outdoor: true,
    surface: "grass",
    stages: ["unridden", "first-rides", "riding"],
    closed: false,
    shutTimes: [],
  };
  it("are added and changed; a name stands once", async () => {
    const { id } = await barn.ask<{ id: string }>("barn/add-place", { place });
    expect(await barn.code("barn/add-place", { place: { ...place, name: "FAR FIELD" } })).toBe("place-taken");
    await barn.ask("barn/edit-place", { id, version: 1, place: { ...place, capacity: 3 } });
    expect(await barn.code("barn/edit-place", { id, version: 1, place })).toBe("changed-meanwhile");
    expect((await readDay(barn.deps, barn.today)).places.find((one) => one.name === "Far field")?.capacity).toBe(3);
  });
  it("are put out of use only once their cards are moved, and then take none", async () => {
    const stay = await barn.horse("Placed");
    const { id } = await barn.ask<{ id: string }>("barn/add-place", { place: { ...place, name: "Near field" } });
    const card = await barn.ask<{ id: string }>("day/place", barn.placement(stay, { place: id }));
    const close = { id, version: 1, place: { ...place, name: "Near field", closed: true } };
    expect(await barn.code("barn/edit-place", close)).toBe("place-in-use");
    await barn.ask("day/take-back", { id: card.id, version: 1 });
    await barn.ask("barn/edit-place", close);
    expect(await barn.code("day/place", barn.placement(stay, { place: id }))).toBe("blocked");
    expect((await readDay(barn.deps, barn.today)).places.some((one) => one.name === "Near field")).toBe(false);
  });
});

describe("a place that is shut at times", () => {
  const shut = (changes: Record<string, unknown>) => ({
    weekday: null,
    day: null,
    from: 720,
    to: 780,
    why: "harrowed",
    ...changes,
  });
  it("takes nobody then: every day, on a weekday, on a date; and opens again", async () => {
    const stay = await barn.horse("Shut out");
    const { id } = await barn.ask<{ id: string }>("barn/add-place", {
      place: {
        name: "Shut ring",
        capacity: 1,
        separate: false,
        outdoor: false,
        surface: "sand",
        stages: ["riding"],
        closed: false,
        shutTimes: [shut({ weekday: 2 }), shut({ day: "2026-07-15", from: 420, to: 480 })],
      },
    });
    const at = (start: number, day: string = barn.today) =>
      barn.code("day/place", barn.placement(stay, { place: id, start, length: 1, day }));
    // 2026-07-14 is a Tuesday; noon is slot 10.
    expect([await at(10), await at(11)]).toEqual(["blocked", "blocked"]);
    expect(await at(1, "2026-07-15")).toBe("blocked");
    expect(await at(2, "2026-07-15")).toBe("done");
    expect(await at(9)).toBe("done");
  });
});

describe("the weights of the findings", () => {
  it("are the barn's own from then on", async () => {
    const stay = await barn.book({ horse: { name: "Weighed" } });
    const girthy = { rung: "tack", sign: "girthy", side: "both", strength: 2, moment: null, trend: "unknown" } as const;
    await barn.evaluate(stay, walkOf(4, { signs: [girthy] }));
    const first = async () => (await readHorseNow(barn.deps, await opened(stay))).outcome?.weighed.causes[0]?.cause;
    expect(await first()).toBe("saddle-fit");
    const { version } = await readBarn(barn.deps);
    await barn.ask("barn/edit-weights", { version, weights: [{ sign: "girthy", cause: "skin", weight: 5 }] });
    expect(await first()).toBe("skin");
    await barn.ask("barn/edit-weights", { version: version + 1, weights: [] });
    expect(await first()).toBe("saddle-fit");
  });
});

describe("the walk as the barn wants it", () => {
  it("is a new version for evaluations begun from then on; those before are read with theirs", async () => {
    const stay = await barn.book({ horse: { name: "Versioned" } });
    barn.today = localDate("2026-07-08");
    const old = await barn.evaluate(stay, walkOf(3, { saddleReason: "", words: { tie: "Stood." } }));
    const open = await barn.book({ horse: { name: "Half done" } });
    const { id: half } = await barn.ask<{ id: EvaluationId }>("intake/begin", { stay: open, kind: "intake" });
    barn.today = localDate("2026-07-14");
    const own = RUNGS.filter((rung) => rung.id !== "tie").map((rung) =>
      rung.id === "look" ? { ...rung, words: "First look" } : rung,
    );
    const { version } = await barn.ask<{ version: number }>("intake/edit-instrument", { version: 1, rungs: own });
    expect(version).toBe(2);
    expect(await barn.code("intake/edit-instrument", { version: 1, rungs: own })).toBe("changed-meanwhile");

    const view = await readClosedEvaluation(barn.deps, await opened(stay), old);
    expect(view?.rungs).toEqual(FIRST_INSTRUMENT.rungs);
    expect((await readEvaluate(barn.deps, await opened(open))).walk?.rungs).toEqual(FIRST_INSTRUMENT.rungs);
    expect(await barn.code("intake/save", { id: half, version: 1, walk: walkOf(3, { words: { tie: "Stands." } }) })).toBe("done");

    const { id } = await barn.ask<{ id: EvaluationId }>("intake/begin", { stay, kind: "mid-term" });
    const next = (await readEvaluate(barn.deps, await opened(stay))).walk;
    expect([next?.rungs[0]?.words, next?.rungs.some((rung) => rung.id === "tie")]).toEqual(["First look", false]);
    expect(await barn.code("intake/save", { id, version: 1, walk: walkOf(3, { words: { tie: "Stands." } }) })).toBe(
      "not-in-walk",
    );
    const known = { ...walkOf(4), marks: walkOf(4).marks.filter((mark) => mark.skill !== "tie") };
    expect(await barn.code("intake/close", { id, version: 1, walk: known })).toBe("done");
    // Both still stand side by side.
    const compared = await readCompared(barn.deps, await opened(stay));
    expect(compared.columns.map((column) => column.walkVersion)).toEqual([1, 2]);
    expect(compared.compared.tracks.find((track) => track.skill === "tie")?.scores).toEqual([3, null]);
    expect((await readBarnWalk(barn.deps)).made.map((one) => [one.version, one.by])).toEqual([[2, "Boss"]]);
  });
  it("is refused where it rides before it has looked at the ground", async () => {
    const early = [...RUNGS.filter((rung) => rung.id === "saddle"), ...RUNGS.filter((rung) => rung.id !== "saddle")];
    const refused = await attempt(barn.deps, {
      route: "intake/edit-instrument",
      actor: barn.boss,
      input: { version: 2, rungs: early },
    });
    expect(refused).toMatchObject({ ok: false, error: { code: "walk-faulty", fault: { code: "saddle-too-soon" } } });
  });
});
