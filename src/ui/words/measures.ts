/** Figures beside a score, in words. */
import type { Measure, MeasureKind } from "#core/ladder/skill.ts";

export const MEASURE_KIND: Record<MeasureKind, string> = {
  tries: "tries",
  seconds: "seconds",
  minutes: "minutes",
  count: "how often",
};
/** 'up to 2 is a 4, up to 5 a 3, otherwise 1'. */
export const sayTable = ({ better, table, otherwise }: Measure): string =>
  [
    ...table.map(
      ({ score, at }, i) =>
        `${better === "less" ? (at === 0 ? "" : "up to ") : ""}${at}${better === "more" ? " or more" : ""} ${i === 0 ? "is a " : "a "}${score}`,
    ),
    `otherwise ${otherwise}`,
  ].join(", ");
export const sayFigure = ({ kind, of }: Measure, figure: number): string =>
  kind === "seconds" ? `${figure} s` : kind === "minutes" ? `${figure} min` : of === null ? `${figure} ×` : `${figure} of ${of}`;
