import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cheapest, dayOf as day, horseOf as horse, riderOf as rider, sessionOf as session, small, tiny } from "#tests/days.ts";
import { type Ready, readyDay } from "./compiled.ts";
import { waysIn, whatChanged, whyLeftOut } from "./explain.ts";
import { type Assigned, balanceCost, type DayPlan, type DayProblem, fairSharesOf } from "./problem.ts";
import { Search, sheetOf } from "./search.ts";
import { settled } from "./settle.ts";
import { verify } from "./verify.ts";

const found = (problem: DayProblem, steps = 400, seed = 1): DayPlan => {
  const search = new Search(readyDay(problem), { seed, from: new Map(), steer: new Map() });
  search.steps(steps, 0, 1);
  return search.plan();
};
const at = (who: string, start: number, changes: Partial<Assigned> = {}): Assigned => ({
  rider: who,
  start,
  option: 0,
  helper: null,
  ...changes,
});
const plan = (all: Readonly<Record<string, Assigned>>): DayPlan => new Map(Object.entries(all));
const codes = (problem: DayProblem, all: Readonly<Record<string, Assigned>>): readonly string[] =>
  verify(problem, plan(all)).broken.map(({ code }) => code);

describe("the checker", () => {
  it("passes what is right", () => {
    expect(verify(day(), plan({ s1: at("ann", 0), s2: at("ben", 0), s3: at("ann", 2) })).broken).toEqual([]);
  });
  it.each<[string, Partial<DayProblem>, Readonly<Record<string, Assigned>>]>([
    ["grade", { riders: [rider("ann", { grade: 1 })] }, { s1: at("ann", 0) }],
    ["load", { riders: [rider("ann", { weightKg: 101 })] }, { s1: at("ann", 0) }],
    ["forbidden", { horses: [horse("k1", { forbid: ["ann"] }), horse("k2"), horse("k3")] }, { s1: at("ann", 0) }],
    ["not-a-rider", { riders: [rider("ann", { rides: false })] }, { s1: at("ann", 0) }],
    ["shift", {}, { s1: at("ann", 9) }],
    ["outside-day", { riders: [rider("ann", { works: [[0, 14]] })] }, { s1: at("ann", 11) }],
    ["lunch", { riders: [rider("ann", { lunch: { from: 2, to: 5, length: 2 } })] }, { s1: at("ann", 3) }],
    ["busy", {}, { s1: at("ann", 0), s2: at("ann", 1) }],
    ["max-saddle", { riders: [rider("ann", { maxSaddle: 1 })] }, { s1: at("ann", 0), s2: at("ann", 2) }],
    ["horse-away", { horses: [horse("k1", { away: [[1, 3]] }), horse("k2"), horse("k3")] }, { s1: at("ann", 0) }],
    ["horse-busy", { sessions: [session("s1"), session("s2", { horse: "k1" })] }, { s1: at("ann", 0), s2: at("ben", 1) }],
    [
      "heat",
      {
        hot: [1],
        places: [{ id: "arena", capacity: 2, outdoor: true, separate: false, closed: [] }],
        horses: [horse("k1", { noHeat: true }), horse("k2"), horse("k3")],
      },
      { s1: at("ann", 0) },
    ],
    [
      "place-full",
      { places: [{ id: "arena", capacity: 1, outdoor: false, separate: false, closed: [] }] },
      { s1: at("ann", 0), s2: at("ben", 1) },
    ],
    [
      "place-closed",
      { places: [{ id: "arena", capacity: 2, outdoor: false, separate: false, closed: [[1, 2]] }] },
      { s1: at("ann", 0) },
    ],
    ["apart", { horses: [horse("k1"), horse("k2", { apart: ["k1"] }), horse("k3")] }, { s1: at("ann", 0), s2: at("ben", 1) }],
    ["helper", { sessions: [session("s1", { helperSlots: 1 })] }, { s1: at("ann", 0) }],
    [
      "after",
      { sessions: [session("s1"), session("s2", { after: { session: "s1", gap: 1 } })] },
      { s1: at("ann", 0), s2: at("ben", 2) },
    ],
    ["lock", { sessions: [session("s1", { lock: { rider: "ben", start: null, option: null } })] }, { s1: at("ann", 0) }],
  ])("finds a broken rule: %s", (code, changes, all) => {
    expect(codes(day(changes), all)).toContain(code);
  });
  it("adds up what a plan costs", () => {
    const problem = day({
      sessions: [
        session("s1", { usual: "ann", known: ["ben"] }),
        session("s2", { usual: "ann" }),
        session("s3", { value: 7, lock: { rider: null, start: 4, option: null } }),
      ],
      riders: [rider("ann", { fairShare: 4 }), rider("ben", { fairShare: 2, weightKg: 90 })],
      published: { s1: at("ann", 0), s3: at("ann", 4) },
    });
    const { parts, cost } = verify(problem, plan({ s1: at("ben", 3), s2: at("ben", 6) }));
    // Known 8 and new 20, both above the preferred load; two slots above a share; another rider, and a start an hour and a half away.
    expect(parts).toEqual({ leftOut: 70 + 100 + 5000, riders: 8 + 20 + 6 + 6, hours: 0, balance: 3 + 6, changes: 25 + 6 + 2 });
    expect(cost).toBe(5170 + 40 + 9 + 33);
  });
  it("shares the work by what there is of it", () => {
    const shares = fairSharesOf(
      day({ riders: [rider("ann"), rider("ben", { works: [[0, 4]] }), rider("cy", { fairShare: 9 })] }),
    );
    // Six slots wanted of twenty-four.
    expect([...shares]).toEqual([
      ["ann", 3],
      ["ben", 1],
      ["cy", 9],
    ]);
    expect([0, 1, 3].map((above) => balanceCost(above, 3))).toEqual([0, 3, 18]);
  });
});

/** Three hundred steps did not find the best of this one. */
const MISSED_ONCE = {
  grades: [3, 2],
  capacity: 1,
  risks: [3, 3, 1],
  lengths: [2, 1, 1],
  apart: false,
  lunch: true,
  helped: false,
  ordered: true,
  usual: "ann",
} as Parameters<typeof tiny>[0];

describe("the quick plan", () => {
  it("passes the checker, costs what it says, and is the cheapest of a tiny day", () => {
    fc.assert(
      fc.property(small, fc.nat(1000), (facts, seed) => {
        const problem = tiny(facts);
        const search = new Search(readyDay(problem), { seed, from: new Map(), steer: new Map() });
        const best = cheapest(problem);
        // Nearly always a few hundred steps do; luck may ask for more, and no test is to hang on it.
        for (let turn = 0; turn < 40 && (turn === 0 || search.cost > best); turn += 1) search.steps(300, 0, 1);
        const { broken, cost } = verify(problem, search.plan());
        expect(broken).toEqual([]);
        expect(search.cost).toBe(cost);
        expect(cost).toBe(best);
      }),
      { numRuns: 25, examples: [[MISSED_ONCE, 276]] },
    );
  });
  it("is the same by the same seed and steps, and keeps what is locked", () => {
    const problem = day({
      sessions: ["s1", "s2", "s3"].map((id) =>
        session(id, { lock: id === "s2" ? { rider: "ben", start: 5, option: null } : null }),
      ),
    });
    expect(found(problem, 200, 3)).toEqual(found(problem, 200, 3));
    expect(found(problem).get("s2")).toMatchObject({ rider: "ben", start: 5 });
  });
  it("goes on from a plan, and moves nothing that need not be moved", () => {
    const first = found(day());
    const ill = day({ riders: [rider("ann", { works: [] }), rider("ben")], published: Object.fromEntries(first) });
    const after = found(ill, 600);
    expect(after.size).toBe(3);
    for (const [id, placed] of first) if (placed.rider === "ben") expect(after.get(id)).toEqual(placed);
    const changes = whatChanged(ill, after);
    expect(changes.every(({ before }) => before.rider === "ann")).toBe(true);
    // The prices of the changes are what the checker adds up.
    expect(changes.reduce((sum, { price }) => sum + price, 0)).toBe(verify(ill, after).parts.changes);
    const without = new Map([...after].slice(1));
    const [gone] = [...after.keys()];
    expect(whatChanged(ill, without).find(({ session: id }) => id === gone)).toMatchObject({ after: null, price: 100 });
  });
  it("settles to the earliest starts that cost no more, by the same people", () => {
    fc.assert(
      fc.property(small, (facts) => {
        const problem = tiny(facts);
        const before = found(problem, 60);
        const after = settled(readyDay(problem), before);
        const [was, is] = [verify(problem, before), verify(problem, after)];
        expect(is.broken).toEqual([]);
        expect(is.cost).toBeLessThanOrEqual(was.cost);
        for (const [id, { rider: who, start }] of after) {
          expect(who).toBe(before.get(id)?.rider);
          expect(start).toBeLessThanOrEqual(before.get(id)?.start ?? -1);
        }
      }),
      { numRuns: 40 },
    );
    expect(
      [...settled(readyDay(day()), plan({ s1: at("ann", 6), s2: at("ann", 3) })).values()].map(({ start }) => start),
    ).toEqual([2, 0]);
  });
  it("takes up of a plan only what still stands", () => {
    const ready: Ready = readyDay(day());
    const sheet = sheetOf(ready, plan({ s1: at("ann", 0), s2: at("ann", 1), gone: at("ann", 4), s3: at("zed", 0) }));
    expect([...sheet.plan().keys()]).toEqual(["s1"]);
  });
});

describe("why not, and how it could", () => {
  const full = day({
    slots: { minutes: 30, count: 4 },
    riders: [rider("ann", { works: [[0, 4]] }), rider("ben", { works: [[0, 4]], grade: 1 })],
  });
  const placed = plan({ s1: at("ann", 0), s2: at("ann", 2) });
  it("names what bars each rider first", () => {
    expect(whyLeftOut(full, placed, "s3")).toEqual([
      { rider: "ann", code: "busy" },
      { rider: "ben", code: "grade" },
    ]);
    const short = day({ sessions: [session("s1"), session("s2", { after: { session: "s1", gap: 0 } })] });
    expect(whyLeftOut(short, plan({}), "s2")).toEqual([{ code: "after", session: "s1" }]);
  });
  it("tells ways in that are true: doing what they say places the session and breaks nothing", () => {
    const ways = waysIn(full, placed, "s3");
    expect(ways.length).toBeGreaterThan(0);
    for (const way of ways) {
      expect(way.dropped).toHaveLength(1);
      const kept = [...placed].filter(([id]) => !way.dropped.includes(id));
      const then = plan({
        ...Object.fromEntries(kept),
        s3: at(way.rider, way.start, { option: way.option, helper: way.helper }),
      });
      const { broken, cost } = verify(full, then);
      expect(broken).toEqual([]);
      expect(cost - verify(full, placed).cost).toBe(way.cost);
      expect(way.plan).toEqual(then);
    }
  });
});
