/** Figures beside scores in a case: what was measured and not scored counts as the skill's own table proposes; a goal's figure is the level that it stands for. */
import type { Score } from "#core/kernel/sides.ts";
import type { Ladder } from "#core/ladder/ladder.ts";
import { proposedBy } from "#core/ladder/skill.ts";
import type { Case } from "./case.ts";

type Figures = Readonly<Record<string, number>>;
/** Null: the skill has no measure, or not this one. */
function scoreOf(skill: string, figures: Figures, { of }: Ladder): Score | null {
  const { measure } = of(skill);
  const figure = measure ? figures[measure.kind] : undefined;
  return measure && figure !== undefined ? proposedBy(measure, figure) : null;
}

export function withFigures(file: Case, ladder: Ladder): Case {
  const sessions = file.sessions.map((session) => {
    const proposed = Object.entries(session.measures).flatMap(([skill, figures]) => {
      const score = scoreOf(skill, figures, ladder);
      return score === null ? [] : [[skill, ladder.of(skill).sided ? [score, score] : score] as const];
    });
    // What a rider scored is the rider's word.
    return { ...session, scores: { ...Object.fromEntries(proposed), ...session.scores } as typeof session.scores };
  });
  const goals =
    file.goals?.map((goal) => {
      const score = scoreOf(goal.skill, goal.measure, ladder);
      const target = Math.max(goal.target, Math.min(5, score ?? 0)) as typeof goal.target;
      return { ...goal, target };
    }) ?? null;
  return { ...file, sessions, goals };
}
