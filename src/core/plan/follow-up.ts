/** What of the last two sessions is to be taken up again. */

import { groupBy } from "../kernel/group.ts";
import { RELIABLE, WELL } from "../ladder/marks.ts";
import type { PastSession } from "../permission/trouble.ts";
import type { FollowUp } from "./because.ts";

export interface Again {
  readonly skill: string;
  readonly why: FollowUp;
}
const ROSE_BY = 2;
/** What the horse offered more of, went up by two, was offered for the first time, ended badly or was asked for by the last rider, and was not worked since. */
export function toTakeUpAgain(
  past: readonly PastSession[],
  seenBefore: (skill: string) => number | null,
  named: (words: string) => readonly string[],
): readonly Again[] {
  const found: Again[] = [];
  const lastTwo = past.slice(-2);
  lastTwo.forEach((session, i) => {
    const worked = (one: PastSession | undefined): readonly string[] => one?.scores.map(({ skill }) => skill) ?? [];
    // Worked in both of them, it was taken up already.
    const later = lastTwo.filter((one) => one !== session).flatMap(worked);
    const earlier = past.slice(0, past.length - lastTwo.length + i);
    const given = groupBy(
      earlier.flatMap(({ scores }) => scores),
      ({ skill }) => skill,
    );
    const lows = (skill: string): readonly number[] => (given.get(skill) ?? []).map(({ low }) => low);
    const before = (skill: string): number | null => lows(skill).at(-1) ?? seenBefore(skill);
    const add = (skill: string, why: FollowUp): void => {
      if (!later.includes(skill) && !found.some((one) => one.skill === skill)) found.push({ skill, why });
    };
    if (!session.endedWell) {
      const [worst] = [...session.scores].sort((a, b) => a.low - b.low);
      if (worst && worst.low < WELL) add(worst.skill, "ended-badly");
    }
    for (const skill of session.offered ?? []) add(skill, "offered");
    for (const { skill, low } of session.scores) {
      const was = before(skill);
      // Back where it was already is nothing new.
      if (was !== null && low - was >= ROSE_BY && low > Math.max(...lows(skill), seenBefore(skill) ?? 0)) add(skill, "rose");
    }
    if (i === lastTwo.length - 1) for (const skill of named(session.nextTime)) add(skill, "word");
    for (const { skill, low } of session.scores)
      if (before(skill) === null && low >= 1 && low < RELIABLE) add(skill, "first-time");
  });
  return found;
}
