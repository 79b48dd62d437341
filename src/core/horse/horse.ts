/** What is known of a horse before anybody has touched it. 'unknown' is a real answer and the default. */
import { type LocalDate, localDate } from "../calendar/local-date.ts";

export const SEXES = ["mare", "gelding", "stallion", "unknown"] as const;
export type Sex = (typeof SEXES)[number];

/** The class decides the tape formula; 'adult' covers every grown horse that is no pony. */
export const HORSE_CLASSES = ["adult", "pony", "yearling", "weanling"] as const;
export type HorseClass = (typeof HORSE_CLASSES)[number];

/** What comes in, as the manager declares it at booking. */
export const KINDS = ["unhandled", "halter", "started", "restart"] as const;
export type HorseKind = (typeof KINDS)[number];

export const HISTORY_TOPICS = ["haltered", "feet", "trailer", "saddled", "ridden", "raced", "hurt", "foundered"] as const;
export type HistoryTopic = (typeof HISTORY_TOPICS)[number];
export const HISTORY_ANSWERS = ["unknown", "no", "yes"] as const;
export type HistoryAnswer = (typeof HISTORY_ANSWERS)[number];

/** Birth as far as it is known: a date, a year, or nothing. */
export interface Birth {
  readonly date: LocalDate | null;
  readonly year: number | null;
}

/** Completed years on the day; a horse known by its year alone counts from 1 January. Null where unknown. */
export function ageInYears(birth: Birth, today: LocalDate): number | null {
  const born = birth.date ?? (birth.year === null ? null : localDate(`${birth.year}-01-01`));
  if (!born || born > today) return null;
  const years = Number(today.slice(0, 4)) - Number(born.slice(0, 4));
  return today.slice(5) >= born.slice(5) ? years : years - 1;
}

/** Condition scores, 1-9: thin below the first, overweight from the second on. */
export const THIN_BELOW = 4;
export const OVERWEIGHT_FROM = 7;
/** Croup above withers from which a horse is growing, centimetres. */
export const GROWING_CM = 2;

/** So many rides here make a riding horse; one with fewer stays in on a windy day. */
export const FIRST_RIDES = 10;
/** Of 1 to 5: from this risk on nobody is alone with a horse, and it is worked before noon. Whoever hurt somebody, ran away or threw its rider has it at the least. */
export const WILD_RISK = 4;
