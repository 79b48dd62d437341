import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { TRENDS, TRIALS } from "../intake/cause-rules.ts";
import type { SeenSign } from "../intake/seen.ts";
import { SIGN_IDS, signOf } from "../intake/signs.ts";
import { TRACK_SIDES } from "../kernel/sides.ts";
import { POINTS, schoolingOrPain } from "./reasoning.ts";

const seen = (sign: string, changes: Partial<SeenSign> = {}): SeenSign => ({
  rung: "lead",
  sign,
  side: "both",
  strength: 2,
  moment: null,
  trend: "unknown",
  ...changes,
});
const points = (signs: readonly SeenSign[]) =>
  schoolingOrPain({ answered: new Set(), signs, trials: [], standing: [] }).map((one) => [one.points, one.because]);

describe("schooling or pain", () => {
  it("is told the way practitioners tell it", () => {
    expect(points([seen("girthy", { trend: "better" })])).toEqual([["schooling", "better"]]);
    expect(points([seen("girthy", { trend: "same" })])).toEqual([["check", "same"]]);
    expect(points([seen("trips", { side: "left" }), seen("trips", { side: "left" })])).toEqual([["soundness", "one-side"]]);
    expect(points([seen("trips", { side: "left" }), seen("trips", { side: "right" })])).toEqual([]);
    expect(points([seen("bucks", { trend: "sudden" })])).toEqual([["vet", "sudden"]]);
    expect(points([seen("licks")])).toEqual([]);
  });
  it("hears a change of tack after which the sign was gone, and nothing of one that changed nothing", () => {
    const trials = TRIALS.slice(0, 2).map((change, i) => ({ change, result: i === 0 ? ("gone" as const) : ("same" as const) }));
    expect(schoolingOrPain({ answered: new Set(), signs: [], trials, standing: [] })).toEqual([
      { points: "tack", because: "tack-gone", change: TRIALS[0] },
    ]);
  });
  it("takes company, another rider or a shorter session for schooling, and feet for a check", () => {
    const of = (change: (typeof TRIALS)[number]) =>
      schoolingOrPain({ answered: new Set(), signs: [], trials: [{ change, result: "gone" }], standing: [] })[0]?.points;
    expect(
      ["other-pad", "other-noseband", "with-companion", "shorter-session", "shod-anew"].map((one) => of(one as "other-pad")),
    ).toEqual(["tack", "tack", "schooling", "schooling", "check"]);
  });
  it("sends nobody again for a sign that was looked into, unless it came suddenly", () => {
    const of = (trend: SeenSign["trend"]) =>
      schoolingOrPain({ answered: new Set(["girthy"]), signs: [seen("girthy", { trend })], trials: [], standing: [] })[0];
    expect(of("same")).toEqual({ points: "schooling", because: "answered", sign: "girthy" });
    expect(of("sudden")?.points).toBe("vet");
  });
  it("reads a standstill only beside others that rise: soundness where it is on one side", () => {
    const still = { code: "unchanged", skill: "canter", side: "right", times: 5, score: 2 } as const;
    const of = (...standing: Parameters<typeof schoolingOrPain>[0]["standing"]) =>
      schoolingOrPain({ answered: new Set(), signs: [], trials: [], standing });
    expect(of(still)).toEqual([]);
    expect(of(still, { code: "rose", skills: 4 })).toMatchObject([{ points: "check", skills: ["canter"], rose: 4 }]);
    expect(of(still, { code: "rose", skills: 4 }, { code: "one-side", side: "right" })).toMatchObject([
      { points: "soundness", side: "right" },
    ]);
  });
  it("puts the most pressing first, speaks of each bad sign once at the most, and of good ones never", () => {
    const sign = fc.record({
      sign: fc.constantFrom(...SIGN_IDS),
      side: fc.constantFrom(...TRACK_SIDES),
      trend: fc.constantFrom(...TRENDS),
    });
    fc.assert(
      fc.property(fc.array(sign, { maxLength: 12 }), (list) => {
        const told = schoolingOrPain({
          answered: new Set(),
          signs: list.map(({ sign, ...rest }) => seen(sign, rest)),
          trials: [],
          standing: [],
        });
        const ranks = told.map((one) => POINTS.indexOf(one.points));
        expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
        const named = told.flatMap((one) => ("sign" in one ? [one.sign] : []));
        expect(new Set(named).size).toBe(named.length);
        for (const id of named) expect(signOf(id).good).toBe(false);
      }),
    );
  });
});
