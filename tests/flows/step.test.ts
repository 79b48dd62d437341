/** A big step that is ready: proposed with its day and people, on the sheet with one tap, and refused where the one rule says no. */
import { afterEach, beforeEach, expect, it } from "vitest";
import { addDays, localDate } from "#core/calendar/local-date.ts";
import { RIDDEN_RUNG, RUNGS } from "#core/intake/instrument.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { listDayCards } from "#db/queries/day.ts";
import { findPlan } from "#db/queries/plan.ts";
import { readBarn } from "#server/barn/read-barn.ts";
import { readStep } from "#server/plan/read-step.ts";
import { sweep } from "#server/plan/sweep.ts";
import { openStay } from "#server/stay/read-horse.ts";
import { readRail } from "#server/stay/read-rail.ts";
import { Barn, INCIDENT, walkOf } from "#tests/barn.ts";

let barn: Barn;
beforeEach(async () => {
  barn = await Barn.open();
});
afterEach(() => barn.close());

const NOT_YET = [...(RUNGS.find(({ id }) => id === RIDDEN_RUNG)?.skills ?? []), "stirrup-weight"];
const ON_GROUND = walkOf(4, { marks: walkOf(4).marks.filter(({ skill }) => !NOT_YET.includes(skill)) });
const TACKED = {
  tack: ["rope-halter", "saddle"] as string[],
  scores: [
    { skill: "loose-tack", side: "left", score: 4 },
    { skill: "loose-tack", side: "right", score: 4 },
  ],
} as never;

/** Never ridden, quiet under tack in so many sessions, up to yesterday. */
async function groundedHorse(name: string, sessions = 12): Promise<StayId> {
  const stay = await barn.book({
    horse: { name },
    stay: { kind: "halter", aim: "Started under saddle.", firstDay: localDate("2026-06-22") },
  });
  const today = barn.today;
  barn.today = localDate("2026-06-22");
  await barn.sign(await barn.evaluate(stay, ON_GROUND), { goals: [{ skill: "sit", target: 3, verdict: "likely", because: "" }] });
  barn.today = today;
  for (let back = sessions; back > 0; back -= 1) await barn.worked(stay, addDays(today, -back), TACKED);
  await sweep(barn.deps);
  return stay;
}
const stepOf = async (stay: StayId) => {
  const opened = await openStay(barn.deps, stay);
  if (!opened) throw new Error("no such stay");
  return readStep(barn.sql, opened.stay, opened.barn, barn.today);
};
const inputOf = (stay: StayId, step: Awaited<ReturnType<typeof stepOf>>) => ({
  stay,
  skill: step?.skill,
  day: step?.proposed?.day,
  rider: step?.proposed?.rider.id,
  helper: step?.proposed?.helper?.id ?? null,
  place: step?.proposed?.place.id,
});

it("proposes the step with the rider whom the horse knows, somebody beside, and the small place; the Rail offers it in one tap", async () => {
  const stay = await groundedHorse("Ready");
  const step = await stepOf(stay);
  expect(step).toMatchObject({ step: "stirrup-weight", state: "ready", missing: [] });
  expect(step?.proposed).toMatchObject({ rider: { id: barn.rider.id }, laid: false });
  expect(step?.proposed?.helper).not.toBeNull();
  const need = (await readRail(barn.deps)).needsYou.find((one) => one.stay === stay && one.need.code === "step-ready");
  expect(need?.proposals[0]).toMatchObject({ code: "lay-step", input: inputOf(stay, step) });

  expect(await barn.code("plan/lay-step", inputOf(stay, step))).toBe("done");
  const day = step?.proposed?.day ?? barn.today;
  const [card] = (await listDayCards(barn.sql, day)).filter(({ stayId }) => stayId === stay);
  expect(card).toMatchObject({ kind: "both", riderId: barn.rider.id, helperId: step?.proposed?.helper?.id, locked: true });
  expect((await findPlan(barn.sql, stay))?.pins).toEqual([expect.objectContaining({ kind: "pin", skill: "stirrup-weight" })]);
  // Laid once, it is not offered again, and a repeat moves nothing.
  expect(await barn.code("plan/lay-step", inputOf(stay, step))).toBe("done");
  expect((await listDayCards(barn.sql, day)).filter(({ stayId }) => stayId === stay)).toHaveLength(1);
  await sweep(barn.deps);
  expect((await stepOf(stay))?.proposed?.laid).toBe(true);
  const after = (await readRail(barn.deps)).needsYou.find((one) => one.stay === stay && one.need.code === "step-ready");
  expect(after?.proposals.map(({ code }) => code) ?? []).not.toContain("lay-step");
});

it("is refused as things then stand: trouble since, a horse that is on hold, another hand than a manager's", async () => {
  const stay = await groundedHorse("Trouble since");
  const input = inputOf(stay, await stepOf(stay));
  expect(await barn.code("plan/lay-step", input, barn.rider)).toBe("not-allowed");
  expect(await barn.code("plan/lay-step", { ...input, day: addDays(barn.today, -1) })).toBe("day-over");
  const falls = [{ ...INCIDENT, kind: "fall" as const, hurt: "nobody" as const, before: "", words: "", strength: 3 as const }];
  await barn.worked(stay, barn.today, { ...(TACKED as object), incidents: falls as never });
  expect(await barn.code("plan/lay-step", { ...input, day: addDays(barn.today, 1) })).toBe("blocked");
  await sweep(barn.deps);
  expect((await stepOf(stay))?.state).not.toBe("ready");
});

it("goes by the barn's own lists, on step, sheet and plan alike", async () => {
  const stay = await groundedHorse("Own lists");
  const version = async () => (await readBarn(barn.deps)).version;
  const steps = [{ step: "stirrup-weight", skill: "trailer", at: 4 }];
  expect(await barn.code("barn/edit-steps", { version: await version(), steps: [{ ...steps[0], skill: "trot" }] })).toBe(
    "step-circle",
  );
  expect(await barn.code("barn/edit-steps", { version: await version(), steps }, barn.rider)).toBe("not-allowed");
  const input = inputOf(stay, await stepOf(stay));
  expect(await barn.code("barn/edit-steps", { version: await version(), steps })).toBe("done");
  expect(await stepOf(stay)).toMatchObject({ step: "stirrup-weight", state: "nearly", missing: [{ skill: "trailer" }] });
  expect(await barn.code("plan/lay-step", input)).toBe("blocked");
  const both = barn.placement(stay, { kind: "both", helper: barn.helper.id, place: barn.place("Round pens") });
  expect(await barn.code("day/place", both)).toBe("blocked");
  await sweep(barn.deps);
  const laid = (await findPlan(barn.sql, stay))?.laid ?? [];
  expect(laid.length).toBeGreaterThan(0);
  expect(laid.slice(0, 3).flatMap(({ items }) => items.map(({ skill }) => skill))).not.toContain("stirrup-weight");
});
