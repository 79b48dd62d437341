import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { inRows } from "../day/sheet.ts";
import { asDate, asNumber, errorAt } from "./form.ts";

describe("form fields", () => {
  it("read an empty number as nothing, a comma as a point, and words as no number", () => {
    expect([asNumber(""), asNumber("  "), asNumber(null), asNumber("63,5"), asNumber("63.5"), asNumber(7)]).toEqual([
      null,
      null,
      null,
      63.5,
      63.5,
      7,
    ]);
    expect(asNumber("seven")).toBeNaN();
    expect([asDate(""), asDate(" 2026-07-14 ")]).toEqual([null, "2026-07-14"]);
  });
  it("keep every number that somebody can type", () => {
    fc.assert(
      fc.property(fc.integer({ min: -9999, max: 9999 }), fc.integer({ min: 0, max: 99 }), (whole, part) => {
        expect(asNumber(`${whole},${part}`)).toBe(Number(`${whole}.${part}`));
      }),
    );
  });
  it("find the message of a field anywhere in the errors of a form", () => {
    const errors = { stay: { aim: { message: "Missing." }, list: [{ x: { message: "Wrong." } }] } };
    expect([
      errorAt(errors, "stay.aim"),
      errorAt(errors, "stay.list.0.x"),
      errorAt(errors, "stay.none"),
      errorAt(undefined, "a.b"),
    ]).toEqual(["Missing.", "Wrong.", undefined, undefined]);
  });
});

describe("rows of a place", () => {
  const sessions = fc.array(fc.record({ start: fc.integer({ min: 0, max: 19 }), length: fc.integer({ min: 1, max: 4 }) }), {
    maxLength: 20,
  });
  it("hold every session once, none over another, and no more rows than meet at one time", () => {
    fc.assert(
      fc.property(sessions, (list) => {
        const rows = inRows(list);
        expect(rows.map((one) => one.item).sort((a, b) => a.start - b.start || a.length - b.length)).toEqual(
          [...list].sort((a, b) => a.start - b.start || a.length - b.length),
        );
        for (const a of rows)
          for (const b of rows)
            if (a !== b && a.row === b.row)
              expect(a.item.start + a.item.length <= b.item.start || b.item.start + b.item.length <= a.item.start).toBe(true);
        const most = Math.max(
          0,
          ...Array.from(
            { length: 24 },
            (_, slot) => list.filter((one) => one.start <= slot && slot < one.start + one.length).length,
          ),
        );
        expect(new Set(rows.map((one) => one.row)).size).toBe(most);
      }),
    );
  });
});
