import { addDays, dayNumber, type LocalDate } from "./local-date.ts";

export const HOLD_KINDS = ["vet", "injury", "owner", "weather"] as const;
export type HoldKind = (typeof HOLD_KINDS)[number];

/** A stretch of days on which the horse is not worked. `to` null: still open. Both ends belong to the hold. */
export interface Hold {
  readonly kind: HoldKind;
  readonly from: LocalDate;
  readonly to: LocalDate | null;
  /** True: the held days are added to the end of the term. */
  readonly stopsClock: boolean;
}

/** Which kinds stop the clock unless somebody says otherwise for the one hold (a barn's policy, hence a setting). */
export type HoldPolicy = Readonly<Record<HoldKind, boolean>>;
export const DEFAULT_HOLD_POLICY: HoldPolicy = { vet: true, injury: true, owner: true, weather: false };

export const covers = (hold: Hold, date: LocalDate): boolean => hold.from <= date && (hold.to === null || date <= hold.to);
export const heldOn = (holds: readonly Hold[], date: LocalDate): Hold | null => holds.find((hold) => covers(hold, date)) ?? null;

/** True where two holds share a day. */
export const holdsOverlap = (a: Hold, b: Hold): boolean => (b.to === null || a.from <= b.to) && (a.to === null || b.from <= a.to);

/** The days of these holds. An open one holds through `today` and not beyond, as nobody knows yet when it will end. */
export function heldDays(holds: readonly Hold[], today: LocalDate): (day: number) => boolean {
  const spans = holds.map((hold) => ({
    from: dayNumber(hold.from),
    to: dayNumber(hold.to ?? (hold.from > today ? addDays(hold.from, -1) : today)),
  }));
  return (day) => spans.some((span) => span.from <= day && day <= span.to);
}
/** The days on which the clock stands still: of the holds that stop it. */
export const stoppedDays = (holds: readonly Hold[], today: LocalDate): ((day: number) => boolean) =>
  heldDays(
    holds.filter((hold) => hold.stopsClock),
    today,
  );
