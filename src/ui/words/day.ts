/** Why a horse is left out of a day, and what would let it in. */
import type { Because } from "#core/day/explain.ts";
import type { CostParts } from "#core/day/verify.ts";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import type { Names } from "./blockers.ts";
import { clock, inner, listed, plural } from "./figures.ts";

const BARS: Readonly<Record<Because["code"], string>> = {
  grade: "of too low a grade",
  load: "too heavy for it, or not weighed",
  forbidden: "kept from it",
  "not-a-rider": "on the ground only",
  lock: "not the one it is pinned to",
  "max-saddle": "at the most rides a day",
  shift: "not there long enough",
  busy: "without a gap that is long enough",
  lunch: "free only over lunch",
  "horse-away": "free only when the horse is not",
  "place-full": "free only when every place is full or barred",
  after: "free only before what must come first",
  helper: "free only when nobody can help",
  "worth-less": "",
};
/** One sentence: everybody, grouped by what bars them. */
export function sayWhyLeftOut(because: readonly Because[], names: Names): string {
  const [first] = because;
  if (!first) return "Nobody works today.";
  if (first.code === "worth-less") return "There is room, and it would cost elsewhere more than it is worth today.";
  if (first.session !== undefined) return `It may only come after ${names.horse(first.session as StayId)}.`;
  const codes = [...new Set(because.map(({ code }) => code))];
  const groups = codes.map(
    (code) =>
      `${listed(because.filter((one) => one.code === code).map(({ rider }) => names.person(rider as PersonId)))} ${BARS[code]}`,
  );
  return `${inner(groups.join("; "))}.`;
}
interface Way {
  readonly rider: string;
  readonly start: number;
  readonly helper: string | null;
  readonly moved: readonly StayId[];
  readonly dropped: readonly StayId[];
  readonly cost: number;
}
export function sayWay({ rider, start, helper, moved, dropped, cost }: Way, names: Names): string {
  const who = `${names.person(rider as PersonId)} at ${clock(start)}${helper ? ` with ${names.person(helper as PersonId)}` : ""}`;
  const ifs = [
    ...(moved.length > 0 ? [`${listed(moved.map(names.horse))} ${moved.length === 1 ? "moves" : "move"}`] : []),
    ...(dropped.length > 0 ? [`${listed(dropped.map(names.horse))} ${dropped.length === 1 ? "is" : "are"} left out`] : []),
  ];
  return `${who}${ifs.length > 0 ? `, if ${listed(ifs)}` : ""} (${cost >= 0 ? "+" : "−"}${plural(Math.abs(cost), "point")})`;
}
interface Change {
  readonly before: { readonly rider: string; readonly start: number };
  readonly after: { readonly rider: string; readonly start: number } | null;
  readonly price: number;
}
/** 'Wren 09:00 → Ines 10:30 (31 points)' */
export function sayChange({ before, after, price }: Change, names: Names): string {
  const at = ({ rider, start }: Change["before"]): string => `${names.person(rider as PersonId)} ${clock(start)}`;
  const moved =
    after === null
      ? "left out"
      : after.rider === before.rider && after.start === before.start
        ? "same hour, another place or second person"
        : at(after);
  return `${at(before)} → ${moved} (${plural(price, "point")})`;
}
const PART: Readonly<Record<keyof CostParts, string>> = {
  leftOut: "left out",
  riders: "unusual riders",
  hours: "hours and places",
  balance: "uneven shares",
  changes: "changes to what was handed out",
};
/** What a laid day costs, the dear parts first. */
export function sayParts(parts: CostParts): string {
  const named = (Object.keys(PART) as (keyof CostParts)[]).filter((key) => parts[key] > 0).sort((a, b) => parts[b] - parts[a]);
  return named.length === 0 ? "nothing to mend" : named.map((key) => `${PART[key]} ${parts[key]}`).join(", ");
}

interface ProofFigures {
  readonly stands: number;
  readonly best: number;
  readonly bound: number | null;
  readonly proven: boolean;
  readonly done: boolean;
}
/** How good the sheet is, as far as is known. */
export function sayProof({ stands, best, bound, proven, done }: ProofFigures): string {
  const better = best < stands ? `A day that costs ${plural(stands - best, "point")} less was found` : null;
  if (proven) return better ? `${better}; it is proven best.` : "Proven best: by these rules and prices no day costs less.";
  const gap = bound === null ? null : `at most ${plural(best - bound, "point")} from the best`;
  const all = [better, gap && (better ? `it is ${gap}` : `The sheet is ${gap}`)].filter((one) => one !== null).join("; ");
  return done
    ? `${all || "How far it is from the best could not be found out"}.`
    : `${all || "Looking how far it is from the best"} …`;
}
