/** What the record says of a horse, as far as it is asked what may be done with it on a day. */

import type { Hold } from "../calendar/holds.ts";
import type { LocalDate } from "../calendar/local-date.ts";
import type { IncidentKind } from "../card/card.ts";
import type { HeldByChecks } from "../check/check.ts";
import type { HorseClass } from "../horse/horse.ts";
import type { SecondPerson } from "../intake/limits.ts";
import type { PersonId } from "../kernel/brand.ts";
import type { Stage } from "../reading/reading.ts";
import type { LoadLimit } from "../tools/load.ts";
import type { WorkLimits } from "../weather/work-limits.ts";
import type { RedToday } from "./ground-check.ts";
import type { StepBack } from "./protocol.ts";
import type { Unready } from "./steps.ts";

export interface PermitHorse {
  readonly hold: Hold | null;
  /** What open checks, findings that nobody released and the words of professionals hold back. */
  readonly checks: HeldByChecks;
  /** Somebody has signed an evaluation of this stay. */
  readonly signed: boolean;
  /** From the signature: may it be ridden at all; null: as its age has it. */
  readonly ridden: boolean | null;
  readonly secondPerson: SecondPerson;
  /** No longer than so many minutes; null: no limit. */
  readonly sessionMinutes: number | null;
  readonly circleMinutes: number;
  readonly ageYears: number | null;
  readonly horseClass: HorseClass;
  /** Null: not weighed, hence not ridden. */
  readonly load: LoadLimit | null;
  /** Days since the weight was taken; null: it never was. */
  readonly weightDays: number | null;
  /** 1-5; the signed one, or what was seen since. */
  readonly risk: number;
  readonly stage: Stage;
  /** Sat on, and not ready for the open arena: whoever gets on stays in a small or covered place. */
  readonly smallPlaces: boolean;
  /** Fewer than ten rides here, whatever it showed when it came. */
  readonly green: boolean;
  /** Unfit, thin or back from time off: not out in the heat. */
  readonly noHeat: boolean;
  /** Neither ride nor help. */
  readonly forbid: readonly PersonId[];
  /** Big steps that are not ready. */
  readonly unready: Unready;
  /** What it is worked at the most while it comes back or is in trouble; null: nothing. */
  readonly stepBack: StepBack | null;
  /** Seen earlier on this day: on whatever card, and in a walk. */
  readonly redToday: readonly RedToday[];
  /** Days since it was last worked; null never. */
  readonly daysOff: number | null;
  /** The barn's, for heat, wind, cold and old weights. */
  readonly limits: WorkLimits;
  readonly lastIncident: { readonly kind: IncidentKind; readonly day: LocalDate; readonly daysAgo: number } | null;
}

export interface PermitPerson {
  readonly id: PersonId;
  readonly grade: number;
  /** With tack; null not known. */
  readonly weightKg: number | null;
  readonly rides: boolean;
  /** May do what is marked as specialist work. */
  readonly specialist: boolean;
}
