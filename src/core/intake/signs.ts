/** Signs: what a horse shows. Where one points to is the table of core/intake/cause-rules.ts; who looks is in causes.ts. */
import { must } from "../kernel/assert.ts";

export const PROFESSIONALS = ["vet", "dentist", "farrier", "fitter", "bodyworker"] as const;
export type Professional = (typeof PROFESSIONALS)[number];

export const STRENGTHS = [1, 2, 3] as const;
export type Strength = (typeof STRENGTHS)[number];

export interface Sign {
  readonly id: string;
  readonly words: string;
  readonly good: boolean;
  /** Nobody mounts while it shows. */
  readonly red: boolean;
}

const bad = (id: string, words: string): Sign => ({ id, words, good: false, red: false });
const red = (id: string, words: string): Sign => ({ id, words, good: false, red: true });
const good = (id: string, words: string): Sign => ({ id, words, good: true, red: false });

export const SIGNS: readonly Sign[] = [
  bad("busy-mouth", "Busy mouth"),
  bad("head-high", "Head high, braces"),
  bad("girthy", "Girthy"),
  bad("touchy-flank", "Touchy flank or belly"),
  bad("bucks", "Bucks or humps"),
  red("kinked-tail", "Kinked or clamped tail"),
  red("tight-back", "Tight, trembling back"),
  red("held-breath", "Holds its breath"),
  bad("runs-on", "Runs on, cannot stand"),
  bad("sucks-back", "Stops, sucks back, half-rears"),
  bad("one-side", "Falls in, refuses one lead"),
  bad("trips", "Trips, a hind leg sticks"),
  bad("head-shy", "Head-shy"),
  bad("foot-refused", "Will not give a foot"),
  bad("near-horses", "Fractious next to other horses"),
  red("sudden-change", "Sudden change in a settled horse"),
  good("licks", "Licks and chews"),
  good("blows-out", "Blows out"),
  good("head-lowers", "Lowers its head"),
  good("soft-eye", "Soft eye"),
  good("ear-on", "An ear on the handler"),
  good("comes-in", "Comes in on its own"),
];

const byId = new Map(SIGNS.map((sign) => [sign.id, sign]));
export const SIGN_IDS: readonly string[] = SIGNS.map((sign) => sign.id);
export const isSign = (id: string): boolean => byId.has(id);
export const signOf = (id: string): Sign => must(byId.get(id), `sign ${id}`);
