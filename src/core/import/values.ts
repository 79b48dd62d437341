/** One cell of a spreadsheet, as people write it, brought to what the record keeps. */
import { type LocalDate, parseLocalDate } from "../calendar/local-date.ts";
import { poundsToKilograms } from "../kernel/units.ts";
import type { Quantity } from "./columns.ts";
import { DAY_NAMES, MONTH_NAMES, type Names, NO, YES } from "./names.ts";

/** How what may be read in two ways is meant. */
export interface DateOrder {
  readonly days: "day-first" | "month-first";
  /** Between whole and part: where '1,125' may be a thousand or a bit more than one. */
  readonly decimals: "point" | "comma";
  /** Of figures that name no unit. */
  readonly weights: "kg" | "lb";
  readonly heights: "cm" | "hands";
  readonly lengths: "cm" | "in";
  readonly temperatures: "C" | "F";
}

const CENTURY_TURNS = 70;
const fullYear = (year: string): number => {
  const given = Number(year);
  if (year.length > 2) return given;
  return given < CENTURY_TURNS ? 2000 + given : 1900 + given;
};
const dayOf = (year: string, month: number, day: string): LocalDate | null =>
  parseLocalDate(`${String(fullYear(year)).padStart(4, "0")}-${String(month).padStart(2, "0")}-${day.padStart(2, "0")}`);
const monthOf = (name: string): number => MONTH_NAMES.indexOf(name.slice(0, 3).toLowerCase()) + 1;

/** '2026-07-14', '14.7.2026', '14/7/26', '7/14/2026', '14 Jul 2026', 'July 14, 2026', each also with a weekday before or an hour behind. Null: no day. */
export function readDayCell(text: string, order: DateOrder["days"]): LocalDate | null {
  const bare = text
    .trim()
    .replace(/[T ]\d{1,2}:\d{2}.*$/, "")
    .replace(/^(?:mon|tue|wed|thu|fri|sat|sun)\p{L}*\.?,?\s+/iu, "");
  // Any other word before figures is a weekday of another language.
  const words = bare.replace(/^\p{L}{2,9}\.?,?\s+(?=\d{1,2}[-/.])/u, "");
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(words);
  if (iso) return dayOf(iso[1] as string, Number(iso[2]), iso[3] as string);
  const figures = /^(\d{1,2})([-/.])\s?(\d{1,2})[-/.]\s?(\d{4}|\d{2})$/.exec(words);
  if (figures) {
    const [, first, between, second, year] = figures as unknown as [string, string, string, string, string];
    // With dots the day always comes first.
    const dayFirst = order === "day-first" || between === ".";
    return dayFirst ? dayOf(year, Number(second), first) : dayOf(year, Number(first), second);
  }
  const named = /^(\d{1,2})(?:st|nd|rd|th)?\.?[\s-]+(\p{L}{3,9})\.?,?[\s-]+(\d{4}|\d{2})$/u.exec(words);
  if (named) return dayOf(named[3] as string, monthOf(named[2] as string), named[1] as string);
  const american = /^(\p{L}{3,9})\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?\s+(\d{4})$/u.exec(bare);
  return american ? dayOf(american[3] as string, monthOf(american[1] as string), american[2] as string) : null;
}

/** Whether days of figures in a column can only be day first or month first; null: they tell nothing. */
export function dayOrderOf(cells: readonly string[]): DateOrder["days"] | null {
  for (const cell of cells) {
    const parts = /^(\d{1,2})[-/](\d{1,2})[-/](?:\d{4}|\d{2})\b/.exec(cell.trim());
    if (parts && Number(parts[1]) > 12) return "day-first";
    if (parts && Number(parts[2]) > 12) return "month-first";
  }
  return null;
}
/** Whether a comma in these figures can only stand before a part; null: they tell nothing. */
export function decimalsOf(cells: readonly string[]): DateOrder["decimals"] | null {
  for (const cell of cells) {
    if (/\d,\d{1,2}(?!\d)/.test(cell) || /\d\.\d{3},\d/.test(cell)) return "comma";
    if (/\d\.\d{1,2}(?!\d)/.test(cell) || /\d,\d{3}\.\d/.test(cell)) return "point";
  }
  return null;
}

/** In the middle of the figures that name no unit; null: there are none. */
function middleOf(cells: readonly string[]): number | null {
  const figures = cells
    .flatMap((cell) => (/^\s*\d+([.,]\d+)?\s*$/.test(cell) ? [Number(cell.trim().replace(",", "."))] : []))
    .sort((a, b) => a - b);
  return figures[Math.floor(figures.length / 2)] ?? null;
}
/** No horse is twenty centimetres high, none thirty hands; nor has one a girth of less than a metre, or weighs more than seven hundred kilograms but rarely. */
const [MOST_HANDS, MOST_INCHES, MOST_KILOGRAMS] = [20, 100, 700];
/** Units that figures without one can hardly be in but one; what they leave open is not there. */
export function unitsIn(cells: {
  readonly heights: readonly string[];
  readonly lengths: readonly string[];
  readonly horseWeights: readonly string[];
}): Partial<DateOrder> {
  const [height, length, weight] = [middleOf(cells.heights), middleOf(cells.lengths), middleOf(cells.horseWeights)];
  return {
    ...(height === null ? {} : { heights: height < MOST_HANDS ? "hands" : "cm" }),
    ...(length === null ? {} : { lengths: length < MOST_INCHES ? "in" : "cm" }),
    ...(weight !== null && weight > MOST_KILOGRAMS ? { weights: "lb" } : {}),
  };
}

/** '1,234.5', '1.234,5', '412,5'. Null: no number. */
export function readNumber(text: string, decimals: DateOrder["decimals"]): number | null {
  const figures = text.trim().replaceAll(/[\s\u00a0']/g, "");
  if (!/^[+-]?\d[\d.,]*$/.test(figures)) return null;
  const [point, comma] = [figures.lastIndexOf("."), figures.lastIndexOf(",")];
  const mark = Math.max(point, comma);
  if (mark === -1) return Number(figures);
  const sign = figures[mark] as "." | ",";
  const both = point !== -1 && comma !== -1;
  const parts = figures.split(sign);
  const isGroup = parts.slice(1).every((part) => part.length === 3) && (parts[0] ?? "").length <= 4 && !/^[+-]?0/.test(figures);
  // A sign that stands twice, or alone before three figures where it is not the one for parts, parts thousands.
  const isPart = both || !isGroup || (parts.length === 2 && sign === (decimals === "point" ? "." : ","));
  if (isPart && parts.length > 2) return null;
  const other = sign === "." ? "," : ".";
  const number = Number(
    isPart ? figures.replaceAll(other, "").replace(sign, ".") : figures.replaceAll(sign, "").replaceAll(other, "."),
  );
  return Number.isFinite(number) ? number : null;
}

const [INCH, HAND] = [2.54, 10.16];
const roundTo = (digits: number, number: number): number => Number(number.toFixed(digits));
/** '15.2' hands are fifteen hands and two inches; more than three inches are no hands. */
function readHands(figures: string): number | null {
  const [hands, inches = "0"] = figures
    .replace(",", ".")
    .replace(/(\.\d)0+$/, "$1")
    .split(".");
  if (!/^\d{1,2}$/.test(hands ?? "") || !/^\d$/.test(inches) || Number(inches) > 3) return null;
  return Number(hands) * HAND + Number(inches) * INCH;
}
const UNIT = /^([+-]?[\d.,'\s\u00a0]*\d)\s*([\p{L}°"”]*)\.?$/u;
const UNITS: Readonly<Record<string, string>> = {
  kgs: "kg",
  kilo: "kg",
  kilos: "kg",
  lbs: "lb",
  pounds: "lb",
  pound: "lb",
  hands: "hh",
  hand: "hh",
  h: "hh",
  inches: "in",
  inch: "in",
  '"': "in",
  "”": "in",
  metres: "m",
  meters: "m",
  "°c": "c",
  "°f": "f",
};
const FACTORS: Readonly<Partial<Record<Quantity, Readonly<Record<string, number>>>>> = {
  height: { cm: 1, m: 100, in: INCH },
  length: { cm: 1, m: 100, in: INCH },
};
/** A figure with its unit, or in the one that `reading` names: kilograms, centimetres, degrees Celsius. Null: no figure, or a unit that is none of these. */
export function readQuantity(text: string, of: Quantity, reading: DateOrder): number | null {
  const parts = UNIT.exec(text.trim());
  if (!parts) return null;
  const [, figures, named] = parts as unknown as [string, string, string];
  const unit = UNITS[named.toLowerCase()] ?? named.toLowerCase();
  const usual = { weight: reading.weights, height: reading.heights === "hands" ? "hh" : "cm", length: reading.lengths } as const;
  const meant = unit || (of === "plain" ? "" : of === "temperature" ? reading.temperatures.toLowerCase() : usual[of]);
  if (meant === "hh") return of === "height" ? nullOr(readHands(figures), (x) => roundTo(1, x)) : null;
  const number = readNumber(figures, reading.decimals);
  if (number === null) return null;
  if (of === "plain") return meant === "" || meant === "min" || meant === "days" || meant === "day" ? number : null;
  if (of === "weight") return meant === "kg" ? number : meant === "lb" ? roundTo(1, poundsToKilograms(number)) : null;
  if (of === "temperature") return meant === "c" ? number : meant === "f" ? roundTo(1, ((number - 32) * 5) / 9) : null;
  const factor = FACTORS[of]?.[meant];
  return factor === undefined ? null : roundTo(1, number * factor);
}
const nullOr = <T, U>(value: T | null, then: (value: T) => U): U | null => (value === null ? null : then(value));

/** Null: neither. */
export function readYesNo(text: string): boolean | null {
  const word = text.trim().toLowerCase();
  return YES.includes(word) ? true : NO.includes(word) ? false : null;
}
/** The value of ours that the word names; null: none. */
export function readChoice(text: string, names: Names): string | null {
  const word = text
    .trim()
    .toLowerCase()
    .replaceAll(/[\s-]+/g, " ");
  const found = Object.entries(names).find(
    ([value, called]) => value === word || called.some((name) => name.replaceAll("-", " ") === word),
  );
  return found?.[0] ?? null;
}

/** '7:30', '7.30', '0730', '7 am', '4:15 pm': minutes after midnight. Null: no hour. */
export function readClock(text: string): number | null {
  const parts = /^(\d{1,2})(?:[:.h]?(\d{2}))?\s*(am|pm|a|p)?\.?(?::\d{2})?$/i.exec(
    text.trim().replace(/^(\d{1,2}:\d{2}):\d{2}/, "$1"),
  );
  if (!parts) return null;
  const half = (parts[3] ?? "").toLowerCase();
  const [given, minutes] = [Number(parts[1]), Number(parts[2] ?? 0)];
  if (minutes > 59 || given > 24 || (half !== "" && (given < 1 || given > 12))) return null;
  const hours = half === "" ? given : (given % 12) + (half.startsWith("p") ? 12 : 0);
  const all = hours * 60 + minutes;
  return all <= 1440 ? all : null;
}

/** 'Mon-Fri', 'Mo, We, Fr', '1-5', 'Tue and Sat': weekdays from 1 (Monday), in order. Null: no days. */
export function readWeekdays(text: string): number[] | null {
  const one = (word: string): number => {
    if (/^[1-7]$/.test(word)) return Number(word);
    return word.length < 2 ? 0 : DAY_NAMES.findIndex((name) => name.startsWith(word)) + 1;
  };
  const days = new Set<number>();
  const listed = text.toLowerCase().replaceAll(/\s*(?:-|–|\bto\b)\s*/g, "-");
  for (const part of listed.split(/[\s,;/+&]+|\band\b/).filter((word) => word !== "")) {
    const [from, to = from] = part.split("-").map(one);
    if (!from || !to) return null;
    for (let day = from; ; day = (day % 7) + 1) {
      days.add(day);
      if (day === to) break;
    }
  }
  return days.size === 0 ? null : [...days].sort((a, b) => a - b);
}

export interface NamedScore {
  readonly skill: string;
  /** Left and right; one figure alone is both. */
  readonly left: number;
  readonly right: number | null;
}
/** 'Leading 3/4; Tying 2'. Null: not so. Which skill is meant the ladder knows. */
export function readScores(text: string): NamedScore[] | null {
  const scores: NamedScore[] = [];
  for (const part of text.split(/[;\n]/).map((one) => one.trim()))
    if (part !== "") {
      const found = /^(.+?)[\s:=]+([0-5])(?:\s*\/\s*([0-5]))?$/.exec(part);
      if (!found) return null;
      scores.push({ skill: (found[1] as string).trim(), left: Number(found[2]), right: found[3] ? Number(found[3]) : null });
    }
  return scores;
}
