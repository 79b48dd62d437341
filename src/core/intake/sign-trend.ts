/** How a sign moves over sessions: better with quiet work, unchanged, or come suddenly. It decides between schooling and a check (cause-rules.ts). */
import type { LocalDate } from "../calendar/local-date.ts";
import type { TrackSide } from "../kernel/sides.ts";
import type { Ladder } from "../ladder/ladder.ts";
import type { Trend } from "./cause-rules.ts";
import { RIDDEN_RUNG, RUNGS } from "./instrument.ts";
import type { SeenSign } from "./seen.ts";
import { type Strength, signOf } from "./signs.ts";

/** Sessions looked back on. */
const LOOK_BACK = 8;
const SEVERAL = 4;
const QUIET_BEFORE = 6;
/** Mean strength by which the later half must be under the earlier one. */
const BETTER_BY = 0.75;

const mean = (list: readonly number[]): number => list.reduce((sum, x) => sum + x, 0) / list.length;

/** `strengths`: one a session, oldest first, 0 where the sign was not seen. Too little seen gives 'unknown'. */
export function trendOf(strengths: readonly (0 | Strength)[]): Trend {
  const last = strengths.at(-1) ?? 0;
  const before = strengths.slice(-QUIET_BEFORE - 1, -1);
  if (last >= 2 && before.length === QUIET_BEFORE && before.every((strength) => strength === 0)) return "sudden";
  const recent = strengths.slice(-LOOK_BACK);
  if (recent.length < SEVERAL || recent.every((strength) => strength === 0)) return "unknown";
  const half = Math.floor(recent.length / 2);
  const [earlier, later] = [recent.slice(0, half), recent.slice(-half)];
  if (mean(earlier) - mean(later) >= BETTER_BY) return "better";
  return recent.filter((strength) => strength > 0).length >= SEVERAL && mean(later) >= mean(earlier) - BETTER_BY / 3
    ? "same"
    : "unknown";
}

export interface SessionSigns {
  readonly day: LocalDate;
  readonly signs: readonly {
    readonly sign: string;
    readonly skill: string | null;
    readonly side: TrackSide;
    readonly strength: Strength;
  }[];
}
/** A sign that has not shown in so many sessions is settled. */
const SETTLED_AFTER = 6;
/** Work without a skill named is work in hand. */
const rungOf = (skill: string | null, ladder: Ladder): string =>
  skill === null
    ? "lead"
    : ladder.find(skill)?.saddle
      ? RIDDEN_RUNG
      : (RUNGS.find((rung) => rung.skills.includes(skill))?.id ?? "lead");

export interface SignsNow {
  readonly signs: readonly SeenSign[];
  /** The day on which one was last seen. */
  readonly lastSeen: LocalDate;
}

/** Signs as they stand after the sessions since an evaluation: settled ones are gone, new ones are there, each with its trend. */
export function signsNow(
  walk: { readonly day: LocalDate; readonly signs: readonly SeenSign[] },
  sessions: readonly SessionSigns[],
  ladder: Ladder,
): SignsNow {
  const bad = (sign: string): boolean => !signOf(sign).good;
  const named = [
    ...new Set([...walk.signs, ...sessions.flatMap((session) => session.signs)].map((seen) => seen.sign).filter(bad)),
  ];
  const strongest = (signs: readonly { readonly sign: string; readonly strength: Strength }[], sign: string): 0 | Strength =>
    Math.max(0, ...signs.filter((seen) => seen.sign === sign).map((seen) => seen.strength)) as 0 | Strength;
  const signs = named.flatMap((sign): SeenSign[] => {
    const strengths = [strongest(walk.signs, sign), ...sessions.map((session) => strongest(session.signs, sign))];
    if (strengths.slice(-SETTLED_AFTER).every((strength) => strength === 0)) return [];
    const trend = trendOf(strengths);
    const first = walk.signs
      .filter((seen) => seen.sign === sign)
      .map((seen) => (trend === "unknown" ? seen : { ...seen, trend }));
    const later = sessions
      .slice(-SETTLED_AFTER)
      .flatMap((session) =>
        session.signs
          .filter((seen) => seen.sign === sign)
          .map(
            ({ skill, side, strength }): SeenSign => ({ rung: rungOf(skill, ladder), sign, side, strength, moment: null, trend }),
          ),
      );
    return [...first, ...later];
  });
  const days = sessions.filter((session) => session.signs.some((seen) => bad(seen.sign))).map((session) => session.day);
  return { signs, lastSeen: days.at(-1) ?? walk.day };
}
