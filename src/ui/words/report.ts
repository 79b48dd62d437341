/** The owner's report in plain words: one sentence a statement. */

import type { HoldKind } from "#core/calendar/holds.ts";
import { sayDate, sayDateWithYear } from "#core/calendar/local-date.ts";
import { RUNGS, rungWords } from "#core/intake/instrument.ts";
import { signOf } from "#core/intake/signs.ts";
import { skillOf } from "#core/ladder/skills.ts";
import type { Say } from "#core/report/compose.ts";
import { hours, inner, listed, plural } from "./figures.ts";
import { BRANCH, HOLD, INCIDENT, SCORE_WORDS, TACK } from "./labels.ts";

const skills = (ids: readonly string[]): string => listed(ids.map((id) => skillOf(id).words.toLowerCase()));
const on = (side: string): string => (side === "both" ? "" : ` on the ${side}`);

export function sayStatement(say: Say): string {
  switch (say.code) {
    case "aim":
      return `You told us: “${say.words}”`;
    case "term":
      return `A term of ${say.length} days with ${plural(say.sessionsAWeek, "session")} a week, from ${sayDateWithYear(say.from)} to ${sayDateWithYear(say.to)}.`;
    case "no-intake":
      return "There is no finished intake evaluation to compare with.";
    case "intake":
      return `On ${sayDate(say.day)} we looked at ${say.looked} points, each side by itself; ${say.solid} were at 3 or better.`;
    case "intake-stopped":
      return `The walk stopped at “${inner(rungWords(RUNGS, say.rung))}”: it was not safe to go on that day.`;
    case "hard-side": {
      const then = say.when === "intake";
      return say.side === "even"
        ? `Left and right ${then ? "were" : "are"} about even (${say.skills} points seen on both).`
        : `The ${say.side} ${then ? "was" : "is"} the harder side (${say.skills} points seen on both).`;
    }
    case "signs-seen":
      return `We noted: ${listed(say.signs.map((sign) => signOf(sign).words.toLowerCase()))}.`;
    case "nothing-yet":
      return "No session has been worked yet.";
    case "sessions":
      return `${say.delivered} of ${plural(say.contracted, "contracted session")} were given${say.throughOwed > 0 ? `; ${say.throughOwed} are owed to date` : ""}.`;
    case "hours":
      return `${hours(say.ground)} hours on the ground and ${hours(say.saddle)} in the saddle.`;
    case "held":
      return `${plural(say.days, "day")} on hold (${listed(say.kinds.map((kind) => HOLD[kind as HoldKind].toLowerCase()))})${say.moved ? "; they were added to the end of the term" : ""}.`;
    case "tack":
      return `Lately worked in: ${listed(say.tack.map((tack) => TACK[tack].toLowerCase()))}.`;
    case "solid":
      return say.all && say.skills.length > 3
        ? `${BRANCH[say.branch]}: reliable here, on a light aid, in all ${say.skills.length} points.`
        : `${BRANCH[say.branch]}: reliable here, on a light aid, in ${skills(say.skills)}.`;
    case "gained":
      return `${skillOf(say.skill).words}${on(say.side)}: from ${say.before} (${SCORE_WORDS[say.before]}) to ${say.now} (${SCORE_WORDS[say.now]}).`;
    case "first":
      return `${say.words}: ${sayDate(say.day)}.`;
    case "with-help":
      return `Begun, and still with help: ${skills(say.skills)}.`;
    case "weaker-side":
      return `${skillOf(say.skill).words}: left ${say.left}, right ${say.right}. Begin with the ${say.side}.`;
    case "incidents":
      return `${INCIDENT[say.kind]}: ${say.times === 1 ? "once" : say.times === 2 ? "twice" : `${say.times} times`}, last on ${sayDate(say.last)}.`;
    case "signs-lately":
      return `${signOf(say.sign).words} in ${say.times} of the last sessions. If it goes on at home, have the right professional look.`;
    case "no-cautions":
      return "No incident was recorded, and no sign came up twice in the last sessions. The usual care still holds: helmet, boots, and nobody alone with a green horse.";
    case "next-rungs":
      return `The next steps on the ladder: ${skills(say.skills)}.`;
    case "owed":
      return `${plural(say.sessions, "session is", "sessions are")} still owed to you; we will say how they are made good.`;
  }
}
