/** How a horse is expected to stand on a day to come, for whoever asks what may be done with it: as it reads today, and what is planned until then. */
import { FIRST_RIDES } from "../horse/horse.ts";
import type { Skill } from "../ladder/skill.ts";
import { type HorseReading, SHOWN, type Stage } from "../reading/reading.ts";

/** A level counts as the next score from a quarter below it on. */
const COUNTS_FROM = 0.25;

export class ExpectedReading implements HorseReading {
  readonly levels: HorseReading["levels"];
  private readonly worked = new Map<string, number>();
  private rides: number;

  constructor(
    private readonly now: HorseReading,
    rides: number,
  ) {
    this.levels = now.levels;
    this.rides = rides;
  }

  /** The level expected after a planned session, 0-5, on the weaker side; a session in the saddle counts as a ride. */
  after(skill: Skill, level: number): void {
    this.worked.set(skill.id, Math.max(this.worked.get(skill.id) ?? 0, Math.floor(level + COUNTS_FROM)));
  }
  ridden(): void {
    this.rides += 1;
  }
  get stage(): Stage {
    if (this.now.stage === "riding" || this.rides >= FIRST_RIDES) return "riding";
    return this.rides > 0 ? "first-rides" : this.now.stage;
  }
  get carriesRiders(): boolean {
    return this.now.carriesRiders || this.stage === "riding";
  }
  basisOf: HorseReading["basisOf"] = (skill) => (this.worked.has(skill.id) ? "seen" : this.now.basisOf(skill));
  basisOn: HorseReading["basisOn"] = (skill, side) => (this.worked.has(skill.id) ? "seen" : this.now.basisOn(skill, side));
  countsOn: HorseReading["countsOn"] = (skill, side) => Math.max(this.now.countsOn(skill, side), this.worked.get(skill.id) ?? 0);
  counts: HorseReading["counts"] = (skill) => Math.max(this.now.counts(skill), this.worked.get(skill.id) ?? 0);
  isShown: HorseReading["isShown"] = (skill) => this.now.isShown(skill) || (this.worked.get(skill.id) ?? 0) >= SHOWN;
}
