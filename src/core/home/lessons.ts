/** What is worked on at home, in order: what it was sent for, what was promised and is not there yet, its harder side. */
import { sidesOf } from "../kernel/sides.ts";
import { trackKey, weakerSide } from "../ladder/level.ts";
import type { Skill } from "../ladder/skill.ts";
import { firstSide, type HomeFacts, type HomeItem, type OwnerLevel } from "./facts.ts";
import { isForHome } from "./for-home.ts";

export const LESSON_WHY = ["fault", "goal", "hard-side"] as const;
export type LessonWhy = (typeof LESSON_WHY)[number];
export interface Lesson extends HomeItem {
  readonly why: LessonWhy;
}
/** So many lessons at the most, by who works. */
const MOST: Readonly<Record<OwnerLevel, number>> = { unknown: 2, novice: 2, steady: 3, able: 4 };
/** What an owner takes on further stands here: partly, or mostly on light help. */
const TAKEN_ON: Readonly<Record<OwnerLevel, number>> = { unknown: 3, novice: 3, steady: 2, able: 2 };
/** From here on both sides it is kept and no lesson any more. */
const SOLID = 5;
const UNEVEN_BELOW = 4;

export function lessonsAtHome(facts: HomeFacts): { lessons: readonly Lesson[]; leave: readonly string[] } {
  const { ladder, levels, complaint, goals } = facts;
  const find = (id: string): readonly Skill[] => ladder.filter((skill) => skill.id === id);
  const isTaken = (skill: Skill): boolean => isForHome(facts, skill) && weakerSide(levels, skill) >= TAKEN_ON[facts.level];
  const open = [...goals].filter(({ met }) => !met).sort((a, b) => Number(b.must) - Number(a.must));
  // What it was sent for counts as a fault until it is there by the record, or solid.
  const faults = complaint
    .filter((id) => !goals.some((goal) => goal.skill === id && goal.met))
    .flatMap(find)
    .filter((skill) => weakerSide(levels, skill) < SOLID);
  const promised = open.flatMap(({ skill }) => find(skill));
  // Everyday handling is done on both sides every day; it is no lesson of a side.
  const uneven = ladder.filter((skill) => {
    const [left, right] = sidesOf(skill.sided).map((side) => levels.get(trackKey(skill.id, side))?.latest);
    return (
      skill.sided &&
      skill.nature !== "handling" &&
      left !== undefined &&
      right !== undefined &&
      left !== right &&
      Math.min(left, right) < UNEVEN_BELOW
    );
  });
  const wanted: readonly (readonly [LessonWhy, readonly Skill[]])[] = [
    ["fault", faults],
    ["goal", promised],
    ["hard-side", uneven],
  ];
  const lessons: Lesson[] = [];
  for (const [why, skills] of wanted)
    for (const skill of skills.filter(isTaken))
      if (lessons.length < MOST[facts.level] && !lessons.some((one) => one.skill === skill.id))
        lessons.push({ skill: skill.id, first: firstSide(facts, skill), why });
  const asked = [...faults, ...promised].map(({ id }) => id);
  const leave = ladder.filter((skill) => asked.includes(skill.id) && !isTaken(skill)).map(({ id }) => id);
  return { lessons, leave };
}
