/** What a method changes of the ladder: which skills wait for which. Its other answers word the card and the gate. */

import { tagged } from "./ladder.ts";
import type { Method } from "./methods.ts";
import type { Skill } from "./skill.ts";
import type { Tag } from "./tags.ts";

interface Change {
  readonly skill: Tag;
  readonly add: Tag;
}
const change = (skill: Tag, add: Tag): Change => ({ skill, add });
const changesOf = ({ headgear, steering, looseWork, secondBit }: Method): readonly Change[] => [
  // A bit from the first ride is carried quietly before anybody sits on; by steps it comes in before the soft feel.
  ...(headgear === "snaffle" ? [change("sit", "bit")] : [change("soft-feel", "bit")]),
  // Both reins from the start: steering does not wait for the one-rein stop, but for the bit.
  ...(steering === "both-reins" ? [change("steer", "bit")] : []),
  // Asked for a gait and kept in it: the line comes before moving loose with the tack.
  ...(looseWork === "keeps-gait" ? [change("loose-tack", "voice-trot"), change("voice-canter", "line")] : []),
  // Late: only once it is educated in the first one.
  ...(secondBit === "late" ? [change("second-bit", "circles"), change("second-bit", "leg-yield")] : []),
];

/** The ladder as a method climbs it. A change whose skill the barn does not use, or that would make a circle, is left out. */
export function ladderFor(ladder: readonly Skill[], method: Method): readonly Skill[] {
  const byId = new Map(ladder.map((skill) => [skill.id, skill]));
  for (const { skill: tag, add } of changesOf(method))
    for (const { id } of tagged(ladder, tag))
      for (const { id: before } of tagged(ladder, add)) {
        const skill = byId.get(id) as Skill;
        if (id === before || skill.after.includes(before) || rests(byId, before, id)) continue;
        byId.set(id, { ...skill, after: [...skill.after, before] });
      }
  return ladder.map(({ id }) => byId.get(id) as Skill);
}

/** True where one skill rests on another, at any depth. */
function rests(byId: ReadonlyMap<string, Skill>, id: string, on: string): boolean {
  const seen = new Set<string>();
  const visit = (one: string): boolean => {
    if (one === on) return true;
    if (seen.has(one)) return false;
    seen.add(one);
    return (byId.get(one)?.after ?? []).some(visit);
  };
  return visit(id);
}
