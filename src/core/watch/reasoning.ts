/**
 * Schooling or pain? The way practitioners tell, written out from the record: what gets better with quiet work is schooling; what stays while the rest rises is
 * checked; what goes with a piece of tack is tack; what shows on one side alone is soundness to rule out first; what came suddenly is the vet's. It points to who
 * looks, and never says what it is.
 */
import { TRIAL_CAUSE, type Trial, type TrialResult } from "../intake/cause-rules.ts";
import { causeOf } from "../intake/causes.ts";
import type { SeenSign } from "../intake/seen.ts";
import { signOf } from "../intake/signs.ts";
import { groupBy } from "../kernel/group.ts";
import { SIDES, type Side } from "../kernel/sides.ts";
import type { ProgressEvidence } from "./evidence.ts";

/** Where it points, the most pressing first. */
export const POINTS = ["vet", "soundness", "check", "tack", "schooling"] as const;
export type PointsTo = (typeof POINTS)[number];

export type Reasoned = { readonly points: PointsTo } & (
  | { readonly because: "sudden" | "better" | "same"; readonly sign: string; readonly side: Side | null }
  | { readonly because: "one-side"; readonly sign: string; readonly side: Side }
  | { readonly because: "answered"; readonly sign: string }
  | { readonly because: "tack-gone"; readonly change: Trial }
  /** Skills that stand still while others rise; `side`: on that one alone. */
  | { readonly because: "standstill"; readonly skills: readonly string[]; readonly rose: number; readonly side: Side | null }
);

/** Tack that was changed is looked at by who fits it, feet by the farrier; what company, a rider or a shorter session does is schooling. */
function pointsOf(change: Trial): PointsTo {
  const cause = TRIAL_CAUSE[change];
  return !causeOf(cause).body ? "schooling" : cause === "feet" ? "check" : "tack";
}
/** The one side on which all of these were seen; null: on both, or where no side is told. */
const sideOf = (seen: readonly { readonly side: SeenSign["side"] }[]): Side | null =>
  SIDES.find((side) => seen.length > 0 && seen.every((one) => one.side === side)) ?? null;

function ofSign(sign: string, seen: readonly SeenSign[]): readonly Reasoned[] {
  const trends = new Set(seen.map(({ trend }) => trend));
  const side = sideOf(seen);
  if (trends.has("sudden")) return [{ points: "vet", because: "sudden", sign, side }];
  if (trends.has("better")) return [{ points: "schooling", because: "better", sign, side }];
  if (side !== null) return [{ points: "soundness", because: "one-side", sign, side }];
  return trends.has("same") ? [{ points: "check", because: "same", sign, side }] : [];
}

export function schoolingOrPain({
  signs,
  trials,
  standing,
  answered,
}: {
  /** Signs that somebody has looked into and found nothing in the body for: what is left of them is schooling. */
  readonly answered: ReadonlySet<string>;
  /** As they stand after the last session (intake/sign-trend.ts). */
  readonly signs: readonly SeenSign[];
  readonly trials: readonly { readonly change: Trial; readonly result: TrialResult }[];
  readonly standing: readonly ProgressEvidence[];
}): readonly Reasoned[] {
  const bad = groupBy(
    signs.filter(({ sign }) => !signOf(sign).good),
    ({ sign }) => sign,
  );
  const still = standing.flatMap((one) => (one.code === "unchanged" ? [one] : []));
  const rose = standing.reduce((sum, one) => sum + (one.code === "rose" ? one.skills : 0), 0);
  const side = standing.find((one) => one.code === "one-side")?.side ?? null;
  const told: readonly Reasoned[] = [
    ...[...bad].flatMap(([sign, seen]): readonly Reasoned[] =>
      answered.has(sign) && !seen.some(({ trend }) => trend === "sudden")
        ? [{ points: "schooling", because: "answered", sign }]
        : ofSign(sign, seen),
    ),
    ...trials.flatMap(({ change, result }): Reasoned[] =>
      result === "gone" ? [{ points: pointsOf(change), because: "tack-gone", change }] : [],
    ),
    ...(still.length > 0 && rose > 0
      ? [
          {
            points: side ? ("soundness" as const) : ("check" as const),
            because: "standstill" as const,
            skills: [...new Set(still.map(({ skill }) => skill))],
            rose,
            side,
          },
        ]
      : []),
  ];
  return [...told].sort((a, b) => POINTS.indexOf(a.points) - POINTS.indexOf(b.points));
}
