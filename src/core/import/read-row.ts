/** One row of a spreadsheet as values of ours, each cell by what its column holds. */
import type { Column, ColumnKind } from "./columns.ts";
import {
  type DateOrder,
  readChoice,
  readClock,
  readDayCell,
  readNumber,
  readQuantity,
  readScores,
  readWeekdays,
  readYesNo,
} from "./values.ts";

export type CellFault =
  | "missing"
  | "not-a-day"
  | "not-a-birth"
  | "not-a-number"
  | "not-yes-no"
  | "not-a-choice"
  | "not-an-hour"
  | "not-weekdays"
  | "not-scores";
/** What a row gives; a key that is not there was empty, and says nothing. */
export type RowValues = Readonly<Record<string, unknown>>;
export interface RowFault {
  readonly column: string;
  readonly code: CellFault;
}

const FAULT: Readonly<Record<ColumnKind["holds"], CellFault>> = {
  words: "missing",
  day: "not-a-day",
  birth: "not-a-birth",
  number: "not-a-number",
  "yes-no": "not-yes-no",
  clock: "not-an-hour",
  weekdays: "not-weekdays",
  choice: "not-a-choice",
  scores: "not-scores",
};
const YEAR = /^(19|20|21)\d{2}$/;

function valueOf(cell: string, kind: ColumnKind, reading: DateOrder): unknown {
  switch (kind.holds) {
    case "words":
      return cell;
    case "day":
      return readDayCell(cell, reading.days);
    case "birth":
      return YEAR.test(cell) ? { year: Number(cell), date: null } : nullOrDay(readDayCell(cell, reading.days));
    case "number":
      return kind.of === "plain"
        ? (readQuantity(cell, "plain", reading) ?? readNumber(cell, reading.decimals))
        : readQuantity(cell, kind.of, reading);
    case "yes-no":
      return readYesNo(cell);
    case "clock":
      return readClock(cell);
    case "weekdays":
      return readWeekdays(cell);
    case "choice":
      return readChoice(cell, kind.names);
    case "scores":
      return readScores(cell);
  }
}
const nullOrDay = (date: ReturnType<typeof readDayCell>) => date && { year: null, date };

/** `columns`: for each cell the column that it belongs to, null for none. */
export function readRow(
  all: readonly Column[],
  columns: readonly (string | null)[],
  cells: readonly string[],
  reading: DateOrder,
): { readonly values: RowValues; readonly faults: readonly RowFault[] } {
  const values: Record<string, unknown> = {};
  const faults: RowFault[] = [];
  for (const column of all) {
    const at = columns.indexOf(column.key);
    const cell = (at === -1 ? "" : (cells[at] ?? "")).trim();
    if (cell === "") {
      if (column.needed) faults.push({ column: column.key, code: "missing" });
      continue;
    }
    const value = valueOf(cell, column.kind, reading);
    if (value === null) faults.push({ column: column.key, code: FAULT[column.kind.holds] });
    else values[column.key] = value;
  }
  return { values, faults };
}
