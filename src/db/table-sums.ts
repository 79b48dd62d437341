/** Whether two databases hold the same: rows of each table with a sum that does not ask for their order, nor for how a server writes dates. */
import type { Transaction } from "./client.ts";

export type TableSums = Readonly<Record<string, { readonly rows: number; readonly sum: string }>>;

export const tableNames = async (sql: Transaction): Promise<readonly string[]> =>
  (await sql`SELECT tablename FROM pg_tables WHERE schemaname = 'public' ORDER BY tablename`).map(({ tablename }) =>
    String(tablename),
  );

/** Values are written alike from here to the end of the transaction. */
export const plainValues = (sql: Transaction) =>
  sql`SELECT set_config('timezone', 'UTC', true), set_config('datestyle', 'ISO', true), set_config('bytea_output', 'hex', true)`;

export async function tableSums(sql: Transaction): Promise<TableSums> {
  await plainValues(sql);
  const sums: Record<string, { rows: number; sum: string }> = {};
  for (const table of await tableNames(sql)) {
    const [row] =
      await sql`SELECT count(*)::int AS rows, coalesce(sum(hashtextextended(t::text, 0)::numeric), 0)::text AS sum FROM ${sql(table)} t`;
    sums[table] = { rows: Number(row?.["rows"]), sum: String(row?.["sum"]) };
  }
  return sums;
}

/** Tables whose rows or sums are not the same. */
export const differing = (one: TableSums, other: TableSums): readonly string[] =>
  [...new Set([...Object.keys(one), ...Object.keys(other)])].filter(
    (table) => one[table]?.rows !== other[table]?.rows || one[table]?.sum !== other[table]?.sum,
  );
