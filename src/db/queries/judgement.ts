/** What rests on an evaluation: its walk's own version, what was signed under it, and the goals of the stay. */
import { z } from "zod";
import { GoalFields, JudgementFields, RungFields } from "#contracts/intake.ts";
import type { SignedGoal } from "#contracts/views.intake.ts";
import { VERDICTS } from "#core/forecast/chance.ts";
import type { Goal } from "#core/intake/aims.ts";
import { FIRST_INSTRUMENT, FIRST_VERSION, type Instrument, type WalkStep } from "#core/intake/instrument.ts";
import { type LimitsInForce, SECOND_PERSONS } from "#core/intake/limits.ts";
import type { Outcome } from "#core/intake/outcome.ts";
import { must } from "#core/kernel/assert.ts";
import type { EvaluationId, PersonId, StayId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { bool, id, instant, int, nullable, number, text } from "../rows.ts";
import { many } from "../run.ts";

const InstrumentRow = z.object({ version: int, madeAt: instant, madeBy: text, rungs: z.array(RungFields) });
export type InstrumentRecord = z.output<typeof InstrumentRow>;
/** The barn's own walks, newest first; the shipped one is not among them. */
export const listInstruments = (db: Db): Promise<InstrumentRecord[]> =>
  many(
    InstrumentRow,
    db`SELECT i.version, i.made_at, p.name AS made_by, i.rungs FROM instrument i JOIN person p ON p.id = i.made_by ORDER BY i.version DESC`,
  );
/** The walk that is used from now on. */
export async function latestInstrument(db: Db): Promise<Instrument> {
  return (await listInstruments(db))[0] ?? FIRST_INSTRUMENT;
}
/** The walk of a version, for reading an evaluation that was begun with it. */
export async function findInstrument(db: Db, version: number): Promise<Instrument> {
  if (version === FIRST_VERSION) return FIRST_INSTRUMENT;
  const found = (await listInstruments(db)).find((one) => one.version === version);
  return must(found, `walk ${version} is kept`);
}
export async function insertInstrument(
  tx: Transaction,
  made: { version: number; at: Date; by: PersonId; rungs: readonly WalkStep[] },
): Promise<void> {
  await tx`INSERT INTO instrument (version, made_at, made_by, rungs) VALUES (${made.version}, ${made.at}, ${made.by}, ${tx.json(made.rungs as never)})`;
}
/** Writers of the walk follow one another. */
export const lockInstruments = async (tx: Transaction): Promise<void> => {
  await tx`LOCK TABLE instrument IN EXCLUSIVE MODE`;
};

const JudgementRow = z.object({
  revision: int,
  signedAt: instant,
  signedBy: text,
  content: JudgementFields,
  inForce: z.object({
    risk: int,
    ridden: bool,
    secondPerson: z.enum(SECOND_PERSONS),
    sessionMinutes: nullable(int),
    circleMinutes: int,
  }),
  goals: z.array(
    z.object({
      goal: GoalFields,
      verdict: z.enum(VERDICTS),
      chance: nullable(number),
      missing: z.array(
        z.object({
          skill: text,
          sessions: z.object({ left: z.optional(number), right: z.optional(number), both: z.optional(number) }),
          most: number,
        }),
      ),
      onTheWay: z.optional(nullable(z.object({ skill: text, chance: number }))),
    }),
  ),
});
export type JudgementRecord = z.output<typeof JudgementRow>;
/** Oldest first; the last one counts. */
export const listJudgements = (db: Db, evaluation: EvaluationId): Promise<JudgementRecord[]> =>
  many(
    JudgementRow,
    db`SELECT j.revision, j.signed_at, p.name AS signed_by, j.content, j.in_force, j.reading -> 'goals' AS goals FROM judgement j JOIN person p ON p.id = j.signed_by
       WHERE j.evaluation_id = ${evaluation} ORDER BY j.revision`,
  );
export async function insertJudgement(
  tx: Transaction,
  j: {
    evaluation: EvaluationId;
    revision: number;
    at: Date;
    by: PersonId;
    content: JudgementFields;
    reading: { outcome: Outcome; goals: readonly SignedGoal[] };
    inForce: LimitsInForce;
  },
): Promise<void> {
  await tx`INSERT INTO judgement (evaluation_id, revision, signed_at, signed_by, content, reading, in_force)
           VALUES (${j.evaluation}, ${j.revision}, ${j.at}, ${j.by}, ${tx.json(j.content as never)}, ${tx.json(j.reading as never)}, ${tx.json(j.inForce as never)})`;
}

const GoalRow = z.object({ skill: GoalFields.shape.skill, target: GoalFields.shape.target });
export const listGoals = (db: Db, stay: StayId): Promise<Goal[]> =>
  many(GoalRow, db`SELECT skill, target FROM goal WHERE stay_id = ${stay} ORDER BY position`);
/** What is signed decides which goals there are; side, weight and day of one that stays are the plan's and are kept, and what was promised stays promised. */
export async function replaceGoals(
  tx: Transaction,
  stay: StayId,
  goals: readonly (Goal & { readonly must: boolean })[],
): Promise<void> {
  await tx`DELETE FROM goal WHERE stay_id = ${stay} AND skill <> ALL(${goals.map(({ skill }) => skill)})`;
  if (goals.length > 0)
    await tx`INSERT INTO goal ${tx(goals.map(({ skill, target, must }, position) => ({ stayId: stay, skill, target, must, position })))}
             ON CONFLICT (stay_id, skill) DO UPDATE SET target = EXCLUDED.target, position = EXCLUDED.position, must = goal.must OR EXCLUDED.must`;
}

/** How each goal was answered: what the signature says of it, else what was read then. */
export const answersOf = ({ content, goals }: Pick<JudgementRecord, "content" | "goals">) =>
  content.goals.flatMap(({ skill, target, verdict }) => {
    const said = verdict ?? goals.find(({ goal }) => goal.skill === skill)?.verdict;
    return said ? [{ skill, target, verdict: said }] : [];
  });

const WishRow = z.object({ stayId: id<"stay">(), content: JudgementFields, goals: JudgementRow.shape.goals });
/** By stay: what was not for this term when it was last asked, as the forecast had it and the signature left it. */
export async function listWishes(db: Db, stays: readonly StayId[]): Promise<ReadonlyMap<StayId, readonly string[]>> {
  const rows = await many(
    WishRow,
    db`SELECT DISTINCT ON (e.stay_id) e.stay_id, j.content, j.reading -> 'goals' AS goals
       FROM judgement j JOIN evaluation e ON e.id = j.evaluation_id
       WHERE e.stay_id = ANY(${[...stays]}::uuid[]) AND e.kind <> 'exit' ORDER BY e.stay_id, e.day DESC, j.revision DESC`,
  );
  return new Map(
    rows.map((row) => [
      row.stayId,
      row.goals.flatMap(({ goal: { skill }, verdict }) =>
        verdict === "not-this-term" && answersOf(row).some((one) => one.skill === skill && one.verdict === verdict)
          ? [skill]
          : [],
      ),
    ]),
  );
}

/** What was signed of the arrival: how each goal was answered, and what the first week is about. Null before it was. */
export async function findArrivalJudgement(db: Db, stay: StayId) {
  const [last] = await many(
    JudgementRow,
    db`SELECT j.revision, j.signed_at, p.name AS signed_by, j.content, j.in_force, j.reading -> 'goals' AS goals
       FROM judgement j JOIN person p ON p.id = j.signed_by JOIN evaluation e ON e.id = j.evaluation_id
       WHERE e.stay_id = ${stay} AND e.kind = 'intake' ORDER BY j.revision DESC LIMIT 1`,
  );
  if (!last) return null;
  return { focus: last.content.focus, verdicts: answersOf(last).map(({ skill, verdict }) => ({ skill, verdict })) };
}
