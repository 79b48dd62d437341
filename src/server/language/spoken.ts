/** In which language a request is answered. Pages that nobody has put into another language are answered in English to everybody. */

import { AsyncLocalStorage } from "node:async_hooks";
import { createHash } from "node:crypto";
import { ENGLISH, type Language, type Spoken, type Translated } from "#contracts/language.spoken.ts";
import { findReader, listPhrases } from "#db/queries/language.ts";
import { perBarn } from "../barns.ts";
import type { Deps } from "../container.ts";

/** As they come with the program; handed in by whoever starts it, as the words of reports are. */
let shipped: Readonly<Record<Translated, Readonly<Record<string, string>>>> = { es: {} };
export const useCatalogues = (catalogues: typeof shipped): void => {
  shipped = catalogues;
};
export const shippedPhrases = (language: Translated): Readonly<Record<string, string>> => shipped[language];

const current = new AsyncLocalStorage<Spoken>();
/** Answers in this language for as long as `run` takes, in everything that it calls and awaits. */
export const speaking = <T>(spoken: Spoken, run: () => Promise<T>): Promise<T> => current.run(spoken, run);
export const spokenHere = (): Spoken => current.getStore() ?? ENGLISH;

/** Of each barn, with its own words over the program's, until something in it is written. */
const kept = perBarn(() => new Map<Language, { readonly mark: string; readonly spoken: Promise<Spoken> }>());
export function spokenIn(deps: Deps, language: Language, mark: string): Promise<Spoken> {
  if (language === "en") return Promise.resolve(ENGLISH);
  const here = kept(deps);
  const known = here.get(language);
  if (known?.mark === mark) return known.spoken;
  const spoken = read(deps, language);
  here.set(language, { mark, spoken });
  // What could not be read is asked for again.
  spoken.catch(() => here.get(language)?.spoken === spoken && here.delete(language));
  return spoken;
}
async function read({ sql }: Deps, language: Translated): Promise<Spoken> {
  const [own, reader] = await Promise.all([listPhrases(sql, language), findReader(sql, language)]);
  const phrases = { ...shipped[language], ...Object.fromEntries(own.map(({ english, words }) => [english, words])) };
  const version = createHash("sha256").update(JSON.stringify(phrases)).digest("hex").slice(0, 12);
  return { language, phrases, version, isRead: reader !== null };
}
