/** One rule, asked by everybody: what a check, a weight or a signature bars is barred on sheet, gate, plan, lesson and plan for home alike, and released for all of them at once. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { localDate } from "#core/calendar/local-date.ts";
import { readGate } from "#core/gate/gate.ts";
import { must } from "#core/kernel/assert.ts";
import type { CheckId, StayId } from "#core/kernel/brand.ts";
import { readCard } from "#server/card/read-card.ts";
import { readClosedEvaluation } from "#server/intake/read-evaluate.ts";
import { readLetter } from "#server/owner/read-outbox.ts";
import { readPlan } from "#server/plan/read-plan.ts";
import { readReport } from "#server/report/read-report.ts";
import { openStay, readHorseNow } from "#server/stay/read-horse.ts";
import { skillOf } from "#shipped/ladder.ts";
import { Barn, OPEN_GATE, record, walkOf } from "#tests/barn.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

const opened = async (stay: StayId) => must(await openStay(barn.deps, stay), "a stay");
const bears = (skill: string): boolean => skillOf(skill).bears !== "nothing";
/** What everybody says of getting on this horse today: true where it may be done. */
async function everybody(stay: StayId, start: number) {
  const one = await opened(stay);
  const placed = await barn.code("day/place", barn.placement(stay, { kind: "both", start, length: 3 }));
  if (placed === "done") await barn.ask("day/hand-out", { day: barn.today });
  const [ridden] = await barn.sql`SELECT id FROM card WHERE stay_id = ${stay} AND kind = 'both' AND day = ${barn.today}`;
  const view = ridden ? await readCard(barn.deps, String(ridden["id"]), barn.rider) : null;
  const gate = view && readGate(view.gate, { helper: null, ticks: view.gate.asked, redSigns: [], windy: false }, "both");
  const { lesson } = await readLetter(barn.deps, one);
  const { content } = await readReport(barn.deps, one, { kind: "end", ordinal: 0 });
  const home = JSON.stringify(content.home);
  return {
    sheet: placed === "done",
    gate: gate ? gate.state === "open" : null,
    card: view ? view.work.items.some(({ skill }) => bears(skill)) : null,
    plan: (await readPlan(barn.deps, one, barn.boss)).held,
    lesson: lesson.some((skill) => bears(skill)),
    home: /"(steer|stop|trot|canter|forward)"/.test(home),
  };
}
async function order(stay: StayId, changes: object = {}): Promise<CheckId> {
  const input = {
    stay,
    cause: "saddle-fit",
    who: "fitter",
    asked: "Open the page",
    due: "2026-07-20",
    holds: "nothing",
    skills: [],
    ...changes,
  };
  return (await barn.ask<{ id: CheckId }>("check/order", input)).id;
}
const answer = (id: CheckId, changes: object) =>
  barn.ask("check/close", {
    id,
    version: 1,
    doneOn: "2026-07-14",
    result: "found",
    answer: "As told.",
    restrictions: [],
    ...changes,
  });
/** Worked a few times, so that there is something to show the owner; each horse of this file in a slot of its own. */
let slot = 0;
async function known(name: string): Promise<StayId> {
  barn.today = localDate("2026-07-06");
  const stay = await barn.horse(name);
  const sidesOf = (skill: string) => (skillOf(skill).sided ? (["left", "right"] as const) : (["both"] as const));
  const scores = ["steer", "stop", "trot", "lead"].flatMap((skill) =>
    sidesOf(skill).map((side) => ({ skill, side, score: 4 as const })),
  );
  for (const day of ["2026-07-08", "2026-07-09", "2026-07-10"]) {
    barn.today = localDate(day);
    const card = await barn.handedOut(stay, { start: slot });
    const input = { id: card, base: null, record: record({ saddleMinutes: 20, scores }), gate: OPEN_GATE };
    await barn.ask("card/close", input, barn.rider);
  }
  slot += 2;
  barn.today = localDate("2026-07-14");
  return stay;
}

describe("a horse that may be ridden", () => {
  it("is, for everybody", async () => {
    expect(await everybody(await known("Free"), 0)).toEqual({
      sheet: true,
      gate: true,
      card: true,
      plan: [],
      lesson: true,
      home: true,
    });
  });
});

describe("what was found", () => {
  it("holds what its kind holds, on every screen, until somebody releases it; then nothing, at once", async () => {
    const stay = await known("Found");
    const id = await order(stay);
    expect((await everybody(stay, 4)).sheet).toBe(true);
    await answer(id, { result: "found" });
    const held = await everybody(stay, 8);
    expect(held).toMatchObject({ sheet: false, gate: false, card: false, lesson: false, home: false });
    expect(held.plan).toMatchObject([{ because: "found", holds: "ridden" }]);
    const release = { id, version: 2, on: "2026-07-14", words: "The fitter: flocked anew." };
    expect(await barn.code("check/release", { ...release, on: "2026-07-20" })).toBe("in-the-future");
    expect(await barn.code("check/release", release, barn.rider)).toBe("not-allowed");
    await barn.ask("check/release", release);
    expect(await everybody(stay, 12)).toMatchObject({ gate: true, plan: [], lesson: true, home: true });
  });
});

describe("what a professional restricted", () => {
  it("stands on card, plan, gate and report in their words until its day, and holds the work that it names", async () => {
    const stay = await known("Restricted");
    const restrictions = [{ what: "weight", until: "2026-07-16", words: "No weight before Friday" }];
    await answer(await order(stay), { result: "treated", restrictions });
    const held = await everybody(stay, 8);
    expect(held).toMatchObject({ sheet: false, lesson: false, home: false });
    expect(held.plan).toMatchObject([
      { because: "restricted", restricts: "weight", until: "2026-07-16", words: "No weight before Friday" },
    ]);
    const { content } = await readReport(barn.deps, await opened(stay), { kind: "end", ordinal: 0 });
    expect(JSON.stringify(content)).toContain("No weight before Friday");
    const card = await readCard(barn.deps, await barn.handedOut(stay, { start: 8 }), barn.rider);
    expect(card?.checks).toMatchObject([{ restricts: "weight", words: "No weight before Friday" }]);
    barn.today = localDate("2026-07-17");
    expect(await everybody(stay, 0)).toMatchObject({ sheet: true, gate: true, plan: [] });
    barn.today = localDate("2026-07-14");
  });
});

describe("a weight", () => {
  it("that is two months old lets nobody get on, until the horse is weighed again; by tape or scale, once a day, the later counts", async () => {
    barn.today = localDate("2026-07-06");
    const stay = await barn.horse("Heavy", 4);
    barn.today = localDate("2026-09-08");
    expect((await everybody(stay, 0)).sheet).toBe(false);
    const nothing = { withersCm: null, croupCm: null, condition: null, pulse: null, breaths: null, temperatureC: null };
    const tape = { ...nothing, saddleFit: null, words: "", stay, day: "2026-09-08", scaleKg: null, girthCm: 180, lengthCm: 158 };
    await barn.ask("stay/measure", tape, barn.rider);
    await barn.ask("stay/measure", { ...tape, scaleKg: 470 }, barn.rider);
    expect([...(await barn.sql`SELECT kilograms, by_scale FROM weighing WHERE stay_id = ${stay}`)]).toMatchObject([
      { byScale: true },
    ]);
    expect((await readHorseNow(barn.deps, await opened(stay))).weight).toEqual({ kilograms: 470, day: "2026-09-08" });
    expect((await everybody(stay, 0)).sheet).toBe(true);
    expect(await barn.code("stay/measure", { ...tape, day: "2026-09-09" })).toBe("in-the-future");
    expect(await barn.code("stay/measure", { ...tape, day: "2026-06-01" })).toBe("before-arrival");
    expect(await barn.code("stay/measure", { ...tape, girthCm: 60, lengthCm: 50 })).toBe("tape-slipped");
    barn.today = localDate("2026-07-14");
  });
});

describe("a horse for which nobody is light enough", () => {
  it("is told at the signature and on the plan, with what would help", async () => {
    barn.today = localDate("2026-07-06");
    const stay = await barn.book({ horse: { name: "Pebble", class: "pony", heightCm: 115 } });
    const measures = { ...walkOf(4).measures, girthCm: 130, lengthCm: 110, withersCm: 115, croupCm: 115, scaleKg: 210 };
    const id = await barn.evaluate(stay, { ...walkOf(4), measures });
    const view = await readClosedEvaluation(barn.deps, await opened(stay), id);
    expect(view).toMatchObject({ nobodyLight: { limitKg: expect.any(Number) } });
    await barn.sign(id, {
      goals: [{ skill: "trot", target: 3, verdict: "possible", because: "" }] as never,
    });
    const plan = await readPlan(barn.deps, await opened(stay), barn.boss);
    expect(plan.nobodyLight?.limitKg).toBeLessThan(plan.nobodyLight?.lightestKg ?? 0);
    barn.today = localDate("2026-07-14");
  });
});

describe("specialist work", () => {
  it("is a mark of people, set by the manager, and binds who has it not", async () => {
    const people = await barn.sql`SELECT id, version, specialist FROM person WHERE id = ${barn.rider.id}`;
    expect(people[0]?.["specialist"]).toBe(false);
    const stay = await known("Drag");
    const card = must(await readCard(barn.deps, await barn.handedOut(stay, { start: 14 }), barn.rider), "a card");
    const barredBy = (skill: string) => card.barred.find((one) => one.skill === skill)?.reasons;
    expect(barredBy("drag")).toContainEqual(expect.objectContaining({ code: "grade", specialist: true }));
    await barn.sql`UPDATE person SET specialist = true, grade = 5 WHERE id = ${barn.rider.id}`;
    await barn.sql`UPDATE written SET mark = gen_random_uuid()`;
    const after = must(await readCard(barn.deps, card.card.id, barn.rider), "a card");
    expect(after.barred.find((one) => one.skill === "drag")?.reasons ?? []).not.toContainEqual(
      expect.objectContaining({ code: "grade" }),
    );
  });
});
