/** Atoms of rows: what a column can hold, as the queries read it. */
import { z } from "zod";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { STRENGTHS } from "#core/intake/signs.ts";
import type { Id } from "#core/kernel/brand.ts";
import { SCORES, TRACK_SIDES } from "#core/kernel/sides.ts";

export const id = <K extends string>() => z.custom<Id<K>>((x) => typeof x === "string");
export const date = z.custom<LocalDate>((x) => typeof x === "string" && x.length === 10);
export const instant = z.date();
export const nullable = z.nullable;
export const side = z.enum(TRACK_SIDES);
export const score = z.literal([...SCORES]);
export const strength = z.literal([...STRENGTHS]);
export const text = z.string();
export const int = z.int();
export const number = z.number();
export const bool = z.boolean();
