import type { z } from "zod";

type Rows = PromiseLike<readonly unknown[]>;

/** Milliseconds from which on whoever keeps the server wants to know of a query. */
const SLOW = 300;
let tell: (query: string, milliseconds: number) => void = () => undefined;
/** Names who is told of slow queries: their text, without what was asked for. */
export const tellOfSlowQueries = (listener: typeof tell): void => {
  tell = listener;
};
async function timed(rows: Rows): Promise<readonly unknown[]> {
  const begun = performance.now();
  const found = await rows;
  const took = performance.now() - begun;
  const { strings } = rows as { strings?: readonly string[] };
  if (took > SLOW) tell((strings?.join("…") ?? "").replaceAll(/\s+/g, " ").slice(0, 400), Math.round(took));
  return found;
}

/** Every row parsed by the schema beside its query; a row that does not fit is a fault of ours and throws. */
export async function many<S extends z.core.$ZodType>(schema: S, rows: Rows): Promise<z.output<S>[]> {
  return (await timed(rows)).map((row) => parseRow(schema, row));
}
export async function maybeOne<S extends z.core.$ZodType>(schema: S, rows: Rows): Promise<z.output<S> | null> {
  const [first] = await timed(rows);
  return first === undefined ? null : parseRow(schema, first);
}
export async function one<S extends z.core.$ZodType>(schema: S, rows: Rows): Promise<z.output<S>> {
  const found = await maybeOne(schema, rows);
  if (found === null) throw new Error("Broken assumption: the query gives a row");
  return found;
}
const parseRow = <S extends z.core.$ZodType>(schema: S, row: unknown): z.output<S> =>
  (schema as unknown as { parse(x: unknown): z.output<S> }).parse(row);
