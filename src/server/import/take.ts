/**
 * Taking in a spreadsheet: each row by the use case that a form would ask, all in one transaction. Looking at it first is the same, and nothing of it is kept, so
 * that a preview cannot say what the writing does not do.
 */
import {
  DIDS,
  type Did,
  type ImportReport,
  type RowProblem,
  type TakeImport,
  TOLD_ROWS,
  UNDO_DAYS,
  type UndoImport,
} from "#contracts/import.ts";
import { COLUMNS, type ImportName } from "#core/import/columns.ts";
import { readRow } from "#core/import/read-row.ts";
import { ok } from "#core/kernel/result.ts";
import { beginImport, endImport, listChangedSince, lockImport, markUndone, takeOut } from "#db/queries/import.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";
import { clients, horses } from "./clients-and-horses.ts";
import { measures, sessions } from "./past.ts";
import { people } from "./people.ts";
import type { RowAnswer, Taker } from "./row.ts";
import { stays } from "./stays.ts";

const TAKERS: Readonly<Record<ImportName, (work: Work) => Promise<Taker>>> = {
  people,
  clients,
  horses,
  stays,
  sessions,
  measures,
};
const TELL_EVERY = 100;
const LETTER: Readonly<Record<Did, string>> = { new: "n", changed: "c", left: "l", faulty: "f" };

class RowRolledBack extends Error {
  constructor(readonly answer: RowAnswer) {
    super("a faulty row");
  }
}
/** A row that comes to nothing leaves nothing behind. Sessions write nothing before all is known of them, and come in thousands. */
async function takeRow(
  work: Work,
  list: ImportName,
  taker: Taker,
  values: Readonly<Record<string, unknown>>,
): Promise<RowAnswer> {
  if (list === "sessions") return taker.take(work, values);
  try {
    return await work.tx.savepoint(async (tx) => {
      const answer = await taker.take({ ...work, tx }, values);
      if (!answer.ok) throw new RowRolledBack(answer);
      return answer;
    });
  } catch (error) {
    if (error instanceof RowRolledBack) return error.answer;
    throw error;
  }
}

export async function takeImport(work: Work, input: TakeImport): Answer<ImportReport> {
  const id = newId<"import">();
  await beginImport(work.tx, { id, list: input.list, file: input.file, by: work.actor.id, at: work.now });
  const taker = await TAKERS[input.list](work);
  const counts = Object.fromEntries(DIDS.map((did) => [did, 0])) as Record<Did, number>;
  const problems: { row: number; problems: readonly RowProblem[] }[] = [];
  const changes: ImportReport["changes"][number][] = [];
  let rows = "";
  for (const [row, cells] of input.rows.entries()) {
    if (row % TELL_EVERY === 0) work.tell?.(row, input.rows.length);
    const { values, faults } = readRow(COLUMNS[input.list], input.columns, cells, input.reading);
    const answer: RowAnswer = faults.length > 0 ? { ok: false, error: faults } : await takeRow(work, input.list, taker, values);
    const did = answer.ok ? answer.value.did : "faulty";
    counts[did] += 1;
    rows += LETTER[did];
    if (!answer.ok && problems.length < TOLD_ROWS) problems.push({ row, problems: answer.error });
    if (answer.ok && answer.value.changes?.length && changes.length < TOLD_ROWS)
      changes.push({ row, changes: answer.value.changes });
  }
  await taker.end?.(work);
  await endImport(work.tx, id, counts.new, counts.changed);
  if (input.how === "all" && counts.faulty > 0) return no({ code: "rows-faulty", path: "rows", rows: counts.faulty });
  await note(work, "import", id, "brought in", { list: input.list, file: input.file, ...counts });
  const counted = (taker.counted?.() ?? []).filter(({ before, after }) => before !== after);
  return ok({ id: input.how === "look" ? null : id, rows, counts, problems, changes, counted });
}

const DAY_MS = 86_400_000;
export const mayUndo = (at: Date, now: Date): boolean => now.getTime() - at.getTime() < UNDO_DAYS * DAY_MS;
const FOREIGN_KEY = "23503";

/** All of it or nothing: what was new goes, what was changed is as before. What somebody has built on it since stands against it. */
export async function undoImport(work: Work, input: UndoImport): Answer {
  const found = await lockImport(work.tx, input.id);
  if (!found) return no({ code: "not-found", path: "id" });
  if (found.undoneAt) return no({ code: "undone-already", path: "id" });
  if (!mayUndo(found.at, work.now)) return no({ code: "undo-too-late", path: "id" });
  const names = await listChangedSince(work.tx, input.id);
  if (names.length > 0) return no({ code: "changed-since", path: "id", names });
  try {
    await takeOut(work.tx, input.id);
  } catch (error) {
    const { code, table_name: table } = error as { code?: string; table_name?: string };
    if (code !== FOREIGN_KEY) throw error;
    return no({ code: "changed-since", path: "id", names: [HANGS[table ?? ""] ?? "something of it"] });
  }
  await markUndone(work.tx, input.id, work.actor.id, work.now);
  await note(work, "import", input.id, "taken out again", { list: found.list, file: found.file });
  return ok(null);
}
/** What may hang on a row, by its table. */
const HANGS: Readonly<Record<string, string>> = {
  stay: "a stay",
  horse: "a horse",
  card: "a session",
  evaluation: "an evaluation",
  report: "a report",
  check_up: "a check",
  media: "a photo",
  goal: "goals",
  hold: "a hold",
  week_day: "a laid-out week",
  message: "a letter",
};
