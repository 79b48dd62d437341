/** What riders gave to described situations. */
import { z } from "zod";
import type { PersonId } from "#core/kernel/brand.ts";
import type { Practised } from "#core/ladder/practice.ts";
import type { Db, Transaction } from "../client.ts";
import { score, text } from "../rows.ts";
import { many } from "../run.ts";

const Answers = z.array(z.object({ answer: score, given: score }));
const Row = z.object({ rider: text, skill: text, answers: Answers });

/** Of each person and skill the last practice: who has learnt is not held to what he gave before. */
export const listPractised = (db: Db): Promise<(Practised & { skill: string })[]> =>
  many(
    Row,
    db`SELECT DISTINCT ON (person_id, skill) person_id AS rider, skill, answers FROM practice ORDER BY person_id, skill, at DESC`,
  );
export async function insertPractice(
  tx: Transaction,
  practice: { id: string; person: PersonId; skill: string; at: Date; answers: Practised["answers"] },
): Promise<void> {
  await tx`INSERT INTO practice (id, person_id, skill, at, answers) VALUES (${practice.id}, ${practice.person}, ${practice.skill}, ${practice.at}, ${tx.json(practice.answers as never)})`;
}
