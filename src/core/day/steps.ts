/**
 * What one hand did to a sheet, so that it can be taken back and done again though others have written since: which horses' sessions stood where before and
 * where they stood after. A step touches nothing else; where one of its own has been moved meanwhile, it is not taken back.
 */

import { helperLength, partsOf } from "./parts.ts";
import type { ScheduledCard } from "./second.ts";

export interface DayStep {
  readonly before: readonly ScheduledCard[];
  readonly after: readonly ScheduledCard[];
}
/** A session of a horse: its first or only one, or the second half. */
const sessionKey = ({ stay, after = null }: ScheduledCard): string => `${stay} ${after === null ? "" : "second"}`;
const spotOf = (one: ScheduledCard): string =>
  JSON.stringify([one.kind, one.length, one.rider, one.start, partsOf(one), one.helper, helperLength(one)]);
const keyed = (cards: readonly ScheduledCard[]): ReadonlyMap<string, ScheduledCard> =>
  new Map(cards.map((card) => [sessionKey(card), card]));

/** Null where both sheets are alike. */
export function stepBetween(before: readonly ScheduledCard[], after: readonly ScheduledCard[]): DayStep | null {
  const [was, is] = [keyed(before), keyed(after)];
  const moved = [...new Set([...was.keys(), ...is.keys()])].filter((key) => {
    const [one, other] = [was.get(key), is.get(key)];
    return (one && spotOf(one)) !== (other && spotOf(other));
  });
  if (moved.length === 0) return null;
  const those = (of: ReadonlyMap<string, ScheduledCard>): readonly ScheduledCard[] => moved.flatMap((key) => of.get(key) ?? []);
  return { before: those(was), after: those(is) };
}
export const reversed = ({ before, after }: DayStep): DayStep => ({ before: after, after: before });

/**
 * The sheet with a step done to it, or the sessions that stand elsewhere than the step left them. What is gone is placed anew; what may not be moved any
 * more (pinned since, or worked) stays as it is.
 */
export function withStep<T extends ScheduledCard>(
  now: readonly T[],
  step: DayStep,
  isFixed: (card: T) => boolean = () => false,
): { readonly cards: readonly ScheduledCard[] } | { readonly moved: readonly ScheduledCard[] } {
  const [stands, from, to] = [keyed(now), keyed(step.before), keyed(step.after)];
  const fixed = new Set(now.filter(isFixed).map(sessionKey));
  const touched = new Set([...from.keys(), ...to.keys()].filter((key) => !fixed.has(key)));
  const moved = [...touched].flatMap((key) => {
    const [is, was] = [stands.get(key), from.get(key)];
    return (is && spotOf(is)) === (was && spotOf(was)) ? [] : [(is ?? was) as ScheduledCard];
  });
  if (moved.length > 0) return { moved };
  const kept = now.filter((card) => !touched.has(sessionKey(card)));
  const back = step.after.filter((card) => touched.has(sessionKey(card)));
  return { cards: [...kept, ...back.map((card) => ({ ...card, card: stands.get(sessionKey(card))?.card ?? null }))] };
}
