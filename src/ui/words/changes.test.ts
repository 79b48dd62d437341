import { describe, expect, it } from "vitest";
import { CHANGE_SUBJECTS } from "#contracts/barn.ts";
import { SUBJECT, sayDetails } from "./changes.ts";

describe("a change", () => {
  it("says what was and what is, and nothing of what stayed", () => {
    const before = { name: "Wren", grade: 3, weightKg: 61, worksDays: [1, 2], version: 4, id: "x" };
    expect(sayDetails({ before, after: { ...before, grade: 4, worksDays: [1, 2, 3], version: 5 } })).toBe(
      "grade: 3 → 4; works days: 1, 2 → 1, 2, 3",
    );
    expect(sayDetails({ before: { weightKg: null }, after: { weightKg: 62 } })).toBe("weight kg: – → 62");
  });
  it("names everything else with its value, but for what is ours alone", () => {
    expect(sayDetails({ role: "rider", riderId: "x", card: null, other: "f3e626aa-e197-4098-91a4-458bf63d2f64" })).toBe(
      "role: rider",
    );
    expect(sayDetails({ until: "2026-09-01", open: true })).toBe("until: 2026-09-01; open: yes");
    expect([sayDetails({}), sayDetails(null), sayDetails("as it is")]).toEqual(["", "", "as it is"]);
    expect(sayDetails({ words: "x".repeat(500) }).length).toBeLessThan(140);
  });
  it("has a name for whatever it is about", () => {
    expect(Object.keys(SUBJECT).sort()).toEqual([...CHANGE_SUBJECTS].sort());
  });
});
