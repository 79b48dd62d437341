/** Sentences of reports that were approved before they were put together as they are now: what was approved stays as it was said. */
import { here } from "#contracts/ladder.here.ts";
import type { EarlierSay, OpenBecause } from "#core/report/facts.ts";
import { inner, listed } from "./figures.ts";
import { branchWords, SCORE_WORDS } from "./labels.ts";

const words = (id: string): string => inner(here().of(id).words);
/** A skill whose name is a list itself is held apart by more than a comma. */
const skills = (ids: readonly string[]): string => {
  const names = ids.map(words);
  return names.some((name) => /,| and /.test(name)) && names.length > 1 ? names.join("; ") : listed(names);
};
const BECAUSE: Readonly<Record<OpenBecause, string>> = {
  held: "the days on hold were too many",
  "sessions-short": "fewer sessions were given than agreed",
  "rungs-below": "what it rests on has to come first",
  time: "it wants more time",
  confirm: "it wants one more proof",
};

export function sayEarlier(say: EarlierSay): string {
  switch (say.code) {
    case "solid":
      return say.all && say.skills.length > 3
        ? `${branchWords(say.branch)}: ${SCORE_WORDS[4]}, in all ${say.skills.length} points.`
        : `${branchWords(say.branch)}: ${SCORE_WORDS[4]}, in ${skills(say.skills)}.`;
    case "goal-met":
      return `Reached: ${words(say.skill)}.`;
    case "goal-open":
      return say.now === null
        ? `Not begun: ${words(say.skill)}; ${BECAUSE[say.because]}${say.below.length > 0 ? ` (first ${skills(say.below)})` : ""}.`
        : `Not there yet: ${words(say.skill)}, now at ${say.now} (${SCORE_WORDS[say.now]}); ${BECAUSE[say.because]}${say.because === "rungs-below" ? ` (${skills(say.below)})` : ""}.`;
    case "next-rungs":
      return `The next steps on the ladder: ${skills(say.skills)}.`;
  }
}
