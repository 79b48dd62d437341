/**
 * The owner's report in plain words: one sentence a statement, as a person would say it. A few ways to say the same are chosen between by the horse and the
 * statement, so that two reports do not read alike and one reads the same each time. Nothing is said here that the statement does not hold.
 */

import type { Style } from "#contracts/report.ts";
import type { HoldKind } from "#core/calendar/holds.ts";
import { sayDate, sayDateWithYear } from "#core/calendar/local-date.ts";
import type { Gait, IncidentKind } from "#core/card/card.ts";
import type { Verdict } from "#core/forecast/chance.ts";
import type { TrialResult } from "#core/intake/cause-rules.ts";
import { RUNGS, rungWords } from "#core/intake/instrument.ts";
import { signOf } from "#core/intake/signs.ts";
import type { NextProposal, OpenBecause, ReportWait, Say } from "#core/report/facts.ts";
import { LOOKER, sayRestriction, TRIAL_CHANGE } from "./check.ts";
import { sayComplaint } from "./complaint.ts";
import { hours, inner, listed, outer, plural } from "./figures.ts";
import { sayGear, sayTack } from "./gear.ts";
import { sayLength } from "./jump.ts";
import { branchWords, HOLD } from "./labels.ts";
import { ownerDoes, ownerThing, type Pronouns } from "./owner-skills.ts";
import { sayEarlier } from "./report-earlier.ts";

const TRIED: Readonly<Record<TrialResult, string>> = {
  gone: "made the trouble go away",
  less: "made the sign less",
  same: "changed nothing",
};
const on = (side: string): string => (side === "both" ? "" : ` on the ${side}`);
const times = (n: number): string => (n === 1 ? "once" : n === 2 ? "twice" : `${n} times`);

/** A mare is she, a gelding and a stallion he; where nobody knows, the horse has its name. */
export const pronounsOf = ({ horse, sex }: Pick<Style, "horse" | "sex">): Pronouns =>
  sex === "mare"
    ? { he: "she", him: "her", his: "her" }
    : sex === "gelding" || sex === "stallion"
      ? { he: "he", him: "him", his: "his" }
      : { he: horse, him: horse, his: `${horse}'s` };

/** FNV-1a: spreads a text over 32 bits, the same each time. */
const hashOf = (text: string): number => {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193) >>> 0;
  return hash;
};

/** After 'he': how it goes now, and how it went before. */
const NOW = [
  "does not do it yet",
  "tries, with a lot of help",
  "does it with help",
  "does it most of the time with a light cue",
  "does it reliably here",
  "does it anywhere, and for other people too",
] as const;
const BEFORE = [
  "did not do it",
  "tried with a lot of help",
  "did it with help",
  "did it most of the time",
  "did it reliably here",
  "did it anywhere",
] as const;
const BECAUSE: Readonly<Record<OpenBecause, string>> = {
  held: "because of the days off",
  "sessions-short": "because we gave fewer sessions than we agreed",
  "rungs-below": "",
  time: "",
  confirm: "",
};
const RESULT = {
  clear: "looked, and nothing needed doing",
  treated: "looked, and something was put right",
  found: "looked, and is not finished with it",
} as const;
const WAITS: Readonly<Record<ReportWait, string>> = {
  check: "a check is still open",
  trouble: "something went wrong lately and has to be worked through quietly first",
  hold: "the days on hold are not over",
};
const PROPOSAL: Readonly<Record<Exclude<NextProposal, "wait">, (who: Pronouns) => string>> = {
  home: ({ he }) => `We think ${he} is ready to go home. The home plan keeps up what was learned here.`,
  "home-with-plan": ({ he }) =>
    `We think ${he} can go home. One side is still weaker, so the home plan starts on that side each day.`,
  "more-time": () =>
    "We suggest more time here to finish what we started. It is your choice, and the home plan works either way.",
};
const OWED = {
  days: (n: number) => `We still owe you ${plural(n, "session")}. The term goes on until we have made them up.`,
  credit: (n: number) => `We still owe you ${plural(n, "session")}. We will credit them to your next stay.`,
  agreed: (n: number) => `We still owe you ${plural(n, "session")}. We will agree with you how to make them up.`,
} as const;
const VERDICT: Readonly<Record<Verdict, string>> = {
  likely: "likely by the end of the term",
  possible: "possible by the end of the term",
  "not-this-term": "not in this term",
};
const DID: Readonly<Record<Exclude<IncidentKind, "fall">, string>> = {
  spook: "spooked",
  buck: "bucked",
  bolt: "bolted",
  rear: "reared",
  kick: "kicked",
  bite: "bit somebody",
  "pull-back": "pulled back",
};
const GAIT: Readonly<Record<Gait, string>> = { walk: "walk", trot: "trot", canter: "canter", jump: "jump" };

export function sayStatement(say: Say, key: string, style: Style): string {
  const { horse, tone, level } = style;
  const [warm, simple] = [tone === "warm", level === "simple"];
  const who = pronounsOf(style);
  const { he, him, his } = who;
  const He = outer(he);
  const does = (ids: readonly string[]): string => listed(ids.map((id) => ownerDoes(id, who)));
  const thing = (id: string): string => ownerThing(id, who);
  const things = (ids: readonly string[]): string => listed(ids.map(thing));
  const pick = (...ways: readonly string[]): string => ways[hashOf(`${horse} ${key}`) % ways.length] ?? "";
  switch (say.code) {
    case "aim":
      return warm ? `You came to us with this wish: “${say.words}”` : `You told us: “${say.words}”`;
    case "complaint":
      return `The main problem, as you told us: ${sayComplaint(say.complaint)}`;
    case "term":
      return `We agreed on ${say.length} days, ${plural(say.sessionsAWeek, "session")} a week, from ${sayDateWithYear(say.from)} to ${sayDateWithYear(say.to)}.`;
    case "no-intake":
      return `There is no finished evaluation of ${his} arrival to compare with.`;
    case "intake":
      return `On ${sayDate(say.day)} we tested ${plural(say.looked, "thing")}${say.looked > 1 ? ", most of them on the left and on the right" : ""}. ${
        say.solid === 0
          ? `${He} needed help with ${say.looked > 1 ? "all of them" : "it"}.`
          : `${He} did ${say.solid < say.looked ? say.solid : say.looked > 1 ? "all of them" : "it"} well with little help.`
      }`;
    case "intake-stopped":
      return `We stopped at “${inner(rungWords(RUNGS, say.rung))}” because it was not safe to go on that day.`;
    case "hard-side": {
      const then = say.when === "intake";
      return say.side === "even"
        ? `Left and right ${then ? "were" : "are"} about even.`
        : `${outer(his)} ${say.side} side ${then ? "was" : "is"} the harder one${warm ? "; almost every horse has one" : ""}.`;
    }
    case "signs-seen":
      return `We noted: ${listed(say.signs.map((sign) => inner(signOf(sign).words)))}.`;
    case "verdict":
      return `${outer(thing(say.skill))}: ${VERDICT[say.verdict]}.`;
    case "focus":
      return `The first week is about: ${say.words.map(inner).join("; ")}.`;
    case "nothing-yet":
      return "We have not started the sessions yet.";
    case "sessions":
      return `We did ${say.delivered} of your ${plural(say.contracted, "session")}.${say.throughOwed > 0 ? ` We owe you ${say.throughOwed} so far.` : ""}`;
    case "hours":
      return say.saddle === 0
        ? `That was ${hours(say.ground)} hours of ground work. Nobody has ridden ${him} in this stay.`
        : say.ground === 0
          ? `That was ${hours(say.saddle)} hours of riding.`
          : `That was ${hours(say.ground)} hours on the ground and ${hours(say.saddle)} hours of riding.`;
    case "held":
      return `${He} had ${plural(say.days, "day")} off (${listed(say.kinds.map((kind) => inner(HOLD[kind as HoldKind])))}).${say.moved ? " We added them to the end of the term." : ""}`;
    case "week":
      return pick(
        `From ${sayDate(say.from)} to ${sayDate(say.to)} ${horse} had ${plural(say.given, "session")}, ${hours(say.minutes / 60)} hours in all.`,
        `${horse} had ${plural(say.given, "session")} between ${sayDate(say.from)} and ${sayDate(say.to)}: ${hours(say.minutes / 60)} hours of work.`,
      );
    case "week-without":
      return `From ${sayDate(say.from)} to ${sayDate(say.to)} ${horse} was not worked${say.held ? `: ${he} was on hold` : ""}.`;
    case "worked-on":
      return pick(`We worked mostly on ${things(say.skills)}.`, `Most of the work went into ${things(say.skills)}.`);
    case "does":
      return `${branchWords(say.branch)}: ${horse} ${does(say.skills)}.${say.more > 0 ? ` The table shows ${say.more} more.` : ""}`;
    case "gained":
      return `${outer(thing(say.skill))}${on(say.side)}: before, ${he} ${BEFORE[say.before]}; now ${he} ${NOW[say.now]}${simple ? "" : ` (${say.before}, now ${say.now})`}.`;
    case "softens":
      return `At first it took about ${plural(say.first, "minute")} until ${horse} was soft; now ${say.now === 0 ? `${he} begins so` : `it takes about ${plural(say.now, "minute")}`}.`;
    case "goals-met":
      return pick(`As we agreed, ${horse} now ${does(say.skills)}.`, `Done, as we agreed: ${horse} ${does(say.skills)}.`);
    case "goal-ahead":
      return `${outer(thing(say.skill))}: likely by the end of the term${simple ? "" : ` (${Math.round(100 * say.chance)}%)`}.`;
    case "goals-open":
      return sayOpen(say, { who, thing, things });
    case "first":
      return `${say.words}: ${sayDate(say.day)}.`;
    case "first-ride":
      return `First ride here: ${sayDate(say.day)}.`;
    case "first-gait":
      return `First ${GAIT[say.gait]} with a rider here: ${sayDate(say.day)}.`;
    case "first-skill":
      return `For the first time on ${sayDate(say.day)}: ${thing(say.skill)}.`;
    case "short-can":
      return say.solid ? `Now ${horse} ${does(say.skills)}.` : `With a light cue ${horse} ${does(say.skills)}.`;
    case "short-next":
      return sayShortNext(say.what, say.skill === null ? null : thing(say.skill), he);
    case "with-help":
      return `${He} still needs help with ${things(say.skills)}${say.more > 0 ? `, and with ${say.more} more` : ""}.`;
    case "weaker-side":
      return `${outer(thing(say.skill))}: harder on the ${say.side}${simple ? "" : ` (left ${say.left}, right ${say.right})`}. Start there.`;
    case "incidents":
      return say.kind === "fall"
        ? `A rider fell ${times(say.times)}, the last time on ${sayDate(say.last)}.`
        : say.times === 1
          ? `${He} ${DID[say.kind]} on ${sayDate(say.last)}.`
          : `${He} ${DID[say.kind]} ${times(say.times)}, the last time on ${sayDate(say.last)}.`;
    case "short-incident": {
      const what =
        say.kind === "fall" ? `A rider fell on ${sayDate(say.last)}.` : `${He} ${DID[say.kind]} on ${sayDate(say.last)}.`;
      return say.isHeld ? `${what} We have gone back to easier work until that is behind us.` : what;
    }
    case "jump-faults": {
      const parts = [
        ...(say.rushed > 0 ? [`rushed ${his} fences in ${plural(say.rushed, "school")}`] : []),
        ...(say.refused > 0 ? [`refused in ${plural(say.refused, "school")}`] : []),
      ];
      const since = say.isPast ? ", and not since" : "";
      return `${He} ${parts.join(" and ")} of ${say.schools}, the last time on ${sayDate(say.last)}${since}.`;
    }
    case "signs-lately":
      return `${signOf(say.sign).words}: we saw this in ${say.times} recent sessions. If you see it at home, have the right professional look.`;
    case "sign-faded":
      return `${signOf(say.sign).words}: we saw this in ${say.times} sessions, the last time on ${sayDate(say.last)}, and not since.`;
    case "complaint-now":
      return !say.tried
        ? "We have not come to the moment of the main problem yet."
        : say.last === null
          ? "The main problem has not shown here so far."
          : say.lately > 0
            ? `The main problem still shows: in ${plural(say.seen, "session")}, the last time on ${sayDate(say.last)}.`
            : `The main problem showed in ${plural(say.seen, "session")}, the last time on ${sayDate(say.last)}, and not since.`;
    case "never-tried":
      return `We have not tried this here: ${things(say.skills)}. Take it slowly, and have help the first time.`;
    case "no-cautions":
      return "No incident was recorded, and no sign came up twice in the last sessions. The usual care still holds: helmet, boots, and nobody alone with a green horse.";
    case "tack":
      return `${He} wears: ${sayGear(say.tack)}.`;
    case "gear": {
      const steps = say.stages.map(({ tack, day }) => `${inner(sayTack(tack))} from ${sayDate(day)}`);
      return `${He} goes in: ${sayGear(say.now)}.${steps.length > 0 ? ` It came in steps: ${steps.join("; ")}.` : ""}`;
    }
    case "jumped": {
      const faults = [
        ...(say.rails > 0 ? [plural(say.rails, "rail down", "rails down")] : []),
        ...(say.refusals > 0 ? [plural(say.refusals, "refusal")] : []),
      ];
      const height = say.heightCm === null ? "" : ` The highest fence that ${he} cleared was ${sayLength(say.heightCm)}.`;
      return `${He} jumped in ${plural(say.schools, "school")}: ${plural(say.efforts, "effort")}${faults.length > 0 ? `, ${listed(faults)}` : ", all clear"}.${height}`;
    }
    case "cues":
      return `${He} knows these words: ${listed(say.cues.map(([cue, said]) => (inner(said) === cue ? `“${said}”` : `“${said}” for ${cue}`)))}.`;
    case "check-done":
      return [
        `${LOOKER[say.who]}, ${sayDate(say.day)}: ${RESULT[say.result]}.`,
        ...(say.restricted.length > 0 ? [`For now: ${listed(say.restricted.map(sayRestriction))}.`] : []),
        ...(say.went && say.went.length > 0
          ? [`Before it we noted: ${listed(say.went.map((sign) => inner(signOf(sign).words)))}. Since then it hardly showed.`]
          : []),
      ].join(" ");
    case "tried":
      return `We tried something: ${inner(TRIAL_CHANGE[say.change])}. It ${TRIED[say.result]}.`;
    case "check-open":
      return `${LOOKER[say.who]}: we asked for a look by ${sayDate(say.due)}. That visit has not happened yet.`;
    case "no-checks":
      return "No vet, dentist, farrier or fitter was called in this term.";
    case "next-steps":
      return pick(`Next we work on ${things(say.skills)}.`, `What comes next: ${things(say.skills)}.`);
    case "owed":
      return OWED[say.policy](say.sessions);
    case "proposal":
      return say.what === "wait"
        ? `We would not send ${him} home yet: ${listed(say.waits.map((wait) => WAITS[wait]))}.`
        : PROPOSAL[say.what](who);
    default:
      return sayEarlier(say);
  }
}

interface Words {
  readonly who: Pronouns;
  thing(id: string): string;
  things(ids: readonly string[]): string;
}
function sayOpen(say: Extract<Say, { code: "goals-open" }>, { who: { he }, thing, things }: Words): string {
  const one = say.skills.length === 1;
  const why = BECAUSE[say.because];
  const because = why === "" ? "" : ` ${why}`;
  if (!say.begun) {
    const first = one
      ? `We have not started ${things(say.skills)} yet${because}.`
      : `We have not started these yet${because}: ${things(say.skills)}.`;
    if (say.because === "time") return `${first} ${one ? "It needs" : "They need"} more time.`;
    if (say.because !== "rungs-below") return first;
    return say.needs.length > 0
      ? `${first} ${outer(he)} needs to be better at ${listed(say.needs.map(thing))} first.`
      : `${first} What they build on has to be solid first.`;
  }
  if (say.because === "confirm")
    return `Almost there: ${things(say.skills)}. ${outer(he)} needs one more good session to confirm ${one ? "it" : "each"}.`;
  const state = say.now === null ? "" : ` ${outer(he)} ${one ? NOW[say.now] : NOW[say.now]?.replace(" it", " them")}.`;
  return `Not finished${because}: ${things(say.skills)}.${state}${why === "" ? ` ${one ? "It needs" : "They need"} more time.` : ""}`;
}

function sayShortNext(what: NextProposal | null, next: string | null, he: string): string {
  switch (what) {
    case "home":
      return `We think ${he} is ready to go home.`;
    case "home-with-plan":
      return `We think ${he} can go home, with the home plan for the weaker side.`;
    case "more-time":
      return next ? `We suggest more time here, for ${next} first of all.` : "We suggest more time here.";
    case "wait":
      return "Before the trip home something is still open; you find it below.";
    case null:
      return next ? `Next we work on ${next}.` : "We go on as agreed.";
  }
}
