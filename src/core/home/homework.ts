/** A short routine for an owner who visits while the horse is in training: on the ground first, in a fixed order, only of what this horse knows. */
import { sidesOf } from "../kernel/sides.ts";
import { hasTag } from "../ladder/ladder.ts";
import { trackKey, weakerSide } from "../ladder/level.ts";
import type { Skill } from "../ladder/skill.ts";
import type { Tag } from "../ladder/tags.ts";
import { firstSide, type HomeFacts, type HomeItem } from "./facts.ts";
import { isForHome } from "./for-home.ts";

/** Mostly, on light help: an owner shows nothing to the horse that it does not know. */
const KNOWN_FROM = 3;
/** The check on the ground, in its order. */
const CHECK: readonly Tag[] = ["lead", "give-head", "hindquarters", "stand"];
export const CHECK_STEPS = CHECK.length;
/** Exercises after it. */
const EXERCISES = 3;
export const MOST_STEPS = 10;

/** The check, then up to three exercises: what the horse was sent for and what was promised first. Empty where it knows nothing yet. */
export function homeworkOf(facts: Omit<HomeFacts, "minutes" | "back" | "without">): readonly HomeItem[] {
  const asked = { ...facts, without: [] };
  const knows = (skill: Skill): boolean =>
    sidesOf(skill.sided).every((side) => facts.levels.has(trackKey(skill.id, side))) &&
    weakerSide(facts.levels, skill) >= KNOWN_FROM &&
    isForHome(asked, skill);
  const known = facts.ladder.filter(knows);
  const check = CHECK.flatMap((tag) => known.filter((skill) => hasTag(skill, tag)));
  const wanted = [
    ...facts.complaint,
    ...facts.goals.filter(({ met }) => !met).map(({ skill }) => skill),
    ...facts.goals.map(({ skill }) => skill),
  ];
  const exercises = [
    ...known.filter(({ id }) => wanted.includes(id)).sort((a, b) => wanted.indexOf(a.id) - wanted.indexOf(b.id)),
    ...known,
  ]
    .filter((skill, i, all) => all.indexOf(skill) === i && !check.includes(skill) && skill.nature !== "accepting")
    .slice(0, EXERCISES)
    .sort((a, b) => Number(a.saddle) - Number(b.saddle));
  return [...check, ...exercises].map((skill) => ({ skill: skill.id, first: firstSide(facts, skill) }));
}
