/** The demo horses' hidden truth: where each stands on every track, how it learns, and what a rider would write of it. */
import type { Random } from "#core/kernel/random.ts";
import { type Score, sidesOf, type TrackSide } from "#core/kernel/sides.ts";
import { trackKey } from "#core/ladder/level.ts";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import type { Character } from "./cast.ts";

const BRANCH_START: Record<Character["kind"], Partial<Record<string, number>>> = {
  unhandled: { handling: 0.2 },
  halter: { handling: 2.4, yields: 0.9, send: 0.9, accepting: 0.3 },
  started: { handling: 4.2, yields: 4, send: 3.8, accepting: 4.3, mounting: 4.3, "first-rides": 4.6, education: 1.4 },
  restart: { handling: 3.3, yields: 2.2, send: 2.6, accepting: 3, mounting: 2.4, "first-rides": 1.6 },
};

/** Demo horses learn a little faster than the table says, so that eight weeks have something to show. */
const PACE = 1.5;

/** A horse that hurts somewhere learns next to nothing and does less than it can, but for being handled. */
const STALLED = { learns: 0.06, lower: 0.9 };

export interface Truth {
  score(skill: string, side: TrackSide, stalled?: boolean): Score;
  work(skill: string, minutes: number, stalled: boolean): void;
  layOff(days: number): void;
}

export function truthOf(character: Character, random: Random): Truth {
  const level = new Map<string, number>();
  for (const skill of SKILLS.filter(({ everyday }) => everyday)) {
    const start = BRANCH_START[character.kind][skill.branch] ?? 0;
    for (const side of sidesOf(skill.sided)) {
      const lag = side === character.lag.side ? character.lag.by : 0;
      level.set(trackKey(skill.id, side), Math.max(0, Math.min(4.8, start === 0 ? 0 : start + 0.55 * random.normal() - lag)));
    }
  }
  return {
    score: (skill, side, stalled = false) => {
      const lower = stalled && skillOf(skill).branch !== "handling" ? STALLED.lower : 0;
      return Math.max(
        0,
        Math.min(5, Math.round((level.get(trackKey(skill, side)) ?? 0) - lower + 0.45 * random.normal())),
      ) as Score;
    },
    work(id, minutes, stalled) {
      const skill = skillOf(id);
      for (const side of sidesOf(skill.sided)) {
        const key = trackKey(id, side);
        const now = level.get(key) ?? 0;
        const ease = now < 3 ? 3 / skill.to3 : 1 / skill.to4;
        const learns = stalled && skill.branch !== "handling" ? STALLED.learns : 1;
        level.set(
          key,
          Math.min(5.2, now + PACE * character.pace * ease * Math.sqrt(minutes / 10) * learns * Math.exp(0.35 * random.normal())),
        );
      }
    },
    layOff(days) {
      for (const [key, now] of level) level.set(key, now * 0.985 ** days);
    },
  };
}

export const WORDS_WELL = [
  "Soft by the second try on both sides.",
  "Quiet from the first minute; stopped early.",
  "Blew out after the girth and stayed with me.",
  "Better than yesterday; waits to be asked.",
  "Let the rope go slack by itself.",
  "Worked by the gate without looking at it.",
];
export const WORDS_ROUGH = [
  "Stiff to start with; eased after the walk.",
  "Looked at the far corner all session.",
  "Short asks only: long ones made it worse.",
  "Leaned on the hard side until I slowed my hands.",
];
export const NEXT_TIME = [
  "Hard side first, then leave it.",
  "Begin where we ended.",
  "Move the feet before the saddle.",
  "Ask smaller, release sooner.",
  "Try the other place for a change.",
];
export const INCIDENTS = [
  ["spook", "A tarp lifted behind the rail.", "walk", ["something-new"]],
  ["buck", "At the change upward, fresh after a day off.", "canter", ["going-faster"]],
  ["pull-back", "Tied; a gate banged.", "tied", ["noise"]],
  ["kick", "Near hind picked up too fast.", "ground", ["nothing-seen"]],
] as const;
