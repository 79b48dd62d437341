/**
 * The owner's report in plain words: one sentence a statement. A few ways to say the same are chosen between by the horse and the statement, so that two
 * reports do not read alike and one reads the same each time. Nothing is said here that the statement does not hold.
 */

import { here } from "#contracts/ladder.here.ts";
import type { Style } from "#contracts/report.ts";
import type { HoldKind } from "#core/calendar/holds.ts";
import { sayDate, sayDateWithYear } from "#core/calendar/local-date.ts";
import { RUNGS, rungWords } from "#core/intake/instrument.ts";
import { signOf } from "#core/intake/signs.ts";
import type { OpenBecause, Say } from "#core/report/facts.ts";
import { LOOKER, sayRestriction } from "./check.ts";
import { sayComplaint } from "./complaint.ts";
import { hours, inner, listed, plural } from "./figures.ts";
import { branchWords, HOLD, INCIDENT, SCORE_WORDS, TACK } from "./labels.ts";
import { VERDICT_OWNER } from "./verdict.ts";

const words = (id: string): string => inner(here().of(id).words);
/** A skill whose name is a list itself is held apart by more than a comma. */
const skills = (ids: readonly string[]): string => {
  const names = ids.map(words);
  return names.some((name) => /,| and /.test(name)) && names.length > 1 ? names.join("; ") : listed(names);
};
const on = (side: string): string => (side === "both" ? "" : ` on the ${side}`);
const times = (n: number): string => (n === 1 ? "once" : n === 2 ? "twice" : `${n} times`);

/** FNV-1a: spreads a text over 32 bits, the same each time. */
const hashOf = (text: string): number => {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193) >>> 0;
  return hash;
};

const BECAUSE: Readonly<Record<OpenBecause, string>> = {
  held: "the days on hold were too many",
  "sessions-short": "fewer sessions were given than agreed",
  "rungs-below": "what it rests on has to come first",
  time: "it wants more time",
};
const RESULT = {
  clear: "looked, and nothing needed doing",
  treated: "looked, and something was put right",
  found: "looked, and is not finished with it",
} as const;
const PROPOSAL = {
  home: "We think it is ready to go home, and to be kept up there as the home plan has it.",
  "home-with-plan": "We think it can go home. One side is still weaker: the home plan begins on that side each day.",
  "more-time":
    "We think more time here would serve it, so that what was begun is finished. The choice is yours; the home plan holds either way.",
} as const;
const OWED = {
  days: (n: number) => `${plural(n, "session is", "sessions are")} still owed to you: the term goes on until they are given.`,
  credit: (n: number) => `${plural(n, "session is", "sessions are")} still owed to you and credited to your next stay.`,
  agreed: (n: number) =>
    `${plural(n, "session is", "sessions are")} still owed to you; we will agree with you how they are made good.`,
} as const;

export function sayStatement(say: Say, key: string, style: Style): string {
  const { horse, tone, level } = style;
  const [warm, simple] = [tone === "warm", level === "simple"];
  const pick = (...ways: readonly string[]): string => ways[hashOf(`${horse} ${key}`) % ways.length] ?? "";
  const score = (n: number): string => (simple ? `“${SCORE_WORDS[n]}”` : `${n} (${SCORE_WORDS[n]})`);
  switch (say.code) {
    case "aim":
      return warm ? `You came to us with this wish: “${say.words}”` : `You told us: “${say.words}”`;
    case "complaint":
      return `The main problem, as you told us: ${sayComplaint(say.complaint)}`;
    case "term":
      return `A term of ${say.length} days with ${plural(say.sessionsAWeek, "session")} a week, from ${sayDateWithYear(say.from)} to ${sayDateWithYear(say.to)}.`;
    case "no-intake":
      return "There is no finished intake evaluation to compare with.";
    case "intake":
      return simple
        ? `On ${sayDate(say.day)} we looked at ${plural(say.looked, "thing")}, each side by itself. ${say.solid === 0 ? "None was" : say.solid === 1 ? "One was" : `${say.solid} were`} mostly there already.`
        : `On ${sayDate(say.day)} we looked at ${plural(say.looked, "point")}, each side by itself; ${say.solid} ${say.solid === 1 ? "was" : "were"} at 3 or better.`;
    case "intake-stopped":
      return `The walk stopped at “${inner(rungWords(RUNGS, say.rung))}”: it was not safe to go on that day.`;
    case "hard-side": {
      const then = say.when === "intake";
      const seen = simple ? "" : ` (${plural(say.skills, "point")} seen on both)`;
      return say.side === "even"
        ? `Left and right ${then ? "were" : "are"} about even${seen}.`
        : `The ${say.side} ${then ? "was" : "is"} the harder side${seen}${warm ? "; almost every horse has one" : ""}.`;
    }
    case "signs-seen":
      return `We noted: ${listed(say.signs.map((sign) => inner(signOf(sign).words)))}.`;
    case "verdict":
      return `${here().of(say.skill).words}: ${inner(VERDICT_OWNER[say.verdict])}.`;
    case "focus":
      return `The first week is about: ${say.words.map(inner).join("; ")}.`;
    case "nothing-yet":
      return "No session has been worked yet.";
    case "sessions":
      return `${say.delivered} of ${plural(say.contracted, "contracted session")} ${say.delivered === 1 ? "was" : "were"} given${say.throughOwed > 0 ? `; ${say.throughOwed} ${say.throughOwed === 1 ? "is" : "are"} owed to date` : ""}.`;
    case "hours":
      return `${hours(say.ground)} hours on the ground and ${hours(say.saddle)} in the saddle.`;
    case "held":
      return `${plural(say.days, "day")} on hold (${listed(say.kinds.map((kind) => inner(HOLD[kind as HoldKind])))})${say.moved ? "; they were added to the end of the term" : ""}.`;
    case "week":
      return pick(
        `From ${sayDate(say.from)} to ${sayDate(say.to)} ${horse} had ${plural(say.given, "session")}, ${hours(say.minutes / 60)} hours in all.`,
        `${plural(say.given, "session")} between ${sayDate(say.from)} and ${sayDate(say.to)}: ${hours(say.minutes / 60)} hours of work.`,
      );
    case "week-without":
      return `From ${sayDate(say.from)} to ${sayDate(say.to)} ${horse} was not worked${say.held ? ": it was on hold" : ""}.`;
    case "worked-on":
      return pick(`We worked mostly on ${skills(say.skills)}.`, `Most of the work went into ${skills(say.skills)}.`);
    case "solid":
      return say.all && say.skills.length > 3
        ? `${branchWords(say.branch)}: ${SCORE_WORDS[4]}, in all ${say.skills.length} points.`
        : `${branchWords(say.branch)}: ${SCORE_WORDS[4]}, in ${skills(say.skills)}.`;
    case "gained":
      return `${here().of(say.skill).words}${on(say.side)}: from ${score(say.before)} to ${score(say.now)}.`;
    case "softens":
      return `At first it took about ${plural(say.first, "minute")} until ${horse} was soft; now ${say.now === 0 ? "it begins so" : `it takes about ${plural(say.now, "minute")}`}.`;
    case "goal-met":
      return pick(`Reached: ${words(say.skill)}.`, `Agreed on, and there: ${words(say.skill)}.`);
    case "goal-ahead":
      return simple
        ? `${here().of(say.skill).words}: on its way.`
        : `${here().of(say.skill).words}: on its way, ${Math.round(100 * say.chance)} chances in a hundred to be there in time.`;
    case "goal-open":
      return say.now === null
        ? `Not begun: ${words(say.skill)}; ${BECAUSE[say.because]}${say.below.length > 0 ? ` (first ${skills(say.below)})` : ""}.`
        : `Not there yet: ${words(say.skill)}, now at ${score(say.now)}; ${BECAUSE[say.because]}${say.because === "rungs-below" ? ` (${skills(say.below)})` : ""}.`;
    case "first":
      return `${say.words}: ${sayDate(say.day)}.`;
    case "with-help":
      return `Begun, and still with help: ${skills(say.skills)}.`;
    case "weaker-side":
      return simple
        ? `${here().of(say.skill).words}: weaker on the ${say.side}. Begin there.`
        : `${here().of(say.skill).words}: left ${say.left}, right ${say.right}. Begin with the ${say.side}.`;
    case "incidents":
      return `${INCIDENT[say.kind]}: ${times(say.times)}, last on ${sayDate(say.last)}.`;
    case "signs-lately":
      return `${signOf(say.sign).words} in ${say.times} of the last sessions. If it goes on, have the right professional look.`;
    case "no-cautions":
      return "No incident was recorded, and no sign came up twice in the last sessions. The usual care still holds: helmet, boots, and nobody alone with a green horse.";
    case "tack":
      return `It goes in: ${listed(say.tack.map((tack) => inner(TACK[tack])))}.`;
    case "cues":
      return `The words it knows: ${listed(say.cues.map(([cue, said]) => (inner(said) === cue ? `“${said}”` : `“${said}” for ${cue}`)))}.`;
    case "check-done":
      return [
        `${LOOKER[say.who]}, ${sayDate(say.day)}: ${RESULT[say.result]}.`,
        ...(say.restricted.length > 0 ? [`For now: ${listed(say.restricted.map(sayRestriction))}.`] : []),
      ].join(" ");
    case "check-open":
      return `${LOOKER[say.who]}: asked to look by ${sayDate(say.due)}; not done yet.`;
    case "no-checks":
      return "No vet, dentist, farrier or fitter was called in this term.";
    case "next-rungs":
      return pick(`The next steps on the ladder: ${skills(say.skills)}.`, `What comes next: ${skills(say.skills)}.`);
    case "owed":
      return OWED[say.policy](say.sessions);
    case "proposal":
      return PROPOSAL[say.what];
  }
}
