/** Parts of a session's record in words. */

import { here } from "#contracts/ladder.here.ts";
import type { SessionRecord, Swap } from "#core/card/card.ts";
import { groupBy } from "#core/kernel/group.ts";
import { t } from "#ui/words/speak.ts";
import { inner } from "./figures.ts";
import { COURSE, SIDE } from "./labels.ts";
import { sayFigure } from "./measures.ts";

export const sayScores = (scores: SessionRecord["scores"]): readonly string[] =>
  [...groupBy(scores, (given) => given.skill)].map(([skill, given]) => {
    const said = given.map(({ side, score }) => (side === "both" ? String(score) : `${SIDE[side]} ${score}`)).join(", ");
    return `${t(here().of(skill).words)} ${said}`;
  });
export const saySwap = ({ skill, did, why }: Swap): string =>
  `${t(here().of(skill).words)}: ${did === null ? t("left out") : t("{did} instead", { did: inner(t(here().of(did).words)) })}. ${why}`;
/** A figure, with what it counts where the ladder still says so. */
export function sayMeasure({ skill, figure }: SessionRecord["measures"][number]): string {
  const { words, measure } = here().of(skill);
  return `${t(words)}: ${measure ? `${sayFigure(measure, figure)} (${measure.words})` : figure}`;
}
export const sayReading = ({ minute, pulse, breaths }: SessionRecord["readings"][number]): string =>
  t("after {minute} min {readings}", {
    minute,
    readings: [pulse === null ? "" : t("pulse {pulse}", { pulse }), breaths === null ? "" : t("{breaths} breaths", { breaths })]
      .filter(Boolean)
      .join(", "),
  });

export const sayCourseMark = ({ minute, state, side }: SessionRecord["course"][number]): string =>
  t("minute {minute}: {state}{more}", { minute, state: inner(COURSE[state]), more: side ? `, ${SIDE[side]}` : "" });

export const sayCalm = ({ skill, answer, why }: NonNullable<SessionRecord["calm"]>): string =>
  `${t(here().of(skill).words)}: ${answer === "yes" ? t("it was calm, and asked") : t("not yet")}${why ? `. ${why}` : ""}`;
