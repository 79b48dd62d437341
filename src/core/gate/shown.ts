/** What the work of today has shown already of the ground check, by the card's own scores: proposed to whoever ticks, never ticked by itself. */
import type { ScoreGiven } from "../card/score-given.ts";
import { hasTag } from "../ladder/ladder.ts";
import { WELL } from "../ladder/marks.ts";
import type { Skill } from "../ladder/skill.ts";
import type { Tag } from "../ladder/tags.ts";
import type { GateTick } from "../permission/ground-check.ts";

/** Tack, girth, attention and people are looked at, not scored. */
const SCORED: readonly { readonly tick: GateTick; readonly tag: Tag; readonly side: "left" | "right" | null }[] = [
  { tick: "head-left", tag: "give-head", side: "left" },
  { tick: "head-right", tag: "give-head", side: "right" },
  { tick: "hindquarters-left", tag: "hindquarters", side: "left" },
  { tick: "hindquarters-right", tag: "hindquarters", side: "right" },
  { tick: "back", tag: "back-in-hand", side: null },
  { tick: "head-down", tag: "head-down", side: null },
  { tick: "moved-out", tag: "loose-tack", side: null },
  { tick: "block", tag: "block", side: null },
];

export interface ShownToday {
  /** Scored 3 or more today, on every side that was scored. */
  readonly shown: readonly GateTick[];
  /** Scored below 3 today: not so, whatever is ticked in one go. */
  readonly against: readonly GateTick[];
}
/** `scores`: of today's card as far as it is written. */
export function shownToday(ladder: readonly Skill[], scores: readonly ScoreGiven[], asked: readonly GateTick[]): ShownToday {
  const read = SCORED.filter(({ tick }) => asked.includes(tick)).flatMap(({ tick, tag, side }) => {
    const given = scores.filter(
      (one) =>
        (side === null || one.side === side || one.side === "both") &&
        ladder.some((skill) => skill.id === one.skill && hasTag(skill, tag)),
    );
    return given.length === 0 ? [] : [{ tick, well: given.every(({ score }) => score >= WELL) }];
  });
  return {
    shown: read.filter(({ well }) => well).map(({ tick }) => tick),
    against: read.filter(({ well }) => !well).map(({ tick }) => tick),
  };
}
