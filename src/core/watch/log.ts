/** Looking things up in a log: which sessions have to do with a skill, a side, a sign, a rider, or some words. */
import type { SessionRecord } from "../card/card.ts";
import type { TrackSide } from "../kernel/sides.ts";

export interface LogAsked {
  readonly words: string;
  /** Empty: any. */
  readonly skill: string;
  readonly side: TrackSide | "";
  readonly sign: string;
  readonly rider: string;
}
export const ANYTHING: LogAsked = { words: "", skill: "", side: "", sign: "", rider: "" };

interface Logged {
  readonly rider: string;
  readonly record: SessionRecord;
}
/** `textOf`: everything that is said of a session, for the words to be looked for in. A side alone asks for anything on that side. */
export function matches(session: Logged, asked: LogAsked, textOf: () => string): boolean {
  const { scores, signs, swaps } = session.record;
  const onSide = (side: TrackSide): boolean => asked.side === "" || side === asked.side;
  if (asked.rider !== "" && session.rider !== asked.rider) return false;
  if (asked.sign !== "" && !signs.some(({ sign, side }) => sign === asked.sign && onSide(side))) return false;
  if (
    asked.skill !== "" &&
    !scores.some(({ skill, side }) => skill === asked.skill && onSide(side)) &&
    !swaps.some((swap) => asked.side === "" && [swap.skill, swap.did].includes(asked.skill))
  )
    return false;
  if (
    asked.side !== "" &&
    asked.skill === "" &&
    asked.sign === "" &&
    ![...scores, ...signs].some(({ side }) => side === asked.side)
  )
    return false;
  const words = asked.words.trim().toLowerCase();
  return words === "" || textOf().toLowerCase().includes(words);
}
