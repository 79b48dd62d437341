/**
 * One thing that a horse can learn here. The barn says which there are and what each is; what the rules need to know of one stands on it, so that no
 * rule knows a skill by its name.
 */
import type { Score } from "../kernel/sides.ts";
import type { Method, MethodQuestion } from "./methods.ts";
import type { Tag } from "./tags.ts";

/** What a branch of the barn's own is by its nature; the rules ask for this, and never for the branch. */
export const NATURES = [
  "handling",
  "yields",
  "send",
  "accepting",
  "mounting",
  "first-rides",
  "education",
  "jumping",
  "owner",
] as const;
export type Nature = (typeof NATURES)[number];

export interface Branch {
  readonly id: string;
  readonly words: string;
  readonly nature: Nature;
}

/** What is put on a horse's back: nothing; weight, from the first foot in the stirrup; a rider who sits. In order. */
export const BEARS = ["nothing", "weight", "rider"] as const;
export type Bears = (typeof BEARS)[number];
export const mostBorne = (of: readonly Bears[]): Bears => BEARS[Math.max(0, ...of.map((one) => BEARS.indexOf(one)))] ?? "nothing";

export const SKILL_PLACES = ["anywhere", "pen", "arena", "out"] as const;
export type SkillPlace = (typeof SKILL_PLACES)[number];
/** Gaits that a skill shows under a rider. */
export const SKILL_GAITS = ["walk", "trot", "canter", "jump"] as const;
/** Voice cues that a skill is asked for with. */
export const SKILL_CUES = ["walk", "trot", "canter", "slower", "stop", "back", "over", "stand", "good"] as const;

export interface Skill {
  /** Never changes and is never given twice. */
  readonly id: string;
  readonly branch: string;
  /** Of its branch. */
  readonly nature: Nature;
  readonly words: string;
  /** Skills that must be at 3 on the weaker side first. */
  readonly after: readonly string[];
  /** What cannot physically be without it being there too, as far as the ladder names it; not every prerequisite is. */
  readonly contains: readonly string[];
  /** True where left and right are two things to learn. */
  readonly sided: boolean;
  /** What it asks of the horse's back. */
  readonly bears: Bears;
  /** It bears a rider. */
  readonly saddle: boolean;
  /** Lowest rider grade, 1-5. */
  readonly grade: number;
  /** A second person must be there. */
  readonly second: boolean;
  /** Only the barn's most experienced rider works it. */
  readonly specialist: boolean;
  /** Where it is usually worked. */
  readonly place: SkillPlace;
  /** Typical sessions of work from 0 to 3, and from 3 to 4. */
  readonly to3: number;
  readonly to4: number;
  /** Days without work after which half of what stands above its floor is lost, while it is fresh. */
  readonly halfLife: number;
  /** Said on the card at this work, every time; empty: nothing beyond the usual. */
  readonly caution: string;
  readonly tags: readonly Tag[];
  readonly cues: readonly (typeof SKILL_CUES)[number][];
  /** Signs that show at it: it is left alone while somebody is asked about one. */
  readonly signs: readonly string[];
  /** Findings that touch where it touches: found, it waits. */
  readonly causes: readonly string[];
  /** Words of an owner that mean it; see aims.ts for how they are read. */
  readonly aims: readonly string[];
  /** The gait under a rider that it shows; null: none. */
  readonly gait: (typeof SKILL_GAITS)[number] | null;
  /** Asked of every horse; else only of one for which it is a goal, or that has been scored in it. */
  readonly everyday: boolean;
  readonly measure: Measure | null;
  /** False: this barn does not work it; what was scored stays. */
  readonly used: boolean;
}

export const MEASURE_KINDS = ["tries", "seconds", "minutes", "count"] as const;
export type MeasureKind = (typeof MEASURE_KINDS)[number];
/** A figure beside the score, and the score that it proposes, so that two riders score alike. */
export interface Measure {
  readonly kind: MeasureKind;
  /** What is counted or timed: 'seconds to soften'. */
  readonly words: string;
  /** How many it is counted of; null: as many as there are. */
  readonly of: number | null;
  /** Whether a smaller or a greater figure is better. */
  readonly better: "less" | "more";
  /** The best first: this score up to (or from) this figure. */
  readonly table: readonly { readonly score: Score; readonly at: number }[];
  /** Where no row of the table is met. */
  readonly otherwise: Score;
}
/** The score that a figure proposes. */
export const proposedBy = ({ better, table, otherwise }: Measure, figure: number): Score =>
  table.find(({ at }) => (better === "less" ? figure <= at : figure >= at))?.score ?? otherwise;

/** What holds where a method answers a question so. */
export interface School {
  readonly question: MethodQuestion;
  readonly answer: string;
  readonly words: string;
}
/** Of these, what holds under a method. */
export const schoolsFor = (schools: readonly School[], method: Method): readonly School[] =>
  schools.filter(({ question, answer }) => method[question] === answer);

/** What a rider, and an owner, reads of a skill. */
export interface SkillPage {
  /** What it is. */
  readonly what: string;
  /** How to ask for it, one step each. */
  readonly ask: readonly string[];
  /** When to release or reward. */
  readonly release: string;
  /** What each score from 0 to 5 looks like here. */
  readonly scores: readonly string[];
  readonly mistakes: string;
  readonly stopWhen: string;
  /** Where schools differ: what holds under a method's answer. */
  readonly schools: readonly School[];
  /** In an owner's words: how to ask at home, and what to do if it does not work. */
  readonly forOwner: string;
}
