import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ENDINGS, GAITS, type SessionRecord } from "./card.ts";
import { TACKS } from "./gear.ts";
import { EMPTY_RECORD, mergeRecords, type RecordField } from "./merge.ts";

const SPOOK = { kind: "spook", before: "", hurt: "nobody", during: "walk", ledBy: [], strength: 2 } as const;
const of = (changes: Partial<SessionRecord> = {}): SessionRecord => ({ ...EMPTY_RECORD, endedWell: true, ...changes });

const records = fc.record({
  groundMinutes: fc.nat(3),
  word: fc.constantFrom("", "a", "b"),
  endedWell: fc.boolean(),
  gaits: fc.subarray([...GAITS]),
  tack: fc.subarray([...TACKS]),
  ending: fc.subarray([...ENDINGS]),
  scores: fc.uniqueArray(
    fc.record({
      skill: fc.constantFrom("lead", "tie"),
      side: fc.constantFrom("left" as const, "right" as const),
      score: fc.constantFrom(1 as const, 2 as const),
    }),
    { selector: ({ skill, side }) => skill + side },
  ),
  incidents: fc.array(fc.constantFrom(SPOOK, { ...SPOOK, kind: "buck" as const }), { maxLength: 3 }),
});
const record = records.map((changes) => of(changes));

describe("two records of one session", () => {
  it("are joined field by field; what both changed differently is named, and mine stands", () => {
    const base = of({ word: "Before.", groundMinutes: 10 });
    const merged = mergeRecords(
      base,
      of({ word: "Mine.", groundMinutes: 10, tack: ["saddle"], scores: [{ skill: "lead", side: "left", score: 3 }] }),
      of({ word: "Theirs.", groundMinutes: 30, tack: ["snaffle"], scores: [{ skill: "lead", side: "left", score: 2 }] }),
    );
    expect(merged.clashes).toEqual(["scores", "word"]);
    expect(merged.record).toMatchObject({ word: "Mine.", groundMinutes: 30, scores: [{ score: 3 }] });
    expect([...merged.record.tack].sort()).toEqual(["saddle", "snaffle"]);
  });
  it("keep two incidents of a kind as two, and one that both wrote as one", () => {
    const base = of({ incidents: [SPOOK] });
    expect(mergeRecords(base, of({ incidents: [SPOOK, SPOOK] }), of({ incidents: [SPOOK] })).record.incidents).toHaveLength(2);
    expect(
      mergeRecords(base, of({ incidents: [SPOOK, SPOOK] }), of({ incidents: [SPOOK, SPOOK] })).record.incidents,
    ).toHaveLength(2);
  });
  it("where only one of them changed anything are that one's, with nothing to settle", () => {
    fc.assert(
      fc.property(record, record, (base, changed) => {
        expect(mergeRecords(base, changed, base)).toEqual({ record: changed, clashes: [] });
        const theirs = mergeRecords(base, base, changed);
        expect(theirs.clashes).toEqual([]);
        expect(asSets(theirs.record)).toEqual(asSets(changed));
      }),
    );
  });
  it("say the same whoever comes second, but where they stand against one another; and nothing is in them that nobody wrote", () => {
    fc.assert(
      fc.property(record, record, record, (base, mine, theirs) => {
        const [one, other] = [mergeRecords(base, mine, theirs), mergeRecords(base, theirs, mine)];
        expect([...one.clashes].sort()).toEqual([...other.clashes].sort());
        for (const field of Object.keys(base) as RecordField[]) {
          if (!one.clashes.includes(field)) expect(asSets(one.record)[field]).toEqual(asSets(other.record)[field]);
          const value = one.record[field];
          const written = [base, mine, theirs].flatMap((record) =>
            Array.isArray(value) ? (record[field] as unknown[]) : [record[field]],
          );
          for (const part of Array.isArray(value) ? value : [value]) expect(written).toContainEqual(part);
        }
      }),
    );
  });
});

/** The order of a list is whoever's; what is in it counts. */
const asSets = (record: SessionRecord): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(record).map(([key, value]) => [
      key,
      Array.isArray(value) ? value.map((one) => JSON.stringify(one)).sort() : value,
    ]),
  );
