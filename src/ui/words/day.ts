/** Why a horse is left out of a day, and what would let it in. */
import type { LeftOffReason } from "#core/day/explain.ts";
import { type HorsesGivenUp, TRADE_OFFS, type TradeOffCode } from "#core/day/trade-offs.ts";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import type { Names } from "./blockers.ts";
import { clock, listed, plural } from "./figures.ts";

/** Of a session whose work wants somebody beside the horse, and that stands without. */
export const SECOND_WANTED = "Today's work wants a second person.";

const BARS: Readonly<Record<LeftOffReason["code"], string>> = {
  grade: "grade too low",
  load: "too heavy or not weighed",
  forbidden: "not to work this horse",
  "not-a-rider": "ground work only",
  lock: "pinned to somebody else",
  "max-saddle": "no rides left today",
  shift: "not here long enough",
  busy: "no gap long enough",
  lunch: "free only at lunch",
  "horse-away": "free only when the horse is away",
  "place-full": "free only when all places are full or closed",
  after: "free only before the session that must come first",
  helper: "free only when no helper is",
  "worth-less": "",
};
/** One sentence: everybody, grouped by what bars them. */
export function sayWhyLeftOut(because: readonly LeftOffReason[], names: Names): string {
  const [first] = because;
  if (!first) return "Nobody works today.";
  if (first.code === "worth-less") return "There is room, but it would push out a more urgent horse.";
  if (first.session !== undefined) return `Can only go after ${names.horse(first.session as StayId)}.`;
  const codes = [...new Set(because.map(({ code }) => code))];
  const groups = codes.map(
    (code) =>
      `${listed(because.filter((one) => one.code === code).map(({ rider }) => names.person(rider as PersonId)))}: ${BARS[code]}`,
  );
  return groups.map((group) => `${group}.`).join(" ");
}
interface Way {
  readonly rider: string;
  readonly start: number;
  readonly helper: string | null;
  readonly moved: readonly StayId[];
  readonly dropped: readonly StayId[];
}
export function sayWay({ rider, start, helper, moved, dropped }: Way, names: Names): string {
  const who = `${names.person(rider as PersonId)} at ${clock(start)}${helper ? ` with ${names.person(helper as PersonId)}` : ""}.`;
  const then = [
    ...(moved.length > 0 ? [`${listed(moved.map(names.horse))} ${moved.length === 1 ? "moves" : "move"}`] : []),
    ...(dropped.length > 0 ? [`${listed(dropped.map(names.horse))} ${dropped.length === 1 ? "drops" : "drop"} off the day`] : []),
  ];
  return then.length > 0 ? `${who} ${listed(then)}.` : who;
}
interface Change {
  readonly before: { readonly rider: string; readonly start: number };
  readonly after: { readonly rider: string; readonly start: number } | null;
}
/** 'Wren 09:00 → Ines 10:30' */
export function sayChange({ before, after }: Change, names: Names): string {
  const at = ({ rider, start }: Change["before"]): string => `${names.person(rider as PersonId)} ${clock(start)}`;
  const moved =
    after === null
      ? "left out"
      : after.rider === before.rider && after.start === before.start
        ? "same time, another place or second person"
        : at(after);
  return `${at(before)} → ${moved}`;
}
/** 'Two horses', named up to three. */
const horses = (stays: readonly StayId[], names: Names): string =>
  stays.length <= 3 ? listed(stays.map(names.horse)) : `${stays.length} horses`;
type Said = (stays: readonly StayId[], names: Names) => string;
const has = (stays: readonly StayId[]): string => (stays.length === 1 ? "has" : "have");
const is = (stays: readonly StayId[]): string => (stays.length === 1 ? "is" : "are");
const GIVEN_UP: Readonly<Record<TradeOffCode, Said>> = {
  "left-out": (stays, names) => `${horses(stays, names)} ${is(stays)} not scheduled`,
  "new-rider": (stays, names) => `${horses(stays, names)} ${has(stays)} a new rider`,
  "other-rider": (stays, names) => `${horses(stays, names)} ${has(stays)} a rider who is not the usual one`,
  "not-for-work": (stays, names) => `${horses(stays, names)} ${has(stays)} a rider who may not do today's main work`,
  heavy: (stays, names) => `${horses(stays, names)} ${has(stays)} a rider above the best weight`,
  late: (stays, names) => `${horses(stays, names)} ${has(stays)} a late hour`,
  hot: (stays, names) => `${horses(stays, names)} ${is(stays)} outdoors in the heat`,
  place: (stays, names) => `${horses(stays, names)} ${is(stays)} not in the best place`,
  "changed-rider": (stays, names) => `${horses(stays, names)} ${has(stays)} another rider than handed out`,
  "changed-start": (stays, names) => `${horses(stays, names)} ${has(stays)} another time than handed out`,
  "changed-place": (stays, names) => `${horses(stays, names)} ${has(stays)} another place than handed out`,
};
const above = (minutes: number): string =>
  minutes < 60 ? `${minutes} minutes` : minutes % 60 === 0 ? plural(minutes / 60, "hour") : `${(minutes / 60).toFixed(1)} hours`;
/** What a plan gives up, the weightiest first; empty: nothing. 'Oatfield Rumor has a new rider. Wren has 1 hour more than a fair share.' */
export function sayGivenUp({ horses: given, over }: HorsesGivenUp, names: Names): string {
  const said = TRADE_OFFS.filter((code) => given[code].length > 0).map((code) => GIVEN_UP[code](given[code], names));
  const most = over
    .slice(0, 2)
    .map(({ rider, minutes }) => `${names.person(rider)} has ${above(minutes)} more than a fair share`);
  return [...said, ...most].map((one) => `${one}.`).join(" ");
}

interface ProofFigures {
  readonly stands: number;
  readonly best: number;
  readonly proven: boolean;
  readonly done: boolean;
}
/** How good the plan is, as far as is known. */
export function sayProof({ stands, best, proven, done }: ProofFigures): string {
  if (best < stands) return done ? "A better plan is ready." : "A better plan was found. Still looking …";
  if (proven) return "This is the best possible plan under the barn's rules.";
  return done ? "No better plan was found." : "Checking for a better plan …";
}
