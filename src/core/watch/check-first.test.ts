import { describe, expect, it } from "vitest";
import { localDate } from "../calendar/local-date.ts";
import { CAUSE_IDS, type CauseId, causeOf } from "../intake/causes.ts";
import type { RankedCause } from "../intake/findings.ts";
import { checkFirst } from "./check-first.ts";

const today = localDate("2026-07-14");
const ranked = (...causes: CauseId[]): RankedCause[] =>
  causes.map((cause) => ({ cause, score: 1, for: [], against: [], urgency: "weeks", holds: "ridden" }));
const check = (cause: CauseId, state: "ordered" | "done" | "cancelled", orderedOn = "2026-06-01", doneOn = orderedOn) => ({
  cause,
  state,
  orderedOn: localDate(orderedOn),
  doneOn: state === "done" ? localDate(doneOn) : null,
});

describe("whom to ask about a standstill or trouble", () => {
  it("is who looks at the likeliest cause in the body, as soon and holding what it says", () => {
    const notBody = CAUSE_IDS.filter((cause) => !causeOf(cause).body);
    expect(notBody.length).toBeGreaterThan(0);
    expect(checkFirst(ranked(...notBody, "teeth", "feet"), [], today, true)).toMatchObject({
      cause: "teeth",
      who: causeOf("teeth").who,
      holds: "ridden",
    });
  });
  it("leaves out what is open, what was asked within a week, and what was answered within a fortnight", () => {
    const causes = ranked("teeth", "feet", "back", "stomach");
    const asked = [
      check("teeth", "ordered"),
      check("feet", "done", "2026-06-20", "2026-06-30"),
      check("back", "cancelled", "2026-07-07"),
    ];
    expect(checkFirst(causes, asked, today, true)?.cause).toBe("stomach");
    expect(checkFirst(causes, [check("teeth", "cancelled", "2026-07-06")], today, true)?.cause).toBe("teeth");
  });
  it("asks again where signs still point a fortnight after the answer", () => {
    expect(checkFirst(ranked("lameness"), [check("lameness", "done", "2026-06-20", "2026-06-29")], today, true)?.cause).toBe(
      "lameness",
    );
  });
  it("asks whether it goes sound where no sign points anywhere, and nothing once that was asked too", () => {
    expect(checkFirst([], [], today, true)).toMatchObject({ cause: "lameness", holds: "nothing" });
    expect(checkFirst([], [check("lameness", "done")], today, true)).toBeNull();
  });
  it("asks nobody about trouble that no sign of the body goes with", () => {
    expect(checkFirst([], [], today, false)).toBeNull();
    expect(checkFirst(ranked("back"), [], today, false)?.cause).toBe("back");
  });
});
