/** The next big step on the way to what is wanted of a horse, and what it still waits for. */
import type { Skill } from "../ladder/skills.ts";
import { isTaken, type Missing, missingFor, STEP_LISTS, STEPS, type Step, type StepFacts } from "./steps.ts";

export interface NextStep {
  readonly step: Step;
  readonly skill: Skill;
  readonly missing: readonly Missing[];
}

/** Skills that the goals rest on, themselves among them. */
function wantedFor(ladder: ReadonlyMap<string, Skill>, goals: readonly string[]): ReadonlySet<string> {
  const wanted = new Set<string>();
  const want = (id: string): void => {
    const skill = ladder.get(id);
    if (!skill || wanted.has(id)) return;
    wanted.add(id);
    for (const before of skill.after) want(before);
  };
  for (const goal of goals) want(goal);
  return wanted;
}

/** In the order in which a horse is brought on; null where nothing new lies on the way. `grounded`: nothing is ever put on its back. */
export function nextStep(facts: StepFacts, goals: readonly string[], grounded: boolean): NextStep | null {
  const byId = new Map(facts.ladder.map((skill) => [skill.id, skill]));
  const wanted = wantedFor(byId, goals);
  for (const step of STEPS) {
    const skills = STEP_LISTS[step].skills.flatMap((id) => byId.get(id) ?? []);
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
