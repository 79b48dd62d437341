import { describe, expect, it } from "vitest";
import { addDays, localDate } from "../calendar/local-date.ts";
import { SIGN_WEIGHTS } from "../intake/cause-rules.ts";
import type { Tack } from "./gear.ts";
import { gearTrials } from "./gear-trials.ts";
import { EMPTY_RECORD } from "./merge.ts";

const FIRST = localDate("2026-06-01");
const run = (from: number, tack: readonly Tack[], ...signs: readonly string[]) =>
  Array.from({ length: 4 }, (_, n) => ({
    day: addDays(FIRST, from + n),
    record: {
      ...EMPTY_RECORD,
      tack,
      signs: signs.map((sign) => ({ sign, skill: null, side: "both" as const, strength: 1 as const })),
    },
  }));
const trials = (...runs: ReturnType<typeof run>[]) => gearTrials(runs.flat(), [], SIGN_WEIGHTS);

describe("a change of gear that was a trial", () => {
  it("is one after which a sign went, with the question that it answers", () => {
    const bit = run(0, ["web-halter", "snaffle"], "busy-mouth");
    expect(trials(bit, run(4, ["web-halter", "second-bit"]))).toEqual([
      {
        change: "other-bit",
        place: "mouth",
        tack: ["second-bit"],
        fromDay: "2026-06-05",
        endedOn: "2026-06-08",
        went: ["busy-mouth"],
      },
    ]);
    const changes = (before: readonly Tack[], after: readonly Tack[]) =>
      trials(run(0, ["web-halter", ...before], "girthy", "busy-mouth"), run(4, ["web-halter", ...after])).map(
        ({ change }) => change,
      );
    expect(changes(["snaffle"], [])).toEqual(["no-bit"]);
    expect(changes(["saddle"], ["own:back:The wide one"])).toEqual(["other-saddle"]);
    expect(changes(["saddle", "pad"], ["saddle"])).toEqual(["other-pad"]);
    expect(changes(["saddle", "back-girth-snug"], ["saddle"])).toEqual(["no-second-girth"]);
  });
  it("is none where the sign stayed, where it came first, where no question is asked, or where somebody wrote it down", () => {
    const before = run(0, ["web-halter", "snaffle"], "busy-mouth");
    const after = run(4, ["web-halter", "second-bit"]);
    expect(trials(before, run(4, ["web-halter", "second-bit"], "busy-mouth"))).toEqual([]);
    expect(trials(run(0, ["web-halter"], "busy-mouth"), after)).toEqual([]);
    // A bit that is only carried yet, and a sign that has nothing to do with a bit.
    expect(trials(run(0, ["web-halter", "bit-carried"], "busy-mouth"), run(4, ["web-halter", "one-rein"]))).toEqual([]);
    expect(trials(run(0, ["web-halter", "snaffle"], "girthy"), after)).toEqual([]);
    expect(trials(run(0, ["web-halter", "front-boots"], "girthy"), run(4, ["web-halter", "wraps"]))).toEqual([]);
    const written = { change: "other-bit" as const, fromDay: addDays(FIRST, 5) };
    expect(gearTrials([...before, ...after], [written], SIGN_WEIGHTS)).toEqual([]);
    expect(gearTrials([...before, ...after], [{ ...written, change: "other-saddle" }], SIGN_WEIGHTS)).toHaveLength(1);
  });
});
