/** The stamps that what is kept in memory hangs on: of stays, of their plans, and of the tables that many read and few write. */
import { AsyncLocalStorage } from "node:async_hooks";
import { z } from "zod";
import type { StayId } from "#core/kernel/brand.ts";
import type { Db } from "./client.ts";
import { id, nullable, text } from "./rows.ts";
import { many, one } from "./run.ts";

/** Which of a stay's stamps: of its record, or of its plan with goals and forecasts. */
export type Of = "stamp" | "planned";
const StayRow = z.object({ id: id<"stay">(), stamp: nullable(text), planned: nullable(text) });
type StayStamps = z.output<typeof StayRow>;
/** null: it has none, and nothing of it is kept. */
export interface Mark {
  readonly id: StayId;
  readonly stamp: string | null;
}

const StampsRow = z.object({ barn: nullable(text), stays: z.array(StayRow), tables: z.record(z.string(), text) });
interface Stamps {
  readonly barn: string | null;
  /** Of the stays that have not gone home, in the order of their first day. */
  readonly inWork: readonly StayStamps[];
  readonly byStay: ReadonlyMap<StayId, StayStamps>;
  readonly tables: Readonly<Record<string, string>>;
}
async function readStamps(db: Db): Promise<Stamps> {
  const { barn, stays, tables } = await one(
    StampsRow,
    db`SELECT (SELECT stamp FROM barn) AS barn,
         (SELECT coalesce(json_agg(json_build_object('id', s.id, 'stamp', t.stamp, 'planned', t.planned) ORDER BY s.first_day, h.name), '[]')
           FROM stay s JOIN horse h ON h.id = s.horse_id LEFT JOIN stay_stamp t ON t.stay_id = s.id WHERE s.went_home IS NULL) AS stays,
         (SELECT coalesce(json_object_agg(name, stamp), '{}') FROM table_stamp) AS tables`,
  );
  return { barn, inWork: stays, byStay: new Map(stays.map((stay) => [stay.id, stay])), tables };
}

/** Asked several times before the first one could be sent, it is asked once. */
function atOnce<T>(ask: (db: Db) => Promise<T>): (db: Db) => Promise<T> {
  const asked = new WeakMap<Db, Promise<T>>();
  return (db) => {
    const waiting = asked.get(db);
    if (waiting) return waiting;
    const answer = Promise.resolve().then(() => {
      asked.delete(db);
      return ask(db);
    });
    asked.set(db, answer);
    return answer;
  };
}

const moments = new AsyncLocalStorage<{ readonly mark: string }>();
/**
 * Reads the barn as it stood when its last write left this mark, or later: stamps are asked for once, for all who read at it. Only for what reads through the pool,
 * and writes nothing in between.
 */
export const atMark = <T>(mark: string, read: () => Promise<T>): Promise<T> => moments.run({ mark }, read);
/** Null where nothing is read at a mark; and a transaction reads what it has written itself. */
const markFor = (db: Db): string | null => ("savepoint" in db ? null : (moments.getStore()?.mark ?? null));
const MOST_MARKS = 8;
/** What was asked at a mark, by name. */
type Answers = Map<string, Promise<unknown>>;
/** Of each barn: several are read by one process. */
const barns = new WeakMap<Db, Map<string, Answers>>();
function answersAt(db: Db, mark: string): Answers {
  const marks = barns.get(db) ?? new Map<string, Answers>();
  barns.set(db, marks);
  const found = marks.get(mark);
  if (found) return found;
  const answers: Answers = new Map();
  marks.set(mark, answers);
  const [oldest] = marks.keys();
  if (marks.size > MOST_MARKS && oldest !== undefined) marks.delete(oldest);
  return answers;
}
/** What `ask` answers, asked once for all who ask for it by this name at the same mark; elsewhere each time. */
export function onceAtMark<T>(db: Db, name: string, ask: () => Promise<T>): Promise<T> {
  const mark = markFor(db);
  if (mark === null) return ask();
  const answers = answersAt(db, mark);
  const known = answers.get(name);
  if (known) return known as Promise<T>;
  const answer = ask();
  answers.set(name, answer);
  answer.catch(() => answers.delete(name));
  return answer;
}
const newStamps = atOnce(readStamps);
const stampsNow = (db: Db): Promise<Stamps> =>
  markFor(db) === null ? newStamps(db) : onceAtMark(db, "stamps", () => readStamps(db));

/** Stamps of these stays, in the order asked for. */
export async function marksOf(db: Db, stays: readonly StayId[], of: Of = "stamp"): Promise<readonly Mark[]> {
  if (stays.length === 0) return [];
  const { byStay } = await stampsNow(db);
  const gone = stays.filter((stay) => !byStay.has(stay));
  const rows =
    gone.length === 0
      ? []
      : await many(StayRow, db`SELECT stay_id AS id, stamp, planned FROM stay_stamp WHERE stay_id = ANY(${gone}::uuid[])`);
  const others = new Map(rows.map((row) => [row.id, row]));
  return stays.map((stay) => ({ id: stay, stamp: (byStay.get(stay) ?? others.get(stay))?.[of] ?? null }));
}
/** Stamps of the stays that have not gone home, in the order of their first day. */
export const marksInWork = async (db: Db): Promise<readonly Mark[]> => (await stampsNow(db)).inWork;

/** Of the barn's own row; null before there is one. */
export const stampOfBarn = async (db: Db): Promise<string | null> => (await stampsNow(db)).barn;

/** Tables that have a stamp of their own. */
export type StampedTable =
  | "person"
  | "place"
  | "absence"
  | "weather"
  | "appointment"
  | "week_day"
  | "week_laid"
  | "jump_layout"
  | "skill_page"
  | "skill_taken";
/** The stamps of some tables as one; null where one has none. */
export async function stampOfTables(db: Db, tables: readonly StampedTable[]): Promise<string | null> {
  const stamps = await stampsNow(db);
  const each = tables.map((table) => stamps.tables[table]);
  return each.includes(undefined) ? null : each.join(" ");
}
