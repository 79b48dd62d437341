/** What happens to a barn in a year, whoever runs it: who arrives with what wishes and what sore place, who is ill, what the weather does. */

import { FAMILIES, type Family } from "#bench/herds/family.ts";
import type { HourFields } from "#contracts/weather.ts";
import { addDays, daysBetween, type LocalDate, localDate, weekdayOf } from "#core/calendar/local-date.ts";
import type { TermLength } from "#core/calendar/term.ts";
import type { HorseClass, HorseKind, Sex } from "#core/horse/horse.ts";
import type { Goal } from "#core/intake/aims.ts";
import type { CauseId } from "#core/intake/causes.ts";
import type { Side } from "#core/kernel/sides.ts";
import { USUAL_LIMITS } from "#core/weather/work-limits.ts";
import { readAim } from "#server/stay/read-aim.ts";
import { SHIPPED } from "#shipped/ladder.ts";
import { luck } from "./luck.ts";
import { type Hand, handsFor } from "./staff.ts";

const YEAR_BEGINS: LocalDate = localDate("2026-01-05");
export const REST_DAYS = [7] as const;

/** Somewhere it hurts, from a day of the stay on, until somebody puts it right or it eases by itself. */
export interface Pain {
  readonly cause: CauseId;
  readonly side: Side;
  readonly from: number;
  readonly days: number;
}
export interface Guest {
  readonly key: string;
  readonly horse: string;
  readonly client: string;
  readonly kind: HorseKind;
  readonly class: HorseClass;
  readonly sex: Sex;
  readonly born: number;
  readonly heightCm: number;
  readonly girthCm: number;
  readonly lengthCm: number;
  readonly family: Family;
  readonly firstDay: LocalDate;
  readonly length: TermLength;
  readonly perWeek: number;
  readonly aim: string;
  readonly complaint: string;
  /** 0 calm to 1 hot. */
  readonly hot: number;
  readonly pain: Pain | null;
  /** Days of the stay on which it cannot be worked: the owner has it, or it was kicked in the field. */
  readonly off: readonly { readonly from: number; readonly to: number; readonly kind: "owner" | "injury" }[];
}
export interface Absence {
  readonly hand: number;
  readonly from: LocalDate;
  readonly to: LocalDate;
  readonly reason: string;
}
export interface World {
  readonly seed: number;
  readonly firstDay: LocalDate;
  readonly days: number;
  readonly horses: number;
  readonly hands: readonly Hand[];
  readonly guests: readonly Guest[];
  readonly absences: readonly Absence[];
  readonly holidays: readonly LocalDate[];
  /** Days on which the outdoor places stand under water. */
  readonly flood: { readonly from: LocalDate; readonly to: LocalDate };
}

const BEGINNINGS = [
  "Bram",
  "Cor",
  "Dun",
  "Esk",
  "Fenn",
  "Gar",
  "Hol",
  "Isk",
  "Jar",
  "Kel",
  "Lorn",
  "Merr",
  "Nev",
  "Orr",
  "Pell",
  "Rusk",
  "Sorr",
  "Tam",
  "Ulv",
  "Vesp",
  "Wyn",
  "Yarr",
];
const ENDINGS = ["a", "et", "ic", "ow", "el", "ane", "ot", "ard", "is", "un", "eth", "ory", "ix", "ell"];
const FAMILY_NAMES = [
  "Abbot",
  "Brindle",
  "Carrow",
  "Dunmore",
  "Elwick",
  "Farrant",
  "Gossamer",
  "Hartwell",
  "Inglis",
  "Jessop",
  "Kirkby",
  "Lindqvist",
];

/** Wishes as owners put them; each is read as a goal or more of the ladder, and a test holds them to it. */
export const WISHES: Readonly<Record<HorseKind, { readonly first: readonly string[]; readonly more: readonly string[] }>> = {
  unhandled: {
    first: ["Ground work only"],
    more: [
      "kind with his feet for the farrier",
      "ties quietly",
      "should load without a fight",
      "fly spray",
      "to be caught in the field",
      "backs up when I ask",
      "crowds me at the gate",
    ],
  },
  halter: {
    first: ["Started under saddle and safe to mount from both sides", "A quiet start", "Broke to ride"],
    more: [
      "steers and stops",
      "ties quietly",
      "kind with his feet for the farrier",
      "should load without a fight",
      "a steady canter",
      "hacks out alone",
    ],
  },
  started: {
    first: ["Softer in the hand", "A steady canter", "Wants to go at his own pace"],
    more: [
      "each lead when it is asked",
      "circles that stay round",
      "rideable in company",
      "hacks out alone",
      "rein back under saddle",
      "a stop that I can trust",
      "will not load",
    ],
  },
  restart: {
    first: ["He won't stand to be mounted", "No steering and no brakes", "A stop that I can trust"],
    more: [
      "ties quietly",
      "a steady canter",
      "rideable in company",
      "hacks out alone",
      "kind with his feet for the farrier",
      "settles after a fright",
    ],
  },
};
const COMPLAINTS: Readonly<Record<HorseKind, readonly string[]>> = {
  unhandled: ["Cannot be caught.", "Pulls back when tied."],
  halter: ["Crowds people at the gate."],
  started: ["Rushes when the rein is given.", "Leans on the bit."],
  restart: ["Bucks at the canter.", "Walks off at the block.", "Bolted once on the way home."],
};
/** What hurts, how often among those that hurt, by the barn's kinds of horse alike. */
const SORE: readonly (readonly [CauseId, number])[] = [
  ["saddle-fit", 0.24],
  ["back", 0.2],
  ["teeth", 0.18],
  ["feet", 0.14],
  ["stomach", 0.12],
  ["lameness", 0.12],
];
const HURTS = 0.34;
/** Of those that hurt, so many do on the day they arrive. */
const FROM_THE_START = 0.5;
const FULL_AFTER = 24;
const GAP = [6, 16] as const;

function soreness(seed: number, key: string, kind: HorseKind, length: number): Pain | null {
  const random = luck(seed, "pain", key);
  if (!random.chance(HURTS)) return null;
  let at = random.next();
  const found = SORE.find(([, share]) => (at -= share) <= 0)?.[0] ?? "back";
  // What is never tacked up has no saddle that pinches.
  const cause = kind === "unhandled" && found === "saddle-fit" ? "feet" : found;
  const from = random.chance(FROM_THE_START) ? 0 : random.whole(3, Math.round(length * 0.7));
  return { cause, side: random.pick(["left", "right"] as const), from, days: random.whole(40, 120) };
}

function offDays(seed: number, key: string, family: Family, length: number): Guest["off"] {
  const random = luck(seed, "off", key);
  const off: { from: number; to: number; kind: "owner" | "injury" }[] = [];
  for (let day = 4; day < length; day += 1)
    if (random.chance(family.layoff.aDay)) {
      const to = day + random.whole(...family.layoff.days);
      off.push({ from: day, to, kind: random.chance(0.5) ? "owner" : "injury" });
      day = to + 3;
    }
  return off;
}

function guestAt(seed: number, stall: number, turn: number, firstDay: LocalDate): Guest {
  const key = `${stall}-${turn}`;
  const random = luck(seed, "guest", key);
  const kind = random.pick(["unhandled", "halter", "halter", "halter", "started", "started", "restart"] as const);
  const length = random.pick([30, 60, 60, 90] as const);
  const family = random.pick(FAMILIES);
  const year = Number(firstDay.slice(0, 4));
  const age = {
    unhandled: random.whole(1, 4),
    halter: random.whole(3, 5),
    started: random.whole(4, 12),
    restart: random.whole(6, 15),
  }[kind];
  const heightCm = random.whole(142, 162) - (age < 3 ? 8 : 0);
  const { first, more } = WISHES[kind];
  const pool = [...more];
  const wishes = Array.from({ length: random.whole(2, 4) }, () => pool.splice(random.whole(0, pool.length - 1), 1)[0] ?? "");
  const number = stall * 31 + turn;
  return {
    key,
    horse: `${BEGINNINGS[number % BEGINNINGS.length]}${ENDINGS[Math.floor(number / BEGINNINGS.length) % ENDINGS.length]}${turn > 8 ? ` ${turn}` : ""}`,
    client: `${ENDINGS[stall % ENDINGS.length]?.replace(/^./, (x) => x.toUpperCase())}na ${FAMILY_NAMES[(stall + turn) % FAMILY_NAMES.length]}`,
    kind,
    class: "adult",
    sex: random.pick(["mare", "gelding", "gelding"] as const),
    born: year - age,
    heightCm,
    girthCm: Math.round(heightCm * 1.17) + random.whole(-4, 6),
    lengthCm: Math.round(heightCm * 1.02) + random.whole(-3, 4),
    family,
    firstDay,
    length,
    perWeek: random.pick([4, 5, 5, 6]),
    aim: `${[random.pick(first), ...wishes].join(", ")}.`,
    complaint: random.chance(0.4) ? random.pick(COMPLAINTS[kind]) : "",
    hot: Math.min(1, Math.max(0, 0.25 + 0.25 * random.normal())),
    pain: soreness(seed, key, kind, length),
    off: offDays(seed, key, family, length),
  };
}

/** A stall fills, empties and fills again. */
function guestsOf(seed: number, stall: number, firstDay: LocalDate, days: number): readonly Guest[] {
  const random = luck(seed, "stall", stall);
  const guests: Guest[] = [];
  for (let day = random.whole(0, Math.min(FULL_AFTER, Math.floor(days / 2))), turn = 0; day < days; turn += 1) {
    const arrives = addDays(firstDay, day);
    // Nobody arrives on the day of rest.
    const guest = guestAt(seed, stall, turn, weekdayOf(arrives) === 7 ? addDays(arrives, 1) : arrives);
    guests.push(guest);
    day += guest.length + random.whole(...GAP);
  }
  return guests;
}

const ILL_A_DAY = 0.008;
/** A week in which half of them are in bed. */
function absencesOf(seed: number, hands: readonly Hand[], firstDay: LocalDate, days: number): readonly Absence[] {
  const flu = addDays(firstDay, Math.round(days * 0.13));
  return hands.flatMap((_, hand): Absence[] => {
    if (hand === 0) return [];
    const random = luck(seed, "ill", hand);
    const ill: Absence[] = random.chance(0.5) ? [{ hand, from: flu, to: addDays(flu, 5), reason: "In bed with a fever" }] : [];
    for (let day = 3; day < days; day += 1)
      if (random.chance(ILL_A_DAY)) {
        const from = addDays(firstDay, day);
        const to = addDays(from, random.whole(0, 3));
        if (!ill.some((one) => one.from <= to && from <= one.to)) ill.push({ hand, from, to, reason: "Not well" });
        day += 8;
      }
    return ill.sort((a, b) => (a.from < b.from ? -1 : 1));
  });
}

const HOLIDAYS = ["07-04", "11-26", "12-25", "01-01"];
export function makeWorld({
  seed,
  days,
  horses,
}: {
  readonly seed: number;
  readonly days: number;
  readonly horses: number;
}): World {
  const firstDay = YEAR_BEGINS;
  const hands = handsFor(seed, horses);
  const wet = addDays(firstDay, Math.round(days * 0.3));
  return {
    seed,
    firstDay,
    days,
    horses,
    hands,
    guests: Array.from({ length: horses }, (_, stall) => guestsOf(seed, stall, firstDay, days)).flat(),
    absences: absencesOf(seed, hands, firstDay, days),
    holidays: Array.from({ length: days }, (_, i) => addDays(firstDay, i)).filter((day) => HOLIDAYS.includes(day.slice(5))),
    flood: { from: wet, to: addDays(wet, 4) },
  };
}

/** What the owner's words ask for, as the application reads them; the manager takes every one. */
export const goalsOf = ({ aim, complaint, kind, born, firstDay }: Guest): readonly Goal[] =>
  readAim({ aim, complaint, kind, birthDate: null, birthYear: born }, { ladder: SHIPPED, workLimits: USUAL_LIMITS }, firstDay)
    .goals;

export const dayOfStay = (guest: Guest, day: LocalDate): number => daysBetween(guest.firstDay, day);
export const isOff = (guest: Guest, day: LocalDate): boolean => {
  const at = dayOfStay(guest, day);
  return guest.off.some(({ from, to }) => from <= at && at <= to);
};
export const isAbsent = ({ absences }: World, hand: number, day: LocalDate): boolean =>
  absences.some((one) => one.hand === hand && one.from <= day && day <= one.to);

const YEAR = 365;
/** Warm in July and cold in January, warmest at three in the afternoon; some days blow. */
export function weatherOf({ seed }: Pick<World, "seed">, day: LocalDate): readonly HourFields[] {
  const random = luck(seed, "weather", day);
  const season = Math.sin((2 * Math.PI * (daysBetween(localDate("2026-04-15"), day) % YEAR)) / YEAR);
  const noon = 14 + 16 * season + 4 * random.normal();
  const humidity = Math.min(95, Math.max(15, 45 + 12 * random.normal()));
  const gusts = random.chance(0.1) ? random.whole(9, 15) : Math.max(1, 4 + 1.5 * random.normal());
  return Array.from({ length: 24 }, (_, hour) => ({
    hour,
    temperatureC: Math.round((noon - 6 + 6 * Math.cos((2 * Math.PI * (hour - 15)) / 24)) * 10) / 10,
    humidity: Math.round(humidity),
    windMps: Math.round(Math.max(0, gusts * (0.5 + 0.5 * Math.max(0, Math.sin((Math.PI * (hour - 6)) / 14)))) * 10) / 10,
  }));
}
export const windOf = (world: Pick<World, "seed">, day: LocalDate): number =>
  Math.max(...weatherOf(world, day).map(({ windMps }) => windMps));
