/** Several barns behind one process: each at a host name of its own, with a database of its own (FURLONG_BARNS). */
import { about } from "./http/about.ts";

/** 'north.example=postgres://… south.example=postgres://…': databases by host name. Throws with what is wrong in it. */
export function barnsIn(setting: string | undefined): ReadonlyMap<string, string> | null {
  const parts = (setting ?? "").split(/\s+/).filter((part) => part !== "");
  if (parts.length === 0) return null;
  const barns = new Map<string, string>();
  for (const part of parts) {
    const [host = "", ...rest] = part.split("=");
    const database = rest.join("=");
    if (!/^[a-z0-9]([a-z0-9.-]*[a-z0-9])?$/.test(host) || database === "")
      throw new Error(
        `FURLONG_BARNS: “${host}” is not a host name with a database behind it: write north.example.org=postgres://…, a space between two.`,
      );
    if (barns.has(host)) throw new Error(`FURLONG_BARNS names ${host} twice: keep one.`);
    if ([...barns.values()].includes(database)) throw new Error(`FURLONG_BARNS gives ${host} the database of another barn.`);
    barns.set(host, database);
  }
  return barns;
}

let known: ReadonlyMap<string, string> | null | undefined;
/** Null: one barn, whatever the address. */
export function barns(): ReadonlyMap<string, string> | null {
  if (known === undefined) known = barnsIn(process.env["FURLONG_BARNS"]);
  return known;
}
/** The barn that is asked for, by its host name; empty where there is one alone. */
export const barnName = (): string => (barns() ? (about()?.host ?? "") : "");
export const isBarnHere = (): boolean => barns()?.has(barnName()) ?? true;

/** Something that a process keeps of a barn beside its record: of each by itself, found by its pool. */
export function perBarn<T>(make: () => T): (deps: { readonly sql: object }) => T {
  const kept = new WeakMap<object, { readonly value: T }>();
  return ({ sql }) => {
    const there = kept.get(sql) ?? { value: make() };
    kept.set(sql, there);
    return there.value;
  };
}
