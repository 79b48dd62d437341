/** What a letter to an owner says before the manager makes it theirs: what is so, what it means, what can be done. */

import { here } from "#contracts/ladder.here.ts";
import type { CheckBack } from "#contracts/owner.ts";
import { type LocalDate, sayDate } from "#core/calendar/local-date.ts";
import type { TermReading } from "#core/calendar/term.ts";
import { wentWorse } from "#core/home/check-back.ts";
import type { Sex } from "#core/horse/horse.ts";
import { inner, listed, outer, plural } from "./figures.ts";
import { ownerThing } from "./owner-skills.ts";
import { pronounsOf } from "./report.ts";

export interface LetterFacts {
  readonly horse: string;
  readonly sex: Sex;
  readonly toName: string;
  readonly reading: TermReading;
  /** What it was sent for, in the owner's words. */
  readonly problem: string;
  /** What the owner told from home, the newest first. */
  readonly from: { readonly checkBacks: readonly (CheckBack & { readonly day: LocalDate })[] };
  /** How it is told to an owner, skill by skill. */
  readonly lessonHow: Readonly<Record<string, string>>;
}
interface Letter {
  readonly subject: string;
  readonly body: string;
}
const CHOICES =
  "You have four choices: more sessions a week, a smaller goal, a longer term, or to go on as we are. Tell us which you prefer. We change nothing until you answer.";

/** What to do where something went down at home: one step easier, how to ask, and who comes first if it came suddenly. */
function worseParts(day: string, { horse, sex, problem, from, lessonHow }: LetterFacts): readonly string[] {
  const back = from.checkBacks.find((one) => one.day === day && wentWorse(one)) ?? from.checkBacks.find(wentWorse);
  const who = pronounsOf({ horse, sex });
  const down = back?.skills.filter(({ since }) => since === "worse").map(({ skill }) => skill) ?? [];
  const named = [...(back?.problem === "worse" ? [`“${problem}”`] : []), ...down.map((id) => ownerThing(id, who))];
  return [
    `thank you for telling us. You say that ${named.length > 0 ? `${listed(named)} ${named.length > 1 ? "go" : "goes"} worse` : "it goes worse"} than when ${horse} came home.`,
    `If it started suddenly, or ${who.he} is lame, not eating or touchy at the girth, stop riding and call your vet first. We make no diagnosis.`,
    `If not: for the next two weeks go one step back. Begin every day on the ground. Ask for less than ${who.he} can do, stop at the first good try, and keep to the same days each week.`,
    ...down.flatMap((id) => (lessonHow[id] ? [`${outer(ownerThing(id, who))}: ${lessonHow[id]}`] : [])),
    `If it is no better after that, you have three choices: ride ${who.him} here with one of us beside you, have one of us come to you, or send ${horse} back for a short refresher. Tell us which you prefer.`,
  ];
}

/** `about`: the code of a need, with its skill after a colon. */
export function sayLetter(about: string, facts: LetterFacts): Letter {
  const { horse, toName, reading } = facts;
  const [code, id = ""] = about.split(":");
  const skill = here().find(id) ? inner(here().of(id).words) : "";
  const letter = (subject: string, ...parts: readonly string[]): Letter => ({
    subject: `${horse}: ${subject}`,
    body: [`Dear ${toName},`, ...parts].join("\n\n"),
  });
  const stands = `${plural(reading.delivered, "session")} of ${reading.contracted} are done, and the term ends on ${sayDate(reading.lastDay)}.`;
  switch (code) {
    case "goal":
      return letter(
        `where we stand with '${skill}'`,
        `you asked us for '${skill}'. At today's pace ${horse} will probably not get there this term. ${stands}`,
        CHOICES,
      );
    case "behind":
      return letter(
        "sessions that we owe you",
        `we are behind on ${horse}'s sessions. ${stands} We will make them up and tell you how.`,
      );
    case "stall":
    case "stuck":
      return letter(
        "a slower stretch",
        `${horse} has not improved${skill ? ` at '${skill}'` : ""} for several sessions. This is common. Before we ask for more, we have the right people check what may be in the way: teeth, back, feet and saddle.`,
        "We make no diagnosis. If somebody should look, we ask you first.",
      );
    case "hold":
      return letter("on hold", `${horse} is not being worked right now. ${stands} We count the days off as we agreed.`);
    case "sudden":
      return letter(
        "something changed today",
        `${horse} acted very differently today, so we stopped. We are asking the vet before any more work and will tell you what the vet says.`,
      );
    case "check-back":
      return letter(
        "how is it going at home?",
        `${horse} has been home for ${plural(Number(id), "week")}. On your page there are a few questions: how often you work with ${pronounsOf(facts).him}, and what is better, the same or worse. It takes two minutes, and we read every word.`,
        "If something is different from how it was here, tell us now. Early is easier.",
      );
    case "worse":
      return letter("what we would do now", ...worseParts(id, facts));
    default:
      return letter("news from the barn", "");
  }
}
