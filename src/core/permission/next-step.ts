/** The next big step on the way to what is wanted of a horse, and what it still waits for. */
import { ancestorsIn, hasTag, skillIn, tagged } from "../ladder/ladder.ts";
import type { Skill } from "../ladder/skill.ts";
import { SHOWN } from "../reading/reading.ts";
import { isTaken, type MissingForStep, missingFor, STEP_LISTS, STEPS, type Step, type StepFacts, TO_CARRY } from "./steps.ts";

export interface NextStep {
  readonly step: Step;
  readonly skill: Skill;
  readonly missing: readonly MissingForStep[];
}

/** What a step does for the first time; of a horse told to be ridden its first ride here is what it is told to do. */
function skillsOf(step: Step, { ladder, reading, rides }: StepFacts): readonly Skill[] {
  if (step !== "first-ride") return STEP_LISTS[step].of.flatMap((tag) => tagged(ladder, tag));
  if (rides > 0 || reading.stage === "riding") return [];
  const told = (tag: "bend-stop" | "forward" | "trot"): readonly Skill[] =>
    tagged(ladder, tag).filter((skill) => reading.basisOf(skill) === "told");
  return told("trot").length === 0 ? [] : [...told("bend-stop"), ...told("forward")];
}
/** Steps that this horse has before it, with the first skill of each that it has not shown. */
function stepsBefore(facts: StepFacts, fits: (skills: readonly Skill[]) => boolean): readonly NextStep[] {
  return STEPS.flatMap((step) => {
    const skills = skillsOf(step, facts);
    if (skills.length === 0 || !fits(skills) || (step !== "first-ride" && isTaken(step, facts))) return [];
    if (facts.reading.carriesRiders && TO_CARRY.includes(step)) return [];
    const skill = skills.find((one) => !facts.reading.isShown(one));
    return skill ? [{ step, skill, missing: missingFor(skill, facts) }] : [];
  });
}

/** In the order in which a horse is brought on; null where nothing new lies on the way. `grounded`: nothing is ever put on its back. */
export function nextStep(facts: StepFacts, goals: readonly string[], grounded: boolean): NextStep | null {
  const wanted = new Set(goals.flatMap((goal) => [goal, ...ancestorsIn(facts.ladder, goal)]));
  const fits = (skills: readonly Skill[]): boolean =>
    skills.some(({ id }) => wanted.has(id)) && !(grounded && skills.some(({ bears }) => bears !== "nothing"));
  return stepsBefore(facts, fits)[0] ?? null;
}
/** All that are ready as far as their lists go. */
export const readySteps = (facts: StepFacts): readonly NextStep[] =>
  stepsBefore(facts, () => true).filter(({ missing }) => missing.length === 0);

/**
 * Skills by which what a step still lacks comes about, best first: the one that lacks, or what that itself still waits for; for quiet sessions with the
 * tack, or the first of them here, what is done with the tack on; for quiet rides what lies below it under a rider.
 */
export function workTowards({ skill, missing }: Pick<NextStep, "skill" | "missing">, facts: StepFacts): readonly string[] {
  const { ladder, reading } = facts;
  const below = ancestorsIn(ladder, skill.id);
  const known = (one: Skill): boolean => reading.counts(one) >= SHOWN;
  const tacked = tagged(ladder, "tacked")
    .filter((one) => one.bears === "nothing" && known(one) && below.includes(one.id))
    .sort((a, b) => Number(hasTag(a, "before-saddle")) - Number(hasTag(b, "before-saddle")));
  const ridden = ladder.filter((one) => one.bears === "rider" && known(one) && below.includes(one.id));
  const by = (one: MissingForStep): readonly string[] => {
    switch (one.code) {
      case "level": {
        const lacks = skillIn(ladder, one.skill);
        const first = lacks ? missingFor(lacks, facts) : [];
        return lacks && first.length > 0 ? workTowards({ skill: lacks, missing: first }, facts) : [one.skill];
      }
      case "quiet":
        return (one.in === "tack" ? tacked : ridden).map(({ id }) => id).reverse();
      case "tacked-here":
        return tacked.map(({ id }) => id).reverse();
      case "ground-sessions":
        return [];
    }
  };
  // A level that lacks is worked with the tack on or off; trouble is got over by what it came with.
  return [...new Set(missing.toSorted((a, b) => Number(a.code === "level") - Number(b.code === "level")).flatMap(by))];
}

const NEARLY = 3;
/** What is missing, counted: a skill that is lacking on both sides is one thing. */
export const countOf = (missing: readonly { readonly code: string; readonly skill?: string }[]): number =>
  new Set(missing.map(({ code, skill }) => skill ?? code)).size;
export const STEP_STATES = ["ready", "nearly", "far"] as const;
export const stateOf = (count: number): (typeof STEP_STATES)[number] =>
  count === 0 ? "ready" : count <= NEARLY ? "nearly" : "far";
