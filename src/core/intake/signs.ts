/** Signs: what a horse shows. Where one points to is the table of core/intake/cause-rules.ts; who looks is in causes.ts. */
import { must } from "../kernel/assert.ts";

export const PROFESSIONALS = ["vet", "dentist", "farrier", "fitter", "bodyworker"] as const;
export type Professional = (typeof PROFESSIONALS)[number];

export const STRENGTHS = [1, 2, 3] as const;
export type Strength = (typeof STRENGTHS)[number];

/** Where it shows, for a long list to be found in. */
export const SIGN_GROUPS = ["head", "tack", "moving", "people", "good"] as const;
export type SignGroup = (typeof SIGN_GROUPS)[number];

export interface Sign {
  readonly id: string;
  readonly group: SignGroup;
  readonly words: string;
  readonly good: boolean;
  /** Nobody mounts while it shows. */
  readonly red: boolean;
}

const bad = (id: string, group: SignGroup, words: string): Sign => ({ id, group, words, good: false, red: false });
const red = (id: string, group: SignGroup, words: string): Sign => ({ id, group, words, good: false, red: true });
const good = (id: string, words: string): Sign => ({ id, group: "good", words, good: true, red: false });

export const SIGNS: readonly Sign[] = [
  bad("busy-mouth", "head", "Busy mouth"),
  bad("head-high", "head", "High head, braced"),
  bad("head-shy", "head", "Head-shy"),
  bad("head-shakes", "head", "Shakes head"),
  bad("roots", "head", "Roots, pulls on the reins"),
  bad("tongue-over", "head", "Tongue over the bit"),
  bad("drops-feed", "head", "Drops feed"),
  bad("girthy", "tack", "Girthy"),
  bad("touchy-flank", "tack", "Touchy flank or belly"),
  bad("bucks", "tack", "Bucks or humps"),
  red("kinked-tail", "tack", "Kinked or clamped tail"),
  red("tight-back", "tack", "Tight, trembling back"),
  red("held-breath", "tack", "Holds breath"),
  bad("tail-swish", "tack", "Swishes or wrings the tail"),
  bad("ears-back", "tack", "Pins ears"),
  bad("block-uneasy", "tack", "Moves off or is uneasy at the block"),
  bad("skin", "tack", "Rubs, scabs or bare skin"),
  bad("runs-on", "moving", "Rushes, won't stand"),
  bad("sucks-back", "moving", "Balks, sucks back, threatens to rear"),
  bad("one-side", "moving", "Drops a shoulder or won't take one lead"),
  bad("trips", "moving", "Trips or catches a hind leg"),
  bad("sticks-backing", "moving", "Resists backing up"),
  red("short-steps", "moving", "Short or uneven steps"),
  bad("poles-rushed", "moving", "Rushes or knocks poles"),
  bad("tires", "moving", "Tires or blows for too long"),
  red("heat", "moving", "Heat or swelling"),
  bad("foot-refused", "people", "Won't pick up a foot"),
  bad("near-horses", "people", "Acts up near other horses"),
  red("sudden-change", "people", "Sudden change in a settled horse"),
  bad("shies", "people", "Shies or spooks"),
  bad("bites", "people", "Bites"),
  bad("kicks", "people", "Kicks"),
  bad("quarters-turned", "people", "Turns hindquarters to people"),
  bad("crowds", "people", "Crowds or leans"),
  bad("pulls-back", "people", "Pulls back when tied"),
  bad("not-caught", "people", "Won't be caught"),
  bad("eye-kept", "people", "Keeps one eye on the handler"),
  bad("flies", "people", "Bothered by flies"),
  bad("spray-feared", "people", "Afraid of sprays or clippers"),
  bad("rope-feared", "people", "Fears a rope around the feet"),
  bad("bolts-gates", "people", "Bolts through gates"),
  bad("stable-habits", "people", "Stall habits: weaves, cribs, stall-walks"),
  good("licks", "Licks and chews"),
  good("blows-out", "Blows out"),
  good("head-lowers", "Lowers head"),
  good("soft-eye", "Soft eye"),
  good("ear-on", "An ear on the handler"),
  good("comes-in", "Comes in without being asked"),
];

const byId = new Map(SIGNS.map((sign) => [sign.id, sign]));
export const SIGN_IDS: readonly string[] = SIGNS.map((sign) => sign.id);
export const isSign = (id: string): boolean => byId.has(id);
export const signOf = (id: string): Sign => must(byId.get(id), `sign ${id}`);
