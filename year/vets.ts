/** What whoever was asked finds: the right look finds a sore place mostly, another one of the same trade now and then. */
import type { CheckView } from "#contracts/views.check.ts";
import { addDays, type LocalDate } from "#core/calendar/local-date.ts";
import type { CheckResult } from "#core/intake/cause-rules.ts";
import { type CauseId, causeOf } from "#core/intake/causes.ts";
import type { LivingHorse } from "./horse.ts";
import { luck } from "./luck.ts";
import type { Guest } from "./world.ts";

export interface Answered {
  readonly result: CheckResult;
  readonly words: string;
  readonly easedOn: LocalDate | null;
}
/** Put right on the spot, where others need days of rest. */
const AT_ONCE: readonly CauseId[] = ["saddle-fit", "teeth", "feet"];
const SAME_LOOK = 0.9;
const SAME_TRADE = 0.6;
/** Days until it does not hurt any more. */
export const HEALS_AFTER = 7;

/** `cause` null: somebody was asked to look all over. */
export function looksAt(
  seed: number,
  guest: Guest,
  living: LivingHorse,
  { cause, who }: Pick<CheckView, "cause" | "who">,
  day: LocalDate,
): Answered {
  const { pain } = guest;
  const random = luck(seed, "finds", guest.key, day, cause ?? "");
  const trade = pain && causeOf(pain.cause).who === who;
  const chance = pain?.cause === cause ? SAME_LOOK : trade ? SAME_TRADE : 0;
  if (!pain || !living.hurts(day) || !random.chance(chance)) return { result: "clear", words: "Nothing found.", easedOn: null };
  const atOnce = AT_ONCE.includes(pain.cause);
  return {
    result: atOnce ? "treated" : "found",
    words: causeOf(pain.cause).words,
    easedOn: addDays(day, atOnce ? 1 : HEALS_AFTER),
  };
}
