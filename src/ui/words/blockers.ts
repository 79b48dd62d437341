import { type Blocker, DAY_GRID, HOUR } from "#core/day/model.ts";
import { SPLIT_GAP } from "#core/day/rules.ts";
import type { CardId, StayId } from "#core/kernel/brand.ts";
import { clock } from "./figures.ts";
import { APPOINTMENT } from "./labels-desk.ts";
import { type ReasonNames, sayReason } from "./reasons.ts";
import { REASON_WORD } from "./reasons-desk.ts";

export interface Names extends ReasonNames {
  /** The horse on a card. */
  card(id: CardId): string;
  horse(id: StayId): string;
}
/** For answers that do not know the day's names. */
export const NOBODY_NAMED: Names = {
  person: () => "The person",
  place: () => "The place",
  card: () => "another horse",
  horse: () => "another horse",
};

/** One word for a cell of the board; the whole sentence stands beside it. */
export const BLOCKER_WORD: Record<Blocker["code"], string> = {
  ...REASON_WORD,
  away: "away",
  shift: "off",
  lunch: "lunch",
  busy: "busy",
  "same-person": "helper",
  "helper-leaves": "helper",
  "max-saddle": "rides",
  appointment: "away",
  "horse-busy": "twice",
  "place-closed": "closed",
  "place-shut": "shut",
  "place-full": "full",
  apart: "apart",
  after: "rest",
  "outside-day": "late",
};

export function sayBlocker(blocker: Blocker, names: Names): string {
  switch (blocker.code) {
    case "away":
      return `${names.person(blocker.who)} is away: ${blocker.reason}.`;
    case "shift":
      return `Outside ${names.person(blocker.who)}'s working hours.`;
    case "lunch":
      return `${names.person(blocker.who)} would lose the break.`;
    case "busy":
      return `${names.person(blocker.who)} is with ${names.card(blocker.with)} then.`;
    case "helper-leaves":
      return `${names.person(blocker.who)} must stay for the first ${blocker.needed * DAY_GRID.minutes} minutes at least.`;
    case "same-person":
      return `${names.person(blocker.who)} rides, so cannot be the second person.`;
    case "max-saddle":
      return `${names.person(blocker.who)} has ${blocker.limit === 0 ? "no ridden sessions" : `${blocker.limit} ridden sessions already, the most in a day`}.`;
    case "appointment":
      return `${APPOINTMENT[blocker.kind]}, ${clock(blocker.from)} to ${clock(blocker.to)}.`;
    case "horse-busy":
      return "The horse has another session then.";
    case "place-closed":
      return `${names.place(blocker.place)} is out of use.`;
    case "place-shut":
      return `${names.place(blocker.place)} is closed then${blocker.why ? `: ${blocker.why}` : ""}.`;
    case "place-full":
      return `${names.place(blocker.place)} is full then: ${blocker.with.map(names.card).join(", ")}.`;
    case "apart":
      return `Kept apart from ${names.horse(blocker.from)}, who is there then.`;
    case "after":
      return `The two halves of ${names.card(blocker.with)}'s session need ${SPLIT_GAP / HOUR} hours between them.`;
    case "outside-day":
      return "Does not fit in the day.";
    default:
      return sayReason(blocker, names);
  }
}
