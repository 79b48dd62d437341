/**
 * A first time, one stage at a time: on one side, and after a rest on the other to what the first accepted; then back to the good side, to end well. It is
 * asked once, goes only as far as the horse offers, and stops at the best place that the horse allows, which may be well short of the whole.
 */
import type { Score, Side, TrackSide } from "../kernel/sides.ts";
import type { Tag } from "../ladder/tags.ts";
import type { ScoreGiven } from "./score-given.ts";

export const MOUNT_STEPS = ["bend-hold", "foot", "bounce", "weight", "across", "up-off", "sat"] as const;
export type MountStep = (typeof MOUNT_STEPS)[number];
/** The last stage of a mounting that was accepted, by side; null: none, or that side was not tried. */
export type MountReached = Readonly<Record<Side, MountStep | null>>;

/** What is taken stage by stage. A mounting covers the foot in the stirrup, lying across and sitting. */
export const TAKEN_STEPS = [
  "mount",
  "saddle",
  "girth",
  "first-ride",
  "first-steps",
  "trot",
  "canter",
  "open-arena",
  "company",
  "outside",
  "second-bit",
  "back-girth",
  "fence",
] as const;
export type TakenStep = (typeof TAKEN_STEPS)[number];

/** The stages of each, smallest first: the house's judgement. */
export const STAGES_OF = {
  mount: MOUNT_STEPS,
  saddle: ["shown", "lifted", "left-on", "walked"],
  girth: ["strap-felt", "snug", "moved-over", "tightened", "loose-trot"],
  "first-ride": ["up-off", "bent", "walked-few", "turned-stopped", "trotted-few"],
  "first-steps": ["bent", "untracked", "one-step", "few-steps", "round-pen"],
  trot: ["walk-soft", "few-strides", "half-round", "whole-round"],
  canter: ["trot-soft", "few-strides", "half-round", "whole-round"],
  "open-arena": ["led-round", "walk-wall", "walk-middle", "trot-wall"],
  company: ["stood-near", "walk-behind", "walk-beside", "walk-ahead"],
  outside: ["led-out", "walk-near", "walk-away", "home-quiet"],
  "second-bit": ["shown-worn", "carried", "gave-ground", "ridden-walk"],
  "back-girth": ["hung-loose", "snug", "moved", "loose-trot"],
  fence: ["poles-flat", "in-hand", "walked-over", "trotted-over"],
} as const satisfies Readonly<Record<TakenStep, readonly string[]>>;
export type StageOf = (typeof STAGES_OF)[TakenStep][number];

export type Reached = Readonly<Partial<Record<TrackSide, StageOf | null | undefined>>>;
/** What was reached of a first time, as the record keeps it. */
export interface TakenRecord {
  readonly step: TakenStep;
  readonly reached: Reached;
}
/** One that is under way. */
export interface Taking extends TakenRecord {
  /** In the order in which they are tried. */
  readonly sides: readonly TrackSide[];
  /** So many sides are done with. */
  readonly done: number;
  /** It went back to the side that was good, and ends there. */
  readonly ended: boolean;
}

/** `first`: the side that the record says is easier; `sided` false: it has none. */
export function beginTaking(step: TakenStep, sided: boolean, first: Side): Taking {
  const sides: readonly TrackSide[] = sided ? [first, first === "left" ? "right" : "left"] : ["both"];
  return { step, reached: {}, sides, done: 0, ended: false };
}
const stagesOf = ({ step }: Pick<TakenRecord, "step">): readonly StageOf[] => STAGES_OF[step];
/** -1: none. */
export const rankIn = (taken: Pick<TakenRecord, "step">, stage: StageOf | null | undefined): number =>
  stage ? stagesOf(taken).indexOf(stage) : -1;
/** The side that is worked; null: all were. */
export const sideNow = ({ sides, done }: Taking): TrackSide | null => sides[done] ?? null;

/** The furthest that the side may be taken: the second goes no further than the first was accepted. */
export const furthest = (taking: Taking): StageOf | null => {
  const [first] = taking.sides;
  return taking.done > 0 && first ? (taking.reached[first] ?? null) : (stagesOf(taking).at(-1) ?? null);
};
/** What is asked next on this side; null: nothing more. */
export function nextStage(taking: Taking): StageOf | null {
  const side = sideNow(taking);
  if (!side) return null;
  const next = stagesOf(taking)[rankIn(taking, taking.reached[side]) + 1];
  return next !== undefined && rankIn(taking, next) <= rankIn(taking, furthest(taking)) ? next : null;
}
/** The horse accepted the stage that was asked. */
export function accepted(taking: Taking): Taking {
  const [side, stage] = [sideNow(taking), nextStage(taking)];
  return side && stage ? { ...taking, reached: { ...taking.reached, [side]: stage } } : taking;
}
/** Stops on this side at the best place; after a rest the other begins, once. */
export const stoppedHere = (taking: Taking): Taking => ({
  ...taking,
  reached: { ...Object.fromEntries(taking.sides.slice(0, taking.done + 1).map((side) => [side, null])), ...taking.reached },
  done: Math.min(taking.sides.length, taking.done + 1),
});
/** Where it goes back to, once more, before it ends: the good side, where both were tried; null: it ends where it is. */
export function backTo(taking: Taking): { readonly side: TrackSide; readonly stage: StageOf } | null {
  const [first] = taking.sides;
  const stage = first && taking.reached[first];
  return taking.done >= taking.sides.length && taking.sides.length > 1 && !taking.ended && first && stage
    ? { side: first, stage }
    : null;
}
export const wentBack = (taking: Taking): Taking => ({ ...taking, ended: true });
export const isOver = (taking: Taking): boolean => taking.done >= taking.sides.length && backTo(taking) === null;

/** Which skill each stage is a score of, from which stage on: what was reached is the score, and is entered once. */
const MOUNT_SCORES: readonly { readonly tag: Tag; readonly from: readonly (readonly [MountStep, Score])[] }[] = [
  {
    tag: "stirrup-weight",
    from: [
      ["foot", 1],
      ["bounce", 2],
      ["weight", 3],
    ],
  },
  { tag: "lie-across", from: [["across", 3]] },
  {
    tag: "sit",
    from: [
      ["up-off", 2],
      ["sat", 3],
    ],
  },
];
const HALF = 0.5;

/** Whole: 3, half of it: 2, begun: 1, nothing accepted: 0. `skills`: of the step; a mounting has three, by their tags. A skill without sides has its better one. */
export function scoresOf(
  taken: TakenRecord,
  skills: readonly { readonly id: string; readonly tags: readonly Tag[]; readonly sided: boolean }[],
): readonly ScoreGiven[] {
  const tried = Object.entries(taken.reached) as readonly (readonly [TrackSide, StageOf | null])[];
  return skills.flatMap((skill) => {
    const given = tried.flatMap(([side, stage]): readonly ScoreGiven[] => {
      const score = taken.step === "mount" ? mountScore(skill.tags, stage) : shareScore(taken, stage);
      return score === null ? [] : [{ skill: skill.id, side, score }];
    });
    if (skill.sided || given.length === 0) return given;
    const best = given.reduce((a, c) => (c.score > a.score ? c : a));
    return [{ ...best, side: "both" }];
  });
}
function mountScore(tags: readonly Tag[], stage: StageOf | null): Score | null {
  const rank = rankIn({ step: "mount" }, stage);
  const of = MOUNT_SCORES.find(({ tag }) => tags.includes(tag))?.from ?? [];
  return of.filter(([from]) => rank >= rankIn({ step: "mount" }, from)).at(-1)?.[1] ?? null;
}
function shareScore(taken: TakenRecord, stage: StageOf | null): Score {
  const share = (rankIn(taken, stage) + 1) / stagesOf(taken).length;
  return share >= 1 ? 3 : share >= HALF ? 2 : share > 0 ? 1 : 0;
}
