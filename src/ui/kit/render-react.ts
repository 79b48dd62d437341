/**
 * How React's parts of a page are drawn on the server: at once into a text. Astro's own way draws each part twice, once to see whether it is React's at all, and sends
 * both through streams of bytes; that was a third of what a page cost. Named in bin/lib/react-at-once.ts.
 */
import { type ComponentType, createElement, type ReactNode } from "react";
import { renderToString } from "react-dom/server";
import { drawn } from "./drawn.ts";

/** What an Astro page has put between the tags, drawn already, by the name of its place. */
type Slots = Readonly<Record<string, string>>;
interface Drawn {
  readonly html: string;
  /** The part in the browser names what it draws by the same letters. */
  readonly attrs: { readonly prefix: string };
}
const counts = new WeakMap<object, number>();
function nextPrefix(page: object): string {
  const count = counts.get(page) ?? 0;
  counts.set(page, count + 1);
  return `r${count}`;
}

/** A place's name as a part is handed it: 'next-step' is nextStep. */
const inProps = (name: string): string => name.replace(/[-_]([a-z])/g, (_, letter: string) => letter.toUpperCase());
const slotted = (tag: string, [name, html]: readonly [string, string]): readonly [string, ReactNode] => [
  name === "default" ? "children" : inProps(name),
  createElement(tag, {
    ...(name === "default" ? {} : { name }),
    suppressHydrationWarning: true,
    dangerouslySetInnerHTML: { __html: html },
  }),
];

function draw(
  this: { readonly result: object },
  Part: ComponentType<object>,
  { class: _, ...props }: Readonly<Record<string, unknown>>,
  slots: Slots,
  { hydrate }: { readonly hydrate?: string } = {},
): Promise<Drawn> {
  const prefix = nextPrefix(this.result);
  const places = Object.entries(slots).filter(([, html]) => html);
  const filled = (tag: string): object => ({ ...props, ...Object.fromEntries(places.map((place) => slotted(tag, place))) });
  const html = hydrate
    ? renderToString(createElement(Part, filled("astro-slot")), { identifierPrefix: prefix })
    : drawn(Part, props, { prefix, places, fill: () => filled("astro-static-slot") });
  return Promise.resolve({ html, attrs: { prefix } });
}

/** What is not Astro's own here is React's. */
const check = (Part: unknown): Promise<boolean> => Promise.resolve(typeof Part === "function" || typeof Part === "object");

export default { name: "@astrojs/react", check, renderToStaticMarkup: draw, supportsAstroStaticSlot: true };
