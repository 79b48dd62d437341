/** What a rider writes down after a session. */

import type { Strength } from "../intake/signs.ts";
import type { PersonId } from "../kernel/brand.ts";
import type { TrackSide } from "../kernel/sides.ts";
import { SKILL_GAITS } from "../ladder/skill.ts";
import type { CourseMark } from "./course.ts";
import type { MountReached, TakenRecord } from "./first-step.ts";
import type { Tack } from "./gear.ts";
import type { JumpSchool } from "./jump.ts";
import type { ScoreGiven } from "./score-given.ts";
import type { PulseReading } from "./warm-down.ts";

export const SESSION_KINDS = ["ground", "saddle", "both"] as const;
export type SessionKind = (typeof SESSION_KINDS)[number];

/** placed: the manager's proposal · handed-out: the riders' · closed: logged · cancelled: not worked. */
export const CARD_STATES = ["placed", "handed-out", "closed", "cancelled"] as const;
export type CardState = (typeof CARD_STATES)[number];

/** Why a card was not worked, and what the horse got in its stead. Neither counts as a session. */
export const CANCEL_CAUSES = ["weather", "lame", "rider", "horse", "other"] as const;
export type CancelCause = (typeof CANCEL_CAUSES)[number];
export const INSTEADS = ["nothing", "turned-out", "hand-walked", "ponied"] as const;
export type Instead = (typeof INSTEADS)[number];

export { SKILL_GAITS as GAITS };
export type Gait = (typeof SKILL_GAITS)[number];

export const WEATHERS = ["calm", "windy", "hot", "cold", "wet"] as const;
export type Weather = (typeof WEATHERS)[number];

export const INCIDENT_KINDS = ["spook", "buck", "bolt", "rear", "kick", "bite", "pull-back", "fall"] as const;
export type IncidentKind = (typeof INCIDENT_KINDS)[number];
export const HURT = ["nobody", "horse", "person"] as const;
export type Hurt = (typeof HURT)[number];
/** What was going on. */
export const DURINGS = [
  "unknown",
  "leading",
  "tied",
  "tacking",
  "ground",
  "mounting",
  "walk",
  "trot",
  "canter",
  "getting-off",
] as const;
export type During = (typeof DURINGS)[number];
/** Where somebody says when it was. */
export const KNOWN_DURINGS = DURINGS.filter((one) => one !== "unknown");
/** What led up to it, as far as anybody saw. */
export const LED_BYS = [
  "noise",
  "something-new",
  "other-horse",
  "girth",
  "leg",
  "rein",
  "going-faster",
  "left-alone",
  "nothing-seen",
] as const;
export type LedBy = (typeof LED_BYS)[number];

/** How a session is ended well; none of it is a condition, what was left out is seen. */
export const ENDINGS = ["good-note", "tack-loosened", "walked-down", "looked-over", "put-away"] as const;
export type EndingTick = (typeof ENDINGS)[number];

export interface SignSeen {
  readonly sign: string;
  readonly skill: string | null;
  readonly side: TrackSide;
  readonly strength: Strength;
}
export interface Incident {
  readonly kind: IncidentKind;
  readonly before: string;
  readonly hurt: Hurt;
  readonly during: During;
  readonly ledBy: readonly LedBy[];
  /** 1 the horse stopped itself, 2 it had to be stopped, 3 it was lost. */
  readonly strength: Strength;
}
/** The office must know at once: somebody is hurt, or somebody came off or was run away with. */
export const isRed = ({ kind, hurt }: Pick<Incident, "kind" | "hurt">): boolean =>
  hurt !== "nobody" || kind === "fall" || kind === "bolt";

/** A first: words are what the owner will read. */
export interface First {
  readonly skill: string | null;
  readonly words: string;
}
/** A figure of a skill that has a measure, as its ladder says what is counted or timed. */
export interface MeasureTaken {
  readonly skill: string;
  readonly figure: number;
}
/** Something that the card asked for and that was not done; `did` is what was worked in its place. */
export interface Swap {
  readonly skill: string;
  readonly did: string | null;
  readonly why: string;
}

export const CALM_ANSWERS = ["yes", "not-yet"] as const;
export interface CalmAnswer {
  readonly skill: string;
  readonly answer: (typeof CALM_ANSWERS)[number];
  readonly why: string;
}

/** One revision of a session's record. A correction is a new revision; the earlier one stays. */
export interface SessionRecord {
  readonly groundMinutes: number;
  readonly saddleMinutes: number;
  /** Trot and canter on a circle, of the minutes above. */
  readonly circleMinutes: number;
  readonly gaits: readonly Gait[];
  readonly weather: Weather;
  readonly tack: readonly Tack[];
  /** Why it wore something else than the last time; empty: nobody said. */
  readonly gearWhy: string;
  /** Who helped in fact, whoever was planned. */
  readonly helper: PersonId | null;
  readonly scores: readonly ScoreGiven[];
  readonly swaps: readonly Swap[];
  readonly measures: readonly MeasureTaken[];
  /** How the horse stood, in the order of the minutes. */
  readonly course: readonly CourseMark[];
  readonly signs: readonly SignSeen[];
  readonly incidents: readonly Incident[];
  readonly firsts: readonly First[];
  /** How far a first mounting went on each side; null: none was tried. */
  readonly mount: MountReached | null;
  /** How far another first time went; null: none was taken. */
  readonly taken: TakenRecord | null;
  /** Skills in which the horse offered more than was asked. */
  readonly offered: readonly string[];
  readonly readings: readonly PulseReading[];
  readonly ending: readonly EndingTick[];
  readonly endedWell: boolean;
  readonly word: string;
  readonly nextTime: string;
  /** To be tried next time, if it is calm; null: nothing was asked for. */
  readonly ifCalm: string | null;
  /** What became of what the rider before had asked for so; null: nothing was, or nobody answered. */
  readonly calm: CalmAnswer | null;
  /** The smaller version of the card was worked. */
  readonly smaller: boolean;
  /** A school over poles or fences; null: there was none. */
  readonly jump: JumpSchool | null;
}
