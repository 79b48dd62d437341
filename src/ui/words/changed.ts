import { here } from "#contracts/ladder.here.ts";
import type { SessionChange, Shift } from "#core/card/changed.ts";
import { inner, listed } from "./figures.ts";
import { INCIDENT } from "./labels.ts";

const figure = (n: number): string => (Number.isInteger(n) ? String(n) : n.toFixed(1));
const say = ({ skill, side, before, now }: Shift): string =>
  `${inner(here().of(skill).words)}${side === "both" ? "" : ` ${side}`} ${figure(before)} to ${now}`;

/** One line: 'First: rode out. Up: tied 2 to 4. Down: …'; empty: nothing beyond the noise. */
export function sayChanged({ up, down, firsts, incidents }: SessionChange, most = 3): string {
  const part = (name: string, all: readonly string[]): string =>
    all.length === 0 ? "" : `${name}: ${listed(all.slice(0, most))}${all.length > most ? ` and ${all.length - most} more` : ""}.`;
  return [
    part("First", firsts),
    part("Up", up.map(say)),
    part("Down", down.map(say)),
    part(
      "Happened",
      incidents.map((kind) => inner(INCIDENT[kind])),
    ),
  ]
    .filter(Boolean)
    .join(" ");
}
