/** Practice at scoring one skill: ten described situations, to be scored as the barn would, so that a new rider's 3 is everybody's 3. */
import { SCORES, type Score } from "../kernel/sides.ts";
import { type Measure, proposedBy } from "./skill.ts";

/** What is described: how it looks (the text of a score), or a figure of the skill's measure. */
export type Situation =
  | { readonly kind: "looks"; readonly score: Score; readonly again: boolean }
  | { readonly kind: "figure"; readonly figure: number };
export const SITUATIONS = 10;

/** The barn's answer. Null where there is none: a figure of a skill without a measure. */
export const practiceAnswer = (situation: Situation, measure: Measure | null): Score | null =>
  situation.kind === "looks" ? situation.score : measure && proposedBy(measure, situation.figure);

/** Figures on both sides of where the table turns, so that its edges are learnt. */
function figuresOf({ better, table, of }: Measure): readonly number[] {
  const step = better === "less" ? 1 : -1;
  const figures = table.flatMap(({ at }) => [at, at + step]).filter((figure) => figure >= 0 && (of === null || figure <= of));
  return [...new Set(figures)];
}

/** Ten of them in a chance order; `chance` gives 0 up to 1, without it. The same chance gives the same ten. */
export function situationsOf(measure: Measure | null, chance: () => number): readonly Situation[] {
  const shuffled = <T>(list: readonly T[]): T[] =>
    list
      .map((one) => ({ one, at: chance() }))
      .sort((a, b) => a.at - b.at)
      .map(({ one }) => one);
  const looks = SCORES.map((score): Situation => ({ kind: "looks", score, again: false }));
  const figures = shuffled(measure ? figuresOf(measure) : []).map((figure): Situation => ({ kind: "figure", figure }));
  const again = shuffled(SCORES.map((score): Situation => ({ kind: "looks", score, again: true })));
  return shuffled([...looks, ...[...figures, ...again].slice(0, SITUATIONS - looks.length)]);
}

export interface Practised {
  readonly rider: string;
  /** One a situation. */
  readonly answers: readonly { readonly answer: Score; readonly given: Score }[];
}
export interface Agreement {
  readonly situations: number;
  readonly exact: number;
  readonly withinOne: number;
}
export const agreementOf = (answers: Practised["answers"]): Agreement => ({
  situations: answers.length,
  exact: answers.filter(({ answer, given }) => answer === given).length,
  withinOne: answers.filter(({ answer, given }) => Math.abs(answer - given) <= 1).length,
});
