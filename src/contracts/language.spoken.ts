/** Languages and their phrases, by themselves: every page asks for them, and few check a form. */

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

/** The names in braces that a phrase brings in: '{horse}: a photo' has one. */
export const namesIn = (phrase: string): readonly string[] => [...phrase.matchAll(/\{\w+\}/g)].map(([name]) => name).sort();
