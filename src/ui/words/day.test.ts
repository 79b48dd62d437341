import { describe, expect, it } from "vitest";
import { TRADE_OFFS, type TradeOffCode } from "#core/day/trade-offs.ts";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import { NOBODY_NAMED } from "./blockers.ts";
import { sayChange, sayGivenUp, sayProof, sayWay, sayWhyLeftOut } from "./day.ts";

const names = {
  ...NOBODY_NAMED,
  person: (id: string) => ({ w: "Wren", i: "Ines", b: "Bertil" })[id] ?? "Somebody",
  horse: (id: string) => ({ g: "Gannet", m: "Mothwing", o: "Oatfield Rumor" })[id] ?? "A horse",
};
const given = (
  some: Partial<Record<TradeOffCode, readonly string[]>>,
  over: readonly { rider: string; minutes: number }[] = [],
) => ({
  horses: Object.fromEntries(TRADE_OFFS.map((code) => [code, some[code] ?? []])) as unknown as Record<
    TradeOffCode,
    readonly StayId[]
  >,
  over: over.map(({ rider, minutes }) => ({ rider: rider as PersonId, minutes })),
});

describe("what a plan of the day gives up, in words", () => {
  it("names horses up to three, then counts them, and says hours above a fair share", () => {
    expect(sayGivenUp(given({}), names)).toBe("");
    expect(sayGivenUp(given({ "new-rider": ["g", "m"] }, [{ rider: "w", minutes: 60 }]), names)).toBe(
      "Gannet and Mothwing have a new rider. Wren has 1 hour more than a fair share.",
    );
    expect(sayGivenUp(given({ late: ["g", "m", "o", "x"] }, [{ rider: "i", minutes: 30 }]), names)).toBe(
      "4 horses have a late hour. Ines has 30 minutes more than a fair share.",
    );
  });
  it("has a sentence for one horse and for many under every code, without a figure that means nothing", () => {
    for (const code of TRADE_OFFS) {
      expect(sayGivenUp(given({ [code]: ["g"] }), names)).toMatch(/^Gannet (is|has) [^0-9]+\.$/);
      expect(sayGivenUp(given({ [code]: ["g", "m"] }), names)).toMatch(/^Gannet and Mothwing (are|have) [^0-9]+\.$/);
    }
  });
  it("says a way in as what happens to whom", () => {
    const way = { rider: "i", start: 22, helper: "b", moved: ["g"] as StayId[], dropped: ["m"] as StayId[] };
    expect(sayWay(way, names)).toBe("Ines at 10:30 with Bertil. Gannet moves and Mothwing drops off the day.");
    expect(sayWay({ ...way, helper: null, moved: [], dropped: [] }, names)).toBe("Ines at 10:30.");
    expect(sayChange({ before: { rider: "w", start: 16 }, after: null }, names)).toBe("Wren 09:00 → left out");
  });
  it("says why nobody can, and how good the plan is", () => {
    expect(
      sayWhyLeftOut(
        [
          { code: "grade", rider: "b" },
          { code: "max-saddle", rider: "w" },
        ],
        names,
      ),
    ).toBe("Bertil: grade too low. Wren: no rides left today.");
    const proof = { stands: 9, best: 9, proven: true, done: true };
    expect(sayProof(proof)).toBe("This is the best possible plan under the barn's rules.");
    expect(sayProof({ ...proof, proven: false })).toBe("No better plan was found.");
    expect(sayProof({ ...proof, best: 3 })).toBe("A better plan is ready.");
  });
});
