import { createElement, useId } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { beforeAll, describe, expect, it } from "vitest";
import { unitsAre } from "#contracts/barn.units.ts";
import { ladderIs } from "#contracts/ladder.here.ts";
import { ladderFrom } from "#core/ladder/ladder.ts";
import { SHIPPED, SHIPPED_KEPT } from "#shipped/ladder.ts";
import { drawn } from "./drawn.ts";

let times = 0;
const Part = ({ words, say }: { words: unknown; say?: () => string }) => {
  times += 1;
  return createElement("p", { id: useId() }, JSON.stringify(words), say?.());
};
beforeAll(() => {
  ladderIs(SHIPPED);
  unitsAre("metric");
});

describe("a part that stays as it was drawn", () => {
  it("is what React draws, and drawn once for the same words", () => {
    times = 0;
    const first = drawn(Part, { words: { a: [1, "two", null] } });
    expect(first).toBe(renderToStaticMarkup(createElement(Part, { words: { a: [1, "two", null] } })));
    expect(drawn(Part, { words: { a: [1, "two", null] } })).toBe(first);
    expect(times).toBe(2);
    expect(drawn(Part, { words: { a: [1, "two", 0] } })).not.toBe(first);
    expect(times).toBe(3);
  });
  it("is drawn anew under another ladder, in other units and with other ids", () => {
    const props = { words: "as it was" };
    const page = (prefix: string, html = "") => ({ prefix, places: [["default", html] as const], fill: () => props });
    drawn(Part, props, page("r1"));
    times = 0;
    drawn(Part, props, page("r1"));
    expect(times).toBe(0);
    drawn(Part, props, page("r2"));
    drawn(Part, props, page("r1", "other words between"));
    expect(times).toBe(2);
    unitsAre("hands");
    drawn(Part, props, page("r1"));
    expect(times).toBe(3);
    unitsAre("metric");
    ladderIs(ladderFrom(SHIPPED_KEPT));
    drawn(Part, props, page("r1"));
    expect(times).toBe(4);
    ladderIs(SHIPPED);
  });
  it("is drawn each time where what it is handed cannot be said in plain words", () => {
    for (const words of [new Map(), new Set(), new Date(0), Number.NaN, createElement("b")]) {
      times = 0;
      drawn(Part, { words: [words] });
      drawn(Part, { words: [words] });
      expect(times).toBe(2);
    }
    times = 0;
    expect(drawn(Part, { words: 1, say: () => "one" })).not.toBe(drawn(Part, { words: 1, say: () => "two" }));
    expect(times).toBe(2);
  });
});
