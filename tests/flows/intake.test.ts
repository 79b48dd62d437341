import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { EMPTY_WALK } from "#contracts/intake.ts";
import type { EvaluationId } from "#core/kernel/brand.ts";
import { findEvaluation } from "#db/queries/intake.ts";
import { attempt } from "#demo/ask.ts";
import { readClosedEvaluation, readEvaluate } from "#server/intake/read-evaluate.ts";
import { openStay, readHorseNow } from "#server/stay/read-horse.ts";
import { Barn, walkOf } from "#tests/barn.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

const begin = async (stay: string): Promise<EvaluationId> =>
  (await barn.ask<{ id: EvaluationId }>("intake/begin", { stay, kind: "intake" })).id;
const opened = async (stay: string) => {
  const found = await openStay(barn.deps, stay);
  if (!found) throw new Error("no such stay");
  return found;
};

describe("the walk", () => {
  it("is begun once at a time, also when two begin at once", async () => {
    const stay = await barn.book();
    const both = await Promise.all([
      barn.code("intake/begin", { stay, kind: "intake" }),
      barn.code("intake/begin", { stay, kind: "intake" }),
    ]);
    expect(both.sort()).toEqual(["done", "evaluation-open"]);
    expect((await readEvaluate(barn.deps, await opened(stay))).draft).not.toBeNull();
  });
  it("is saved as often as somebody likes and read back as it was", async () => {
    const id = await begin(await barn.book());
    const walk = walkOf(2, {
      words: { look: "Quiet eye." },
      tries: 4,
      settleMinutes: 6,
      signs: [{ rung: "tack", sign: "girthy", side: "left", strength: 2, moment: "tightening", trend: "unknown" }],
    });
    await barn.ask("intake/save", { id, version: 1, walk: walkOf(1) });
    await barn.ask("intake/save", { id, version: 2, walk });
    const kept = await findEvaluation(barn.sql, id);
    expect(kept?.walk).toEqual({ ...walk, marks: expect.arrayContaining([...walk.marks]) });
    expect(kept?.walk.marks).toHaveLength(walk.marks.length);
  });
  it("shows the second of two writers what the first saved, so that both can be merged", async () => {
    const id = await begin(await barn.book());
    await barn.ask("intake/save", { id, version: 1, walk: walkOf(3) });
    const late = await attempt(barn.deps, {
      route: "intake/save",
      actor: barn.boss,
      input: { id, version: 1, walk: EMPTY_WALK },
    });
    expect(late).toMatchObject({
      ok: false,
      error: { code: "changed-meanwhile", current: { version: 2, walk: { measures: { girthCm: 190 } } } },
    });
  });
  it("is not closed over nothing, nor stopped or ridden on without a reason", async () => {
    const id = await begin(await barn.book());
    const close = (walk: object) => barn.code("intake/close", { id, version: 1, walk });
    expect(await close(EMPTY_WALK)).toBe("nothing-seen");
    expect(await close({ ...walkOf(2), stoppedAt: "tie" })).toBe("stop-without-reason");
    expect(await close(walkOf(2))).toBe("saddle-shut");
    expect(await close({ ...walkOf(2), saddleReason: "Ridden at home all winter." })).toBe("done");
    expect(await barn.code("intake/save", { id, version: 2, walk: walkOf(5) })).toBe("evaluation-closed");
  });
  it("may stop at once: that is a result, and what was seen until then counts", async () => {
    const stay = await barn.book({ horse: { name: "Nettle" } });
    const id = await begin(stay);
    await barn.ask("intake/close", { id, version: 1, walk: { ...EMPTY_WALK, stoppedAt: "lead", stopReason: "Struck out." } });
    const view = await readClosedEvaluation(barn.deps, await opened(stay), id);
    expect(view).toMatchObject({
      stoppedAt: "lead",
      stopReason: "Struck out.",
      outcome: { riskBecause: [{ code: "stopped", rung: "lead" }] },
    });
  });
});

describe("what comes out", () => {
  it("stands on the horse's page: levels with their intake, limits, findings, where to start", async () => {
    const stay = await barn.book();
    await barn.evaluate(
      stay,
      walkOf(4, { signs: [{ rung: "tack", sign: "girthy", side: "left", strength: 2, moment: "tightening", trend: "unknown" }] }),
    );
    await barn.worked(stay, "2026-07-14", { scores: [{ skill: "hindquarters", side: "left", score: 5 }] });
    const now = await readHorseNow(barn.deps, await opened(stay));
    expect(now.tracks.find((track) => track.skill === "hindquarters" && track.side === "left")).toMatchObject({
      level: { latest: 5, first: 4, times: 2 },
      intake: 4,
    });
    expect(now.outcome?.weighed.causes.map((one) => one.cause)).toEqual(expect.arrayContaining(["back", "saddle-fit"]));
    expect(now.outcome?.weighed).toMatchObject({ urgency: "weeks", holds: "skill" });
    // 190² × 158 ÷ 11880 = 480 kg; fit, eight years old: 20 per cent.
    expect(now.outcome).toMatchObject({ weight: { kilograms: 480 }, load: { refuseKg: 96 } });
  });
  it("puts a later evaluation beside the intake", async () => {
    const stay = await barn.horse("Later", 4);
    const id = await barn.evaluate(stay, walkOf(5), "mid-term");
    const view = await readClosedEvaluation(barn.deps, await opened(stay), id);
    expect(view?.marks.every((mark) => mark.score === 5 && mark.before === 4)).toBe(true);
  });
});
