import { describe, expect, it } from "vitest";
import { CloseCard } from "#contracts/card.ts";
import { decode } from "#contracts/decode.ts";
import type { CardView } from "#contracts/views.ts";
import type { SessionRecord } from "#core/card/card.ts";
import { differences, draftOf, toRequest } from "./record.ts";

const RECORD: SessionRecord = {
  groundMinutes: 30,
  saddleMinutes: 0,
  gaits: ["walk"],
  weather: "windy",
  tack: ["rope-halter"],
  scores: [
    { skill: "steer", side: "left", score: 3 },
    { skill: "steer", side: "right", score: 2 },
  ],
  signs: [],
  incidents: [{ kind: "spook", before: "A bag.", hurt: "nobody" }],
  firsts: [],
  endedWell: true,
  word: "Quiet.",
  nextTime: "",
};
const view = (revisions: object[]): CardView => ({ revisions, lastTime: { tack: ["saddle", "snaffle"] } }) as unknown as CardView;
const ID = "0b0f5a4e-6c9b-4c57-9d5e-0a3a1f0f7a11";

describe("a record being written", () => {
  it("begins empty in the tack of the last time, and does not say how it ended", () => {
    expect(draftOf(view([]))).toMatchObject({ groundMinutes: 0, tack: ["saddle", "snaffle"], endedWell: null, ticks: [] });
    expect(decode(CloseCard, toRequest(ID, 1, draftOf(view([])))).ok).toBe(false);
  });
  it("begins a correction from the newest revision, and asks for exactly what the contract takes", () => {
    const draft = draftOf(
      view([{ record: { ...RECORD, cardId: "x", at: "y" }, gateTicks: ["girth"], redSigns: [], overrideReason: "" }]),
    );
    expect(draft).toMatchObject({ ...RECORD, ticks: ["girth"] });
    expect(decode(CloseCard, toRequest(ID, 3, draft))).toMatchObject({ ok: true, value: { version: 3, record: RECORD } });
    expect(toRequest(ID, 3, draft).record).not.toHaveProperty("cardId");
  });
  it("is compared field by field, whatever the order of the scores", () => {
    const draft = draftOf(view([{ record: RECORD, gateTicks: [], redSigns: [], overrideReason: "" }]));
    expect(differences(draft, { ...RECORD, scores: [...RECORD.scores] })).toEqual([]);
    expect(differences(draft, { ...RECORD, word: "Loud.", groundMinutes: 45 })).toEqual([
      { key: "groundMinutes", label: "Minutes on the ground", mine: "30", theirs: "45" },
      { key: "word", label: "Word for the next rider", mine: "Quiet.", theirs: "Loud." },
    ]);
  });
});
