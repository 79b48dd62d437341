import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { z } from "zod/mini";
import { CloseCard } from "./card.ts";
import { PlaceCard } from "./day.ts";
import { decode } from "./decode.ts";
import { date, number, said, whole, words } from "./fields.ts";
import { EMPTY_WALK, WalkFields } from "./intake.ts";
import { AddPerson } from "./people.ts";
import { AddHold } from "./stay.ts";

const ID = "0b0f5a4e-6c9b-4c57-9d5e-0a3a1f0f7a11";
const paths = (schema: z.core.$ZodType, body: unknown): string[] => {
  const decoded = decode(schema, body);
  return decoded.ok ? [] : decoded.error.map((issue) => issue.path);
};
const message = (schema: z.core.$ZodType, body: unknown): string => {
  const decoded = decode(schema, body);
  return decoded.ok ? "" : (decoded.error[0]?.message ?? "");
};

describe("fields", () => {
  it("say what is wrong and how to mend it, whatever comes", () => {
    fc.assert(
      fc.property(fc.anything(), (junk) => {
        for (const schema of [
          date,
          whole(1, 7, "sessions"),
          number(1, 9),
          said("Owner's request", 20),
          words(20),
          AddHold,
          AddPerson,
          PlaceCard,
          CloseCard,
          WalkFields,
        ]) {
          const decoded = decode(schema, junk);
          if (decoded.ok) continue;
          expect(decoded.error.length).toBeGreaterThan(0);
          for (const issue of decoded.error) expect(issue.message.length, JSON.stringify(issue)).toBeGreaterThan(5);
        }
      }),
    );
  });
  it("read no number out of an empty text and no yes out of 'false'", () => {
    expect(message(whole(0, 7), "")).toContain("whole number");
    expect(decode(whole(0, 7), "3").ok).toBe(false);
    expect(decode(whole(0, 7), 3.5).ok).toBe(false);
    expect(decode(whole(0, 7), Number.NaN).ok).toBe(false);
  });
  it("refuse what PostgreSQL cannot keep, and trim what it can", () => {
    expect(decode(words(20), "a\u0000b").ok).toBe(false);
    expect(decode(words(20), "half \ud800 pair").ok).toBe(false);
    expect(decode(words(20), "  quiet 🐴 \n")).toEqual({ ok: true, value: "quiet 🐴" });
    expect(message(said("Owner's request", 20), "   ")).toBe("Owner's request is missing. Type it in.");
  });
});

describe("forms", () => {
  it("name the field that is wrong", () => {
    expect(
      paths(AddHold, { stay: ID, kind: "vet", firstDay: "2026-07-02", lastDay: "2026-07-01", stopsClock: true, reason: "x" }),
    ).toEqual(["lastDay"]);
    expect(paths(AddHold, { stay: "7", kind: "moon", firstDay: "soon", lastDay: null, stopsClock: "yes", reason: "" })).toEqual([
      "stay",
      "kind",
      "firstDay",
      "stopsClock",
      "reason",
    ]);
  });
  it("take a walk with nothing seen, and no mark on a side that is not there", () => {
    expect(decode(WalkFields, EMPTY_WALK).ok).toBe(true);
    expect(paths(WalkFields, { ...EMPTY_WALK, marks: [{ skill: "catch", side: "left", score: 3 }] })).toEqual(["marks.0.side"]);
    expect(paths(WalkFields, { ...EMPTY_WALK, marks: [{ skill: "flying", side: "both", score: 3 }] })).toContain("marks.0.skill");
    const twice = { skill: "catch", side: "both", score: 3 };
    expect(paths(WalkFields, { ...EMPTY_WALK, marks: [twice, twice] })).toEqual(["marks"]);
  });
  it("ask a session for minutes", () => {
    const card = {
      id: ID,
      base: null,
      gate: { ticks: [], redSigns: [], overrideReason: "" },
      record: {
        groundMinutes: 0,
        saddleMinutes: 0,
        gaits: [],
        weather: "calm",
        tack: [],
        scores: [],
        signs: [],
        incidents: [],
        firsts: [],
        endedWell: true,
        word: "",
        nextTime: "",
      },
    };
    expect(paths(CloseCard, card)).toEqual(["record.groundMinutes"]);
    expect(
      paths(CloseCard, {
        ...card,
        record: { ...card.record, groundMinutes: 10, scores: [{ skill: "catch", side: "both", score: 9 }] },
      }),
    ).toEqual(["record.scores.0.score"]);
  });
});
