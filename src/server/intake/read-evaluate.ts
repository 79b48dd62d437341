import type { ClosedEvaluationView } from "#contracts/views.ts";
import { type EvaluationKind, levelsOfMarks, type Mark } from "#core/intake/outcome.ts";
import { hardSide } from "#core/ladder/level.ts";
import { SKILLS } from "#core/ladder/skills.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import type { Deps } from "../container.ts";
import { outcomeOf, walkedHorse } from "../stay/facts.ts";
import type { Opened } from "../stay/read-horse.ts";

/** The open draft, if there is one, and the kind that is due next. */
export async function readEvaluate({ sql }: Deps, { stay, today, head }: Opened) {
  const evaluations = await listEvaluations(sql, stay.id);
  const draft = evaluations.find((evaluation) => !evaluation.closedAt) ?? null;
  const next = head.ruler.posts.find((post) => !post.done && post.kind !== "arrival" && post.kind !== "report");
  return {
    draft,
    due: (next?.kind ?? "exit") as EvaluationKind,
    closed: evaluations
      .filter((evaluation) => evaluation.closedAt)
      .map(({ id, kind, day, byName }) => ({ id, kind, day, by: byName })),
    about: walkedHorse(stay, today),
  };
}

/** A closed evaluation with the intake beside it; null where there is none of that id. */
export async function readClosedEvaluation(
  { sql }: Deps,
  { stay, head }: Opened,
  asked: string | undefined,
): Promise<ClosedEvaluationView | null> {
  const evaluations = await listEvaluations(sql, stay.id);
  const evaluation = evaluations.find((one) => one.id === asked && one.closedAt);
  if (!evaluation) return null;
  const intake = evaluations.find((one) => one.kind === "intake" && one.closedAt && one.id !== evaluation.id) ?? null;
  const before = new Map((intake?.walk.marks ?? []).map((mark: Mark) => [`${mark.skill}:${mark.side}`, mark.score]));
  return {
    horse: head.horse,
    kind: evaluation.kind,
    day: evaluation.day,
    by: evaluation.byName,
    stoppedAt: evaluation.walk.stoppedAt,
    stopReason: evaluation.walk.stopReason,
    words: evaluation.walk.words,
    marks: evaluation.walk.marks.map((mark) => ({ ...mark, before: before.get(`${mark.skill}:${mark.side}`) ?? null })),
    outcome: outcomeOf(stay, evaluation, evaluation.day),
    hard: hardSide(levelsOfMarks(evaluation.walk.marks), SKILLS).side,
  };
}
