/** What a horse's record of another barn names, held to the skills of this one. */
import type { Ladder } from "../ladder/ladder.ts";

type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json };
const isObject = (x: Json | undefined): x is { readonly [key: string]: Json } =>
  typeof x === "object" && x !== null && !Array.isArray(x);
const NAMES_ONE = ["skill", "did", "ifCalm"];
/**
 * What another barn's ladder calls otherwise cannot be scored here: it is left out, and named. A skill is the same where its id and its words are, or its id alone
 * where this barn has given it other words. Never throws, whatever it is given.
 */
export function withKnownSkills(
  archive: unknown,
  ladder: Ladder,
): { readonly archive: unknown; readonly unknown: readonly string[] } {
  const lost = new Set<string>();
  const called = isObject(archive as Json) ? (archive as { skills?: unknown }).skills : null;
  const isUnknown = (id: Json | undefined): boolean => {
    if (typeof id !== "string" || ladder.find(id)) return false;
    const words = isObject(called as Json) ? (called as Record<string, unknown>)[id] : null;
    lost.add(typeof words === "string" ? words : id);
    return true;
  };
  const cleaned = (value: Json, key: string): Json => {
    if (Array.isArray(value)) {
      const all = value as readonly Json[];
      if (key === "offered") return all.filter((one) => !isUnknown(one));
      // A sign counts without the skill at which it showed.
      return all
        .filter((one) => !isObject(one) || "sign" in one || "content" in one || !isUnknown(one["skill"]))
        .map((one) => cleaned(one, ""));
    }
    if (!isObject(value)) return NAMES_ONE.includes(key) && isUnknown(value) ? null : value;
    if (key === "calm" && isUnknown(value["skill"])) return null;
    return Object.fromEntries(
      Object.entries(value).map(([name, one]) => [
        name,
        name === "skills" || name === "judgement" || name === "checks" || name === "reports" ? one : cleaned(one, name),
      ]),
    );
  };
  return { archive: cleaned(archive as Json, ""), unknown: [...lost] };
}
