/** A session's record, field by field, in words: where two people wrote at once, both versions are shown so. */

import type { Named } from "#contracts/views.card.ts";
import type { SessionRecord } from "#core/card/card.ts";
import { minutesUntilSoft } from "#core/card/course.ts";
import type { OpenRecord, RecordField } from "#core/card/merge.ts";
import { signOf } from "#core/intake/signs.ts";
import { t } from "#ui/words/speak.ts";
import { inner, listed } from "./figures.ts";
import { sayMount, sayTaken } from "./first-steps.ts";
import { outerGear } from "./gear.ts";
import { sayIncident } from "./incident.ts";
import { sayJump } from "./jump.ts";
import { ENDING, GAIT, SIDE, WEATHER } from "./labels.ts";
import { sayCalm, sayCourseMark, sayMeasure, sayReading, sayScores, saySwap } from "./record.ts";
import { skillWords } from "./skills.ts";

const SAYS: { [K in RecordField]: readonly [string, (record: OpenRecord, name: (id: string) => string) => string] } = {
  groundMinutes: ["Minutes on the ground", (r) => String(r.groundMinutes)],
  saddleMinutes: ["Minutes in the saddle", (r) => String(r.saddleMinutes)],
  circleMinutes: ["Minutes on the circle", (r) => String(r.circleMinutes)],
  gaits: ["Gaits", (r) => listed(r.gaits.map((gait) => GAIT[gait]))],
  weather: ["Weather", (r) => WEATHER[r.weather]],
  tack: ["Gear", (r) => outerGear(r.tack)],
  gearWhy: ["Why other gear", (r) => r.gearWhy],
  helper: ["Who helped", (r, name) => (r.helper ? name(r.helper) : t("nobody"))],
  scores: ["Scores", (r) => [...sayScores(r.scores)].sort().join("\n")],
  measures: ["Counted and timed", (r) => r.measures.map(sayMeasure).join("\n")],
  swaps: ["Swapped", (r) => r.swaps.map(saySwap).join("\n")],
  course: ["How it stood", (r) => r.course.map(sayCourseMark).join("\n")],
  signs: ["Signs", (r) => r.signs.map((seen) => `${t(signOf(seen.sign).words)} ${SIDE[seen.side]} ${seen.strength}`).join("\n")],
  incidents: ["Incidents", (r) => r.incidents.map(sayIncident).join("\n")],
  firsts: ["Firsts", (r) => r.firsts.map((first) => first.words).join("\n")],
  mount: ["First mounting", (r) => (r.mount ? sayMount(r.mount) : "")],
  taken: ["A first time", (r) => (r.taken ? sayTaken(r.taken) : "")],
  offered: ["Offered more in", (r) => listed(r.offered.map((id) => inner(skillWords(id))))],
  readings: ["Cool-down", (r) => r.readings.map(sayReading).join("\n")],
  ending: ["The end", (r) => listed(r.ending.map((tick) => ENDING[tick]))],
  endedWell: ["Ended well", (r) => (r.endedWell === null ? "" : r.endedWell ? t("yes") : t("no"))],
  word: ["Word for the next rider", (r) => r.word],
  nextTime: ["Next time", (r) => r.nextTime],
  ifCalm: ["Next time, if calm", (r) => (r.ifCalm === null ? "" : skillWords(r.ifCalm))],
  calm: ["If calm", (r) => (r.calm === null ? "" : sayCalm(r.calm))],
  smaller: ["The smaller version", (r) => (r.smaller ? t("yes") : t("no"))],
  jump: ["Jumping", (r) => (r.jump ? sayJump(r.jump) : "")],
};

export const fieldWords = (field: RecordField): string => t(SAYS[field][0]);
export const sayField = (field: RecordField, record: OpenRecord, people: readonly Named[]): string =>
  SAYS[field][1](record, (id) => people.find((one) => one.id === id)?.name ?? t("somebody")) || t("nothing");

/** 'soft after 4 min left, 9 min right'; null: nothing was tapped. */
export function sayCourse(course: SessionRecord["course"]): string | null {
  if (course.length === 0) return null;
  const sides = [...new Set(course.map(({ side }) => side))];
  const parts = sides.map((side) => {
    const minutes = minutesUntilSoft(course, side);
    const where = side ? ` ${SIDE[side]}` : "";
    return minutes === null
      ? t("not soft{where}", { where })
      : minutes === 0
        ? t("soft from the start{where}", { where })
        : t("soft after {minutes} min{where}", { minutes, where });
  });
  return listed(parts);
}
