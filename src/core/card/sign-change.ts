/** What came and what went with a change: of gear, after a check. */
import { signOf } from "../intake/signs.ts";
import type { SessionRecord } from "./card.ts";

export interface SignChange {
  /** Signs that showed in most of the sessions after the change and in next to none before. */
  readonly came: readonly string[];
  /** The other way round. */
  readonly went: readonly string[];
}
/** Sessions on either side that are compared, the fewest for which anything is said, and the shares that tell. */
const COMPARED = 4;
const FEWEST = 3;
const OFTEN = 0.5;
const SELDOM = 0.25;
interface Seen {
  readonly record: Pick<SessionRecord, "signs">;
}
/** Both in the order of the days. */
export function signsAround(before: readonly Seen[], after: readonly Seen[]): SignChange {
  const [early, late] = [before.slice(-COMPARED), after.slice(0, COMPARED)];
  if (early.length < FEWEST || late.length < FEWEST) return { came: [], went: [] };
  const share = (list: readonly Seen[], sign: string): number =>
    list.filter(({ record }) => record.signs.some((one) => one.sign === sign)).length / list.length;
  const seen = [...new Set([...early, ...late].flatMap(({ record }) => record.signs.map(({ sign }) => sign)))];
  const bad = seen.filter((sign) => !signOf(sign).good);
  return {
    came: bad.filter((sign) => share(early, sign) <= SELDOM && share(late, sign) >= OFTEN),
    went: bad.filter((sign) => share(early, sign) >= OFTEN && share(late, sign) <= SELDOM),
  };
}
