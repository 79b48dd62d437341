/** How much a skill matters to the owner of this horse: what was agreed on first, then what leads there, then what is ridden, then the rest. */
import type { Nature, Skill } from "../ladder/skill.ts";
import type { ReportFacts } from "./facts.ts";

const BY_NATURE: Readonly<Record<Nature, number>> = {
  owner: 26,
  jumping: 24,
  education: 22,
  "first-rides": 20,
  mounting: 16,
  accepting: 10,
  handling: 8,
  send: 4,
  yields: 4,
};
const PROMISED = 100;
const WISHED = 60;
const LEADS_THERE = 15;

/** Greater is told first. */
export function reportWeight(facts: Pick<ReportFacts, "goals" | "ladder">, skill: Skill): number {
  const goal = facts.goals.find((one) => one.skill === skill.id);
  const leads = facts.goals.some((one) => facts.ladder.of(one.skill).after.includes(skill.id));
  return (goal ? (goal.must ? PROMISED : WISHED) : leads ? LEADS_THERE : 0) + BY_NATURE[skill.nature];
}
/** The weightiest first; the ladder's order where two weigh the same. */
export const weightiest = (facts: Pick<ReportFacts, "goals" | "ladder">, skills: readonly Skill[]): readonly Skill[] =>
  skills
    .map((skill, at) => ({ skill, at, weight: reportWeight(facts, skill) }))
    .sort((a, b) => b.weight - a.weight || a.at - b.at)
    .map(({ skill }) => skill);
/** Nobody forgets the day: something on its back for the first time, what was agreed on, a saddle. */
export const isBig = (facts: Pick<ReportFacts, "goals">, skill: Skill): boolean =>
  skill.bears !== "nothing" ||
  skill.nature === "accepting" ||
  skill.nature === "mounting" ||
  facts.goals.some((goal) => goal.skill === skill.id);
