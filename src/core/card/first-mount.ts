/**
 * A first mounting, step by step on one side and then, after a rest with everything off, on the other to the level that it accepts. It stops at
 * the best place that the horse allows, which may be well short of sitting.
 */
import type { Side } from "../kernel/sides.ts";

export const MOUNT_STEPS = ["bend-hold", "foot", "bounce", "weight", "across", "up-off", "sat"] as const;
export type MountStep = (typeof MOUNT_STEPS)[number];

/** The last step that was accepted, by side; null: none, or that side was not tried. */
export type MountReached = Readonly<Record<Side, MountStep | null>>;

export interface Mounting {
  readonly reached: MountReached;
  readonly side: Side;
  /** Stopped on this side: at the best place that the horse allowed. */
  readonly stopped: readonly Side[];
}
export const beginMounting = (side: Side): Mounting => ({ reached: { left: null, right: null }, side, stopped: [] });

const rankOf = (step: MountStep | null): number => (step === null ? -1 : MOUNT_STEPS.indexOf(step));
const otherSide = (side: Side): Side => (side === "left" ? "right" : "left");

/** The furthest that a side may be taken: the second side goes no further than the first was accepted. */
export const furthest = ({ reached, side, stopped }: Mounting): MountStep | null =>
  stopped.includes(otherSide(side)) ? reached[otherSide(side)] : (MOUNT_STEPS.at(-1) ?? null);

/** What comes next on this side; null: nothing more is asked. */
export function nextStep(mounting: Mounting): MountStep | null {
  if (mounting.stopped.includes(mounting.side)) return null;
  const next = MOUNT_STEPS[rankOf(mounting.reached[mounting.side]) + 1];
  return next !== undefined && rankOf(next) <= rankOf(furthest(mounting)) ? next : null;
}
/** The horse accepted the step that was asked: softly, and it stood. */
export function accepted(mounting: Mounting): Mounting {
  const step = nextStep(mounting);
  return step === null ? mounting : { ...mounting, reached: { ...mounting.reached, [mounting.side]: step } };
}
/** Stops on this side; after a rest the other side begins, once. */
export function stoppedHere(mounting: Mounting): Mounting {
  const stopped = mounting.stopped.includes(mounting.side) ? mounting.stopped : [...mounting.stopped, mounting.side];
  const other = otherSide(mounting.side);
  return { ...mounting, stopped, side: stopped.includes(other) ? mounting.side : other };
}
export const isOver = ({ stopped }: Mounting): boolean => stopped.length === 2;
