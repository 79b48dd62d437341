/** What is ticked on the ground before anybody gets on, and the signs at which nobody does. */
import type { Method } from "../ladder/methods.ts";
import type { Stage } from "../reading/reading.ts";

const EVERY_RIDE = [
  "head-left",
  "head-right",
  "hindquarters-left",
  "hindquarters-right",
  "back",
  "head-down",
  "tack",
  "girth",
  "moved-out",
  "block",
  "attention",
] as const;
export const GATE_TICKS = [...EVERY_RIDE, "lead-ready", "second-person"] as const;
export type GateTick = (typeof GATE_TICKS)[number];

/** A sudden change stops all work; any other keeps everybody on the ground. Whatever is red among the signs of a record is one of them (a test holds it). */
export const RED_SIGNS = [
  "kinked-tail",
  "held-breath",
  "tight-back",
  "hind-ready",
  "short-steps",
  "heat",
  "sudden-change",
] as const;
export type RedSign = (typeof RED_SIGNS)[number];
const isRedSign = (sign: string): sign is RedSign => (RED_SIGNS as readonly string[]).includes(sign);
/** Red signs of a session: those ticked on the ground, and those written down among all others. */
export const redSeen = (ticked: readonly RedSign[], signs: readonly { readonly sign: string }[]): readonly RedSign[] => [
  ...new Set([...ticked, ...signs.flatMap(({ sign }) => (isRedSign(sign) ? [sign] : []))]),
];

export interface RedToday {
  readonly sign: RedSign;
  /** It went away again: it counts for the day, unless the manager looks himself. */
  readonly gone: boolean;
}

/** The ticks that this horse's stage and method ask for before anything that bears weight. */
export function ticksFor(stage: Stage, method: Pick<Method, "headgear">, secondPerson: boolean): readonly GateTick[] {
  if (stage === "riding") return secondPerson ? [...EVERY_RIDE, "second-person"] : EVERY_RIDE;
  return method.headgear === "rope-halter" ? GATE_TICKS : [...EVERY_RIDE, "second-person"];
}
