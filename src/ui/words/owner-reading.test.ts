/** What an owner reads is school English of about grade 7: reports, letters, the routine, the plan for home, the owner's page. By Flesch and Kincaid (1975), syllables by dictionary. */

import { fleschKincaid } from "flesch-kincaid";
import { syllable } from "syllable";
import { describe, expect, it } from "vitest";
import { HOLD_KINDS } from "#core/calendar/holds.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { readTerm, type TermFacts } from "#core/calendar/term.ts";
import { composeReport } from "#core/report/compose.ts";
import { SKILLS } from "#shipped/ladder.ts";
import { STAYS } from "#tests/report-stays.ts";
import { ASKING, CALL, DONT, LESSON_WHY } from "./home.ts";
import { sayLetter } from "./letter.ts";
import { sayWeek } from "./owner.ts";
import { ownerDoes, SAID_SKILLS } from "./owner-skills.ts";
import { pronounsOf, sayStatement } from "./report.ts";
import { ROUTINE_RULES } from "./routine.ts";

const TERM: TermFacts = {
  length: 30,
  firstDay: localDate("2026-07-01"),
  firstDayIs: 1,
  sessionsAWeek: 5,
  counting: "calendar",
  restDays: [7],
  holidays: [],
  holds: [],
  workFrom: null,
  delivered: [],
};
const GRADE = 7;
/** A list of names or a date is no sentence: what stands between quotation marks and figures is left out of the count. */
const plain = (text: string): string => text.replaceAll(/[“'][^”']*[”']/g, "it").replaceAll(/\d+([./–-]\d+)*/g, "two");
function gradeOf(text: string): number {
  const sentences = plain(text)
    .split(/[.!?:;](?:\s|$)|\n+/)
    .map((one) => one.trim())
    .filter((one) => one.split(/\s+/).length > 2);
  const words = sentences.flatMap((one) => one.split(/\s+/));
  return fleschKincaid({
    sentence: sentences.length,
    word: words.length,
    syllable: words.reduce((sum, word) => sum + syllable(word), 0),
  });
}
const who = pronounsOf({ horse: "Thimble", sex: "mare" });

describe("An owner reads at about grade 7", () => {
  it.each(Object.keys(STAYS))("the report of %s", (name) => {
    const facts = STAYS[name];
    if (!facts) return;
    const style = { horse: "Thimble", sex: "mare", tone: "warm", level: "simple" } as const;
    const text = composeReport(facts)
      .blocks.flatMap(({ statements }) => statements.map(({ say, key }) => sayStatement(say, key, style)))
      .join("\n");
    expect(gradeOf(text)).toBeLessThanOrEqual(GRADE);
  });
  it.each(["goal:trot", "behind", "stall", "hold", "sudden", "check-back:4", "worse"])("a letter about %s", (about) => {
    const reading = readTerm(TERM, localDate("2026-07-14"));
    const { body } = sayLetter(about, {
      horse: "Thimble",
      sex: "mare",
      toName: "Ada",
      reading,
      problem: "Bucks",
      from: { checkBacks: [] },
      lessonHow: {},
    });
    expect(gradeOf(body)).toBeLessThanOrEqual(GRADE);
  });
  it("the plan for home, the routine's rules and when to call", () => {
    for (const text of [ASKING, ...CALL, ...Object.values(DONT), ...Object.values(LESSON_WHY), ...ROUTINE_RULES])
      expect([text, gradeOf(text) <= GRADE + 2]).toEqual([text, true]);
    expect(gradeOf([ASKING, ...CALL, ...Object.values(DONT), ...ROUTINE_RULES].join("\n"))).toBeLessThanOrEqual(GRADE);
  });
  it("the week on the owner's page", () => {
    for (const { id } of SKILLS) {
      const session = { day: localDate("2026-07-14"), groundMinutes: 40, saddleMinutes: 0, skills: [id] };
      expect(gradeOf(sayWeek({ sessions: [session], hold: null }, localDate("2026-07-13"), who))).toBeLessThanOrEqual(GRADE + 3);
      for (const kind of HOLD_KINDS)
        expect(
          gradeOf(sayWeek({ sessions: [], hold: { kind, from: localDate("2026-07-09") } }, localDate("2026-07-13"), who)),
        ).toBeLessThanOrEqual(GRADE);
    }
  });
  it("what a horse does, skill by skill", () => {
    expect(gradeOf(SAID_SKILLS.map((id) => `She ${ownerDoes(id, who)}.`).join("\n"))).toBeLessThanOrEqual(GRADE);
  });
});
