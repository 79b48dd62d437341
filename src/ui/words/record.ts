/** Parts of a session's record in words. */

import { here } from "#contracts/ladder.here.ts";
import type { SessionRecord, Swap } from "#core/card/card.ts";
import { groupBy } from "#core/kernel/group.ts";
import { inner } from "./figures.ts";
import { COURSE, SIDE } from "./labels.ts";
import { sayFigure } from "./measures.ts";

export const sayScores = (scores: SessionRecord["scores"]): readonly string[] =>
  [...groupBy(scores, (given) => given.skill)].map(([skill, given]) => {
    const said = given.map(({ side, score }) => (side === "both" ? String(score) : `${SIDE[side]} ${score}`)).join(", ");
    return `${here().of(skill).words} ${said}`;
  });
export const saySwap = ({ skill, did, why }: Swap): string =>
  `${here().of(skill).words}: ${did === null ? "left out" : `${inner(here().of(did).words)} instead`}. ${why}`;
/** A figure, with what it counts where the ladder still says so. */
export function sayMeasure({ skill, figure }: SessionRecord["measures"][number]): string {
  const { words, measure } = here().of(skill);
  return `${words}: ${measure ? `${sayFigure(measure, figure)} (${measure.words})` : figure}`;
}
export const sayReading = ({ minute, pulse, breaths }: SessionRecord["readings"][number]): string =>
  `after ${minute} min ${[pulse === null ? "" : `pulse ${pulse}`, breaths === null ? "" : `${breaths} breaths`].filter(Boolean).join(", ")}`;

export const sayCourseMark = ({ minute, state, side }: SessionRecord["course"][number]): string =>
  `minute ${minute}: ${inner(COURSE[state])}${side ? `, ${side}` : ""}`;

export const sayCalm = ({ skill, answer, why }: NonNullable<SessionRecord["calm"]>): string =>
  `${here().of(skill).words}: ${answer === "yes" ? "it was calm, and asked" : "not yet"}${why ? `. ${why}` : ""}`;
