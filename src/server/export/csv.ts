/** Tables for spreadsheets, the same everywhere. */
import Papa from "papaparse";

/** What a spreadsheet would take for a formula; the library's own looks at one line only, and lets pass what goes on after a line break. */
const FORMULA = /^[=+\-@\t\r]/;
export interface Table {
  /** Null: the rows go on from ones that were written before. */
  readonly headings: readonly string[] | null;
  readonly rows: readonly (readonly unknown[])[];
}
/** Rows end as RFC 4180 has it, the last one too; what would be a formula is marked as words. */
export function csvOf({ headings, rows }: Table): string {
  const all = [...(headings ? [headings] : []), ...rows];
  return all.length === 0 ? "" : `${Papa.unparse(all as unknown[][], { escapeFormulae: FORMULA, newline: "\r\n" })}\r\n`;
}
