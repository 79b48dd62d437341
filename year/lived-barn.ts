/** What the manager, the bodies and the watch of a year see of the barn that is lived. */
import type { Actor } from "#contracts/people.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { StayId } from "#core/kernel/brand.ts";
import type { Deps } from "#server/container.ts";
import type { Hands } from "./hands.ts";
import type { LivingHorse } from "./horse.ts";
import type { GuestTally, YearTally } from "./tally.ts";
import type { Guest, World } from "./world.ts";

/** Of a horse that is booked so, somebody rode it before. */
export const RIDDEN_HISTORY: readonly string[] = ["started", "restart"];
export interface Stabled {
  readonly guest: Guest;
  readonly living: LivingHorse;
  readonly stay: StayId;
  /** Days on which somebody was told that something is wrong with it. */
  readonly warned: LocalDate[];
  /** Elsewhere, as the booking says, or here by now. */
  ridden: boolean;
}
/** What is looked at while somebody works. */
export interface Watching {
  /** Answers what was read, and writes down how long it took. */
  timed<T>(page: string, read: () => Promise<T>): Promise<T>;
  report(number: number): Promise<void>;
  goesHome(one: Stabled): Promise<void>;
}
export interface LivedBarn {
  readonly world: World;
  readonly tally: YearTally;
  readonly hands: Hands;
  readonly watch: Watching;
  readonly stabled: ReadonlyMap<StayId, Stabled>;
  readonly today: LocalDate;
  readonly actors: readonly Actor[];
  readonly boss: Actor;
  readonly database: Deps;
  tallyOf(guest: Guest): GuestTally;
  booked(guest: Guest, stay: StayId): void;
  /** A professional was asked to look at the horse. */
  lookedAt(one: Stabled): void;
  forecastsOf(one: Stabled): Promise<void>;
}
