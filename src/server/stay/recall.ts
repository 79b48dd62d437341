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
    known.set(stay, [...answers.slice(1 - most), { parts, answer }]);
    return answer;
  };
}

/** The same where the parts are other objects each time: by what is in them. Only what takes longer than writing them down gains by it. */
export function recallByContent<P, R>(make: (parts: P) => R): (stay: Stay, parts: P) => R {
  const known = new WeakMap<Stay, { readonly key: string; readonly answer: R }>();
  return (stay, parts) => {
    const key = createHash("sha256").update(JSON.stringify(parts)).digest("base64url");
    const found = known.get(stay);
    if (found?.key === key) return found.answer;
    const answer = make(parts);
    known.set(stay, { key, answer });
    return answer;
  };
}
