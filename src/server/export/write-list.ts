/** A list of the barn as a table for a spreadsheet, written while it is read. */
import type { ListName } from "#contracts/export.ts";
import { type ExportRow, eachOf } from "#db/queries/export.ts";
import type { Deps } from "../container.ts";
import { csvOf } from "./csv.ts";

/** Names of columns as the database has them, in words: 'first day'. */
const heading = (column: string): string => column.replaceAll(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);

/** `say` words a value that the record keeps otherwise. */
export function writeList(
  { sql }: Pick<Deps, "sql">,
  list: ListName,
  say: (column: string, value: unknown) => unknown,
): ReadableStream<Uint8Array> {
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
  const writer = writable.getWriter();
  const encoder = new TextEncoder();
  let isFirst = true;
  const write = async (rows: readonly ExportRow[], columns: readonly string[]): Promise<void> => {
    const table = csvOf({
      headings: isFirst ? columns.map(heading) : null,
      rows: rows.map((row) => columns.map((name) => say(name, row[name]))),
    });
    isFirst = false;
    await writer.write(encoder.encode(table));
  };
  sql
    .begin((tx) => eachOf(tx, list, write))
    .then(
      () => writer.close(),
      // Whoever reads sees that it broke off; a reader who went away ends it too.
      (error: unknown) => writer.abort(error),
    )
    .catch(() => undefined);
  return readable;
}
