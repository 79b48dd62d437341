/**
 * What a session's card asks for: begin with something the horse can do, one new step at the most, the hard side first,
 * end on something it can do; and what to leave alone today.
 */
import type { SessionKind } from "../card/card.ts";
import type { Side } from "../kernel/sides.ts";
import { type HardSide, type Levels, trackKey, weakerSide } from "../ladder/level.ts";
import type { Method } from "../ladder/methods.ts";
import { SKILLS, type Skill, skillOf } from "../ladder/skills.ts";
import type { Condition, LaidItem } from "./term-plan.ts";

export const WORK_ROLES = ["begin", "go-on", "new", "finish"] as const;
export type WorkRole = (typeof WORK_ROLES)[number];

export interface WorkItem {
  readonly skill: string;
  readonly role: WorkRole;
  /** The side to begin with, or, where the method works one side a day, the only one. */
  readonly side: Side | null;
  /** What must be so on the day before this step is taken. */
  readonly when: readonly Condition[];
}
export interface CardWork {
  readonly items: readonly WorkItem[];
  readonly leaveAlone: readonly string[];
}

/** How many skills have this one somewhere among their prerequisites. */
const opens = (id: string): number => {
  const found = new Set<string>();
  for (const skill of SKILLS) if (skill.after.some((before) => before === id || found.has(before))) found.add(skill.id);
  return found.size;
};

/** Skills tried by a few sessions but not yet reliable count as under way. */
const RELIABLE = 4;
const USABLE = 3;

export interface WorkAsked {
  readonly kind: SessionKind;
  readonly hard: HardSide;
  readonly method: Method;
  /** Sessions so far, so that the weaker rungs take turns. */
  readonly turn: number;
  /** Skills that wait for a check: never asked for. */
  readonly held: readonly string[];
  /** What the plan has laid for this day; null: it has laid nothing, and the record alone decides. */
  readonly laid: readonly LaidItem[] | null;
}

/** Deterministic: the same record gives the same card. */
export function cardWork(levels: Levels, { kind, hard, method, turn, held, laid }: WorkAsked): CardWork {
  const fits = (skill: Skill): boolean => !held.includes(skill.id) && (kind === "both" || (kind === "saddle") === skill.saddle);
  const sideFor = (skill: Skill): Side | null => {
    if (!skill.sided) return null;
    if (method.sides === "one-a-day") return turn % 2 === 0 ? "left" : "right";
    return hard === "even" ? null : hard;
  };
  const seen = (skill: Skill): boolean =>
    (skill.sided ? ["left", "right"] : ["both"]).some((side) => levels.has(trackKey(skill.id, side as "both")));
  const open = (skill: Skill): boolean => {
    const before = skill.after
      .map((id) => SKILLS.find((other) => other.id === id))
      .filter((other): other is Skill => other !== undefined);
    return before.every((other) => weakerSide(levels, other) >= USABLE);
  };
  const mine = SKILLS.filter(fits);
  const planned = (laid ?? []).filter(({ skill }) => mine.some(({ id }) => id === skill));
  const item = (skill: Skill, role: WorkRole): WorkItem => ({
    skill: skill.id,
    role,
    side: sideFor(skill),
    when: planned.find((one) => one.skill === skill.id)?.when ?? [],
  });

  const known = mine.filter((skill) => weakerSide(levels, skill) >= USABLE);
  const underWay = mine.filter((skill) => seen(skill) && open(skill) && weakerSide(levels, skill) < RELIABLE);
  const fresh = mine.filter((skill) => !seen(skill) && open(skill));
  const rotated = <T>(list: readonly T[]): T[] => list.map((_, i) => list[(i + turn) % list.length] as T);

  // What opens most of the ladder comes first; the second place goes round, so that nothing is forgotten.
  const byWeight = [...underWay].sort(
    (a, b) => Number(weakerSide(levels, a) >= USABLE) - Number(weakerSide(levels, b) >= USABLE) || opens(b.id) - opens(a.id),
  );
  const main = byWeight[0];
  const other = rotated(underWay).find((skill) => skill !== main);
  const named = (isNew: boolean): Skill[] => planned.filter((one) => one.isNew === isNew).map((one) => skillOf(one.skill));
  const goOn = planned.length > 0 ? named(false) : [main, other].filter((skill): skill is Skill => skill !== undefined);
  const begin = rotated(known).find((skill) => !goOn.includes(skill));
  const finish = rotated([...known].reverse()).find((skill) => skill !== begin && !goOn.includes(skill));
  // Something new only while little is under way: small asks, and not every fault at once.
  const unplanned = goOn.length < 2 || goOn.every((skill) => weakerSide(levels, skill) >= 2) ? fresh[0] : undefined;
  const start = planned.length > 0 ? named(true)[0] : unplanned;
  const later = fresh.filter((skill) => skill !== start);
  const items = [
    ...(begin ? [item(begin, "begin")] : []),
    ...goOn.map((skill) => item(skill, "go-on")),
    ...(start ? [item(start, "new")] : []),
    ...(finish ? [item(finish, "finish")] : []),
  ];
  const asked = new Set(items.map((one) => one.skill));
  const others = [...rotated(underWay), ...later].map((skill) => skill.id).filter((id) => !asked.has(id));
  return { items, leaveAlone: others.slice(0, 3) };
}
