/** The words of the rider's phone in the language of whoever reads them. The English sentence is the key, as in gettext; what has no other words is said in English. */
import { CONTEXT_ENDS, ENGLISH, type Spoken } from "#contracts/language.spoken.ts";

declare global {
  /** Set by the page's script of phrases, before anything wakes. */
  var furlongPhrases: Spoken | undefined;
}
let ask = (): Spoken => globalThis.furlongPhrases ?? ENGLISH;
/** The server says which language the request at hand is answered in. */
export const speakBy = (asked: () => Spoken): void => {
  ask = asked;
};
export const spokenNow = (): Spoken => ask();
let forTheRecord = false;

/** What goes into a record is the same words for everybody, whoever wrote it. */
export function inEnglish<T>(say: () => T): T {
  const before = forTheRecord;
  forTheRecord = true;
  try {
    return say();
  } finally {
    forTheRecord = before;
  }
}

function said(english: string, context?: string): string {
  const spoken = ask();
  if (forTheRecord || spoken === ENGLISH) return english;
  const { phrases } = spoken;
  const key = [`${context}${CONTEXT_ENDS}${english}`, english].find((one) => Object.hasOwn(phrases, one));
  return (key === undefined ? undefined : phrases[key]) ?? english;
}
/** `values` stand where their names do in braces. */
export const t = (english: string, values?: Readonly<Record<string, string | number>>): string =>
  values ? said(english).replace(/\{(\w+)\}/g, (whole, name: string) => String(values[name] ?? whole)) : said(english);

/**
 * A table (or a list) of English words that answers in the reader's language, each time it is asked. `context`: what it is about, where one English word has two
 * in another language, as the saddle on a horse and work in the saddle have.
 */
export function inWords<T extends Readonly<Record<string, string>> | readonly string[]>(table: T, context?: string): T {
  const answering = Array.isArray(table) ? [] : {};
  for (const [key, english] of Object.entries(table))
    Object.defineProperty(answering, key, { enumerable: true, get: () => said(english, context) });
  return answering as T;
}
