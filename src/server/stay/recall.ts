/** Answers worked out of a stay as it was read: the stay is the same object for as long as nothing of it has changed (db/kept.ts), and so are most of the parts beside it. */
import { createHash } from "node:crypto";
import type { Stay } from "#db/queries/stays.ts";

/** `make`, asked once for the same stay and the very same parts. `most`: so many answers a stay; the oldest goes. */
export function recall<P extends readonly unknown[], R>(
  make: (stay: Stay, ...parts: P) => R,
  most = 16,
): (stay: Stay, ...parts: P) => R {
  const known = new WeakMap<Stay, { readonly parts: P; readonly answer: R }[]>();
  return (stay, ...parts) => {
    const answers = known.get(stay) ?? [];
    const found = answers.find((one) => one.parts.every((part, i) => part === parts[i]));
    if (found) return found.answer;
    const answer = make(stay, ...parts);
    known.set(stay, [...answers, { parts, answer }].slice(-most));
    return answer;
  };
}

/**
 * The same for whatever object is kept, where the parts are other objects each time: by what is in them. Only what takes longer than writing them down gains by
 * it. `same`: what is large and is the very same object as long as it says the same.
 */
export function recallByContent<O extends object, P, S extends object, R>(
  make: (of: O, parts: P, same: S) => R,
  most = 4,
): (of: O, parts: P, same: S) => R {
  const known = new WeakMap<O, { readonly key: string; readonly same: S; readonly answer: R }[]>();
  return (of, parts, same) => {
    const key = createHash("sha256").update(JSON.stringify(parts)).digest("base64url");
    const answers = known.get(of) ?? [];
    const found = answers.find((one) => one.key === key && one.same === same);
    if (found) return found.answer;
    const answer = make(of, parts, same);
    known.set(of, [...answers, { key, same, answer }].slice(-most));
    return answer;
  };
}
