/** What every list of an import asks of a row, and what becomes of it. */

import type { z } from "zod/mini";
import { decode } from "#contracts/decode.ts";
import type { FieldChange, RowFaultCode, RowProblem } from "#contracts/import.ts";
import type { Refusal } from "#contracts/refusal.ts";
import type { Column } from "#core/import/columns.ts";
import type { RowValues } from "#core/import/read-row.ts";
import { ok, type Result, refuse } from "#core/kernel/result.ts";
import type { Work } from "../work.ts";

export interface Taken {
  readonly did: "new" | "changed" | "left";
  readonly changes?: readonly FieldChange[];
}
export type RowAnswer = Result<Taken, readonly RowProblem[]>;
/** Takes the rows of one list, in their order. */
export interface Taker {
  take(work: Work, values: RowValues): Promise<RowAnswer>;
  /** Once all rows were asked for: what was put together is written. Rows told of as taken stay so. */
  end?(work: Work): Promise<void>;
  readonly counted?: () => readonly { readonly horse: string; readonly before: number; readonly after: number }[];
}

export const isNew = (): RowAnswer => ok({ did: "new" });
export const faulty = (column: string | null, code: RowFaultCode, named?: string) =>
  refuse<readonly RowProblem[]>([{ column, code, ...(named === undefined ? {} : { named }) }]);
/** What a use case refused; the last part of its path is the column, where it has one. */
export const refused = (refusal: Refusal, columns: readonly Column[]) =>
  refuse<readonly RowProblem[]>([{ column: columnOf(refusal.path, columns), code: "refused", refusal }]);

/** Fields that a column holds by another name. */
const COLUMN_OF: Readonly<Record<string, string>> = { birthDate: "birth", birthYear: "birth", name: "horse" };
function columnOf(path: string, columns: readonly Column[]): string | null {
  const names = path.split(".").flatMap((part) => [part, COLUMN_OF[part] ?? part]);
  return columns.find(({ key }) => names.includes(key))?.key ?? null;
}

/** The one schema of form, endpoint and record says whether these are fields; its faults are told by column. */
export function fields<S extends z.core.$ZodType>(
  schema: S,
  given: unknown,
  columns: readonly Column[],
): Result<z.output<S>, readonly RowProblem[]> {
  const decoded = decode(schema, given);
  if (decoded.ok) return decoded;
  return refuse(decoded.error.map(({ path, message }) => ({ column: columnOf(path, columns), code: "field" as const, message })));
}

const shown = (value: unknown): string =>
  value === null || value === undefined
    ? ""
    : Array.isArray(value)
      ? value.join(", ")
      : typeof value === "boolean"
        ? value
          ? "yes"
          : "no"
        : String(value);
/** What of `before` would be another with what the row says. */
export function changesOf(before: object, after: object): FieldChange[] {
  const was = before as Record<string, unknown>;
  return Object.entries(after).flatMap(([key, value]) =>
    JSON.stringify(was[key]) === JSON.stringify(value)
      ? []
      : [{ column: COLUMN_OF[key] ?? key, from: shown(was[key]), to: shown(value) }],
  );
}
/** Of all values those that are fields of this. */
export const only = <K extends string>(values: RowValues, keys: readonly K[]): Partial<Record<K, unknown>> =>
  Object.fromEntries(keys.filter((key) => key in values).map((key) => [key, values[key]])) as Partial<Record<K, unknown>>;
