/** What a letter to an owner says before the manager makes it theirs: what is so, what it means, what can be done. */

import { here } from "#contracts/ladder.here.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { TermReading } from "#core/calendar/term.ts";
import { inner, plural } from "./figures.ts";

export interface LetterFacts {
  readonly horse: string;
  readonly toName: string;
  readonly reading: TermReading;
}
interface Letter {
  readonly subject: string;
  readonly body: string;
}
const CHOICES =
  "There are four ways on: more sessions a week, a smaller goal, a longer term, or to leave it as it is and see. Tell us which you like; nothing changes before you do.";

/** `about`: the code of a need, with its skill after a colon. */
export function sayLetter(about: string, { horse, toName, reading }: LetterFacts): Letter {
  const [code, id = ""] = about.split(":");
  const skill = here().find(id) ? inner(here().of(id).words) : "";
  const letter = (subject: string, ...parts: readonly string[]): Letter => ({
    subject: `${horse}: ${subject}`,
    body: [`Dear ${toName},`, ...parts].join("\n\n"),
  });
  const stands = `${plural(reading.delivered, "session")} of ${reading.contracted} are given, and the term ends on ${sayDate(reading.lastDay)}.`;
  switch (code) {
    case "goal":
      return letter(
        `where we stand with '${skill}'`,
        `you asked us for '${skill}'. As ${horse} goes today, that will hardly be reached in this term. ${stands}`,
        CHOICES,
      );
    case "behind":
      return letter(
        "sessions that we owe you",
        `${horse} is behind what we agreed on. ${stands} We mean to make it good, and will tell you how.`,
      );
    case "stall":
    case "stuck":
      return letter(
        "a slower stretch",
        `${horse} has stood still for some sessions${skill ? ` in '${skill}'` : ""}. That happens. Before we ask for more we have looked at what may be in the way, teeth, back, feet and saddle first, by the people whose work that is.`,
        "We make no diagnosis; if somebody should look, we ask you before they come.",
      );
    case "hold":
      return letter("on hold", `${horse} is not worked at present. ${stands} Days on hold are counted as we agreed.`);
    case "sudden":
      return letter(
        "something changed today",
        `${horse} was not itself today, so we stopped, and are asking the vet before any more work. We will tell you what is said.`,
      );
    default:
      return letter("news from the barn", "");
  }
}
