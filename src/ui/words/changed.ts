import type { SessionChange, Shift } from "#core/card/changed.ts";
import { t } from "#ui/words/speak.ts";
import { inner, listed } from "./figures.ts";
import { INCIDENT } from "./labels.ts";
import { sidedWords } from "./skills.ts";

const figure = (n: number): string => (Number.isInteger(n) ? String(n) : n.toFixed(1));
const say = ({ skill, side, before, now }: Shift): string =>
  t("{skill} {before} to {now}", { skill: inner(sidedWords(skill, side)), before: figure(before), now });

/** One line: 'First: rode out. Up: tied 2 to 4. Down: …'; empty: nothing beyond the noise. */
export function sayChanged({ up, down, firsts, incidents }: SessionChange, most = 3): string {
  const part = (name: string, all: readonly string[]): string =>
    all.length === 0
      ? ""
      : `${name}: ${all.length > most ? t("{shown} and {rest} more", { shown: all.slice(0, most).join(", "), rest: all.length - most }) : listed(all)}.`;
  return [
    part(t("First"), firsts),
    part(t("Up"), up.map(say)),
    part(t("Down"), down.map(say)),
    part(
      t("Happened"),
      incidents.map((kind) => inner(INCIDENT[kind])),
    ),
  ]
    .filter(Boolean)
    .join(" ");
}
