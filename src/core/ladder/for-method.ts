/** What a method changes of the ladder: which skills wait for which. Its other answers word the card and the gate. */
import type { Method } from "./methods.ts";
import type { Skill } from "./skills.ts";

interface Change {
  readonly skill: string;
  readonly add: string;
}
const changesOf = ({ headgear, steering, looseWork, secondBit }: Method): readonly Change[] => [
  // A bit from the first ride is carried quietly before anybody sits on; by steps it comes in before the soft feel.
  ...(headgear === "snaffle" ? [{ skill: "sit", add: "bit" }] : [{ skill: "soft-feel", add: "bit" }]),
  // Both reins from the start: steering does not wait for the one-rein stop, but for the bit.
  ...(steering === "both-reins" ? [{ skill: "steer", add: "bit" }] : []),
  // Asked for a gait and kept in it: the line comes before moving loose with the tack.
  ...(looseWork === "keeps-gait"
    ? [
        { skill: "loose-tack", add: "voice-trot" },
        { skill: "voice-canter", add: "line" },
      ]
    : []),
  // Late: only once it is educated in the first one.
  ...(secondBit === "late"
    ? [
        { skill: "second-bit", add: "circles" },
        { skill: "second-bit", add: "leg-yield" },
      ]
    : []),
];

/** The ladder as a method climbs it. A change whose skill the barn does not use, or that would make a circle, is left out. */
export function ladderFor(ladder: readonly Skill[], method: Method): readonly Skill[] {
  const byId = new Map(ladder.map((skill) => [skill.id, skill]));
  for (const { skill: id, add } of changesOf(method)) {
    const skill = byId.get(id);
    if (!skill || !byId.has(add) || skill.after.includes(add) || rests(byId, add, id)) continue;
    byId.set(id, { ...skill, after: [...skill.after, add] });
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
