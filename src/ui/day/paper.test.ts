import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CloseCard } from "#contracts/card.ts";
import { decode } from "#contracts/decode.ts";
import { EMPTY_RECORD } from "#core/card/merge.ts";
import type { CardId } from "#core/kernel/brand.ts";
import { SCORES, sidesOf } from "#core/kernel/sides.ts";
import { GATE_TICKS } from "#core/permission/ground-check.ts";
import { SKILLS } from "#shipped/ladder.ts";
import { type Draft, toRequest } from "#ui/card/record.ts";
import { NOTHING_TYPED, requestOf, scoreKey, type Typed } from "./paper.ts";

const ID = "00000000-0000-4000-8000-000000000001" as CardId;
const ROW = {
  card: ID,
  helper: null,
  asked: [...GATE_TICKS],
  essentials: { complaint: null, hard: "even", usualSigns: [], cautions: [], touchy: [], lastIncident: null, lastTime: null },
} as const;
const typed = fc.record({
  groundMinutes: fc.nat(120),
  saddleMinutes: fc.nat(120),
  scores: fc
    .uniqueArray(fc.constantFrom(...SKILLS.flatMap(({ id, sided }) => sidesOf(sided).map((side) => scoreKey(id, side)))), {
      maxLength: 8,
    })
    .chain((keys) => fc.tuple(...keys.map((key) => fc.constantFrom(...SCORES).map((score) => [key, score] as const))))
    .map((pairs) => Object.fromEntries(pairs)),
  ticked: fc.boolean(),
  endedWell: fc.option(fc.boolean()),
  word: fc.constantFrom("", "Quiet."),
  nextTime: fc.constantFrom("", "Begin right."),
});

describe("what was typed in from paper", () => {
  it("is what the phone would have sent, and is taken by the same schema", () => {
    fc.assert(
      fc.property(typed, (from: Typed) => {
        const sent = requestOf(ROW, from);
        const whole = from.endedWell !== null && from.groundMinutes + from.saddleMinutes > 0;
        expect(sent === null).toBe(!whole);
        if (!whole) return;
        const decoded = decode(CloseCard, sent);
        expect(decoded.ok).toBe(true);
        const draft = {
          ...EMPTY_RECORD,
          groundMinutes: from.groundMinutes,
          saddleMinutes: from.saddleMinutes,
          scores: sent?.record.scores ?? [],
          endedWell: from.endedWell,
          word: from.word,
          nextTime: from.nextTime,
          ticks: from.ticked ? ROW.asked : [],
          redSigns: [],
          redGone: [],
          overrideReason: "",
          base: null,
        } as unknown as Draft;
        expect(sent).toEqual(toRequest(ID, draft));
        expect(sent?.record.scores.map(({ skill, side, score }) => [scoreKey(skill, side), score])).toEqual(
          Object.entries(from.scores),
        );
      }),
    );
  });
  it("is nothing before anything is typed", () => expect(requestOf(ROW, NOTHING_TYPED)).toBeNull());
});
