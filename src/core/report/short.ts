/** A report in a few sentences: what was asked, what there is now, what comes. Of a week: what mattered most. */
import { reliable, weekGained } from "./able.ts";
import { nextSteps, proposed } from "./ahead.ts";
import { loudLately } from "./careful.ts";
import type { ReportFacts, ReportSession, Statement } from "./facts.ts";
import { firstTimes } from "./firsts.ts";
import { statement } from "./key.ts";
import { CREDITED, isIn, scoredIn } from "./seen.ts";
import { reportWeight, weightiest } from "./weight.ts";

const NAMED = 3;
/** What weighs so much is the headline before anything that rose. */
const HEADLINE = 15;

export function inShort(facts: ReportFacts): Statement[] {
  const solid = reliable(facts);
  const open = new Set(facts.goals.flatMap(({ skill, met }) => (met ? [] : [skill])));
  const mostly = facts.ladder.all.filter((skill) => !open.has(skill.id) && isIn(facts.levels, skill, CREDITED, CREDITED));
  const isSolid = solid.length > 0;
  const able = weightiest(facts, isSolid ? solid : mostly)
    .slice(0, NAMED)
    .map(({ id }) => id);
  const what = facts.kind === "end" ? proposed(facts) : null;
  const [next = null] = nextSteps(facts, 1);
  return [
    statement({ code: "aim", words: facts.aim }),
    ...(able.length > 0
      ? [
          statement(
            { code: "short-can", skills: able, solid: isSolid },
            able.flatMap((skill) => scoredIn(facts, skill)),
          ),
        ]
      : []),
    ...loudLately(facts),
    ...(what || next ? [statement({ code: "short-next", what, skill: next })] : []),
  ];
}

/** The one thing of a week that an owner would want to hear of first. */
export function headline(facts: ReportFacts, sessions: readonly ReportSession[]): Statement | null {
  const days = new Set(sessions.map(({ day }) => day));
  const firsts = firstTimes(facts)
    .filter(({ day }) => days.has(day))
    .map((one) => ({ weight: one.weight, statement: one.statement }))
    .sort((a, b) => b.weight - a.weight);
  const gains = weekGained(facts, sessions).map((one) => ({
    weight: one.say.code === "gained" ? reportWeight(facts, facts.ladder.of(one.say.skill)) : 0,
    statement: one,
  }));
  const [first] = firsts;
  const [gain] = gains;
  if (first && (first.weight >= HEADLINE || !gain || first.weight >= gain.weight)) return first.statement;
  return gain?.statement ?? null;
}
