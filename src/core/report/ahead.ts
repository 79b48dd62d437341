/** What is not there yet and why, what comes next, and what we propose. It goes by what was agreed on, not by the ladder's next open place. */
import { verdictOf } from "../forecast/chance.ts";
import { groupBy } from "../kernel/group.ts";
import { sidesOf } from "../kernel/sides.ts";
import { trackKey } from "../ladder/level.ts";
import type { Skill } from "../ladder/skill.ts";
import type { Tag } from "../ladder/tags.ts";
import { hardSideOf } from "../reading/hard-side.ts";
import type { GoalFact, OpenBecause, ReportFacts, Statement } from "./facts.ts";
import { statement } from "./key.ts";
import { CREDITED, isIn, isSeen, LATELY, scoredIn } from "./seen.ts";
import { TOLD_BY } from "./statements.ts";
import { weightiest } from "./weight.ts";

/** Days on hold, and sessions short, that explain why a goal was not reached. */
const LONG_HOLD = 7;
const MANY_SHORT = 3;
const UNEVEN_BY = 2;
const UNEVEN_TOLD = 3;
const NAMED = 4;

/** Where a goal stands on the weaker of the sides that it asks for; null: it was never scored. */
function standsAt({ levels, ladder }: ReportFacts, goal: GoalFact): number | null {
  const { sided } = ladder.of(goal.skill);
  const sides = sidesOf(sided).filter((side) => goal.side === null || !sided || side === goal.side);
  const scores = sides.flatMap((side) => levels.get(trackKey(goal.skill, side))?.latest ?? []);
  return scores.length === 0 ? null : scores.length < sides.length ? 0 : Math.min(...scores);
}
/** Scored above nought on any day, or told as a first: then nobody may say that it was not begun. */
const isBegun = ({ scores, sessions }: ReportFacts, { skill }: GoalFact): boolean =>
  scores.some((one) => one.skill === skill && one.score > 0) ||
  sessions.some(({ record }) => record.firsts.some((first) => first.skill === skill));
const isCredited = (facts: ReportFacts, skill: Skill): boolean =>
  isIn(facts.levels, skill, CREDITED, 5) ||
  facts.known.includes(skill.id) ||
  facts.goals.some((goal) => goal.met && goal.skill === skill.id);
/** What it needs first and has not. */
const lacking = (facts: ReportFacts, skill: Skill): readonly Skill[] =>
  skill.after.flatMap((id) => facts.ladder.find(id) ?? []).filter((one) => !isCredited(facts, one));

/** Goals that are open: those on their way each with its chance; the others put together by why, and how far they are. */
export function openGoals(facts: ReportFacts): Statement[] {
  const open = facts.goals.filter(({ met }) => !met);
  const isLikely = ({ chance }: GoalFact): boolean => facts.kind !== "end" && chance !== null && verdictOf(chance) === "likely";
  const ahead = open
    .filter(isLikely)
    .map(({ skill, chance }) => statement({ code: "goal-ahead", skill, chance: chance ?? 0 }, scoredIn(facts, skill)));
  const becauseOf = (goal: GoalFact): OpenBecause => {
    if ((standsAt(facts, goal) ?? 0) >= goal.target) return "confirm";
    if (facts.reading.heldDays >= LONG_HOLD) return "held";
    if (facts.reading.owed >= MANY_SHORT) return "sessions-short";
    return !isBegun(facts, goal) && lacking(facts, facts.ladder.of(goal.skill)).length > 0 ? "rungs-below" : "time";
  };
  const rest = open
    .filter((goal) => !isLikely(goal))
    .map((goal) => {
      const begun = isBegun(facts, goal);
      return { goal, begun, because: becauseOf(goal), now: begun ? standsAt(facts, goal) : null };
    });
  const alike = [...groupBy(rest, ({ begun, because, now }) => `${begun} ${because} ${now}`).values()];
  return [
    ...ahead,
    ...alike.map((goals) => {
      const [{ begun, because, now }] = goals as [(typeof goals)[number]];
      const skills = goals.map(({ goal }) => goal.skill);
      // Only what one of them waits for is named: of many it is a list of its own.
      const below = because === "rungs-below" ? weightiest(facts, lacking(facts, facts.ladder.of(skills[0] ?? ""))) : [];
      const needs = skills.length === 1 ? below.slice(0, 2).map(({ id }) => id) : [];
      return statement(
        { code: "goals-open", skills, begun, because, now, needs },
        skills.flatMap((skill) => scoredIn(facts, skill)),
      );
    }),
  ];
}

export function needsHelp(facts: ReportFacts): Statement[] {
  const goals = new Set(facts.goals.map(({ skill }) => skill));
  const partly = facts.ladder.all.filter((skill) => !goals.has(skill.id) && isIn(facts.levels, skill, 1, 2));
  const uneven = weightiest(
    facts,
    facts.ladder.all.filter((skill) => skill.sided && !goals.has(skill.id)),
  )
    .flatMap(({ id }) => {
      const [left, right] = [facts.levels.get(trackKey(id, "left"))?.latest, facts.levels.get(trackKey(id, "right"))?.latest];
      return left !== undefined && right !== undefined && Math.abs(left - right) >= UNEVEN_BY ? [{ skill: id, left, right }] : [];
    })
    .slice(0, UNEVEN_TOLD);
  const helped = weightiest(
    facts,
    partly.filter(({ id }) => !uneven.some(({ skill }) => skill === id)),
  ).map(({ id }) => id);
  const hard = hardSideOf(facts.scores, facts.ladder.all);
  return [
    ...openGoals(facts),
    ...(hard.skills >= TOLD_BY && (hard.side === "left" || hard.side === "right")
      ? [statement({ code: "hard-side", when: "now", side: hard.side, skills: hard.skills })]
      : []),
    ...(helped.length > 0
      ? [
          statement(
            { code: "with-help", skills: helped.slice(0, NAMED), more: Math.max(0, helped.length - NAMED) },
            helped.slice(0, NAMED).flatMap((skill) => scoredIn(facts, skill)),
          ),
        ]
      : []),
    ...uneven.map(({ skill, left, right }) =>
      statement({ code: "weaker-side", skill, side: left < right ? "left" : "right", left, right }, scoredIn(facts, skill)),
    ),
  ];
}

/** What is worked next: open goals or what they wait for; where all are met, what builds on them. */
export function nextSteps(facts: ReportFacts, most: number): readonly string[] {
  const open = [...facts.goals].filter(({ met }) => !met).sort((a, b) => Number(b.must) - Number(a.must));
  const wanted = open.map((goal) => {
    const skill = facts.ladder.of(goal.skill);
    const [first] = isBegun(facts, goal) ? [] : lacking(facts, skill);
    return (first ?? skill).id;
  });
  if (wanted.length > 0) return [...new Set(wanted)].slice(0, most);
  const lately = facts.sessions.slice(-LATELY).flatMap(({ record }) => record.scores.map(({ skill }) => skill));
  const roots = facts.goals.length > 0 ? facts.goals.map(({ skill }) => skill) : lately;
  const branches = new Set(roots.flatMap((id) => facts.ladder.find(id)?.branch ?? []));
  return weightiest(
    facts,
    facts.ladder.skills.filter(
      (skill) =>
        skill.everyday &&
        !skill.specialist &&
        !isCredited(facts, skill) &&
        branches.has(skill.branch) &&
        lacking(facts, skill).length === 0,
    ),
  )
    .slice(0, most)
    .map(({ id }) => id);
}
export function nextStepsSaid(facts: ReportFacts, most: number): Statement[] {
  const skills = nextSteps(facts, most);
  return skills.length > 0 ? [statement({ code: "next-steps", skills })] : [];
}

/** What would serve the horse after this term. Nobody is ready to go home while a promise, a check or trouble is open. */
export function proposed(facts: ReportFacts): "home" | "home-with-plan" | "more-time" | "wait" | null {
  const { goals, waits } = facts;
  if (waits.length > 0) return "wait";
  if (goals.length === 0) return null;
  const promised = goals.filter(({ must }) => must);
  const open = (promised.length > 0 ? promised : goals).filter(({ met }) => !met);
  const { side } = hardSideOf(facts.scores, facts.ladder.all);
  return open.length > 0 ? "more-time" : side === "left" || side === "right" ? "home-with-plan" : "home";
}
const NEXT = 4;
export function proposal(facts: ReportFacts): Statement[] {
  const what = proposed(facts);
  const { owed } = facts.reading;
  const isEnd = facts.kind === "end";
  return [
    ...(isEnd && what ? [statement({ code: "proposal", what, waits: facts.waits })] : []),
    ...nextStepsSaid(facts, NEXT),
    ...(isEnd && owed > 0 ? [statement({ code: "owed", sessions: owed, policy: facts.owedPolicy })] : []),
  ];
}

const EXPECTED: readonly Tag[] = ["tie", "front-feet", "hind-feet", "trailer"];
/** Everyday things that a family would take for granted and nobody here has tried. */
export function neverTried(facts: ReportFacts): Statement[] {
  const agreed = facts.goals.map(({ skill }) => skill);
  const untried = facts.ladder.skills.filter(
    (skill) =>
      skill.tags.some((tag) => EXPECTED.includes(tag)) &&
      !isSeen(facts.levels, skill) &&
      !facts.known.includes(skill.id) &&
      !agreed.includes(skill.id),
  );
  const named = weightiest(facts, untried).slice(0, NAMED);
  return named.length > 0 ? [statement({ code: "never-tried", skills: named.map(({ id }) => id) })] : [];
}
