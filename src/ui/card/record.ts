/** A card's record while it is being written, and its comparison with what somebody else saved. */

import type { CardView } from "#contracts/views.ts";
import type { SessionRecord } from "#core/card/card.ts";
import { minutesOf, NO_TIMERS, standingAt, type Timers } from "#core/card/timers.ts";
import type { GateTick, RedSign } from "#core/gate/gate.ts";
import { signOf } from "#core/intake/signs.ts";
import { groupBy } from "#core/kernel/group.ts";
import { skillOf } from "#core/ladder/skills.ts";
import { listed } from "#ui/words/figures.ts";
import { GAIT, INCIDENT, SIDE, TACK, WEATHER } from "#ui/words/labels.ts";

export interface Draft extends Omit<SessionRecord, "endedWell"> {
  /** Null until somebody says so: nothing is assumed. */
  readonly endedWell: boolean | null;
  readonly ticks: readonly GateTick[];
  readonly redSigns: readonly RedSign[];
  readonly overrideReason: string;
  /** Minutes by the clock; the steppers follow them. */
  readonly timers: Timers;
}

/** An empty record, or the newest revision to correct. */
export function draftOf(view: CardView): Draft {
  const newest = view.revisions[0];
  if (newest)
    return {
      ...newest.record,
      ticks: newest.gateTicks,
      redSigns: newest.redSigns,
      overrideReason: newest.overrideReason,
      timers: standingAt(newest.record),
    };
  return {
    groundMinutes: 0,
    saddleMinutes: 0,
    gaits: [],
    weather: "calm",
    tack: (view.lastTime?.tack ?? []) as Draft["tack"],
    scores: [],
    signs: [],
    incidents: [],
    firsts: [],
    endedWell: null,
    word: "",
    nextTime: "",
    ticks: [],
    redSigns: [],
    overrideReason: "",
    timers: NO_TIMERS,
  };
}

/** Timers and the minutes that they say; drafts that were kept before there were timers begin at what was stepped. */
export const timersOf = (draft: Draft): Timers => draft.timers ?? standingAt(draft);
export const timed = (timers: Timers, now: number) => ({
  timers,
  groundMinutes: minutesOf(timers.ground, now),
  saddleMinutes: minutesOf(timers.saddle, now),
});

/** The fields that contracts/card.ts takes, and nothing else. */
export const toRequest = (id: string, version: number, d: Draft) => ({
  id,
  version,
  record: {
    groundMinutes: d.groundMinutes,
    saddleMinutes: d.saddleMinutes,
    gaits: d.gaits,
    weather: d.weather,
    tack: d.tack,
    scores: d.scores,
    signs: d.signs,
    incidents: d.incidents,
    firsts: d.firsts,
    endedWell: d.endedWell,
    word: d.word,
    nextTime: d.nextTime,
  },
  gate: { ticks: d.ticks, redSigns: d.redSigns, overrideReason: d.overrideReason },
});

const SAYS: { [K in keyof SessionRecord]: readonly [string, (record: SessionRecord) => string] } = {
  groundMinutes: ["Minutes on the ground", (r) => String(r.groundMinutes)],
  saddleMinutes: ["Minutes in the saddle", (r) => String(r.saddleMinutes)],
  gaits: ["Gaits", (r) => listed(r.gaits.map((gait) => GAIT[gait]))],
  weather: ["Weather", (r) => WEATHER[r.weather]],
  tack: ["Tack", (r) => listed(r.tack.map((tack) => TACK[tack]))],
  scores: [
    "Scores",
    (r) =>
      [...groupBy(r.scores, (given) => given.skill)]
        .map(
          ([skill, given]) =>
            `${skillOf(skill).words} ${given.map(({ side, score }) => `${SIDE[side]} ${score}`.trim()).join(", ")}`,
        )
        .sort()
        .join("\n"),
  ],
  signs: ["Signs", (r) => r.signs.map((seen) => `${signOf(seen.sign).words} ${SIDE[seen.side]} ${seen.strength}`).join("\n")],
  incidents: ["Incidents", (r) => r.incidents.map((incident) => `${INCIDENT[incident.kind]}: ${incident.before}`).join("\n")],
  firsts: ["Firsts", (r) => r.firsts.map((first) => first.words).join("\n")],
  endedWell: ["Ended well", (r) => (r.endedWell === null ? "" : r.endedWell ? "yes" : "no")],
  word: ["Word for the next rider", (r) => r.word],
  nextTime: ["Next time", (r) => r.nextTime],
};

/** Where two records say different things, field by field. */
export function differences(mine: Draft, theirs: SessionRecord) {
  return (Object.keys(SAYS) as (keyof SessionRecord)[])
    .map((key) => ({ key, label: SAYS[key][0], mine: SAYS[key][1](mine as SessionRecord), theirs: SAYS[key][1](theirs) }))
    .filter((row) => row.mine !== row.theirs);
}
