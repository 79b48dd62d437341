import { describe, expect, it } from "vitest";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import { readHorse } from "../reading/reading.ts";
import { isToldDangerous, threwSomebody, toldHistory } from "./told.ts";

describe("an owner's words of a horse that threw somebody", () => {
  it.each([
    "Threw my daughter at the gate",
    "Has thrown two riders this spring",
    "Bucked her off in the canter",
    "Bucks people off",
    "I came off twice last summer",
    "Nobody fell off until June, then my husband came off",
    "Unseated him at the ditch",
    "Dumps me when he is fresh",
    "Lost its rider at a show",
    "Does not like men and threw my husband",
    "Never quiet but when he threw me it was the dog",
  ])("are heard: %s", (words) => {
    expect([threwSomebody(words), isToldDangerous(words)]).toEqual([true, true]);
  });
  it.each([
    "Threw a shoe on the way here",
    "Throws his head when the rein is taken",
    "Has never thrown anybody",
    "Nobody ever came off",
    "He hasn't thrown a rider yet",
    "Bucks at the canter",
    "Took the saddle off himself, so to say",
    "A quiet start",
  ])("are not heard where they say something else: %s", (words) => {
    expect(threwSomebody(words)).toBe(false);
  });
  it("take back what the booking tells of mounting and riding, and nothing of its manners", () => {
    const read = (words: string) =>
      readHorse({ ladder: SKILLS, scores: [], kind: "started", history: toldHistory({ ridden: "yes" }, words), rides: 0 });
    const basis = (words: string) => ["lead", "girth", "sit", "trot"].map((id) => read(words).basisOf(skillOf(id)));
    expect(basis("Softer in the hand")).toEqual(["told", "told", "told", "told"]);
    expect(basis("Threw me twice")).toEqual(["told", "told", "none", "none"]);
    expect([read("Softer in the hand").carriesRiders, read("Threw me twice").carriesRiders]).toEqual([true, false]);
  });
});
