/** The language of the rider's phone, and the barn's own words for its phrases. */
import { z } from "zod/mini";
import { oneOf } from "./fields.ts";

export const LANGUAGES = ["en", "es"] as const;
export type Language = (typeof LANGUAGES)[number];
/** What English is said in: its phrases are their own keys. */
export type Translated = Exclude<Language, "en">;

/** A language with its phrases: from the English sentence to what stands for it, `{names}` and all. */
export interface Spoken {
  readonly language: Language;
  readonly phrases: Readonly<Record<string, string>>;
  /** Changes with the phrases. */
  readonly version: string;
  /** Somebody of the barn who speaks it has read it through; until then its pages say that they are a draft. */
  readonly isRead: boolean;
}
export const ENGLISH: Spoken = { language: "en", phrases: {}, version: "", isRead: true };
/** Between what a phrase is about and the phrase, where one English word is two words elsewhere; as in gettext. */
export const CONTEXT_ENDS = "\u0004";

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
/** The names in braces that a phrase brings in: '{horse}: a photo' has one. */
export const namesIn = (phrase: string): readonly string[] => [...phrase.matchAll(/\{\w+\}/g)].map(([name]) => name).sort();

export interface PhraseView {
  readonly english: string;
  readonly shipped: string;
  /** The barn's own; null: as it came. */
  readonly own: string | null;
}
export interface WordsView {
  readonly phrases: readonly PhraseView[];
  /** Who has read all of it through, and when; null: nobody yet. */
  readonly readBy: { readonly name: string; readonly day: string } | null;
  /** Whoever looks at it reads that language. */
  readonly speaks: boolean;
}
