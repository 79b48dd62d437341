import { describe, expect, it } from "vitest";
import { skillOf } from "#shipped/ladder.ts";
import { localDate } from "../calendar/local-date.ts";
import { type PastSession, scoredAlike } from "../permission/trouble.ts";
import { toTakeUpAgain } from "./follow-up.ts";

const session = (day: string, changes: Partial<PastSession> = {}): PastSession => ({
  day: localDate(day),
  groundMinutes: 30,
  saddleMinutes: 0,
  tack: [],
  scores: [],
  signs: [],
  incidents: [],
  redSigns: [],
  endedWell: true,
  nextTime: "",
  ...changes,
});
const again = (...past: PastSession[]) =>
  toTakeUpAgain(
    past,
    () => 3,
    () => [],
  );

describe("what is taken up again", () => {
  it("is what the horse offered more of, until it was worked again", () => {
    const offered = session("2026-07-01", { scores: [scoredAlike(skillOf("back-in-hand"), 3)], offered: ["back-in-hand"] });
    expect(again(offered)).toEqual([{ skill: "back-in-hand", why: "offered" }]);
    expect(again(offered, session("2026-07-02", { scores: [scoredAlike(skillOf("back-in-hand"), 3)] }))).toEqual([]);
  });
  it("is what ended badly before what rose", () => {
    const last = session("2026-07-01", {
      endedWell: false,
      scores: [scoredAlike(skillOf("tie"), 1), scoredAlike(skillOf("lead"), 5)],
    });
    expect(again(last).map(({ skill, why }) => `${skill} ${why}`)).toEqual(["tie ended-badly", "lead rose"]);
  });
  it("is not what is only back where it was", () => {
    const scored = (day: string, score: 1 | 3 | 5) => session(day, { scores: [scoredAlike(skillOf("send-out"), score)] });
    const others = session("2026-07-09", { scores: [scoredAlike(skillOf("tie"), 3)] });
    const before = [scored("2026-07-01", 5), scored("2026-07-02", 3), others];
    expect(again(...before, scored("2026-07-10", 5))).toEqual([]);
    expect(again(scored("2026-07-02", 1), others, scored("2026-07-10", 5)).map(({ why }) => why)).toEqual(["rose"]);
  });
});
