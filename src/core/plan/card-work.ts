/**
 * What a session's card asks for: begin with something the horse can do, one new step at the most, the hard side first,
 * end on something it can do; and what to leave alone today.
 */
import type { SessionKind } from "../card/card.ts";
import type { Side } from "../kernel/sides.ts";
import { hasTag, tagged } from "../ladder/ladder.ts";
import type { Method } from "../ladder/methods.ts";
import type { Skill } from "../ladder/skill.ts";
import type { Reason } from "../permission/reasons.ts";
import type { HardSide } from "../reading/hard-side.ts";
import type { HorseReading } from "../reading/reading.ts";
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
/** What was laid out for the day and may not be asked: the reasons stand on the card. */
export interface Withheld {
  readonly skill: string;
  readonly reasons: readonly Reason[];
}
export interface CardWork {
  readonly items: readonly WorkItem[];
  readonly leaveAlone: readonly string[];
  readonly withheld: readonly Withheld[];
}

/** How many skills of the ladder have this one somewhere among their prerequisites. */
const opens = (ladder: readonly Skill[], id: string): number => {
  const found = new Set<string>();
  for (const skill of ladder) if (skill.after.some((before) => before === id || found.has(before))) found.add(skill.id);
  return found.size;
};

/** Skills tried by a few sessions but not yet reliable count as under way. */
const RELIABLE = 4;
const USABLE = 3;

export interface WorkAsked {
  readonly ladder: readonly Skill[];
  readonly reading: HorseReading;
  readonly kind: SessionKind;
  /** The hard side of some work. */
  readonly hardFor: (main: readonly string[]) => HardSide;
  readonly method: Method;
  /** Sessions so far, so that the weaker rungs take turns. */
  readonly turn: number;
  /** What bars a skill today, with today's people, place and weather; empty: it may be asked. */
  readonly barred: (skill: Skill) => readonly Reason[];
  /** The next big step. Ready, it is the work of the day; else it is what a rider would be tempted to take up. */
  readonly step: { readonly skill: Skill; readonly ready: boolean } | null;
  /** Skills that a check holds back. */
  readonly held: readonly string[];
  /** What the plan has laid for this day; null: it has laid nothing, and the record alone decides. */
  readonly laid: readonly LaidItem[] | null;
}

/** Something that it does well and that prepares the work: what that rests on, or of its branch. A horse that leads is not warmed up by being caught. */
function warmUp(
  known: readonly Skill[],
  work: readonly Skill[],
  ladder: readonly Skill[],
  reading: HorseReading,
): Skill | undefined {
  const leads = tagged(ladder, "lead").some((skill) => reading.counts(skill) >= USABLE);
  const fit = known.filter((skill) => !(leads && hasTag(skill, "caught")));
  const prepares = (skill: Skill): boolean =>
    work.some((one) => one.after.includes(skill.id) || (one.branch === skill.branch && one.id !== skill.id));
  return fit.find(prepares) ?? fit[0];
}

/** Deterministic: the same record gives the same card. Nothing is asked that may not be done, and a ground card asks for nothing that bears weight. */
export function cardWork({ ladder, reading, kind, hardFor, method, turn, barred, step, held, laid }: WorkAsked): CardWork {
  const ofKind = ({ bears }: Skill): boolean => kind === "both" || (kind === "ground" ? bears === "nothing" : bears === "rider");
  const mine = ladder.filter((skill) => ofKind(skill) && barred(skill).length === 0);
  const planned = (laid ?? []).filter(({ skill }) => mine.some(({ id }) => id === skill));
  const withheld = (laid ?? []).flatMap((one): Withheld[] => {
    const skill = ladder.find(({ id }) => id === one.skill);
    const reasons = skill ? barred(skill) : [];
    return reasons.length > 0 ? [{ skill: one.skill, reasons }] : [];
  });
  const level = (skill: Skill): number => reading.counts(skill);
  const open = (skill: Skill): boolean =>
    skill.after.every((id) => {
      const before = ladder.find((other) => other.id === id);
      return before === undefined || level(before) >= USABLE;
    });

  const known = mine.filter((skill) => level(skill) >= USABLE);
  const underWay = mine.filter((skill) => reading.basisOf(skill) === "seen" && open(skill) && level(skill) < RELIABLE);
  // What is implied or told is no lesson: it is looked at in passing.
  const fresh = mine.filter((skill) => reading.basisOf(skill) === "none" && open(skill));
  const rotated = <T>(list: readonly T[]): T[] => list.map((_, i) => list[(i + turn) % list.length] as T);

  // What opens most of the ladder comes first; the second place goes round, so that nothing is forgotten.
  const byWeight = [...underWay].sort(
    (a, b) => Number(level(a) >= USABLE) - Number(level(b) >= USABLE) || opens(ladder, b.id) - opens(ladder, a.id),
  );
  const main = byWeight[0];
  const other = rotated(underWay).find((skill) => skill !== main);
  const named = (isNew: boolean): Skill[] =>
    planned.filter((one) => one.isNew === isNew).flatMap((one) => mine.find(({ id }) => id === one.skill) ?? []);
  // A first time is asked by itself, and only as far as the horse offers.
  const first = step?.ready && mine.includes(step.skill) ? step.skill : null;
  const planWork = planned.length > 0 ? named(false) : [main, other].filter((skill): skill is Skill => skill !== undefined);
  const goOn = first ? [] : planWork;
  const begin = warmUp(
    rotated(known).filter((skill) => !goOn.includes(skill)),
    first ? [first] : goOn,
    ladder,
    reading,
  );
  const finish = rotated([...known].reverse()).find((skill) => skill !== begin && !goOn.includes(skill));
  // Something new only while little is under way: small asks, and not every fault at once.
  const unplanned = goOn.length < 2 || goOn.every((skill) => level(skill) >= 2) ? fresh[0] : undefined;
  const start = first ?? (planned.length > 0 ? named(true)[0] : unplanned);

  const hard = hardFor([...goOn, ...(start ? [start] : [])].map(({ id }) => id));
  const sideFor = (skill: Skill): Side | null => {
    if (!skill.sided) return null;
    if (method.sides === "one-a-day") return turn % 2 === 0 ? "left" : "right";
    return hard === "left" || hard === "right" ? hard : null;
  };
  const item = (skill: Skill, role: WorkRole): WorkItem => ({
    skill: skill.id,
    role,
    side: sideFor(skill),
    when: planned.find((one) => one.skill === skill.id)?.when ?? [],
  });
  const items = [
    ...(begin ? [item(begin, "begin")] : []),
    ...goOn.map((skill) => item(skill, "go-on")),
    ...(start ? [item(start, start === first && reading.basisOf(first) === "seen" ? "go-on" : "new")] : []),
    ...(finish ? [item(finish, "finish")] : []),
  ];
  const asked = new Set(items.map((one) => one.skill));
  const tempting = [...(step && !first ? [step.skill.id] : []), ...held.filter((id) => ladder.some((skill) => skill.id === id))];
  return { items, leaveAlone: [...new Set(tempting)].filter((id) => !asked.has(id)), withheld };
}
