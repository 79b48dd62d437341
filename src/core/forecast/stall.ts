/**
 * The stall alarm: whether a horse has stopped learning in a way that looks bodily. Beside the belief run copies that hold a stall to have begun at
 * one of the last sessions, in one of three groups of skills; where they explain the scores much better, the barn is told. It names where to look
 * and never says what it is.
 */
import { type Belief, copyOf, takeIn } from "./estimator.ts";
import type { ScoredSession, SkillShape } from "./stay.ts";

export const STALL_GROUPS = ["all-but-handling", "under-saddle", "bit-and-steering"] as const;
export type StallGroup = (typeof STALL_GROUPS)[number];

const SADDLE_NATURES = ["first-rides", "education", "jumping"];
const inGroup: Readonly<Record<StallGroup, (skill: SkillShape) => boolean>> = {
  "all-but-handling": ({ nature }) => nature !== "handling",
  "under-saddle": ({ nature }) => SADDLE_NATURES.includes(nature),
  "bit-and-steering": ({ atTheBit }) => atTheBit,
};

const ONSETS_KEPT = 8;
const ONSET_CHANCE = 0.0065;
const WATCH = -0.7;
const ALARM = -0.4;
const SILENT_SESSIONS = 6;
const GAIN = 0.15;
const SCORE = -0.5;
const TRACKS_NAMED = 4;

export interface StallAlarm {
  readonly kind: "watch" | "stall";
  readonly day: number;
  readonly group: StallGroup;
  /** Onset that explains the scores best. */
  readonly since: number;
  /** log10 of the odds. */
  readonly odds: number;
  /** Tracks whose scores carry it, the most telling first. */
  readonly tracks: readonly string[];
}

interface Suspect {
  readonly group: StallGroup;
  readonly since: number;
  readonly belief: Belief;
  readonly slowed: Uint8Array;
  /** How much better each track's scores are explained, in log-likelihood. */
  readonly gains: Map<string, number>;
}

export interface StallWatch {
  /**
   * Takes the session into the belief and into every copy; an alarm where there is one to raise. Where nobody asks of alarms so far back, no copy is
   * made: that is most of the cost.
   */
  takeIn(session: ScoredSession, asked?: boolean): StallAlarm | null;
  /** log10 odds of a stall after the last session. */
  readonly odds: number;
}

/** Follows a belief, which it moves on itself. */
export function watchStalls(belief: Belief): StallWatch {
  const { skills } = belief.layout;
  const groups = STALL_GROUPS.map((group) => ({
    group,
    slowed: Uint8Array.from(skills, (skill) => Number(inGroup[group](skill))),
  })).filter(({ slowed }) => slowed.some((one) => one === 1));
  let suspects: readonly Suspect[] = [];
  let silent = 0;
  let odds = Number.NEGATIVE_INFINITY;
  return {
    get odds() {
      return odds;
    },
    takeIn: (session, asked = true) => {
      const begun = (): Suspect[] =>
        groups.map(({ group, slowed }) => ({
          group,
          since: session.day,
          belief: copyOf(belief),
          slowed,
          gains: new Map(),
        }));
      suspects = [...suspects, ...(asked ? begun() : [])].slice(-ONSETS_KEPT * groups.length);
      const plain = new Map<string, number>();
      takeIn(belief, session, { heard: (track, gain) => plain.set(track, (plain.get(track) ?? 0) + gain) });
      for (const suspect of suspects)
        takeIn(suspect.belief, session, {
          slowed: { skills: suspect.slowed, gain: GAIN, score: SCORE },
          heard: (track, gain) => suspect.gains.set(track, (suspect.gains.get(track) ?? 0) + gain),
        });
      for (const suspect of suspects)
        for (const [track, gain] of plain) suspect.gains.set(track, (suspect.gains.get(track) ?? 0) - gain);
      const better = ({ belief: copy }: Suspect): number => copy.logLikelihood - belief.logLikelihood;
      const sum = suspects.reduce((total, suspect) => total + Math.exp(better(suspect)), 0);
      odds = Math.log10((ONSET_CHANCE * sum) / Math.max(1, groups.length));
      if (silent > 0) silent -= 1;
      if (suspects.length === 0) return null;
      if (odds <= WATCH || silent > 0) return null;
      const best = suspects.reduce((a, b) => (better(b) > better(a) ? b : a));
      if (odds > ALARM) silent = SILENT_SESSIONS;
      const telling = [...best.gains].filter(([, gain]) => gain > 0).sort((a, b) => b[1] - a[1]);
      return {
        kind: odds > ALARM ? "stall" : "watch",
        day: session.day,
        group: best.group,
        since: best.since,
        odds,
        tracks: telling.slice(0, TRACKS_NAMED).map(([track]) => track),
      };
    },
  };
}
