import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import type { LaneView } from "#contracts/views.ts";
import { localDate } from "#core/calendar/local-date.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { Lanes } from "./Lanes.tsx";

const today = localDate("2026-07-14");
const lane = (i: number): LaneView => ({
  stay: `stay-${i}` as StayId,
  horse: `Horse ${i}`,
  client: "Marl Otterbourne",
  kind: "started",
  length: 30,
  ruler: {
    today,
    firstDay: today,
    reading: {
      dayOfTerm: 1,
      calendarDays: 30,
      workFrom: today,
      lastDay: localDate("2026-08-12"),
      contracted: 20,
      delivered: 0,
      owed: 0,
      heldDays: 0,
    } as LaneView["ruler"]["reading"],
    posts: [],
    holds: [],
    firsts: [],
    ahead: { day: localDate("2026-07-20"), step: "sit" },
  },
  needs: [],
  rider: null,
  todays: [],
  weakest: null,
});
const drawn = (count: number): string =>
  renderToStaticMarkup(
    createElement(Lanes, { lanes: Array.from({ length: count }, (_, i) => lane(i)), needs: [], manager: true, today }),
  );

describe("very many lanes", () => {
  it("are thin where nothing is needed, and fold beyond twenty; a barn of twenty sees all of them", () => {
    const many = drawn(51);
    expect(many.match(/data-folded/g)).toHaveLength(31);
    expect(many).toContain("and 31 more with nothing needed");
    expect(many).toContain("md:min-h-6");
    const few = drawn(20);
    expect(few).not.toContain("data-folded");
    expect(few).not.toContain("more with nothing needed");
    expect(few).not.toContain("md:min-h-6");
  });
  it("say the next big step of the plan", () => {
    expect(drawn(1)).toContain("Next big step: first sitting, Mon 20 Jul.");
  });
});
