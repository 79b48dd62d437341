/** What a barn asks on every card or on none, and what its manager's own hand on cards proposes for it. */
import type { WrittenWork } from "./written.ts";

/** `leave-out`: never beside the main, but to be looked at where nobody has seen it · `always`: asked on every card on which it may be. A main is the plan's, whatever the barn's way. */
export const WAYS = ["leave-out", "always"] as const;
export interface Way {
  readonly skill: string;
  readonly way: (typeof WAYS)[number];
}
/** Of one horse's cards that were written by hand. */
export interface WrittenOf {
  readonly stay: string;
  readonly written: readonly Pick<WrittenWork, "added" | "dropped">[];
}
export interface ProposedWay extends Way {
  /** Cards on which it was done, and horses. */
  readonly cards: number;
  readonly horses: number;
}
/** So often it is a habit: on so many cards of so many horses. */
const CARDS = 3;
const HORSES = 2;

/** The most often changed first; what was done both ways, or is the barn's way already, is proposed no more. */
export function proposedWays(all: readonly WrittenOf[], ways: readonly Way[]): readonly ProposedWay[] {
  const counted = (of: "added" | "dropped"): ReadonlyMap<string, { cards: number; horses: number }> => {
    const found = new Map<string, { cards: number; horses: number }>();
    for (const { written } of all) {
      const mine = new Map<string, number>();
      for (const one of written) for (const skill of one[of]) mine.set(skill, (mine.get(skill) ?? 0) + 1);
      for (const [skill, cards] of mine) {
        const before = found.get(skill) ?? { cards: 0, horses: 0 };
        found.set(skill, { cards: before.cards + cards, horses: before.horses + 1 });
      }
    }
    return found;
  };
  const [added, dropped] = [counted("added"), counted("dropped")];
  const often = (from: typeof added, against: typeof added, way: Way["way"]): readonly ProposedWay[] =>
    [...from]
      .filter(([skill, { cards, horses }]) => cards >= CARDS && horses >= HORSES && !against.has(skill))
      .map(([skill, counts]) => ({ skill, way, ...counts }));
  return [...often(dropped, added, "leave-out"), ...often(added, dropped, "always")]
    .filter(({ skill }) => !ways.some((one) => one.skill === skill))
    .sort((a, b) => b.cards - a.cards);
}
