import { describe, expect, it } from "vitest";
import { type Claim, claimsIn } from "./claims.ts";

describe("the manager's own words", () => {
  it.each<[string, readonly Claim[]]>([
    ["He is ready for quiet rides at home.", ["ridden"]],
    ["She canters on both leads.", ["canter"]],
    ["He loads and travels.", ["trailer"]],
    ["He trots with a rider and jumps small fences.", ["trot", "jump"]],
    ["He is sound and happy.", ["health"]],
    // What is not done is no claim, and neither is what is to come before it.
    ["We have not ridden him yet. He never cantered.", []],
    ["He needs more ground work before anybody rides him.", []],
    ["He stands tied and leads well.", []],
    ["He doesn't load yet. He leads to the gate.", []],
  ])("%s", (text, claims) => {
    expect(claimsIn(text)).toEqual(claims);
  });
});
