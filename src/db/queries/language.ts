import { z } from "zod";
import { LANGUAGES, type Language, type Translated } from "#contracts/language.spoken.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { instant, text } from "../rows.ts";
import { many, maybeOne, one } from "../run.ts";

const PhraseRow = z.object({ english: text, words: text });
/** What the barn calls otherwise than the program does. */
export const listPhrases = (db: Db, language: Translated) =>
  many(PhraseRow, db`SELECT english, words FROM phrase WHERE language = ${language} ORDER BY english`);

const ReadRow = z.object({ name: text, at: instant });
export const findReader = (db: Db, language: Translated) =>
  maybeOne(
    ReadRow,
    db`SELECT p.name, r.at FROM language_read r JOIN person p ON p.id = r.person_id WHERE r.language = ${language}`,
  );

export async function savePhrase(
  tx: Transaction,
  { language, english, words, person, at }: { language: Translated; english: string; words: string; person: PersonId; at: Date },
): Promise<void> {
  if (words === "") await tx`DELETE FROM phrase WHERE language = ${language} AND english = ${english}`;
  else
    await tx`INSERT INTO phrase (language, english, words, person_id, at) VALUES (${language}, ${english}, ${words}, ${person}, ${at})
             ON CONFLICT (language, english) DO UPDATE SET words = excluded.words, person_id = excluded.person_id, at = excluded.at`;
}
export async function markRead(tx: Transaction, language: Translated, person: PersonId, at: Date): Promise<void> {
  await tx`INSERT INTO language_read (language, person_id, at) VALUES (${language}, ${person}, ${at})
           ON CONFLICT (language) DO UPDATE SET person_id = excluded.person_id, at = excluded.at`;
}
export const languageOf = async (db: Db, person: PersonId): Promise<Language> =>
  (await one(z.object({ language: z.enum(LANGUAGES) }), db`SELECT language FROM person WHERE id = ${person}`)).language;
export async function setLanguage(tx: Transaction, person: PersonId, language: Language): Promise<void> {
  await tx`UPDATE person SET language = ${language} WHERE id = ${person}`;
}
