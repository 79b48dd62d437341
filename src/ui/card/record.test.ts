import { describe, expect, it } from "vitest";
import { CloseCard } from "#contracts/card.ts";
import { decode } from "#contracts/decode.ts";
import type { CardView } from "#contracts/views.card.ts";
import type { SessionRecord } from "#core/card/card.ts";
import { EMPTY_RECORD } from "#core/card/merge.ts";
import { USUAL_LIMITS } from "#core/weather/work-limits.ts";
import { fieldWords, sayField } from "#ui/words/record-fields.ts";
import { draftOf, toRequest } from "./record.ts";

const RECORD: SessionRecord = {
  ...EMPTY_RECORD,
  groundMinutes: 30,
  gaits: ["walk"],
  weather: "windy",
  tack: ["rope-halter"],
  scores: [
    { skill: "steer", side: "left", score: 3 },
    { skill: "steer", side: "right", score: 2 },
  ],
  swaps: [{ skill: "canter", did: "trot", why: "Not ready for it" }],
  incidents: [{ kind: "spook", before: "A bag.", hurt: "nobody", during: "walk", ledBy: ["something-new"], strength: 2 }],
  mount: { left: "weight", right: null },
  readings: [{ minute: 5, pulse: 60, breaths: null }],
  ending: ["tack-loosened"],
  endedWell: true,
  word: "Quiet.",
};
const WINDY = [{ hour: 9, temperatureC: 15, humidity: 50, windMps: 10 }];
const view = (revisions: object[]): CardView =>
  ({
    revisions,
    helper: null,
    gate: { weather: WINDY, horse: { limits: USUAL_LIMITS } },
    essentials: { lastTime: { tack: ["saddle", "snaffle"] } },
  }) as unknown as CardView;
const ID = "0b0f5a4e-6c9b-4c57-9d5e-0a3a1f0f7a11";

describe("a record being written", () => {
  it("begins empty in the tack of the last time, and does not say how it ended", () => {
    expect(draftOf(view([]))).toMatchObject({
      groundMinutes: 0,
      tack: ["saddle", "snaffle"],
      weather: "windy",
      endedWell: null,
      ticks: [],
      base: null,
    });
    expect(decode(CloseCard, toRequest(ID, draftOf(view([])))).ok).toBe(false);
  });
  it("begins a correction from the newest revision, and asks for exactly what the contract takes", () => {
    const draft = draftOf(
      view([
        {
          revision: 3,
          record: { ...RECORD, cardId: "x", at: "y" },
          gateTicks: ["girth"],
          redSigns: ["held-breath"],
          redGone: ["held-breath"],
          overrideReason: "",
        },
      ]),
    );
    expect(draft).toMatchObject({ ...RECORD, ticks: ["girth"], base: 3 });
    expect(decode(CloseCard, toRequest(ID, draft))).toMatchObject({
      ok: true,
      value: { base: 3, record: RECORD, gate: { redGone: ["held-breath"] } },
    });
    expect(toRequest(ID, draft).record).not.toHaveProperty("cardId");
  });
  it("is said field by field", () => {
    const fields = ["groundMinutes", "scores", "swaps", "incidents", "mount", "readings", "ending", "helper", "word"] as const;
    expect(fields.map((field) => `${fieldWords(field)}: ${sayField(field, RECORD, [])}`)).toEqual([
      "Minutes on the ground: 30",
      "Scores: Steering left 3, right 2",
      "Swapped: Canter under saddle: trot under saddle instead. Not ready for it",
      "Incidents: Spook, at the walk: something new. A bag. Nobody hurt.",
      "First mounting: First mounting: left weight up, and down again; right not tried.",
      "Cool-down: after 5 min pulse 60",
      "The end: Tack loosened",
      "Who helped: nobody",
      "Word for the next rider: Quiet.",
    ]);
  });
});
