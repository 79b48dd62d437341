/** A session's record, field by field, in words: where two people wrote at once, both versions are shown so. */

import { here } from "#contracts/ladder.here.ts";
import type { Named } from "#contracts/views.card.ts";
import type { SessionRecord, Swap } from "#core/card/card.ts";
import type { OpenRecord, RecordField } from "#core/card/merge.ts";
import { signOf } from "#core/intake/signs.ts";
import { groupBy } from "#core/kernel/group.ts";
import { inner, listed } from "./figures.ts";
import { sayIncident } from "./incident.ts";
import { COURSE, ENDING, GAIT, MOUNT, SIDE, TACK, WEATHER } from "./labels.ts";
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
export const sayMount = ({ left, right }: NonNullable<SessionRecord["mount"]>): string =>
  `First mounting: left ${left ? inner(MOUNT[left]) : "not tried"}; right ${right ? inner(MOUNT[right]) : "not tried"}.`;
export const sayReading = ({ minute, pulse, breaths }: SessionRecord["readings"][number]): string =>
  `after ${minute} min ${[pulse === null ? "" : `pulse ${pulse}`, breaths === null ? "" : `${breaths} breaths`].filter(Boolean).join(", ")}`;

export const sayCourseMark = ({ minute, state, side }: SessionRecord["course"][number]): string =>
  `minute ${minute}: ${inner(COURSE[state])}${side ? `, ${side}` : ""}`;

export const sayCalm = ({ skill, answer, why }: NonNullable<SessionRecord["calm"]>): string =>
  `${here().of(skill).words}: ${answer === "yes" ? "it was calm, and asked" : "not yet"}${why ? `. ${why}` : ""}`;

const SAYS: { [K in RecordField]: readonly [string, (record: OpenRecord, name: (id: string) => string) => string] } = {
  groundMinutes: ["Minutes on the ground", (r) => String(r.groundMinutes)],
  saddleMinutes: ["Minutes in the saddle", (r) => String(r.saddleMinutes)],
  circleMinutes: ["Minutes on the circle", (r) => String(r.circleMinutes)],
  gaits: ["Gaits", (r) => listed(r.gaits.map((gait) => GAIT[gait]))],
  weather: ["Weather", (r) => WEATHER[r.weather]],
  tack: ["Tack", (r) => listed(r.tack.map((tack) => TACK[tack]))],
  helper: ["Who helped", (r, name) => (r.helper ? name(r.helper) : "nobody")],
  scores: ["Scores", (r) => [...sayScores(r.scores)].sort().join("\n")],
  measures: ["Counted and timed", (r) => r.measures.map(sayMeasure).join("\n")],
  swaps: ["Swapped", (r) => r.swaps.map(saySwap).join("\n")],
  course: ["How it stood", (r) => r.course.map(sayCourseMark).join("\n")],
  signs: ["Signs", (r) => r.signs.map((seen) => `${signOf(seen.sign).words} ${SIDE[seen.side]} ${seen.strength}`).join("\n")],
  incidents: ["Incidents", (r) => r.incidents.map(sayIncident).join("\n")],
  firsts: ["Firsts", (r) => r.firsts.map((first) => first.words).join("\n")],
  mount: ["First mounting", (r) => (r.mount ? sayMount(r.mount) : "")],
  readings: ["After work", (r) => r.readings.map(sayReading).join("\n")],
  ending: ["The end", (r) => listed(r.ending.map((tick) => ENDING[tick]))],
  endedWell: ["Ended well", (r) => (r.endedWell === null ? "" : r.endedWell ? "yes" : "no")],
  word: ["Word for the next rider", (r) => r.word],
  nextTime: ["Next time", (r) => r.nextTime],
  ifCalm: ["Next time, if calm", (r) => (r.ifCalm === null ? "" : here().of(r.ifCalm).words)],
  calm: ["If calm", (r) => (r.calm === null ? "" : sayCalm(r.calm))],
  smaller: ["The smaller version", (r) => (r.smaller ? "yes" : "no")],
};

export const fieldWords = (field: RecordField): string => SAYS[field][0];
export const sayField = (field: RecordField, record: OpenRecord, people: readonly Named[]): string =>
  SAYS[field][1](record, (id) => people.find((one) => one.id === id)?.name ?? "somebody") || "nothing";
