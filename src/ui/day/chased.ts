/** Cards whose session is over and that nobody has closed. */
import { DAY_GRID } from "#core/day/model.ts";

/** Minutes after its end at which an open card is chased. */
const CHASED_AFTER = 30;

interface Ends {
  readonly state: string;
  readonly start: number;
  readonly length: number;
}
/** `minute`: after midnight, on the barn's clock. */
export const isLate = ({ state, start, length }: Ends, minute: number): boolean =>
  state === "handed-out" && minute > DAY_GRID.start + (start + length) * DAY_GRID.minutes + CHASED_AFTER;
