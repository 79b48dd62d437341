/** What comes in from a spreadsheet: rows as text, which column each cell belongs to, and how what may be read in two ways is meant. */
import { z } from "zod/mini";
import { IMPORTS } from "#core/import/columns.ts";
import type { CellFault } from "#core/import/read-row.ts";
import type { DateOrder } from "#core/import/values.ts";
import { id, list, noControl, oneOf, said } from "./fields.ts";
import type { Refusal } from "./refusal.ts";

/** More than ten years of a large barn; a longer table comes in as several. */
export const ROWS_LIMIT = 20_000;
export const COLUMNS_LIMIT = 60;
export const CELL_LIMIT = 2000;

const ReadingFields = z.object({
  days: oneOf(["day-first", "month-first"]),
  decimals: oneOf(["point", "comma"]),
  weights: oneOf(["kg", "lb"]),
  heights: oneOf(["cm", "hands"]),
  lengths: oneOf(["cm", "in"]),
  temperatures: oneOf(["C", "F"]),
}) satisfies z.core.$ZodType<DateOrder>;

const cell = z
  .string("Cells are text.")
  .check(z.maxLength(CELL_LIMIT, `A cell holds at most ${CELL_LIMIT} characters.`), noControl);
/** look: nothing is written, it is only said what would be · all: every row or none · good: what is faulty is left out. */
const HOWS = ["look", "all", "good"] as const;
export const TakeImport = z
  .object({
    list: oneOf(IMPORTS),
    file: said("The file's name", 200),
    columns: list(z.nullable(z.string().check(z.maxLength(40))), COLUMNS_LIMIT),
    rows: z
      .array(list(cell, COLUMNS_LIMIT), "Rows of cells.")
      .check(
        z.minLength(1, "The file has no rows under its headings."),
        z.maxLength(ROWS_LIMIT, `At most ${ROWS_LIMIT} rows at once: bring a longer table in as several.`),
      ),
    reading: ReadingFields,
    how: oneOf(HOWS),
  })
  .check(
    z.refine(
      ({ columns }) => {
        const given = columns.filter((one) => one !== null);
        return new Set(given).size === given.length;
      },
      { path: ["columns"], message: "Two columns are matched to the same field. Choose one." },
    ),
  );
export type TakeImport = z.output<typeof TakeImport>;
export const UndoImport = z.object({ id: id<"import">() });
export type UndoImport = z.output<typeof UndoImport>;

/** What only the record knows of a row. */
export type RowFaultCode =
  | CellFault
  | "no-such-horse"
  | "which-horse"
  | "which-client"
  | "no-such-person"
  | "which-person"
  | "no-such-place"
  | "no-such-skill"
  | "no-such-method"
  | "not-in-a-stay"
  | "no-minutes"
  | "outside-hours"
  | "owner-missing"
  | "nothing-given";
export type RowProblem = { readonly column: string | null } & (
  | { readonly code: RowFaultCode; readonly named?: string }
  /** As the field's own schema says it. */
  | { readonly code: "field"; readonly message: string }
  /** As a use case says it. */
  | { readonly code: "refused"; readonly refusal: Refusal }
);

export const DIDS = ["new", "changed", "left", "faulty"] as const;
export type Did = (typeof DIDS)[number];
export interface FieldChange {
  readonly column: string;
  readonly from: string;
  readonly to: string;
}
/** So many rows are told of one by one; all are counted. */
export const TOLD_ROWS = 300;
export interface ImportReport {
  /** Null: it was only looked at. */
  readonly id: string | null;
  /** What became of each row, in their order, one letter each: n, c, l, f. */
  readonly rows: string;
  readonly counts: Readonly<Record<Did, number>>;
  readonly problems: readonly { readonly row: number; readonly problems: readonly RowProblem[] }[];
  readonly changes: readonly { readonly row: number; readonly changes: readonly FieldChange[] }[];
  /** Of stays whose sessions on paper were counted: how many of them are rows now. */
  readonly counted: readonly { readonly horse: string; readonly before: number; readonly after: number }[];
}
/** While it goes on. */
export interface Progress {
  readonly done: number;
  readonly of: number;
}
/** What an import may have been: a list of a spreadsheet, or a horse of another barn. */
export const CAME = [...IMPORTS, "archive"] as const;
export type Came = (typeof CAME)[number];
/** For how many days an import can be taken out again. */
export const UNDO_DAYS = 7;
export interface ImportView {
  readonly id: string;
  readonly list: Came;
  readonly file: string;
  readonly by: string;
  readonly at: string;
  readonly made: number;
  readonly changed: number;
  readonly undone: string | null;
  readonly mayUndo: boolean;
}
