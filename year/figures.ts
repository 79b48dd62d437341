/** The figures of a year, and of several: each seed's two barns are the same horses, so that what is compared is a pair. */
import { addDays, daysBetween } from "#core/calendar/local-date.ts";
import { type Random, seededRandom } from "#core/kernel/random.ts";
import type { GuestTally, YearTally } from "./tally.ts";

export interface Figure {
  readonly id: string;
  readonly words: string;
  readonly unit: string;
  readonly better: "more" | "less";
  /** Why it comes out worse than by whiteboard, where somebody has looked into it. */
  readonly whyWorse?: string;
  /** Of one year; null: nothing to count. */
  of(year: YearTally): number | null;
  /** Of what is counted one by one and seldom: how many there were in so many thousand sessions. Their own luck is part of the interval. */
  readonly seldom?: (year: YearTally) => { readonly count: number; readonly thousands: number };
}
const sum = (all: readonly number[]): number => all.reduce((total, one) => total + one, 0);
const mean = (all: readonly number[]): number | null => (all.length === 0 ? null : sum(all) / all.length);
const guests = ({ guests: all }: YearTally): readonly GuestTally[] => [...all.values()];
const gone = (year: YearTally): readonly GuestTally[] => guests(year).filter(({ wentHome }) => wentHome !== null);
const sessions = (year: YearTally): number => sum(guests(year).map(({ given }) => given.size));
const share = (part: number, whole: number): number | null => (whole === 0 ? null : (100 * part) / whole);
const PER = 1_000;
/** Incidents of a sort, counted in 1,000 sessions. */
function counted(is: (incident: GuestTally["incidents"][number]) => boolean): Pick<Figure, "of" | "seldom"> {
  const seldom = (year: YearTally) => ({
    count: sum(guests(year).map(({ incidents }) => incidents.filter(is).length)),
    thousands: Math.max(1, sessions(year)) / PER,
  });
  return {
    seldom,
    of: (year) => {
      const { count, thousands } = seldom(year);
      return count / thousands;
    },
  };
}

/** Days from the first day of pain until somebody was asked, or until the horse went home or the year ended. */
function daysToLook(year: YearTally): readonly number[] {
  const last = addDays([...year.guests.values()][0]?.firstDay ?? ("2026-01-01" as GuestTally["firstDay"]), year.days);
  return guests(year).flatMap(({ hurtFrom, lookedAt, wentHome }) => {
    const end = wentHome ?? last;
    if (hurtFrom === null || hurtFrom >= end) return [];
    return [lookedAt ?? daysBetween(hurtFrom, end)];
  });
}

export const FIGURES: readonly Figure[] = [
  {
    id: "wishes",
    words: "Owners' wishes truly held on the day of going home",
    unit: "%",
    better: "more",
    of: (year) => {
      const goals = gone(year).flatMap((one) => one.goals);
      return share(goals.filter(({ held }) => held).length, goals.length);
    },
  },
  {
    id: "promised",
    words: "Promised goals truly held",
    unit: "%",
    better: "more",
    of: (year) => {
      const goals = gone(year).flatMap((one) => one.goals.filter(({ promised }) => promised));
      return share(goals.filter(({ held }) => held).length, goals.length);
    },
  },
  {
    id: "owed",
    words: "Sessions of ended terms that were still owed",
    unit: "%",
    better: "less",
    of: (year) => {
      const ended = gone(year);
      return share(
        sum(ended.map(({ contracted, given }) => Math.max(0, contracted - given.size))),
        sum(ended.map(({ contracted }) => contracted)),
      );
    },
  },
  {
    id: "mounted",
    words: "Incidents with a rider up, in 1,000 sessions",
    unit: "",
    better: "less",
    ...counted(({ mounted }) => mounted),
  },
  {
    id: "mounted-chance",
    words: "Incidents with a rider up that were to be expected, luck apart, in 1,000 rides",
    unit: "",
    better: "less",
    of: (year) => {
      const rides = sum(guests(year).map((guest) => guest.rides));
      return rides === 0 ? null : (PER * sum(guests(year).map(({ mountedChance }) => mountedChance))) / rides;
    },
  },
  {
    id: "grave",
    words: "Falls, bolts and people hurt, in 1,000 sessions",
    unit: "",
    better: "less",
    ...counted(({ grave }) => grave),
  },
  {
    id: "look",
    words: "Days until somebody was asked to look at a horse that hurts",
    unit: "days",
    better: "less",
    of: (year) => mean(daysToLook(year)),
  },
  {
    id: "over-pain",
    words: "Sessions with tack or rider while it hurt, a horse that hurts",
    unit: "",
    better: "less",
    whyWorse:
      "horses come under tack sooner here, a riding horse on its first day. Of those that were traced, the sessions lay before the first look, or after one that found nothing where it did hurt; a red sign keeps riders off for its day alone.",
    of: (year) => mean(guests(year).flatMap(({ hurtFrom, overPain }) => (hurtFrom === null ? [] : [overPain]))),
  },
  {
    id: "early",
    words: "Sessions that worked something before the horse was ready for it",
    unit: "%",
    better: "less",
    whyWorse:
      "the plan takes a skill up once what it rests on is likely at 2, or was told at the booking; the whiteboard of this comparison waits for a score of 3.",
    of: (year) => share(sum(guests(year).map(({ sessionsTooEarly }) => sessionsTooEarly)), sessions(year)),
  },
  {
    id: "manager",
    words: "Manager's minutes a day",
    unit: "min",
    better: "less",
    of: (year) => year.manager.seconds / 60 / year.days,
  },
  {
    id: "most-rides",
    words: "Most rides of one person on one day",
    unit: "",
    better: "less",
    whyWorse:
      "a horse that is told to be ridden is ridden on days of ground work too, so that there are more rides; and the day shares out hours of work, not rides.",
    of: (year) => Math.max(0, ...year.hands.flatMap(({ days }) => [...days.values()].map(({ rides }) => rides))),
  },
];

export interface Compared {
  readonly figure: Figure;
  readonly furlong: number;
  readonly whiteboard: number;
  /** Of the difference furlong − whiteboard: nine of ten draws of the seeds lie between. */
  readonly low: number;
  readonly high: number;
}
const DRAWS = 2_000;
/**
 * In a thousand sessions of several years, as it could as well have been: the square root of a count of events that come one by one is known to a half,
 * whatever it is (Anscombe's transform of Poisson counts).
 */
function rateDrawn(years: readonly YearTally[], seldom: NonNullable<Figure["seldom"]>, random: Random): number {
  const all = years.map(seldom);
  const root = Math.sqrt(sum(all.map(({ count }) => count)) + 3 / 8) + random.normal() / 2;
  return Math.max(0, root) ** 2 / sum(all.map(({ thousands }) => thousands));
}
/**
 * Seeds drawn again with putting back (Efron's bootstrap); with one seed the interval is that seed. Where seldom things are counted, ten seeds hold a
 * handful of them, and their own luck is drawn too.
 */
export function compare(furlong: readonly YearTally[], whiteboard: readonly YearTally[]): readonly Compared[] {
  return FIGURES.flatMap((figure): readonly Compared[] => {
    const pairs = furlong.flatMap((year) => {
      const other = whiteboard.find(({ seed }) => seed === year.seed);
      const [a, b] = [figure.of(year), other ? figure.of(other) : null];
      return a === null || b === null || !other ? [] : [{ a, b, year, other }];
    });
    if (pairs.length === 0) return [];
    const random = seededRandom(7);
    const { seldom } = figure;
    const draws = Array.from({ length: DRAWS }, () => {
      const drawn = pairs.map(() => random.pick(pairs));
      if (!seldom) return sum(drawn.map(({ a, b }) => a - b)) / pairs.length;
      const [ours, theirs] = [drawn.map(({ year }) => year), drawn.map(({ other }) => other)];
      return rateDrawn(ours, seldom, random) - rateDrawn(theirs, seldom, random);
    }).sort((a, b) => a - b);
    const at = (part: number): number => draws[Math.floor(part * (DRAWS - 1))] ?? 0;
    return [
      {
        figure,
        furlong: sum(pairs.map(({ a }) => a)) / pairs.length,
        whiteboard: sum(pairs.map(({ b }) => b)) / pairs.length,
        low: at(0.05),
        high: at(0.95),
      },
    ];
  });
}

/** Chances that were told, in tenths, against what came: calibration error is their mean distance, weighed by how many there are. */
export interface Honesty {
  readonly bins: readonly { readonly from: number; readonly told: number; readonly came: number; readonly count: number }[];
  readonly error: number;
  readonly count: number;
}
export function honestyOf(told: readonly { readonly chance: number; readonly met: boolean }[], width = 0.2): Honesty {
  const bins = Array.from({ length: Math.round(1 / width) }, (_, i) => {
    const from = i * width;
    const mine = told.filter(
      ({ chance }) => chance >= from && (chance < from + width || (i === Math.round(1 / width) - 1 && chance >= 1)),
    );
    return {
      from,
      told: mean(mine.map(({ chance }) => chance)) ?? from,
      came: mean(mine.map(({ met }) => Number(met))) ?? 0,
      count: mine.length,
    };
  }).filter(({ count }) => count > 0);
  const count = sum(bins.map((one) => one.count));
  return { bins, count, error: count === 0 ? 0 : sum(bins.map((one) => one.count * Math.abs(one.told - one.came))) / count };
}
