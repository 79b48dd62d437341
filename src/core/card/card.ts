/** What a rider writes down after a session. */

import type { Strength } from "../intake/signs.ts";
import type { Score, TrackSide } from "../kernel/sides.ts";

export const SESSION_KINDS = ["ground", "saddle", "both"] as const;
export type SessionKind = (typeof SESSION_KINDS)[number];

/** placed: the manager's proposal · handed-out: the riders' · closed: logged · cancelled: not worked. */
export const CARD_STATES = ["placed", "handed-out", "closed", "cancelled"] as const;
export type CardState = (typeof CARD_STATES)[number];

export const GAITS = ["walk", "trot", "canter", "jump"] as const;
export type Gait = (typeof GAITS)[number];

export const WEATHERS = ["calm", "windy", "hot", "cold", "wet"] as const;
export type Weather = (typeof WEATHERS)[number];

export const TACKS = ["rope-halter", "cavesson", "snaffle", "surcingle", "saddle", "bareback-pad"] as const;
export type Tack = (typeof TACKS)[number];

export const INCIDENT_KINDS = ["spook", "buck", "bolt", "rear", "kick", "bite", "pull-back", "fall"] as const;
export type IncidentKind = (typeof INCIDENT_KINDS)[number];
export const HURT = ["nobody", "horse", "person"] as const;
export type Hurt = (typeof HURT)[number];

export interface ScoreGiven {
  readonly skill: string;
  readonly side: TrackSide;
  readonly score: Score;
}
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
}
/** A first: words are what the owner will read. */
export interface First {
  readonly skill: string | null;
  readonly words: string;
}

/** One revision of a session's record. A correction is a new revision; the earlier one stays. */
export interface SessionRecord {
  readonly groundMinutes: number;
  readonly saddleMinutes: number;
  readonly gaits: readonly Gait[];
  readonly weather: Weather;
  readonly tack: readonly Tack[];
  readonly scores: readonly ScoreGiven[];
  readonly signs: readonly SignSeen[];
  readonly incidents: readonly Incident[];
  readonly firsts: readonly First[];
  readonly endedWell: boolean;
  readonly word: string;
  readonly nextTime: string;
}
