import type { z } from "zod/mini";

type Rows = PromiseLike<readonly unknown[]>;

/** Every row parsed by the schema beside its query; a row that does not fit is a fault of ours and throws. */
export async function many<S extends z.core.$ZodType>(schema: S, rows: Rows): Promise<z.output<S>[]> {
  return (await rows).map((row) => parseRow(schema, row));
}
export async function maybeOne<S extends z.core.$ZodType>(schema: S, rows: Rows): Promise<z.output<S> | null> {
  const [first] = await rows;
  return first === undefined ? null : parseRow(schema, first);
}
export async function one<S extends z.core.$ZodType>(schema: S, rows: Rows): Promise<z.output<S>> {
  const found = await maybeOne(schema, rows);
  if (found === null) throw new Error("Broken assumption: the query gives a row");
  return found;
}
const parseRow = <S extends z.core.$ZodType>(schema: S, row: unknown): z.output<S> =>
  (schema as unknown as { parse(x: unknown): z.output<S> }).parse(row);
