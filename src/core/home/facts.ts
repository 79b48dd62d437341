/** What is known of a horse that goes home, and of who works it there. */
import type { LocalDate } from "../calendar/local-date.ts";
import type { Tack } from "../card/gear.ts";
import { SIDES, type Side } from "../kernel/sides.ts";
import { type Levels, trackKey } from "../ladder/level.ts";
import type { Skill } from "../ladder/skill.ts";
import type { HardSide } from "../reading/hard-side.ts";
import type { Return } from "./way-back.ts";

/** How well the owner rides and works a horse; of some nobody knows. */
export type OwnerLevel = "unknown" | "novice" | "steady" | "able";
export interface LessonGoal {
  readonly skill: string;
  readonly must: boolean;
  readonly met: boolean;
}
export interface HomeFacts {
  /** The first day at home. */
  readonly from: LocalDate;
  readonly ladder: readonly Skill[];
  readonly levels: Levels;
  /** How often each skill was worked here. */
  readonly timesWorked: ReadonlyMap<string, number>;
  readonly hard: HardSide;
  readonly ageYears: number | null;
  /** Days a week on which the owner works the horse; null: nobody knows. */
  readonly daysAWeek: number | null;
  readonly level: OwnerLevel;
  /** Of a day's work: what the manager says; null: as its kind and the owner have it. */
  readonly minutes: number | null;
  /** No longer than so many minutes, as signed; null: no limit. */
  readonly mostMinutes: number | null;
  /** Ridden here, and nothing in the record keeps a rider off. */
  readonly ridden: boolean;
  /** Its first rides are behind it: steps of its start are no check before a ride any more. */
  readonly settled: boolean;
  /** What the main problem names. */
  readonly complaint: readonly string[];
  readonly goals: readonly LessonGoal[];
  /** What is written of a skill for owners. */
  readonly forOwner: ReadonlyMap<string, string>;
  /** What the record bars with this horse, whoever asks it: no plan for home asks for it either. */
  readonly barred: ReadonlySet<string>;
  /** What the manager takes out. */
  readonly without: readonly string[];
  /** Signs of the last sessions and incidents of the stay. */
  readonly signs: readonly string[];
  readonly incidents: readonly string[];
  readonly back: Return | null;
  /** What it goes in here. */
  readonly gear: readonly Tack[];
}
export interface HomeItem {
  readonly skill: string;
  /** The side to begin with; null: no matter. */
  readonly first: Side | null;
}

/** The side to begin with: the weaker one, or the horse's hard one where both are alike. */
export function firstSide({ levels, hard }: Pick<HomeFacts, "levels" | "hard">, { id, sided }: Skill): Side | null {
  if (!sided) return null;
  const [left, right] = SIDES.map((side) => levels.get(trackKey(id, side))?.latest ?? 0) as [number, number];
  if (left !== right) return left < right ? "left" : "right";
  return hard === "left" || hard === "right" ? hard : null;
}
