import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { expect, it } from "vitest";
import { localDate } from "#core/calendar/local-date.ts";
import type { JumpDay, JumpSchool } from "#core/card/jump.ts";
import { ToBuild } from "./ToBuild.tsx";

const school: JumpSchool = {
  layout: {
    name: "Trot poles to a cross",
    elements: [
      { fence: "trot-poles", poles: 4, heightCm: null, toNextCm: 300 },
      { fence: "cross-pole", poles: 1, heightCm: 40, toNextCm: null },
    ],
  },
  way: "ridden",
  results: [],
  straight: null,
  pace: null,
  takeOff: null,
  landing: null,
  change: "One hole up",
};
const says = (change: Partial<JumpSchool>): string =>
  renderToStaticMarkup(
    createElement(ToBuild, { last: { day: localDate("2026-07-07"), school: { ...school, ...change } } as JumpDay }),
  );

it("names the layout to build and the one thing to change, and draws it", () => {
  const built = says({});
  for (const words of ["“Trot poles to a cross”", "as on Tue 7 Jul", "Change one thing: One hole up", ": cross-pole, "])
    expect(built).toContain(words);
  expect(built).toContain('role="img"');
  const plain = says({ change: "", layout: { ...school.layout, name: "" } });
  expect(plain).toContain("the layout as on Tue 7 Jul");
  expect(plain).not.toContain("Change one thing");
});
