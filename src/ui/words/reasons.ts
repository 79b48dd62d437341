/** Why something may not be done with a horse, and what is to be kept in mind: one sentence each, the same on every screen. */

import { here } from "#contracts/ladder.here.ts";
import type { HoldKind } from "#core/calendar/holds.ts";
import type { HeldByCheck, RestrictedWork } from "#core/check/check.ts";
import type { PersonId, PlaceId } from "#core/kernel/brand.ts";
import type { Reason } from "#core/permission/reasons.ts";
import type { MissingForStep } from "#core/permission/steps.ts";
import { inWords, t } from "#ui/words/speak.ts";
import { inner, listed, outer, plural, sayDay } from "./figures.ts";
import { COURSE, HOLD, INCIDENT, RED, SIDE, STAGE, TICK } from "./labels.ts";
import { weightHeld, weightLimit } from "./units.ts";
import { sayWeatherBar } from "./weather.ts";

/** Who and where, as far as the screen may name them. */
export interface ReasonNames {
  person(id: PersonId): string;
  place(id: PlaceId): string;
}
/** On a card its rider is meant, and the place is known. */
const THE_RIDER: ReasonNames = { person: () => t("The rider"), place: () => t("This place") };

const named = (id: string): string => (here().find(id) ? inner(t(here().of(id).words)) : id);

export const RESTRICTED: Readonly<Record<RestrictedWork, string>> = inWords({
  weight: "weight on the back",
  ridden: "riding",
  bit: "a bit",
  saddle: "a saddle",
  circles: "circles",
  fast: "fast work",
  jump: "jumping",
  "hard-ground": "hard ground",
});
const HELD = inWords({ all: "all work", ridden: "ridden work", skill: "some work" } as const);

/** What a check, a finding or a professional's word holds back. */
export function sayHeld({ because, holds, restricts, until, words, skills }: HeldByCheck): string {
  const end = until ? t("until {until}", { until: sayDay(until) }) : t("until it is released");
  if (restricts)
    return t("No {restricts} {end}: {more}.", {
      restricts: RESTRICTED[restricts],
      end,
      more: words ? `“${words}”` : t("the professional said so"),
    });
  const what = holds === "skill" && skills.length > 0 ? inner(listed(skills.map(named))) : HELD[holds ?? "skill"];
  return because === "open"
    ? t("An open check stops {what}. Wait for the answer.", { what })
    : t("A problem was found. It stops {what} until a manager releases it.", { what });
}

type MissingLevel = Extract<MissingForStep, { code: "level" }>;
/** A skill that is lacking on both sides is one thing: 'girth at 3 (now 2 left, 1 right)'. */
function sayLevels(levels: readonly MissingLevel[]): string {
  const [first] = levels;
  if (!first) return "";
  const now = levels.map(({ side, is }) => (side === "both" ? `${is}` : `${is} ${SIDE[side]}`));
  return t("{skill} at {needed} (now {now})", { skill: named(first.skill), needed: first.needed, now: now.join(", ") });
}
/** What is missing, to stand in a list. */
export function sayMissing(missing: readonly MissingForStep[]): readonly string[] {
  const levels = missing.filter((one): one is MissingLevel => one.code === "level");
  const skills = [...new Set(levels.map(({ skill }) => skill))];
  return [
    ...skills.map((skill) => sayLevels(levels.filter((one) => one.skill === skill))),
    ...missing.flatMap((one) => (one.code === "level" ? [] : [sayOtherMissing(one)])),
  ];
}
function sayOtherMissing(missing: Exclude<MissingForStep, MissingLevel>): string {
  switch (missing.code) {
    case "quiet":
      return missing.in === "tack"
        ? t("two quiet sessions with the tack, on different days")
        : t("two quiet rides, on different days");
    case "ground-sessions":
      return t("{left} on the ground, as the method asks", { left: plural(missing.left, "more session") });
    case "tacked-here":
      return t("one session here with the tack on");
  }
}

function sayStepBack({ because, skill, at, days, quiet, of }: Extract<Reason, { code: "step-back" }>): string {
  const since =
    because === "same-trouble"
      ? t("Trouble at {at}", { at: named(at ?? "") })
      : t("{days} without work", { days: plural(days ?? 0, "day") });
  const what = skill === null ? t("no riding") : t("no {skill}", { skill: named(skill) });
  return t("{since}: {what} before {of} ({quiet} of {of2} done).", {
    since,
    what,
    of: plural(of, "quiet session"),
    quiet,
    of2: of,
  });
}

export function sayReason(reason: Reason, names: ReasonNames = THE_RIDER): string {
  switch (reason.code) {
    case "hold":
      return t("On hold ({kind}) since {since}. No work until it ends.", {
        kind: HOLD[reason.kind as HoldKind].toLowerCase(),
        since: sayDay(reason.since),
      });
    case "check":
      return sayHeld(reason);
    case "signed-off":
      return reason.because === "ground"
        ? t("The signed evaluation allows ground work only.")
        : reason.because === "minutes"
          ? t("The signed evaluation allows {limit} minutes a session.", { limit: reason.limit })
          : t("The signed evaluation allows {limit} minutes of circles; this session has {is}.", {
              limit: reason.limit,
              is: reason.is,
            });
    case "age":
      return reason.what === "weight"
        ? t("Under {under} years old: nothing on the back.", { under: reason.under })
        : t("Under {under} years old: no rider unless the signed evaluation allows it.", { under: reason.under });
    case "load":
      switch (reason.because) {
        case "over":
          return t("Too heavy for this horse: {who} weighs {weight} with tack, limit {limit}.", {
            who: names.person(reason.who),
            weight: weightHeld(reason.riderKg),
            limit: weightLimit(reason.limitKg),
          });
        case "prefer":
          return t("{who} weighs {weight} with tack; under {limit} is better. Keep the ride short.", {
            who: names.person(reason.who),
            weight: weightHeld(reason.riderKg),
            limit: weightLimit(reason.preferKg),
          });
        case "horse-unweighed":
          return t("The horse has not been weighed: ground work only.");
        case "person-unweighed":
          return t("{who} has no weight with tack on record. A manager enters it under People.", {
            who: names.person(reason.who),
          });
        case "weight-old":
          return t("Last weighed {days} days ago. Weigh or tape first.", { days: reason.days });
        case "weight-ageing":
          return t("Last weighed {days} days ago. Weigh or tape soon.", { days: reason.days });
      }
    case "grade": {
      const who = names.person(reason.who);
      if ("specialist" in reason)
        return t("{skill} is specialist work. {who} is not marked for it.", {
          skill: outer(named(reason.skill)),
          who: outer(who),
        });
      if (reason.skill !== null)
        return t("{skill} needs grade {needed}; {who} has {grade}.", {
          skill: outer(named(reason.skill)),
          needed: reason.needed,
          who: inner(who),
          grade: reason.grade,
        });
      return reason.as === "helper"
        ? t("A second person for this horse needs grade {needed}; {who} has {grade}.", {
            needed: reason.needed,
            who: inner(who),
            grade: reason.grade,
          })
        : t("This horse needs a grade {needed} rider; {who} has {grade}.", {
            needed: reason.needed,
            who: inner(who),
            grade: reason.grade,
          });
    }
    case "kept-from":
      return t("{who} is not to work this horse.", { who: names.person(reason.who) });
    case "does-not-ride":
      return t("{who} does not ride: ground work only.", { who: names.person(reason.who) });
    case "not-signed":
      return t("No signed evaluation yet: ground work only.");
    case "second-person":
      switch (reason.because) {
        case "risk":
          return t("Never work a risk 4 or 5 horse alone: name a second person.");
        case "before-riding":
          return t("Do not get on a green horse alone: name a second person.");
        case "signed":
          return t("The signed evaluation requires a second person: name one.");
        case "step-back":
          return t("A second person stands by until this horse is quiet again: name one.");
        case "skill":
          return t("{skill} needs a second person: name one.", { skill: outer(named(reason.skill ?? "")) });
      }
    case "not-ready":
      return t(
        reason.step
          ? "{skill} is not ready. Missing: {missing}."
          : "{skill} is not ready, nor is anything that builds on it. Missing: {missing}.",
        { skill: outer(named(reason.skill)), missing: listed(sayMissing(reason.missing)) },
      );
    case "step-back":
      return sayStepBack(reason);
    case "not-soft":
      return t("{state} for {minutes}: stay on the ground until the horse softens.", {
        state: COURSE[reason.state],
        minutes: plural(reason.minutes, "minute"),
      });
    case "softened":
      return t("Tight earlier today; {state} for {minutes}.", {
        state: inner(COURSE[reason.state]),
        minutes: plural(reason.minutes, "minute"),
      });
    case "red-sign":
      return reason.sign === "sudden-change"
        ? t("{sign}. Stop all work and call the vet.", { sign: RED[reason.sign] })
        : reason.gone
          ? t("{sign}, then gone. Do not get on today unless the manager has looked.", { sign: RED[reason.sign] })
          : t("{sign}. Do not get on.", { sign: RED[reason.sign] });
    case "weather":
      return sayWeatherBar(reason);
    case "stage-place":
      if (reason.open)
        return t("Not the {place} yet. First it steers and stops well in a small place.", { place: names.place(reason.place) });
      return t("Not the {place}: this horse is {stage}.", { place: names.place(reason.place), stage: STAGE[reason.stage] });
    case "not-ticked":
      return t("Still to check: {tick}.", { tick: inner(TICK[reason.tick]) });
    case "time-off":
      return t("{days} off. Start with easier work.", { days: plural(reason.days, "day") });
    case "incident":
      return t("{kind} on {day}.", { kind: INCIDENT[reason.kind], day: sayDay(reason.day) });
  }
}

/** Each reason's sentence; ticks that are missing are one. */
export function sayTogether(reasons: readonly Reason[], names: ReasonNames = THE_RIDER): readonly string[] {
  const ticks = reasons.flatMap((reason) => (reason.code === "not-ticked" ? [TICK[reason.tick].toLowerCase()] : []));
  const others = reasons.filter(({ code }) => code !== "not-ticked").map((reason) => sayReason(reason, names));
  return ticks.length === 0 ? others : [...others, t("Still to check on the ground: {ticks}.", { ticks: listed(ticks) })];
}
