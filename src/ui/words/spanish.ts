/** The Spanish that comes with the program, out of the catalogue beside this file. On the server only. */
import { po } from "gettext-parser";
import { CONTEXT_ENDS } from "#contracts/language.spoken.ts";
import catalogue from "./es.po?raw";

/** Of a phrase that is counted both forms stand, each under its own English: 'one' and 'many' are told apart by n = 1 in Spanish too. */
export const SPANISH: Readonly<Record<string, string>> = Object.fromEntries(
  Object.entries(po.parse(catalogue).translations).flatMap(([context, phrases]) =>
    Object.values(phrases)
      .filter(({ msgid }) => msgid !== "")
      .map(({ msgid, msgstr }) => [context === "" ? msgid : `${context}${CONTEXT_ENDS}${msgid}`, msgstr[0] ?? ""]),
  ),
);
