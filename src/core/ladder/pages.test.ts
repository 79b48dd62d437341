/** What is written of each shipped skill: whole, plain, and in an owner's words where owners read it. */
import { describe, expect, it } from "vitest";
import { SHIPPED_FILE, SKILLS } from "#shipped/ladder.ts";
import { SCORES } from "../kernel/sides.ts";
import { methodOf } from "./methods.ts";
import { proposedBy, schoolsFor } from "./skill.ts";

const PAGES = SHIPPED_FILE.branches.flatMap(({ skills }) => skills);
const sentences = (text: string): readonly string[] =>
  text
    .split(/(?<=[.!?])\s+/)
    .map((one) => one.trim())
    .filter((one) => one !== "");
const wordsIn = (text: string): number => text.split(/\s+/).length;

/** What no owner need have heard. */
const JARGON =
  /\b(forehand|haunch(es)?|collection|impulsion|cadence|lateral|flexion|half-?halt|desensiti[sz]e|proprioception|throughness|outline|engage(d|ment)?|croup|poll|cavesson|volte|renvers|travers|transition|surcingle|stimulus|reinforcement|prerequisite)s?\b/i;
const LONGEST_SENTENCE = 22;
const USUAL_SENTENCE = 13;

describe("the pages of the shipped skills", () => {
  it("are there for every one, with steps, an anchor for each score and a place to stop", () => {
    for (const { id, page } of PAGES) {
      expect(page, id).not.toBeNull();
      expect(page?.ask.length, id).toBeGreaterThanOrEqual(3);
      expect(page?.ask.length, id).toBeLessThanOrEqual(7);
      expect(new Set(page?.scores).size, id).toBe(SCORES.length);
      expect(page?.stopWhen, id).not.toBe("");
    }
  });
  it("say left and right where a skill has sides", () => {
    for (const { id, sided, page } of PAGES.filter((one) => one.sided))
      expect([page?.what, ...(page?.ask ?? [])].join(" "), `${id} ${sided}`).toMatch(
        /left|right|side|both|each|rein|leg|hand|eye|over|mirror/i,
      );
  });
  it("talk to owners in short sentences without the trade's words", () => {
    for (const { id, page } of PAGES) {
      const said = sentences(page?.forOwner ?? "");
      expect(said.length, id).toBeGreaterThan(0);
      for (const sentence of said) expect(wordsIn(sentence), `${id}: ${sentence}`).toBeLessThanOrEqual(LONGEST_SENTENCE);
      expect(page?.forOwner, id).not.toMatch(JARGON);
    }
    const all = PAGES.flatMap(({ page }) => sentences(page?.forOwner ?? ""));
    expect(all.reduce((sum, one) => sum + wordsIn(one), 0) / all.length).toBeLessThanOrEqual(USUAL_SENTENCE);
  });
  it("name a second person, a helmet or a specialist's caution wherever somebody could be hurt most", () => {
    for (const { id, bears, second, specialist, grade, caution } of PAGES) {
      if (specialist && bears === "nothing") expect(caution, id).not.toBe("");
      if (bears === "weight") expect([id, second, grade >= 3]).toEqual([id, true, true]);
    }
  });
  it("follow the method where schools differ: each answer has its words, and one of them holds", () => {
    for (const { id, page } of PAGES.filter((one) => (one.page?.schools.length ?? 0) > 0)) {
      const schools = page?.schools ?? [];
      for (const method of ["quiet-steps", "classical-line", "ground-first"])
        expect(schoolsFor(schools, methodOf(method)), `${id} ${method}`).toHaveLength(1);
    }
  });
});

describe("measures", () => {
  it("propose a score that never falls as the figure gets better", () => {
    const measured = SKILLS.flatMap(({ id, measure }) => (measure ? [{ id, measure }] : []));
    expect(measured.length).toBeGreaterThan(50);
    for (const { id, measure } of measured) {
      const scores = measure.table.map(({ score }) => score);
      expect(scores, id).toEqual([...scores].sort((a, b) => b - a));
      const figures = measure.table.map(({ at }) => at);
      expect(figures, id).toEqual([...figures].sort((a, b) => (measure.better === "less" ? a - b : b - a)));
      expect(measure.otherwise, id).toBeLessThan(Math.min(...scores));
      for (let figure = 0; figure < 100; figure += 1) {
        const [now, next] = [proposedBy(measure, figure), proposedBy(measure, figure + 1)];
        expect(measure.better === "less" ? now >= next : now <= next, `${id} at ${figure}`).toBe(true);
      }
    }
  });
  it("are there for what owners ask for and no manoeuvre shows", () => {
    for (const id of "catch tie stand-mounted own-pace soft-feel soften-brace settle wait draw-in".split(" "))
      expect(SKILLS.find((skill) => skill.id === id)?.measure, id).not.toBeNull();
  });
});
