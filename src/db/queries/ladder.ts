/** The barn's ladder: its branches and skills as rows, and what is written of each. */
import { z } from "zod";
import { PageFields, SkillRecord } from "#contracts/ladder.ts";
import { type KeptSkill, type Ladder, ladderFrom } from "#core/ladder/ladder.ts";
import { type Branch, NATURES, type SkillPage } from "#core/ladder/skill.ts";
import type { Db, Transaction } from "../client.ts";
import { keptOfTables } from "../kept.ts";
import { int, text } from "../rows.ts";
import { many, maybeOne } from "../run.ts";

const BranchRow = z.object({ id: text, words: text, nature: z.enum(NATURES) });

const listBranches = (db: Db): Promise<Branch[]> => many(BranchRow, db`SELECT id, words, nature FROM branch ORDER BY place, id`);
const listSkills = (db: Db): Promise<SkillRecord[]> =>
  many(
    SkillRecord,
    db`SELECT id, branch, words, after, contains, sided, bears, grade, second, specialist, worked_at AS place, to3, to4, half_life, caution, tags, cues, signs, causes, aims, gait, everyday, measure, used FROM skill s ORDER BY s.place, id`,
  );
export const findKeptLadder = async (db: Db): Promise<{ branches: Branch[]; skills: SkillRecord[] }> => {
  const branches = await listBranches(db);
  return { branches, skills: await listSkills(db) };
};

/** Ladders by their stamp: one that was read is not read again until it changes. */
const read = new Map<string, Ladder>();
const KEPT = 8;
export async function ladderAt(db: Db, stamp: string): Promise<Ladder> {
  const known = read.get(stamp);
  if (known) return known;
  const ladder = ladderFrom(await findKeptLadder(db));
  const oldest = read.keys().next().value;
  if (read.size >= KEPT && oldest !== undefined) read.delete(oldest);
  read.set(stamp, ladder);
  return ladder;
}

/** True where nobody saved the ladder since `version`. */
export async function moveLadderOn(tx: Transaction, version: number): Promise<boolean> {
  const done = await tx`UPDATE barn SET ladder_version = ladder_version + 1 WHERE ladder_version = ${version}`;
  return done.count === 1;
}

export async function saveBranches(tx: Transaction, branches: readonly Branch[]): Promise<void> {
  for (const [place, { id, words, nature }] of branches.entries())
    await tx`INSERT INTO branch (id, place, words, nature) VALUES (${id}, ${place}, ${words}, ${nature})
      ON CONFLICT (id) DO UPDATE SET place = excluded.place, words = excluded.words, nature = excluded.nature`;
}
/** Writes these skills, each with its place in the ladder. */
export async function saveSkills(
  tx: Transaction,
  skills: readonly { readonly skill: KeptSkill; readonly place: number }[],
): Promise<void> {
  for (const { skill: s, place } of skills)
    await tx`INSERT INTO skill (id, branch, place, words, after, contains, sided, bears, grade, second, specialist, worked_at, to3, to4, half_life, caution, tags, cues, signs, causes, aims, gait, everyday, measure, used)
      VALUES (${s.id}, ${s.branch}, ${place}, ${s.words}, ${texts(s.after)}, ${texts(s.contains)}, ${s.sided}, ${s.bears}, ${s.grade}, ${s.second}, ${s.specialist}, ${s.place}, ${s.to3}, ${s.to4}, ${s.halfLife}, ${s.caution}, ${texts(s.tags)}, ${texts(s.cues)}, ${texts(s.signs)}, ${texts(s.causes)}, ${texts(s.aims)}, ${s.gait}, ${s.everyday}, ${s.measure && tx.json(s.measure as never)}, ${s.used})
      ON CONFLICT (id) DO UPDATE SET branch = excluded.branch, place = excluded.place, words = excluded.words, after = excluded.after, contains = excluded.contains, grade = excluded.grade, second = excluded.second,
        specialist = excluded.specialist, worked_at = excluded.worked_at, to3 = excluded.to3, to4 = excluded.to4, half_life = excluded.half_life, caution = excluded.caution, tags = excluded.tags, cues = excluded.cues,
        signs = excluded.signs, causes = excluded.causes, aims = excluded.aims, gait = excluded.gait, everyday = excluded.everyday, measure = excluded.measure, used = excluded.used`;
}
const texts = (list: readonly string[]): string[] => [...list];

const PageRow = z.object({ skill: text, page: PageFields, version: int });
export interface KeptPage {
  readonly skill: string;
  readonly page: SkillPage;
  readonly version: number;
}
const keptPages = keptOfTables(
  ["skill_page"],
  (db): Promise<readonly KeptPage[]> => many(PageRow, db`SELECT skill, page, version FROM skill_page ORDER BY skill`),
);
/** Skills of which a page is written, also in a barn that is being brought up to date. */
export const listWrittenOf = async (db: Db): Promise<readonly string[]> =>
  (await many(z.object({ skill: text }), db`SELECT skill FROM skill_page`)).map(({ skill }) => skill);
export const listPages = async (db: Db, skills: readonly string[] | null = null): Promise<readonly KeptPage[]> =>
  (await keptPages(db)).filter(({ skill }) => skills === null || skills.includes(skill));
/** Version 0 where nothing is written of it yet. False where somebody saved since `version`. */
export async function savePage(tx: Transaction, skill: string, version: number, page: SkillPage): Promise<boolean> {
  const done =
    version === 0
      ? await tx`INSERT INTO skill_page (skill, page) VALUES (${skill}, ${tx.json(page as never)}) ON CONFLICT (skill) DO NOTHING`
      : await tx`UPDATE skill_page SET page = ${tx.json(page as never)}, version = version + 1 WHERE skill = ${skill} AND version = ${version}`;
  return done.count === 1;
}

const ChangeRow = z.object({ change: z.record(text, z.unknown()) });
/** What a barn had changed of the ladder while that was fixed; each is handed out once. */
export const takeOldChanges = async (tx: Transaction) =>
  (await many(ChangeRow, tx`DELETE FROM ladder_change RETURNING change`)).map(({ change }) => change);
export const isThere = async (db: Db): Promise<boolean> =>
  (await maybeOne(z.object({ there: z.boolean() }), db`SELECT to_regclass('skill') IS NOT NULL AS there`))?.there === true;
