/**
 * Parts of a page that stay as the server drew them, kept as text: after a write about one horse the lanes of all others are what they were. Asked for by the part, by
 * everything it was handed, and by what words on a page are put together from beside that: the barn's ladder and how it measures. Only on the server.
 */
import { type ComponentType, createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { unitsHere } from "#contracts/barn.units.ts";
import { here, isLadderKnown } from "#contracts/ladder.here.ts";
import { ENGLISH } from "#contracts/language.spoken.ts";
import { spokenNow } from "#ui/words/speak.ts";

/** Characters of what is kept, with what it is asked for by. */
const MOST = 6_000_000;
const kept = new Map<string, string>();
let held = 0;

const names = new WeakMap<object, number>();
let named = 0;
function nameOf(one: object): number {
  const known = names.get(one);
  if (known !== undefined) return known;
  named += 1;
  names.set(one, named);
  return named;
}

class NotPlain extends Error {}
/** What JSON would leave out or say as something else: then two different things would be asked for by the same words. */
function plain(this: unknown, key: string, value: unknown): unknown {
  const isOdd =
    typeof value === "function" ||
    typeof value === "symbol" ||
    (typeof value === "number" && !Number.isFinite(value)) ||
    (typeof value === "object" && value !== null && !Array.isArray(value) && Object.getPrototypeOf(value) !== Object.prototype);
  // A date has been made a text of by now.
  if (isOdd || (this as Record<string, unknown>)[key] !== value) throw new NotPlain();
  return value;
}
/** What the part is handed, in words that nothing else would be said in; null: it cannot be said. */
function saidPlainly(props: object): string | null {
  try {
    return JSON.stringify(props, plain);
  } catch (error) {
    if (error instanceof NotPlain) return null;
    throw error;
  }
}

/** Of a part that stands in a page by itself. */
interface InPage<P> {
  /** Begins the ids within it. */
  readonly prefix: string;
  /** What the page has put into it, as text. */
  readonly places: readonly (readonly [name: string, html: string])[];
  /** What the part is handed, with that in it. */
  fill(): P;
}
/** The part as the browser is sent it, where nothing wakes it there. */
export function drawn<P extends object>(Part: ComponentType<P>, props: P, page?: InPage<P>): string {
  const draw = (): string =>
    page
      ? renderToStaticMarkup(createElement(Part, page.fill()), { identifierPrefix: page.prefix })
      : renderToStaticMarkup(createElement(Part, props));
  const said = isLadderKnown() && spokenNow() === ENGLISH ? saidPlainly(props) : null;
  if (said === null) return draw();
  const put = page ? JSON.stringify([page.prefix, page.places]) : "";
  const key = `${nameOf(Part)} ${nameOf(here())} ${unitsHere()} ${put} ${said}`;
  const known = kept.get(key);
  // Asked for last, it goes last.
  if (known !== undefined) kept.delete(key);
  else held += key.length;
  const html = known ?? draw();
  if (known === undefined) held += html.length;
  kept.set(key, html);
  for (const [oldKey, oldHtml] of kept) {
    if (held <= MOST) break;
    kept.delete(oldKey);
    held -= oldKey.length + oldHtml.length;
  }
  return html;
}
