/** The next big step on the way to what is wanted of a horse, and what it still waits for. */
import { ancestorsIn, tagged } from "../ladder/ladder.ts";
import type { Skill } from "../ladder/skill.ts";
import { isTaken, type Missing, missingFor, STEP_LISTS, STEPS, type Step, type StepFacts } from "./steps.ts";

export interface NextStep {
  readonly step: Step;
  readonly skill: Skill;
  readonly missing: readonly Missing[];
}

/** In the order in which a horse is brought on; null where nothing new lies on the way. `grounded`: nothing is ever put on its back. */
export function nextStep(facts: StepFacts, goals: readonly string[], grounded: boolean): NextStep | null {
  const wanted = new Set(goals.flatMap((goal) => [goal, ...ancestorsIn(facts.ladder, goal)]));
  for (const step of STEPS) {
    const skills = STEP_LISTS[step].of.flatMap((tag) => tagged(facts.ladder, tag));
    if (!skills.some(({ id }) => wanted.has(id)) || isTaken(step, facts)) continue;
    if (grounded && skills.some(({ bears }) => bears !== "nothing")) continue;
    const skill = skills.find((one) => !facts.reading.isShown(one));
    if (skill) return { step, skill, missing: missingFor(skill, facts) };
  }
  return null;
}

const NEARLY = 3;
/** What is missing, counted: a skill that is lacking on both sides is one thing. */
export const countOf = (missing: readonly { readonly code: string; readonly skill?: string }[]): number =>
  new Set(missing.map(({ code, skill }) => skill ?? code)).size;
export const STEP_STATES = ["ready", "nearly", "far"] as const;
export const stateOf = (count: number): (typeof STEP_STATES)[number] =>
  count === 0 ? "ready" : count <= NEARLY ? "nearly" : "far";
