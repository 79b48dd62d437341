import { describe, expect, it } from "vitest";
import { localDate } from "../calendar/local-date.ts";
import { CAUSE_IDS, type CauseId, causeOf } from "../intake/causes.ts";
import type { RankedCause } from "../intake/findings.ts";
import { checkForStall } from "./stall-check.ts";

const today = localDate("2026-07-14");
const ranked = (...causes: CauseId[]): RankedCause[] =>
  causes.map((cause) => ({ cause, score: 1, for: [], against: [], urgency: "weeks", holds: "ridden" }));
const check = (cause: CauseId, state: "ordered" | "done" | "cancelled", orderedOn = "2026-06-01") => ({
  cause,
  state,
  orderedOn: localDate(orderedOn),
});

describe("whom to ask about a standstill", () => {
  it("is who looks at the likeliest cause in the body, as soon and holding what it says", () => {
    const notBody = CAUSE_IDS.filter((cause) => !causeOf(cause).body);
    expect(notBody.length).toBeGreaterThan(0);
    expect(checkForStall(ranked(...notBody, "teeth", "feet"), [], today)).toMatchObject({
      cause: "teeth",
      who: causeOf("teeth").who,
      holds: "ridden",
    });
  });
  it("leaves out what is open, what was answered, and what was asked within a week", () => {
    const causes = ranked("teeth", "feet", "back", "stomach");
    const asked = [check("teeth", "ordered"), check("feet", "done"), check("back", "cancelled", "2026-07-07")];
    expect(checkForStall(causes, asked, today)?.cause).toBe("stomach");
    expect(checkForStall(causes, [check("teeth", "cancelled", "2026-07-06")], today)?.cause).toBe("teeth");
  });
  it("asks whether it goes sound where no sign points anywhere, and nothing once that was asked too", () => {
    expect(checkForStall([], [], today)).toMatchObject({ cause: "lameness", holds: "nothing" });
    expect(checkForStall(ranked("teeth"), [check("teeth", "done"), check("lameness", "done")], today)).toBeNull();
  });
});
