/** The Spanish of the phone's pages says all that they say, and nothing that they do not. */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";
import { describe, expect, it } from "vitest";
import { CONTEXT_ENDS, ENGLISH, namesIn } from "#contracts/language.spoken.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { EMPTY_RECORD, type RecordField } from "#core/card/merge.ts";
import { ZONES } from "#core/intake/body.ts";
import { SIGNS } from "#core/intake/signs.ts";
import { SKILLS } from "#shipped/ladder.ts";
import { plural, sayDay } from "./figures.ts";
import { fieldWords } from "./record-fields.ts";
import { SPANISH } from "./spanish.ts";
import { inEnglish, inWords, speakBy, t } from "./speak.ts";

/** Asked of the desk as well: what it counts is counted in English. */
const DESK_TOO = /refusals\.ts$/;

/** Every literal that the interface hands to `t`, `inWords` or `plural`. */
function written(): Set<string> {
  const all = new Set<string>();
  for (const path of readdirSync("src", { recursive: true, encoding: "utf8" })) {
    if (!/\.(tsx?|astro)$/.test(path) || path.includes(".test.")) continue;
    const text = readFileSync(join("src", path), "utf8");
    if (!text.includes("speak.ts")) continue;
    const file = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
    const literals = (node: ts.Node | undefined): string[] => {
      if (!node) return [];
      if (ts.isStringLiteralLike(node)) return [node.text];
      if (ts.isConditionalExpression(node)) return [...literals(node.whenTrue), ...literals(node.whenFalse)];
      if (ts.isAsExpression(node) || ts.isParenthesizedExpression(node)) return literals(node.expression);
      if (ts.isArrayLiteralExpression(node)) return node.elements.flatMap(literals);
      if (ts.isObjectLiteralExpression(node))
        return node.properties.flatMap((one) => (ts.isPropertyAssignment(one) ? literals(one.initializer) : []));
      return [];
    };
    const look = (node: ts.Node): void => {
      ts.forEachChild(node, look);
      if (!ts.isCallExpression(node) || !ts.isIdentifier(node.expression)) return;
      const [first, one, many] = node.arguments;
      if (["t", "inWords"].includes(node.expression.text)) for (const said of literals(first)) if (said !== "") all.add(said);
      if (node.expression.text !== "plural" || DESK_TOO.test(path)) return;
      for (const said of literals(one))
        for (const form of [said, ...(many ? literals(many) : [`${said}s`])]) all.add(`{n} ${form}`);
    };
    look(file);
  }
  return all;
}
/** What reaches a page by a value: names of the shipped ladder, signs, places of the body, days, fields of a record. */
function named(): Set<string> {
  const asked = new Set<string>();
  const phrases = new Proxy({}, { getOwnPropertyDescriptor: (_, key) => void asked.add(String(key)) });
  speakBy(() => ({ ...ENGLISH, phrases }));
  for (let month = 1; month <= 12; month++)
    for (let day = 1; day <= 7; day++) sayDay(`2026-${String(month).padStart(2, "0")}-0${day}` as LocalDate);
  for (const field of Object.keys(EMPTY_RECORD)) fieldWords(field as RecordField);
  speakBy(() => ENGLISH);
  const days = [...asked].map((key) => key.split(CONTEXT_ENDS).at(-1) ?? key).filter((key) => !key.startsWith("undefined"));
  return new Set(
    [
      ...days,
      ...SKILLS.flatMap(({ words, caution, measure }) => [words, caution, measure?.words ?? ""]),
      ...SIGNS.map(({ words }) => words),
      ...ZONES.map(({ words }) => words),
    ].filter((one) => one !== ""),
  );
}
/** What a record or a reason says by a word of its own. */
const VALUES = [
  ...["tick", "weather", "record"],
  ...["The horse refused", "Not ready for it", "The weather", "No time", "Something better came up"],
  ...["moved", "taken back", "split", "cancelled", "unplanned", "gate overridden", "more handed out"],
];
const english = (key: string): string => key.split(CONTEXT_ENDS).at(-1) ?? key;

describe("The Spanish of the phone", () => {
  it("has every phrase that the pages are written with, and every name of the shipped ladder", () => {
    const known = new Set(Object.keys(SPANISH).map(english));
    const said = [...written(), ...named()];
    expect(said.length).toBeGreaterThan(1000);
    expect(said.filter((phrase) => !known.has(phrase))).toEqual([]);
  });
  it("has none that nothing says any more", () => {
    const said = new Set([...written(), ...named(), ...VALUES]);
    expect(
      Object.keys(SPANISH)
        .map(english)
        .filter((phrase) => !said.has(phrase)),
    ).toEqual([]);
  });
  it("brings in the same names as the English, and no English word for one of its own", () => {
    const wrong = Object.entries(SPANISH).filter(([key, said]) => namesIn(english(key)).join() !== namesIn(said).join());
    expect(wrong).toEqual([]);
    const untouched = Object.entries(SPANISH).filter(([key, said]) => english(key) === said && / the | and | of /.test(said));
    expect(untouched).toEqual([]);
  });
});

describe("Speaking", () => {
  const spanish = () => ({ language: "es" as const, phrases: SPANISH, version: "", isRead: true });
  it("answers a table by whoever reads at the moment, and a count by one and many", () => {
    const table = inWords({ canter: "Canter" });
    speakBy(spanish);
    expect([table.canter, plural(1, "score"), plural(3, "score")]).toEqual(["Galope", "1 calificación", "3 calificaciones"]);
    expect(t("{rider} closes this card.", { rider: "Wren" })).toBe("Wren cierra esta hoja.");
    speakBy(() => ENGLISH);
    expect([table.canter, plural(1, "score"), plural(3, "score")]).toEqual(["Canter", "1 score", "3 scores"]);
  });
  it("tells a saddle on a horse from work in the saddle, by what it is about", () => {
    speakBy(spanish);
    expect(inWords({ saddle: "Saddle" }, "gear").saddle).toBe("Silla");
    expect(inWords({ saddle: "Saddle" }).saddle).toBe("Montado");
    speakBy(() => ENGLISH);
  });
  it("keeps to English for the record, also where that ends in a throw", () => {
    speakBy(spanish);
    expect(inEnglish(() => t("Close the card"))).toBe("Close the card");
    expect(() =>
      inEnglish(() => {
        throw new Error("no");
      }),
    ).toThrow("no");
    expect(t("Close the card")).toBe("Cerrar la hoja");
    speakBy(() => ENGLISH);
  });
  it("leaves braces alone that are in a value", () => {
    expect(t("{horse}: a photo", { horse: "{words}" })).toBe("{words}: a photo");
  });
});
