/**
 * What the estimator is told of a stay: the ladder's shape and what was worked and scored. Days count from the first of the stay, so that the same
 * facts come from the record and from a file. No dates, no names of the barn: the model sees what stands here and nothing else.
 */
import type { HorseKind } from "../horse/horse.ts";
import type { Score, TrackSide } from "../kernel/sides.ts";

export interface SkillShape {
  readonly id: string;
  readonly branch: string;
  /** What its branch is by its nature: handling, first-rides … */
  readonly nature: string;
  /** Of the skills that are counted together where bit and steering stand still. */
  readonly atTheBit: boolean;
  /** Direct ones; each must be in the list. */
  readonly prerequisites: readonly string[];
  /** Of these, work on the line that a ride replaces: once the skill has been shown it waits for them no more. Missing: none. */
  readonly onTheLine?: readonly string[];
  readonly sided: boolean;
  /** Typical sessions from 0 to 3; above 0. */
  readonly sessions03: number;
  /** Days without work after which half of what stands above the floor is lost; 60 where it is not told. */
  readonly halfLife?: number;
}
export interface SkillWork {
  readonly skill: string;
  /** Minutes on this skill; above 0. */
  readonly minutes: number;
  readonly scores: Readonly<Partial<Record<TrackSide, Score>>>;
}
export interface ScoredSession {
  readonly day: number;
  readonly rider: string;
  readonly windy: boolean;
  readonly newPlace: boolean;
  readonly work: readonly SkillWork[];
}
/** A level that an evaluation saw, as scored on that day; it stands for a prior, not for a session of work. */
export interface Seen {
  readonly skill: string;
  readonly side: TrackSide;
  readonly score: Score;
}
/** What other stays say of how a rider scores: severity in steps of the score, with its variance. */
export interface RiderSeverity {
  readonly rider: string;
  readonly mean: number;
  readonly variance: number;
}
export interface StayFacts {
  /** Log learning rate before anything is seen, as the barn's other horses make likely; 0 where it is not told. */
  readonly usualRate?: number;
  readonly leanings?: readonly RiderSeverity[];
  readonly kind: HorseKind;
  readonly skills: readonly SkillShape[];
  readonly seen: readonly Seen[];
  /** Tracks that nobody scored and that cannot be missing, as what contains them was shown. */
  readonly implied?: readonly Omit<Seen, "score">[];
  /** In the order of their days. */
  readonly sessions: readonly ScoredSession[];
}
