/** Why something may not be done with a horse, and what is to be kept in mind: one sentence each, the same on every screen. */

import { here } from "#contracts/ladder.here.ts";
import type { HoldKind } from "#core/calendar/holds.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { HeldByCheck, RestrictedWork } from "#core/check/check.ts";
import type { PersonId, PlaceId } from "#core/kernel/brand.ts";
import type { Reason } from "#core/permission/reasons.ts";
import type { Missing } from "#core/permission/steps.ts";
import { inner, listed, outer, plural } from "./figures.ts";
import { COURSE, HOLD, INCIDENT, RED, STAGE, TICK } from "./labels.ts";
import { sayWeatherBar } from "./weather.ts";

/** Who and where, as far as the screen may name them. */
export interface ReasonNames {
  person(id: PersonId): string;
  place(id: PlaceId): string;
}
/** On a card its rider is meant, and the place is known. */
export const THE_RIDER: ReasonNames = { person: () => "The rider", place: () => "This place" };

const kg = (value: number): string => value.toFixed(0);
const named = (id: string): string => (here().find(id) ? inner(here().of(id).words) : id);

export const RESTRICTED: Readonly<Record<RestrictedWork, string>> = {
  weight: "weight on the back",
  ridden: "riding",
  bit: "a bit",
  saddle: "a saddle",
  circles: "circles",
  fast: "fast work",
  jump: "jumping",
  "hard-ground": "hard ground",
};
const HELD = { all: "all work", ridden: "ridden work", skill: "some work" } as const;

/** What a check, a finding or a professional's word holds back. */
export function sayHeld({ because, holds, restricts, until, words, skills }: HeldByCheck): string {
  const end = until ? ` until ${sayDate(until)}` : " until it is released";
  if (restricts) return `No ${RESTRICTED[restricts]}${end}: ${words ? `“${words}”` : "the professional said so"}.`;
  const what = holds === "skill" && skills.length > 0 ? inner(listed(skills.map(named))) : HELD[holds ?? "skill"];
  return because === "open"
    ? `An open check stops ${what}. Wait for the answer.`
    : `A problem was found. It stops ${what} until a manager releases it.`;
}

type MissingLevel = Extract<Missing, { code: "level" }>;
/** A skill that is lacking on both sides is one thing: 'girth at 3 (now 2 left, 1 right)'. */
function sayLevels(levels: readonly MissingLevel[]): string {
  const [first] = levels;
  if (!first) return "";
  const now = levels.map(({ side, is }) => (side === "both" ? `${is}` : `${is} ${side}`));
  return `${named(first.skill)} at ${first.needed} (now ${now.join(", ")})`;
}
/** What is missing, to stand in a list. */
export function sayMissing(missing: readonly Missing[]): readonly string[] {
  const levels = missing.filter((one): one is MissingLevel => one.code === "level");
  const skills = [...new Set(levels.map(({ skill }) => skill))];
  return [
    ...skills.map((skill) => sayLevels(levels.filter((one) => one.skill === skill))),
    ...missing.flatMap((one) => (one.code === "level" ? [] : [sayOtherMissing(one)])),
  ];
}
function sayOtherMissing(missing: Exclude<Missing, MissingLevel>): string {
  switch (missing.code) {
    case "quiet":
      return missing.in === "tack" ? "two quiet sessions with the tack, on different days" : "two quiet rides, on different days";
    case "ground-sessions":
      return `${plural(missing.left, "more session")} on the ground, as the method asks`;
    case "tacked-here":
      return "one session here with the tack on";
  }
}

function sayStepBack({ because, skill, at, days, quiet, of }: Extract<Reason, { code: "step-back" }>): string {
  const since = because === "same-trouble" ? `Trouble at ${named(at ?? "")}` : `${plural(days ?? 0, "day")} without work`;
  const what = skill === null ? "no riding" : `no ${named(skill)}`;
  return `${since}: ${what} before ${plural(of, "quiet session")} (${quiet} of ${of} done).`;
}

export function sayReason(reason: Reason, names: ReasonNames = THE_RIDER): string {
  switch (reason.code) {
    case "hold":
      return `On hold (${HOLD[reason.kind as HoldKind].toLowerCase()}) since ${sayDate(reason.since)}. No work until it ends.`;
    case "check":
      return sayHeld(reason);
    case "signed-off":
      return reason.because === "ground"
        ? "The signed evaluation allows ground work only."
        : reason.because === "minutes"
          ? `The signed evaluation allows ${reason.limit} minutes a session.`
          : `The signed evaluation allows ${reason.limit} minutes of circles; this session has ${reason.is}.`;
    case "age":
      return reason.what === "weight"
        ? `Under ${reason.under} years old: nothing on the back.`
        : `Under ${reason.under} years old: no rider unless the signed evaluation allows it.`;
    case "load":
      switch (reason.because) {
        case "over":
          return `Too heavy for this horse: ${names.person(reason.who)} has ${kg(reason.riderKg)} kg with tack, limit ${kg(reason.limitKg)} kg.`;
        case "prefer":
          return `${names.person(reason.who)} has ${kg(reason.riderKg)} kg with tack, best under ${kg(reason.preferKg)} kg: keep it short.`;
        case "horse-unweighed":
          return "The horse has not been weighed: ground work only.";
        case "person-unweighed":
          return `${names.person(reason.who)} has no weight with tack on record. A manager enters it under People.`;
        case "weight-old":
          return `Last weighed ${reason.days} days ago. Weigh or tape first.`;
        case "weight-ageing":
          return `Last weighed ${reason.days} days ago. Weigh or tape soon.`;
      }
    case "grade": {
      const who = names.person(reason.who);
      if ("specialist" in reason) return `${outer(named(reason.skill))} is specialist work. ${outer(who)} is not marked for it.`;
      if (reason.skill !== null)
        return `${outer(named(reason.skill))} needs grade ${reason.needed}; ${inner(who)} has ${reason.grade}.`;
      return reason.as === "helper"
        ? `A second person for this horse needs grade ${reason.needed}; ${inner(who)} has ${reason.grade}.`
        : `This horse needs a grade ${reason.needed} rider; ${inner(who)} has ${reason.grade}.`;
    }
    case "kept-from":
      return `${names.person(reason.who)} is not to work this horse.`;
    case "does-not-ride":
      return `${names.person(reason.who)} does not ride: ground work only.`;
    case "not-signed":
      return "No signed evaluation yet: ground work only.";
    case "second-person":
      switch (reason.because) {
        case "risk":
          return "Never work a risk 4 or 5 horse alone: name a second person.";
        case "before-riding":
          return "Do not get on a green horse alone: name a second person.";
        case "signed":
          return "The signed evaluation requires a second person: name one.";
        case "step-back":
          return "A second person stands by until this horse is quiet again: name one.";
        case "skill":
          return `${outer(named(reason.skill ?? ""))} needs a second person: name one.`;
      }
    case "not-ready":
      return `${outer(named(reason.skill))} is not ready${reason.step ? "" : ", nor is anything that builds on it"}. Missing: ${listed(sayMissing(reason.missing))}.`;
    case "step-back":
      return sayStepBack(reason);
    case "not-soft":
      return `${COURSE[reason.state]} for ${plural(reason.minutes, "minute")}: stay on the ground until the horse softens.`;
    case "softened":
      return `Tight earlier today; ${inner(COURSE[reason.state])} for ${plural(reason.minutes, "minute")}.`;
    case "red-sign":
      return reason.sign === "sudden-change"
        ? `${RED[reason.sign]}. Stop all work and call the vet.`
        : reason.gone
          ? `${RED[reason.sign]}, then gone. Do not get on today unless the manager has looked.`
          : `${RED[reason.sign]}. Do not get on.`;
    case "weather":
      return sayWeatherBar(reason);
    case "stage-place":
      return `Not the ${names.place(reason.place)}: this horse is ${STAGE[reason.stage]}.`;
    case "not-ticked":
      return `Still to check: ${inner(TICK[reason.tick])}.`;
    case "time-off":
      return `${plural(reason.days, "day")} off. Start with easier work.`;
    case "incident":
      return `${INCIDENT[reason.kind]} on ${sayDate(reason.day)}.`;
  }
}

/** Each reason's sentence; ticks that are missing are one. */
export function sayTogether(reasons: readonly Reason[], names: ReasonNames = THE_RIDER): readonly string[] {
  const ticks = reasons.flatMap((reason) => (reason.code === "not-ticked" ? [TICK[reason.tick].toLowerCase()] : []));
  const others = reasons.filter(({ code }) => code !== "not-ticked").map((reason) => sayReason(reason, names));
  return ticks.length === 0 ? others : [...others, `Still to check on the ground: ${listed(ticks)}.`];
}
