/** The plan for home in plain words. */
import { here } from "#contracts/ladder.here.ts";
import type { Dont, HomeItem } from "#core/report/home-plan.ts";
import { inner } from "./figures.ts";

export const DONT: Readonly<Record<Dont, string>> = {
  alone: "Do not work a green horse alone: somebody is within call, and you wear helmet and boots.",
  pain: "Do not ride through what may be pain: stop, and have the right professional look.",
  "easy-side": "Do not work the easy side only because it is pleasant: begin on the other.",
  girth: "Do not do the girth up at once: one hole at a time, with a few steps between.",
  fresh: "Do not get on straight after days off: two sessions on the ground come first.",
  circles: "Do not drill small circles: a few, both ways, then straight on.",
  corners: "Do not stand behind it or crowd it in a corner; hands and feet stay where you see them both.",
};
/** When to call, and whom. */
export const CALL: readonly string[] = [
  "Vet, at once: sudden lameness, colic, a wound, not eating, or a horse that is suddenly another one.",
  "Us: something that it did here and will not do at home in three tries; anything that makes you uneasy. Early is easier.",
  "Dentist, farrier, saddle fitter: at the times they gave you, and whenever something rubs, clicks or sits askew.",
];
export const sayHomeItem = ({ skill, first }: HomeItem): string =>
  `${inner(here().of(skill).words)}${first ? ` (${first} first)` : ""}`;
