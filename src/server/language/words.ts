/** Which language somebody reads, and what the barn calls things in it. */

import { namesIn } from "#contracts/language.spoken.ts";
import { type CorrectPhrase, type Speak, type WordsView } from "#contracts/language.ts";
import type { Sure } from "#contracts/people.ts";
import { dateInZone } from "#core/calendar/local-date.ts";
import { ok } from "#core/kernel/result.ts";
import { findReader, languageOf, listPhrases, markRead, savePhrase, setLanguage } from "#db/queries/language.ts";
import { barnOf } from "../barn/barn-of.ts";
import type { Deps } from "../container.ts";
import { type Answer, no, note, type Work } from "../work.ts";
import { shippedPhrases } from "./spoken.ts";

/** The only one beside English. */
const OTHER = "es";

export async function speak({ tx, actor }: Work, { language }: Speak): Answer {
  await setLanguage(tx, actor.id, language);
  return ok(null);
}

/** A phrase that brings in other names than its English would show them in braces, or lose a figure. */
export async function correctPhrase(work: Work, { english, words }: CorrectPhrase): Answer {
  const known = shippedPhrases(OTHER);
  if (!Object.hasOwn(known, english)) return no({ code: "not-found", path: "english" });
  const names = namesIn(english);
  if (words !== "" && namesIn(words).join() !== names.join()) return no({ code: "phrase-names", path: "words", names });
  await savePhrase(work.tx, { language: OTHER, english, words, person: work.actor.id, at: work.now });
  await note(work, "language", OTHER, "phrase corrected", { english, words: words || known[english] });
  return ok(null);
}

/** By somebody who reads it. */
export async function readThrough(work: Work, _input: Sure): Answer {
  if ((await languageOf(work.tx, work.actor.id)) !== OTHER) return no({ code: "other-language", path: "" });
  await markRead(work.tx, OTHER, work.actor.id, work.now);
  await note(work, "language", OTHER, "read through");
  return ok(null);
}

export async function readWords({ sql, clock }: Deps, language: string): Promise<WordsView> {
  const [own, reader, barn] = await Promise.all([listPhrases(sql, OTHER), findReader(sql, OTHER), barnOf({ sql, clock })]);
  const corrected = new Map(own.map(({ english, words }) => [english, words]));
  return {
    phrases: Object.entries(shippedPhrases(OTHER)).map(([english, shipped]) => ({
      english,
      shipped,
      own: corrected.get(english) ?? null,
    })),
    readBy: reader && { name: reader.name, day: dateInZone(barn.timeZone, reader.at.getTime()) },
    speaks: language === OTHER,
  };
}
