import type { HoldKind } from "#core/calendar/holds.ts";
import type { Blocker } from "#core/day/model.ts";
import { SPLIT_GAP } from "#core/day/rules.ts";
import type { CardId, PersonId, PlaceId, StayId } from "#core/kernel/brand.ts";
import { clock } from "./figures.ts";
import { APPOINTMENT, HOLD, STAGE } from "./labels.ts";
import { sayWeatherBar } from "./weather.ts";

export interface Names {
  person(id: PersonId): string;
  place(id: PlaceId): string;
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

const kg = (value: number): string => value.toFixed(0);

/** One word for a cell of the board; the whole sentence stands beside it. */
export const BLOCKER_WORD: Record<Blocker["code"], string> = {
  grade: "grade",
  "helper-grade": "helper",
  load: "kg",
  "load-unknown": "kg?",
  "not-evaluated": "ground",
  check: "check",
  "not-ridden": "ground",
  "too-long": "long",
  forbidden: "kept",
  "not-a-rider": "ground",
  away: "away",
  shift: "off",
  lunch: "lunch",
  busy: "busy",
  "max-saddle": "rides",
  "horse-away": "hold",
  appointment: "away",
  "horse-busy": "twice",
  stage: "place",
  "place-closed": "closed",
  "place-shut": "shut",
  heat: "heat",
  wind: "wind",
  "place-full": "full",
  apart: "apart",
  after: "rest",
  helper: "helper",
  "outside-day": "late",
};

export function sayBlocker(blocker: Blocker, names: Names): string {
  switch (blocker.code) {
    case "grade":
      return `${names.person(blocker.who)} is grade ${blocker.grade}; this horse asks for ${blocker.needed}.`;
    case "helper-grade":
      return `${names.person(blocker.who)} is grade ${blocker.grade}; a second person for this horse needs ${blocker.needed}.`;
    case "load":
      return `${names.person(blocker.who)} with tack weighs ${kg(blocker.riderKg)} kg; this horse carries ${kg(blocker.limitKg)} kg at the most.`;
    case "load-unknown":
      return blocker.missing === "horse"
        ? "The horse has not been weighed: ground work only."
        : "The rider's weight with tack is not known: enter it under People.";
    case "check":
      return blocker.holds === "all" ? "An open check holds all work." : "An open check holds ridden work: ground work only.";
    case "not-ridden":
      return "The signed evaluation keeps this horse on the ground.";
    case "too-long":
      return `The signed evaluation allows ${blocker.limit} minutes a session.`;
    case "not-evaluated":
      return "Not evaluated yet: ground work only.";
    case "forbidden":
      return `${names.person(blocker.who)} is kept from this horse.`;
    case "not-a-rider":
      return `${names.person(blocker.who)} does not ride: ground work only.`;
    case "away":
      return `${names.person(blocker.who)} is away: ${blocker.reason}.`;
    case "shift":
      return `Outside ${names.person(blocker.who)}'s working hours.`;
    case "lunch":
      return `${names.person(blocker.who)} would have no break.`;
    case "busy":
      return `${names.person(blocker.who)} is with ${names.card(blocker.with)} then.`;
    case "max-saddle":
      return `${names.person(blocker.who)} has ${blocker.limit === 0 ? "no ridden sessions" : `${blocker.limit} ridden sessions already, the most in a day`}.`;
    case "horse-away":
      return `On hold (${(HOLD[blocker.kind as HoldKind] ?? blocker.kind).toLowerCase()}).`;
    case "appointment":
      return `${APPOINTMENT[blocker.kind]}, ${clock(blocker.from)} to ${clock(blocker.to)}.`;
    case "horse-busy":
      return "The horse has another session then.";
    case "place-closed":
      return `${names.place(blocker.place)} is out of use.`;
    case "place-shut":
      return `${names.place(blocker.place)} is shut then${blocker.why ? `: ${blocker.why}` : ""}.`;
    case "heat":
    case "wind":
      return sayWeatherBar(blocker);
    case "stage":
      return `${names.place(blocker.place)} is not for a horse ${STAGE[blocker.stage]}.`;
    case "place-full":
      return `${names.place(blocker.place)} is full then: ${blocker.with.map(names.card).join(", ")}.`;
    case "apart":
      return `Kept apart from ${names.horse(blocker.from)}, who is there then.`;
    case "after":
      return `The two halves of ${names.card(blocker.with)}'s session need ${SPLIT_GAP / 2} hours between them.`;
    case "helper":
      return "Needs a second person, and nobody suitable is free then.";
    case "outside-day":
      return "Does not fit into the day.";
  }
}
