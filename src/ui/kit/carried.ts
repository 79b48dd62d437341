/**
 * What a large island is handed. As an attribute it would be written out value by value with every quote escaped, which takes longer than rendering the screen
 * and doubles its page; so it lies in a script's element of its own as plain JSON (Carried.astro), and the attribute holds that element's id.
 */
import { must } from "#core/kernel/assert.ts";

/** `value` is not enumerable, so that only the id is written into the attribute. */
export interface Carried<T> {
  readonly id: string;
  readonly value?: T;
}

/** What JSON says as it is: a map or a set in it would arrive as nothing. */
type Plain<T> = unknown extends T
  ? T
  : T extends string | number | boolean | null | undefined
    ? T
    : T extends ReadonlyMap<unknown, unknown> | ReadonlySet<unknown> | Date | ((...words: never[]) => unknown)
      ? never
      : { readonly [K in keyof T]: Plain<T[K]> };
/** On the server: `value`, plain data, under the id of its element. */
export const carry = <T>(id: string, value: T & Plain<T>): Carried<T> => Object.defineProperty({ id }, "value", { value });
/** Within a script's element nothing may look like its end. */
export const writtenOut = (carried: Carried<unknown>): { readonly id: string; readonly json: string } => {
  const { id, value } = carried;
  return { id, json: JSON.stringify(value).replaceAll("<", "\\u003c") };
};

const read = new Map<string, unknown>();
/** On the server what was handed in, in the browser what the page brought along: the same value each time. */
export function unpack<T>({ id, value }: Carried<T>): T {
  if (value !== undefined) return value;
  if (!read.has(id)) read.set(id, JSON.parse(must(document.getElementById(id)?.textContent, "the page brings it along")));
  return read.get(id) as T;
}
