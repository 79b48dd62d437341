/**
 * Signs: what a horse shows, and who should look when it persists. The barn never diagnoses: a sign points to people whose job it is.
 */
import { must } from "../kernel/assert.ts";

export const PROFESSIONALS = ["vet", "dentist", "farrier", "fitter", "bodyworker"] as const;
export type Professional = (typeof PROFESSIONALS)[number];

export const STRENGTHS = [1, 2, 3] as const;
export type Strength = (typeof STRENGTHS)[number];

export interface Pointer {
  readonly who: Professional;
  /** What is to be looked at. */
  readonly what: string;
}

export interface Sign {
  readonly id: string;
  readonly words: string;
  readonly good: boolean;
  /** Nobody mounts while it shows. */
  readonly red: boolean;
  readonly training: string;
  /** Cheapest and likeliest first. */
  readonly points: readonly Pointer[];
}

const to = (who: Professional, what: string): Pointer => ({ who, what });
const bad = (id: string, words: string, training: string, points: readonly Pointer[], red = false): Sign => ({
  id,
  words,
  good: false,
  red,
  training,
  points,
});
const good = (id: string, words: string): Sign => ({ id, words, good: true, red: false, training: "", points: [] });

export const SIGNS: readonly Sign[] = [
  bad("busy-mouth", "Busy mouth", "a new bit, quick hands or worry", [
    to("dentist", "teeth and mouth"),
    to("fitter", "bit fit"),
    to("vet", "stomach"),
  ]),
  bad("head-high", "Head high, braces", "it has learnt to push through", [
    to("dentist", "teeth"),
    to("bodyworker", "poll and back"),
    to("vet", "eyes"),
  ]),
  bad("girthy", "Girthy", "it was rushed at saddling before", [
    to("fitter", "saddle and girth fit"),
    to("bodyworker", "ribs and back"),
    to("vet", "stomach and skin"),
  ]),
  bad("touchy-flank", "Touchy flank or belly", "it never met leg aids, or flies", [
    to("bodyworker", "back"),
    to("vet", "stomach, ovaries, skin"),
  ]),
  bad("bucks", "Bucks or humps", "it has not accepted the tack, or is fresh", [
    to("fitter", "saddle fit"),
    to("bodyworker", "back"),
    to("vet", "stomach"),
  ]),
  bad("kinked-tail", "Kinked or clamped tail", "it is worried", [to("bodyworker", "back"), to("vet", "back")], true),
  bad("tight-back", "Tight, trembling back", "it is about to go", [to("bodyworker", "back"), to("vet", "back")], true),
  bad("held-breath", "Holds its breath", "it is worried", [to("fitter", "girth fit"), to("vet", "pain")], true),
  bad("runs-on", "Runs on, cannot stand", "it is anxious, or was made hot by fast riding", [
    to("vet", "stomach, pain that motion hides"),
  ]),
  bad("sucks-back", "Stops, sucks back, half-rears", "it does not know forward, or is herd-bound", [
    to("farrier", "feet"),
    to("vet", "pain on going forward, eyes"),
  ]),
  bad("one-side", "Falls in, refuses one lead", "handedness; it was never taught", [
    to("farrier", "feet"),
    to("dentist", "teeth"),
    to("vet", "lameness, back"),
  ]),
  bad("trips", "Trips, a hind leg sticks", "balance and growth", [to("farrier", "feet"), to("vet", "lameness, stifle, nerves")]),
  bad("head-shy", "Head-shy", "rough handling", [to("dentist", "teeth"), to("vet", "ears and poll")]),
  bad("foot-refused", "Will not give a foot", "it was never taught", [to("farrier", "feet"), to("vet", "joints, past founder")]),
  bad("near-horses", "Fractious next to other horses", "insecurity", []),
  bad("sudden-change", "Sudden change in a settled horse", "", [to("vet", "at once, before more work")], true),
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
