import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dayOf, horseOf, riderOf, sessionOf, small, tiny } from "#tests/days.ts";
import type { Assigned } from "./problem.ts";
import { moreThan, type TradeOffCode, tradeOffsOf } from "./trade-offs.ts";
import { verify } from "./verify.ts";

const PART: Readonly<Record<"leftOut" | "riders" | "hours" | "changes", readonly TradeOffCode[]>> = {
  leftOut: ["left-out"],
  riders: ["new-rider", "other-rider", "not-for-work", "heavy"],
  hours: ["late", "hot", "place"],
  changes: ["changed-rider", "changed-start", "changed-place"],
};
const at = (rider: string, start: number): Assigned => ({ rider, start, option: 0, helper: null });

describe("what a plan gives up", () => {
  it("names something for each part of the cost, and nothing where a part costs nothing", () => {
    fc.assert(
      fc.property(small, fc.array(fc.tuple(fc.nat(3), fc.nat(12)), { minLength: 6, maxLength: 6 }), (drawn, spots) => {
        const problem = tiny(drawn);
        // Any placing will do: what it breaks has nothing to do with what it costs.
        const plan = new Map(
          problem.sessions.flatMap(({ id }, i) => {
            const [who, start] = spots[i % spots.length] ?? [0, 0];
            const rider = problem.riders[who]?.id;
            return rider === undefined ? [] : [[id, at(rider, start)] as const];
          }),
        );
        const { parts } = verify(problem, plan);
        const { sessions, over } = tradeOffsOf(problem, plan);
        for (const part of ["leftOut", "riders", "hours", "changes"] as const)
          expect(
            PART[part].some((code) => sessions[code].length > 0),
            part,
          ).toBe(parts[part] > 0);
        expect(over.length > 0).toBe(parts.balance > 0);
      }),
    );
  });
  it("says a rider whom the horse knows apart from a new one, and only what a change brings on top", () => {
    const problem = dayOf({
      riders: [riderOf("ann"), riderOf("ben"), riderOf("cas")],
      horses: [horseOf("elk"), horseOf("fox")],
      sessions: [
        sessionOf("s1", { horse: "elk", usual: "ann", known: ["ben"] }),
        sessionOf("s2", { horse: "fox", usual: "ann", known: ["ben"] }),
      ],
    });
    const before = tradeOffsOf(problem, new Map([["s1", at("ben", 0)]]));
    const after = tradeOffsOf(
      problem,
      new Map([
        ["s1", at("ben", 0)],
        ["s2", at("cas", 0)],
      ]),
    );
    expect(before.sessions["other-rider"]).toEqual(["s1"]);
    expect(after.sessions["new-rider"]).toEqual(["s2"]);
    expect(moreThan(before, after).sessions).toMatchObject({ "other-rider": [], "new-rider": ["s2"] });
  });
});
