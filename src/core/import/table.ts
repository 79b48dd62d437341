/** A table as a file has it: which of its rows are the headings, and which hold something. */
import { COLUMNS, type ImportName, matched } from "./columns.ts";

export interface Table {
  readonly headings: readonly string[];
  readonly rows: readonly (readonly string[])[];
  /** Of each row: where it stands in the file, counted from 1. */
  readonly lines: readonly number[];
}
/** Titles above the headings are looked over as far as this. */
const LOOKED_OVER = 10;

/** Headings are the row of the first few in which most columns are known by name; where none is, the first that holds anything. Null: there is nothing in it. */
export function tableOf(list: ImportName, all: readonly (readonly string[])[]): Table | null {
  const filled = all
    .map((cells, at) => ({ cells: cells.map((cell) => cell.trim()), line: at + 1 }))
    .filter(({ cells }) => cells.some((cell) => cell !== ""));
  let [best, most] = [0, 0];
  for (const [at, { cells }] of filled.slice(0, LOOKED_OVER).entries()) {
    const known = matched(list, cells).filter((one) => one !== null).length;
    if (known > most) [best, most] = [at, known];
  }
  const head = filled[best];
  if (!head) return null;
  const width = Math.max(...filled.slice(best).map(({ cells }) => cells.length));
  const padded = (cells: readonly string[]): string[] => Array.from({ length: width }, (_, at) => cells[at] ?? "");
  const rows = filled.slice(best + 1);
  return { headings: padded(head.cells), rows: rows.map(({ cells }) => padded(cells)), lines: rows.map(({ line }) => line) };
}

/** A template: our own headings, and one row as it may look. */
export const templateOf = (list: ImportName): { readonly headings: readonly string[]; readonly example: readonly string[] } => ({
  headings: COLUMNS[list].map(({ heading }) => heading),
  example: COLUMNS[list].map(({ example }) => example),
});
