/** What hurts, or might, in the demo barn: touchy places, when signs show, who was asked and what they said, what was tried. All made up. */
import type { Touch } from "#core/intake/body.ts";
import type { CheckResult, SignMoment, Trial, TrialResult } from "#core/intake/cause-rules.ts";
import type { CauseId } from "#core/intake/causes.ts";
import type { HeldWork } from "#core/intake/findings.ts";

export const TOUCHY: Readonly<Record<string, readonly Touch[]>> = {
  Saltmarsh: [
    { zone: "girth", side: "left", by: "girth", strength: 3 },
    { zone: "girth", side: "left", by: "brush", strength: 2 },
    { zone: "flank", side: "left", by: "hand", strength: 2 },
    { zone: "back", side: "left", by: "brush", strength: 1 },
    { zone: "girth", side: "right", by: "girth", strength: 1 },
  ],
  Mothwing: [
    { zone: "ears", side: "right", by: "hand", strength: 3 },
    { zone: "ears", side: "left", by: "hand", strength: 2 },
    { zone: "flank", side: "right", by: "brush", strength: 2 },
    { zone: "forehead", side: "both", by: "hand", strength: 1 },
  ],
  "Pocket Almanac": [{ zone: "belly", side: "right", by: "spray", strength: 1 }],
};

/** When within the exercise a sign shows, by horse and sign. */
export const WHEN: Readonly<Record<string, Readonly<Record<string, SignMoment>>>> = {
  Saltmarsh: { girthy: "tightening", bucks: "canter-change" },
  "Tin Whistle": { "runs-on": "rein-given", "head-high": "contact" },
  "Pocket Almanac": { "sucks-back": "gate" },
  Mothwing: { "head-shy": "ears" },
};

export interface DemoCheck {
  readonly horse: string;
  readonly cause: CauseId;
  readonly holds: HeldWork;
  readonly skills?: readonly string[];
  /** Days from today. */
  readonly ordered: number;
  readonly due: number;
  readonly booked?: number;
  readonly with?: string;
  readonly done?: { readonly day: number; readonly result: CheckResult; readonly words: string };
}
export const CHECKS: readonly DemoCheck[] = [
  {
    horse: "Saltmarsh",
    cause: "back",
    holds: "all",
    ordered: -6,
    due: -3,
  },
  {
    horse: "Saltmarsh",
    cause: "saddle-fit",
    holds: "nothing",
    ordered: -27,
    due: -13,
    booked: -15,
    with: "Osric Fell, saddles",
    done: { day: -15, result: "treated", words: "Tree a size narrow at the points; wider one lent. Girth moved a hole back." },
  },
  {
    horse: "Tin Whistle",
    cause: "teeth",
    holds: "nothing",
    ordered: -25,
    due: -11,
    booked: -18,
    with: "Perpetua Lund, dentist",
    done: {
      day: -18,
      result: "treated",
      words: "Sharp edges on the upper cheek teeth, both sides; rounded off. Three days off the bit.",
    },
  },
  {
    horse: "Mothwing",
    cause: "poll",
    holds: "skill",
    skills: ["face", "clippers"],
    ordered: -4,
    due: 2,
    booked: 2,
    with: "Valley vet, in the morning",
  },
  {
    horse: "Juniper Tax",
    cause: "feet",
    holds: "nothing",
    ordered: -9,
    due: 5,
  },
];

export interface DemoTrial {
  readonly horse: string;
  readonly change: Trial;
  readonly from: number;
  readonly words: string;
  readonly ended?: { readonly day: number; readonly result: TrialResult };
}
export const TRIALS: readonly DemoTrial[] = [
  {
    horse: "Tin Whistle",
    change: "other-bit",
    from: -14,
    words: "A thicker, single-jointed snaffle for three sessions.",
    ended: { day: -9, result: "less" },
  },
  { horse: "Marzipan Toll", change: "other-pad", from: -2, words: "A plain wool pad in place of the gel." },
];
