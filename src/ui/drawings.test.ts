/** The signature drawings, compared by their structure: which shapes of which kind, in which order, and what they say; not pixels. */
import { createElement, type ReactElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import type { RulerView } from "#contracts/views.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { readTerm } from "#core/calendar/term.ts";
import { GateBar } from "./card/Gate.tsx";
import { BodyMap } from "./intake/BodyMap.tsx";
import { TwoSided } from "./ladder/TwoSided.tsx";
import { Ruler } from "./rail/Ruler.tsx";

/** Each shape as tag, what colours it, and its words; runs of the same shape are counted. */
function structure(drawing: ReactElement): string[] {
  const html = renderToStaticMarkup(drawing);
  const label = /aria-label="([^"]*)"/.exec(html)?.[1];
  const shapes = [...html.matchAll(/<(rect|path|line|circle|polygon|text|ellipse)\b([^>]*)>([^<]*)/g)].map(
    ([, tag, attributes, words]) => {
      const classes = /class="([^"]*)"/.exec(attributes ?? "")?.[1] ?? "";
      const colours = classes
        .split(" ")
        .filter((one) => /^(fill|stroke)-/.test(one))
        .join(" ");
      return [tag, colours, words].filter(Boolean).join(" ");
    },
  );
  const counted: [string, number][] = [];
  for (const shape of shapes) {
    const last = counted.at(-1);
    if (last?.[0] === shape) last[1] += 1;
    else counted.push([shape, 1]);
  }
  return [...(label ? [label] : []), ...counted.map(([shape, times]) => (times > 1 ? `${times} × ${shape}` : shape))];
}

const day = localDate;
const reading = readTerm(
  {
    length: 30,
    firstDay: day("2026-06-01"),
    firstDayIs: 1,
    sessionsAWeek: 5,
    counting: "calendar",
    restDays: [7],
    holidays: [],
    workFrom: null,
    holds: [{ kind: "vet", from: day("2026-06-08"), to: day("2026-06-09"), stopsClock: true }],
    delivered: [day("2026-06-03"), day("2026-06-04")],
  },
  day("2026-06-12"),
);

describe("the term ruler", () => {
  const view: RulerView = {
    today: day("2026-06-12"),
    firstDay: day("2026-06-01"),
    reading,
    posts: [
      { kind: "arrival", day: day("2026-06-01"), done: true },
      { kind: "mid-term", day: day("2026-06-15"), done: false },
    ] as RulerView["posts"],
    holds: [{ kind: "vet", from: day("2026-06-08"), to: day("2026-06-09"), stopsClock: true }] as RulerView["holds"],
    firsts: [{ day: day("2026-06-04"), words: "First saddle" }],
    ahead: { day: day("2026-06-20"), step: "sit" },
  };
  it("has ticks, the hold hatched, posts striped, the first as a flag, the plan hollow and the horse solid", () => {
    expect(structure(createElement(Ruler, { view, large: true }))).toMatchInlineSnapshot(`
      [
        "Day 12 of 32 on Fri 12 Jun: 2 of 22 sessions done, 5 lengths behind. To come: mid-term Mon 15 Jun. Next big step: first sitting, Sat 20 Jun.",
        "rect fill-straw",
        "path stroke-dim/50",
        "path stroke-dim",
        "line stroke-rail",
        "rect fill-chalk stroke-oxblood",
        "path stroke-oxblood",
        "rect fill-rail stroke-rail",
        "path stroke-on-rail",
        "text fill-dim Arrival 1 Jun",
        "rect fill-paper stroke-rail",
        "path stroke-rail",
        "text fill-dim Mid-term 15 Jun",
        "path fill-ochre stroke-ochre",
        "path fill-paper stroke-ochre",
        "line stroke-ochre",
        "circle fill-paper stroke-ink",
        "circle fill-ink",
        "text fill-ochre −5",
      ]
    `);
  });
});

describe("the two-sided ladder", () => {
  const shown = { low: 2.5, high: 3.5, known: true };
  it("grows from the spine to both sides, with whiskers and the intake's outline", () => {
    const rungs = [
      { skill: "lead", side: "left", now: 3, shown, before: 1 },
      { skill: "lead", side: "right", now: 2, shown: { ...shown, known: false }, before: 1 },
      { skill: "catch", side: "both", now: 4, shown: null, before: null },
    ] as const;
    expect(structure(createElement(TwoSided, { rungs, label: "Levels" }))).toMatchInlineSnapshot(`
      [
        "Levels. Lead at the shoulder: left 3 (intake 1), right 2 (intake 1); Catch: 4.",
        "text fill-rail ◀ left",
        "text fill-slate right ▶",
        "3 × path stroke-line",
        "path stroke-dim",
        "3 × path stroke-line",
        "text fill-ink Handling",
        "text fill-ink Catch",
        "rect fill-rail",
        "text fill-ink 4",
        "rect fill-slate",
        "text fill-ink 4",
        "text fill-ink Lead at the shoulder",
        "rect fill-rail",
        "rect stroke-ink",
        "path stroke-paper",
        "path stroke-ink",
        "text fill-ink 3",
        "rect fill-slate",
        "rect stroke-ink",
        "path stroke-paper",
        "path stroke-ink",
        "text fill-ink 2",
      ]
    `);
  });
});

describe("the body map", () => {
  it("shows the horse from both sides and the front, and how touchy by notches", () => {
    const touches = [{ zone: "girth", side: "left", by: "hand", strength: 2 }] as const;
    expect(structure(createElement(BodyMap, { touches }))).toMatchInlineSnapshot(`
      [
        "Left side: Girth line, left: hand 2",
        "13 × path",
        "8 × circle",
        "2 × line",
        "8 × circle",
        "16 × path",
        "4 × circle",
        "13 × path",
        "16 × circle",
      ]
    `);
  });
});

describe("the gate", () => {
  it.each(["open", "half", "shut"] as const)("is one bar, %s", (state) => {
    const [, bar] = /<path d="(M20 40[^"]*)"/.exec(
      renderToStaticMarkup(
        createElement(GateBar, { answer: { state, reasons: [], limits: [] }, kind: "saddle", overridden: false }),
      ),
    ) as unknown as [string, string];
    // Shut lies flat, half is raised by half, open stands up.
    const [, end] = /[LH](\d+ ?\d*)/.exec(bar) ?? [];
    expect(end).toBe({ open: "52 6", half: "84 22", shut: "92" }[state]);
  });
});
