import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { SkillRecord } from "#contracts/ladder.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { must } from "#core/kernel/assert.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { METHODS, methodOf, type OwnMethod } from "#core/ladder/methods.ts";
import type { PlanGoal } from "#core/plan/goal-sets.ts";
import { attempt } from "#demo/ask.ts";
import { barnOf } from "#server/barn/barn-of.ts";
import { readBarn } from "#server/barn/read-barn.ts";
import { readCard } from "#server/card/read-card.ts";
import { heardOfRiders } from "#server/ladder/leanings.ts";
import { readLadder } from "#server/ladder/read-ladder.ts";
import { readMethods, readPlan } from "#server/plan/read-plan.ts";
import { sweep } from "#server/plan/sweep.ts";
import { openStay } from "#server/stay/read-horse.ts";
import { readRail } from "#server/stay/read-rail.ts";
import { skillOf } from "#shipped/ladder.ts";
import { Barn, booking, JUDGEMENT, OPEN_GATE, record, walkOf } from "#tests/barn.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

const goal = (skill: string, changes: Partial<PlanGoal> = {}): PlanGoal => ({
  skill,
  target: 4,
  side: null,
  weight: 2,
  must: false,
  by: null,
  ...changes,
});
/** Looked at on the ground alone. */
const onGround = (score: 1 | 2) => {
  const walk = walkOf(score);
  return { ...walk, marks: walk.marks.filter(({ skill }) => !skillOf(skill).saddle) };
};
const evaluated = async (name: string): Promise<StayId> => {
  const stay = await barn.book({ horse: { name }, stay: { kind: "halter" } });
  await barn.evaluate(stay, onGround(2));
  return stay;
};
const view = async (stay: StayId) => {
  const opened = await openStay(barn.deps, stay);
  if (!opened) throw new Error("no such stay");
  return readPlan(barn.deps, opened, barn.boss);
};
const setGoals = (stay: StayId, version: number, goals: readonly PlanGoal[]) =>
  attempt(barn.deps, { route: "plan/set-goals", actor: barn.boss, input: { stay, version, goals } });

describe("goals of a plan", () => {
  it("are set with side, weight and promise, and read back", async () => {
    const stay = await evaluated("Goals");
    const goals = [goal("lead", { side: "left", weight: 3, must: true }), goal("tie", { target: 3 })];
    expect((await setGoals(stay, 0, goals)).ok).toBe(true);
    expect((await view(stay)).record?.goals).toEqual(goals);
    expect(await barn.code("plan/set-goals", { stay, version: 1, goals: [goal("tie", { side: "left" })] })).toBe("issues");
    expect(await barn.code("plan/set-goals", { stay, version: 1, goals: [goal("tie"), goal("tie")] })).toBe("issues");
  });
  it("show the second of two writers what the first set", async () => {
    const stay = await evaluated("Two writers");
    await setGoals(stay, 0, [goal("tie")]);
    const second = await setGoals(stay, 0, [goal("trot")]);
    expect(second).toMatchObject({
      ok: false,
      error: { code: "changed-meanwhile", current: { version: 1, goals: [goal("tie")] } },
    });
    expect((await view(stay)).record?.goals).toEqual([goal("tie")]);
  });
  it("keep side, weight and promise when an evaluation is signed again with the same skill", async () => {
    const stay = await barn.book({ horse: { name: "Signed again" } });
    const id = await barn.evaluate(stay, walkOf(3));
    await setGoals(stay, 0, [goal("canter", { side: "right", weight: 3, must: true }), goal("tie")]);
    await barn.ask("intake/sign", { id, revision: 0, judgement: JUDGEMENT });
    expect((await view(stay)).record?.goals).toEqual([goal("canter", { target: 3, side: "right", weight: 3, must: true })]);
  });
});

describe("the sweep", () => {
  it("lays a plan and keeps a forecast for what has moved on, and for nothing else", async () => {
    const stay = await evaluated("Swept");
    await setGoals(stay, 0, [goal("tie", { target: 3, must: true }), goal("lead-change", { target: 5 })]);
    expect(await sweep(barn.deps)).toBeGreaterThan(0);
    expect(await sweep(barn.deps)).toBe(0);
    const { laid, told, history } = await view(stay);
    expect(laid.length).toBeGreaterThan(5);
    expect(told.map(({ skill }) => skill)).toEqual(["tie", "lead-change"]);
    expect(told[0]?.chance).toBeGreaterThan(0.6);
    expect(told[1]?.chance).toBeLessThan(0.05);
    expect(history).toHaveLength(1);
    const lane = (await readRail(barn.deps)).inWork.find((one) => one.stay === stay);
    expect(lane?.weakest).toEqual({ skill: "tie", chance: told[0]?.chance });
  });
  it("hears of riders what the other stays said when the week began, and of one read since then what it said first", async () => {
    const [own, long, fresh] = [await evaluated("Asks"), await evaluated("Read long"), await evaluated("Read since")];
    const say = (stay: StayId, day: string, mean: number) =>
      barn.sql`INSERT INTO forecast (stay_id, day, at, goals, alarms, riders, stuck)
        VALUES (${stay}, ${day}, now(), '[]', '[]', ${barn.sql.json([{ rider: barn.rider.id, mean, variance: 0.05 }])}, '{}')`;
    await say(own, "2026-07-10", 0.9);
    await say(long, "2026-07-10", 0.1);
    await say(long, "2026-07-12", 0.2);
    await say(long, "2026-07-13", 0.7);
    await say(fresh, "2026-07-14", 0.3);
    await say(fresh, "2026-07-15", 0.8);
    const means = async (day: string): Promise<readonly number[]> =>
      (await heardOfRiders(barn.sql, [own, long, fresh], localDate(day)))(own).map(({ mean }) => mean);
    expect(await means("2026-07-15")).toEqual([0.2, 0.3]);
    expect(await means("2026-07-19")).toEqual([0.2, 0.3]);
    expect(await means("2026-07-20")).toEqual([0.7, 0.8]);
  });
  it("tells what a closed card, a hold and other goals moved, each with its cause", async () => {
    const stay = await evaluated("Moved");
    await setGoals(stay, 0, [goal("tie", { target: 3 })]);
    await sweep(barn.deps);
    await setGoals(stay, (await view(stay)).version, [goal("trailer", { target: 3 })]);
    await sweep(barn.deps);
    expect((await view(stay)).changes[0]).toMatchObject({
      causes: ["goals"],
      moved: expect.arrayContaining([expect.objectContaining({ code: "added", skill: "trailer" })]),
    });
    await barn.ask("stay/add-hold", {
      stay,
      kind: "owner",
      firstDay: "2026-07-20",
      lastDay: "2026-07-25",
      stopsClock: false,
      reason: "Show",
    });
    await sweep(barn.deps);
    const { changes, laid } = await view(stay);
    expect(changes[0]?.causes).toEqual(["hold"]);
    expect(laid.filter(({ day }) => day >= 14 && day <= 19)).toEqual([]);
  });
  it("keeps pins through every laying, and the card asks for what is pinned", async () => {
    const stay = await evaluated("Pinned");
    const card = await barn.handedOut(stay);
    await barn.ask("plan/set-pins", { stay, version: 0, pins: [{ kind: "pin", skill: "clippers", day: 8 }] });
    await sweep(barn.deps);
    const work = (await readCard(barn.deps, card, barn.rider))?.work.items.map(({ skill }) => skill);
    expect(work).toContain("clippers");
    await barn.ask("card/close", { id: card, base: null, record: record(), gate: OPEN_GATE }, barn.rider);
    await sweep(barn.deps);
    expect((await view(stay)).record?.pins).toEqual([{ kind: "pin", skill: "clippers", day: 8 }]);
  });
  it("keeps a card written by the manager, with why and what the week is about; what may not be done waits", async () => {
    const stay = await evaluated("By hand");
    const card = await barn.handedOut(stay, { start: 4 });
    const items = [
      { skill: "lead", role: "warm-up" },
      { skill: "clippers", role: "main" },
      { skill: "canter", role: "finish" },
    ];
    const written = { kind: "written", day: 8, items, words: "The show is near.", added: ["clippers"], dropped: ["hose"] };
    const week = { kind: "week", from: 7, words: "Clean and calm" };
    const save = (version: number, pins: object[], by = barn.boss) => barn.code("plan/set-pins", { stay, version, pins }, by);
    expect(await save(0, [written], barn.rider)).toBe("not-allowed");
    expect(await save(0, [{ ...written, items: items.slice(0, 1) }])).toBe("issues");
    expect(await save(0, [written, { ...written, words: "Twice" }])).toBe("issues");
    expect(await save(0, [written, week])).toBe("done");
    await sweep(barn.deps);
    const { work, thisWeek } = must(await readCard(barn.deps, card, barn.rider), "the card is there");
    expect(work.because).toEqual({ code: "written", words: "The show is near." });
    expect(work.items.map(({ skill, role }) => `${role} ${skill}`)).toEqual(["warm-up lead", "main clippers"]);
    expect(thisWeek).toBe("Clean and calm");
    expect(await save(1, [])).toBe("done");
    await sweep(barn.deps);
    expect((await readCard(barn.deps, card, barn.rider))?.work.because.code).not.toBe("written");
  });
  it("learns from the manager's hand what may be the barn's way, and asks by it once it is", async () => {
    const dropped = (day: number) => ({
      kind: "written",
      day,
      items: [{ skill: "tie", role: "main" }],
      words: "",
      added: [],
      dropped: ["groom"],
    });
    for (const name of ["Way one", "Way two"])
      await barn.ask("plan/set-pins", { stay: await evaluated(name), version: 0, pins: [dropped(8), dropped(9)] });
    const before = await readBarn(barn.deps);
    expect(before.proposedWays).toEqual([{ skill: "groom", way: "leave-out", cards: 4, horses: 2 }]);
    const ways = [{ skill: "groom", way: "leave-out" }];
    expect(await barn.code("barn/edit-ways", { version: before.version, ways }, barn.rider)).toBe("not-allowed");
    expect(await barn.code("barn/edit-ways", { version: before.version, ways: [{ ...ways[0], skill: "no-such" }] })).toBe(
      "issues",
    );
    expect(await barn.code("barn/edit-ways", { version: before.version, ways })).toBe("done");
    expect(await barn.code("barn/edit-ways", { version: before.version, ways: [] })).toBe("changed-meanwhile");
    expect((await readBarn(barn.deps)).proposedWays).toEqual([]);
  });
  it("reads every stay again on a new day, and keeps what was told before", async () => {
    const stay = await evaluated("New day");
    await setGoals(stay, 0, [goal("tie")]);
    await sweep(barn.deps);
    barn.today = localDate("2026-07-15");
    expect(await sweep(barn.deps)).toBeGreaterThan(0);
    expect((await view(stay)).history.map(({ day }) => day)).toEqual([8, 9]);
    barn.today = localDate("2026-07-14");
  });
});

describe("the barn's ladder", () => {
  const save = async (...changed: readonly SkillRecord[]) => {
    const { version, branches } = await readLadder(barn.deps);
    return barn.code("ladder/save", { version, branches, skills: changed, pages: [] });
  };
  const kept = async (id: string): Promise<SkillRecord> =>
    must(
      (await readLadder(barn.deps)).skills.find((skill) => skill.id === id),
      id,
    );
  it("refuses circles, and keeps what past scores mean", async () => {
    expect(await save({ ...(await kept("catch")), after: ["trot"] })).toBe("ladder-faulty");
    const stay = await evaluated("Ladder");
    const [clippers, tie] = [await kept("clippers"), await kept("tie")];
    expect(await save({ ...clippers, used: false }, { ...tie, to3: 9 })).toBe("done");
    expect((await barnOf(barn.deps)).ladder.uses("clippers")).toBe(false);
    const scored =
      await barn.sql`SELECT count(*)::int AS marks FROM evaluation_mark m JOIN evaluation e ON e.id = m.evaluation_id WHERE e.stay_id = ${stay}`;
    expect(scored[0]?.["marks"]).toBeGreaterThan(20);
    expect((await view(stay)).record?.ladder.find(({ id }) => id === "tie")?.to3).toBe(9);
    expect(await save(clippers, tie)).toBe("done");
  });
});

describe("the barn's methods", () => {
  const save = async (methods: readonly OwnMethod[]) =>
    barn.code("barn/edit-methods", { version: (await readMethods(barn.deps)).version, methods });
  const own: OwnMethod = {
    ...methodOf("classical-line"),
    id: "own-1",
    words: "The long way",
    groundSessionsFirst: 20,
    used: true,
  };
  it("may be added, and a horse worked by one waits for the saddle as it says", async () => {
    expect(await barn.code("stay/book", booking({ stay: { method: "own-1" } }))).toBe("not-found");
    expect(await save([own])).toBe("done");
    const stay = await barn.book({ horse: { name: "Long" }, stay: { kind: "restart", method: "own-1" } });
    await barn.evaluate(stay, onGround(2));
    await setGoals(stay, 0, [goal("forward")]);
    const { record } = await view(stay);
    expect(record?.method).toEqual(own);
    expect(record?.methods.map(({ id }) => id)).toContain("own-1");
  });
  it("are not removed under a horse, nor all off the offer, nor two by one name; one that is off stays with its horses", async () => {
    expect(await save([])).toBe("method-in-use");
    const off = METHODS.map((method) => ({ ...method, used: false }));
    expect(await save([...off, { ...own, used: false }])).toBe("last-method");
    expect(await save([own, { ...own, id: "own-2" }])).toBe("issues");
    expect(await save([{ ...own, used: false }])).toBe("done");
    expect(await barn.code("stay/book", booking({ stay: { method: "own-1" } }))).toBe("not-found");
  });
  it("show the second of two managers what the first saved", async () => {
    const { version } = await readMethods(barn.deps);
    expect(await save([own])).toBe("done");
    const second = await attempt(barn.deps, {
      route: "barn/edit-methods",
      actor: barn.boss,
      input: { version, methods: [{ ...own, words: "Other" }] },
    });
    expect(second).toMatchObject({ ok: false, error: { code: "changed-meanwhile", current: { methods: [own] } } });
  });
});

describe("a stay that goes home", () => {
  it("leaves in the barn's table what its skills took, by side", async () => {
    const stay = await barn.book({ horse: { name: "Took" }, stay: { kind: "halter" } });
    barn.today = localDate("2026-07-07");
    await barn.evaluate(stay, onGround(1));
    barn.today = localDate("2026-07-14");
    const days = [2, 2, 3, 3];
    for (const [i, score] of days.entries())
      await barn.worked(stay, `2026-07-${String(8 + i).padStart(2, "0")}`, {
        scores: (["left", "right"] as const).map((side) => ({ skill: "lead", side, score: score as 2 })),
      });
    await barn.ask("stay/send-home", { id: stay, version: 1, day: "2026-07-14" });
    const taken = await barn.sql`SELECT side, works FROM skill_taken WHERE stay_id = ${stay} AND skill = 'lead' ORDER BY side`;
    expect(taken.map((row) => [row["side"], row["works"]])).toEqual([
      ["left", 3],
      ["right", 3],
    ]);
    expect((await openStay(barn.deps, stay))?.barn.bend).toEqual({ a: 0, b: 1 });
    const typical = (await readLadder(barn.deps)).typical.find(({ skill }) => skill === "lead");
    expect(typical).toMatchObject({ horses: 1, told: 3 });
  });
});

describe("the barn's own past", () => {
  it("bends chances once forty stays are closed that were told too little, and only then", async () => {
    const told = (n: number) => ({
      skill: "tie",
      target: 3,
      side: null,
      chance: 0.2,
      played: 0.2,
      held: 0,
      p10: null,
      p50: null,
      p90: null,
      holds: false,
      must: false,
      met: n > 0,
    });
    const close = async (name: string): Promise<void> => {
      const stay = await barn.horse(name);
      for (const n of [0, 0, 0, 0, 1])
        await barn.sql`INSERT INTO forecast (stay_id, day, at, goals, alarms, riders, stuck)
          SELECT ${stay}, '2026-07-06'::date + count(*)::int, now(), ${barn.sql.json([told(n)])}, '[]', '[]', '{}' FROM forecast WHERE stay_id = ${stay}`;
      await barn.ask("stay/send-home", { id: stay, version: 1, day: "2026-07-14" });
    };
    const bend = async () => (await openStay(barn.deps, await barn.book({ horse: { name: "Looks" } })))?.barn.bend;
    for (let n = 1; n < 40; n += 1) await close(`Closed ${n}`);
    expect(await bend()).toEqual({ a: 0, b: 1 });
    await close("Closed 40");
    expect((await bend())?.a).toBeGreaterThan(0.5);
  });
});
