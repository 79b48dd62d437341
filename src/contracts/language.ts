/** The language of the rider's phone, and the barn's own words for its phrases. */
import { z } from "zod/mini";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { oneOf } from "./fields.ts";
import { LANGUAGES } from "./language.spoken.ts";

export const Speak = z.object({ language: oneOf(LANGUAGES) });
export type Speak = z.output<typeof Speak>;

const LONGEST = 600;
export const CorrectPhrase = z.object({
  english: z
    .string("The phrase is missing.")
    .check(z.minLength(1, "The phrase is missing."), z.maxLength(LONGEST, "At most 600 characters.")),
  /** Empty: as it came with the program. */
  words: z.string("The words are missing.").check(z.trim(), z.maxLength(LONGEST, "At most 600 characters.")),
});
export type CorrectPhrase = z.output<typeof CorrectPhrase>;
export interface PhraseView {
  readonly english: string;
  readonly shipped: string;
  /** The barn's own; null: as it came. */
  readonly own: string | null;
}
export interface WordsView {
  readonly phrases: readonly PhraseView[];
  /** Who has read all of it through, and when; null: nobody yet. */
  readonly readBy: { readonly name: string; readonly day: LocalDate } | null;
  /** Whoever looks at it reads that language. */
  readonly speaks: boolean;
}
