/** The atoms of every form and record. zod/mini, because islands import these. Messages say what is wrong and how to mend it. */
import { z } from "zod/mini";
import { type LocalDate, parseLocalDate } from "#core/calendar/local-date.ts";
import { isTack, type Tack } from "#core/card/gear.ts";
import { isSign, STRENGTHS } from "#core/intake/signs.ts";
import type { Id } from "#core/kernel/brand.ts";
import { SCORES, sidesOf, TRACK_SIDES } from "#core/kernel/sides.ts";
import { centimetresToInches, type Measurable, onDial, unitOf } from "#core/kernel/units.ts";
import { unitsHere } from "./barn.units.ts";
import { here } from "./ladder.here.ts";

export const EMAIL = /^[^\s@]+@[^\s@]+\.[^\s@]+$/;
const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;
/** Characters that PostgreSQL cannot hold in text, and others that no keyboard gives. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for
const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;

export const id = <K extends string>() =>
  z.custom<Id<K>>((x) => typeof x === "string" && UUID.test(x), "This page is out of date. Reload it.");
export const uuid = z.string("This page is out of date. Reload it.").check(z.regex(UUID, "This page is out of date. Reload it."));

export const date = z.custom<LocalDate>(
  (x) => typeof x === "string" && parseLocalDate(x) !== null,
  "Give a date like 2026-07-14.",
);

export const noControl = z.refine<string>((x) => !CONTROL.test(x), "Some characters can't be saved. Type it again.");
/** Free words, trimmed, may be empty. */
export const words = (max: number) =>
  z.string("Type something here.").check(z.trim(), z.maxLength(max, `At most ${max} characters.`), noControl);
/** A piece of a text: its spaces at either end hold it apart from the next. */
export const piece = (max: number) =>
  z.string("Type something here.").check(z.maxLength(max, `At most ${max} characters.`), noControl);
/** Words that must be there. */
export const said = (what: string, max: number) =>
  z
    .string(`${what} is missing.`)
    .check(
      z.trim(),
      z.minLength(1, `${what} is missing. Type it in.`),
      z.maxLength(max, `At most ${max} characters.`),
      noControl,
    );

export const whole = (low: number, high: number, unit = "") => {
  const message = `A whole number from ${low} to ${high}${unit && ` ${unit}`}.`;
  return z.int(message).check(z.gte(low, message), z.lte(high, message));
};
export const number = (low: number, high: number, unit = "") => {
  const message = `A number from ${low} to ${high}${unit && ` ${unit}`}.`;
  return z.number(message).check(z.gte(low, message), z.lte(high, message));
};
/** Kept in kilograms, metres a second, degrees Celsius; what is wrong is said in the barn's units. `more`: ', with tack'. */
export const dial = (what: Measurable, low: number, high: number, more = "") => {
  const error = (): string => {
    const [from, to] = [low, high].map((kept) => Math.round(onDial(what, unitsHere(), kept)));
    return `A number from ${from} to ${to} ${unitOf(what, unitsHere())}${more && `, ${more}`}.`;
  };
  return z.number({ error }).check(z.gte(low, { error }), z.lte(high, { error }));
};
/** Kept in centimetres; what is wrong is said in the barn's units. */
export const centimetres = (low: number, high: number) => {
  const error = (): string => {
    const hands = unitsHere() === "hands";
    const [from, to] = [low, high].map((cm) => (hands ? Math.round(centimetresToInches(cm)) : cm));
    return `A length from ${from} to ${to} ${hands ? "in" : "cm"}.`;
  };
  return z.number({ error }).check(z.gte(low, { error }), z.lte(high, { error }));
};
const PHONE = /^[+0-9 ()./-]{0,40}$/;
/** May be empty: not told. */
export const phone = z
  .string("A telephone number.")
  .check(z.trim(), z.regex(PHONE, "Digits, spaces and + ( ) . / - only, at most 40."));
export const flag = z.boolean("Yes or no.");
export const oneOf = <const T extends readonly string[]>(values: T) => z.enum(values, `One of: ${values.join(", ")}.`);
export const list = <T extends z.core.$ZodType>(of: T, max: number) =>
  z.array(of, "A list.").check(z.maxLength(max, `At most ${max} entries.`));
/** A list in which nothing stands twice. */
export const setOf = <const T extends readonly string[]>(values: T) =>
  list(oneOf(values), values.length).check(z.refine((x) => new Set(x).size === x.length, "Listed twice. Remove one."));

/** Of a method: what is shipped, or a name that the barn gave; whether there is one is asked where it is used. */
export const methodId = z
  .string("Choose a method.")
  .check(z.regex(/^[a-z][a-z0-9-]{1,40}$/, "This method does not exist. Reload the page."));
/** A name in small letters that stays for good. */
export const slug = z
  .string("A short name.")
  .check(z.regex(/^[a-z][a-z0-9-]{0,60}$/, "Small letters, digits and hyphens, a letter first, at most 60."));
export const version = whole(1, 1_000_000_000);
export const skill = z
  .string("Name a skill of the ladder.")
  .check(z.refine((x) => here().find(x) !== undefined, "No such skill on the ladder."));
export const sign = z.string("Name a sign.").check(z.refine((x) => isSign(x), "No such sign."));
export const tack = z.custom<Tack>(
  (x) => typeof x === "string" && isTack(x) && !CONTROL.test(x),
  "This gear does not exist. Reload the page.",
);
export const side = oneOf(TRACK_SIDES);
export const score = z.literal([...SCORES], "A score from 0 to 5.");
export const strength = z.literal([...STRENGTHS], "A strength from 1 to 3.");
export const minute = whole(0, 1440, "minutes after midnight");
/** Hours of a day; both null: all day. */
export const dayHours = { fromMinute: z.nullable(minute), toMinute: z.nullable(minute) };
export const inOrder = z.refine<{ fromMinute: number | null; toMinute: number | null }>(
  (x) => (x.fromMinute === null) === (x.toMinute === null) && (x.fromMinute ?? 0) < (x.toMinute ?? 1),
  { path: ["toMinute"], message: "Give both hours, the second after the first; or neither, for all day." },
);
export const weekday = z.literal([1, 2, 3, 4, 5, 6, 7], "A weekday from 1 (Monday) to 7 (Sunday).");
export const grade = z.literal([1, 2, 3, 4, 5], "A grade from 1 to 5.");

/** Checks run even where a field is wrong already, hence the question whether there is such a skill. */
export const onItsSide = z.refine<{ skill: string; side: "left" | "right" | "both" }>(
  (x) => here().find(x.skill) === undefined || sidesOf(here().of(x.skill).sided).includes(x.side),
  {
    path: ["side"],
    message: "This skill is not scored on that side.",
  },
);

/** Bytes of one attached file, before it is encoded. */
export const FILE_LIMIT = 5 * 1024 * 1024;
const BASE64_LIMIT = Math.ceil(FILE_LIMIT / 3) * 4;
/** Base64; what it is is told by its first bytes, whatever it is called. */
export const file = z
  .string("A file.")
  .check(
    z.minLength(1, "The file is empty: choose another."),
    z.maxLength(BASE64_LIMIT, "At most 5 MB: make the photo smaller, or send fewer pages."),
    z.regex(/^[A-Za-z0-9+/]+={0,2}$/, "The file did not arrive complete. Attach it again."),
  );
