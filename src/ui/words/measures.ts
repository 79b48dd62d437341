/** Figures beside a score, in words. */

import type { Measure, MeasureKind } from "#core/ladder/skill.ts";
import { inWords, t } from "#ui/words/speak.ts";

export const MEASURE_KIND: Record<MeasureKind, string> = inWords({
  tries: "tries",
  seconds: "seconds",
  minutes: "minutes",
  count: "how often",
});
/** 'up to 2 is a 4, up to 5 a 3, otherwise 1'. */
export const sayTable = ({ better, table, otherwise }: Measure): string =>
  [
    ...table.map(({ score, at }, i) =>
      t(i === 0 ? "{figure} is a {score}" : "{figure} a {score}", {
        figure: better === "more" ? t("{at} or more", { at }) : at === 0 ? at : t("up to {at}", { at }),
        score,
      }),
    ),
    t("otherwise {otherwise}", { otherwise }),
  ].join(", ");
export const sayFigure = ({ kind, of }: Measure, figure: number): string =>
  kind === "seconds"
    ? `${figure} s`
    : kind === "minutes"
      ? `${figure} min`
      : of === null
        ? `${figure} ×`
        : t("{figure} of {of}", { figure, of });
