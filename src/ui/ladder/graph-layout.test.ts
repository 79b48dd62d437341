import { describe, expect, it } from "vitest";
import { SHIPPED, SKILLS, skillOf } from "#shipped/ladder.ts";
import { graphOf as graphOn } from "./graph-layout.ts";

const graphOf = (skills: typeof SKILLS) => graphOn(SHIPPED.branches, skills);

describe("the drawn ladder", () => {
  it("gives each skill a place of its own in the lane of its branch, right of what it rests on there", () => {
    const { nodes, lanes, columns, rows } = graphOf(SKILLS);
    expect(nodes).toHaveLength(SKILLS.length);
    expect(new Set(nodes.map(({ column, row }) => `${column}:${row}`)).size).toBe(SKILLS.length);
    expect(lanes.map(({ branch }) => branch)).toEqual(SHIPPED.branches.map(({ id }) => id));
    const at = new Map(nodes.map((node) => [node.skill.id, node]));
    for (const { skill, column, row } of nodes) {
      const lane = lanes.find(({ branch }) => branch === skill.branch);
      expect(row).toBeGreaterThanOrEqual(lane?.row ?? Number.NaN);
      expect(row).toBeLessThan((lane?.row ?? Number.NaN) + (lane?.rows ?? Number.NaN));
      for (const id of skill.after) if (skillOf(id).branch === skill.branch) expect(at.get(id)?.column).toBeLessThan(column);
      expect(column).toBeLessThan(columns);
      expect(row).toBeLessThan(rows);
    }
  });
  it("is drawn even while a circle is being typed, and without what is not used", () => {
    const circle = SKILLS.map((skill) => (skill.id === "catch" ? { ...skill, after: ["hind-feet"] } : skill));
    expect(graphOf(circle).nodes).toHaveLength(SKILLS.length);
    const without = SKILLS.filter(({ id }) => id !== "clippers");
    expect(graphOf(without).nodes.some(({ skill }) => skill.id === "clippers")).toBe(false);
  });
});
