/** Joining what two people made of one list of keyed things: each keeps what only they changed; what both changed is told. */
export interface Merged<T> {
  readonly joined: readonly T[];
  /** Changed by both and not alike: mine stands in `joined` until somebody chooses. Null: taken out on that side. */
  readonly clashes: readonly { readonly key: string; readonly mine: T | null; readonly theirs: T | null }[];
}

/** `keyOf` names each thing; things are compared as JSON. The order is mine, then what only they added. */
export function mergeKeyed<T>(
  keyOf: (one: T) => string,
  base: readonly T[],
  mine: readonly T[],
  theirs: readonly T[],
): Merged<T> {
  const index = (list: readonly T[]): ReadonlyMap<string, T> => new Map(list.map((one) => [keyOf(one), one]));
  const [was, my, their] = [index(base), index(mine), index(theirs)];
  const same = (a: T | undefined, b: T | undefined): boolean => JSON.stringify(a) === JSON.stringify(b);
  const joined: T[] = [];
  const clashes: Merged<T>["clashes"][number][] = [];
  for (const key of new Set([...my.keys(), ...their.keys(), ...was.keys()])) {
    const [before, one, other] = [was.get(key), my.get(key), their.get(key)];
    const kept = same(one, before) ? other : one;
    if (kept !== undefined) joined.push(kept);
    if (!same(one, before) && !same(other, before) && !same(one, other))
      clashes.push({ key, mine: one ?? null, theirs: other ?? null });
  }
  return { joined, clashes };
}
