/** A file's bytes as rows of text: CSV in whatever coding, or the first sheets of an .xlsx file. It is read in the browser, so that a broken or hostile file hurts nobody else. */
import { Unzip, UnzipInflate } from "fflate";
import Papa from "papaparse";
import readSheets from "read-excel-file/universal";
import { CELL_LIMIT, COLUMNS_LIMIT, ROWS_LIMIT } from "#contracts/import.ts";

export type FileFault =
  | "empty"
  | "too-large"
  | "unpacks-too-large"
  | "old-workbook"
  | "broken"
  | "too-many-rows"
  | "too-wide"
  | "long-cell"
  | "not-a-table";
export interface Sheet {
  readonly name: string;
  readonly rows: readonly (readonly string[])[];
}
export type FileRead = { readonly sheets: readonly Sheet[] } | { readonly fault: FileFault; readonly line?: number };

const BYTES_LIMIT = 10 * 1024 * 1024;
/** All parts of a workbook together, unpacked. */
const UNPACKED_LIMIT = 100 * 1024 * 1024;
const PARTS_LIMIT = 2000;
const CHUNK = 64 * 1024;

const startsWith = (bytes: Uint8Array, ...first: readonly number[]): boolean => first.every((byte, at) => bytes[at] === byte);

/** True where it stays within bounds; counted while it is unpacked, as what the file says of itself may be a lie. Nothing of it is kept. Throws where it is broken. */
function unpacksWithin(bytes: Uint8Array, limit: number): boolean {
  let [total, parts] = [0, 0];
  const unzip = new Unzip((part) => {
    parts += 1;
    part.ondata = (error, data) => {
      if (error) throw error;
      total += data.length;
    };
    if (parts <= PARTS_LIMIT) part.start();
  });
  unzip.register(UnzipInflate);
  for (let at = 0; at < bytes.length && total <= limit && parts <= PARTS_LIMIT; at += CHUNK)
    unzip.push(bytes.subarray(at, at + CHUNK), at + CHUNK >= bytes.length);
  if (parts === 0) throw new Error("no archive");
  return total <= limit && parts <= PARTS_LIMIT;
}

/** Three figures behind a point would be taken for thousands; a day is the calendar day that the sheet has. */
function textOf(cell: unknown): string {
  if (cell === null || cell === undefined) return "";
  if (cell instanceof Date) {
    const [day = "", time = ""] = Number.isNaN(cell.getTime()) ? [] : cell.toISOString().split("T");
    // Excel keeps an hour alone as a day before its first.
    if (day < "1901") return time.slice(0, 5);
    return time.startsWith("00:00") ? day : `${day} ${time.slice(0, 5)}`;
  }
  if (typeof cell === "number") {
    const figures = String(Number(cell.toFixed(4)));
    return /\.\d{3}$/.test(figures) ? `${figures}0` : figures;
  }
  if (typeof cell === "boolean") return cell ? "yes" : "no";
  return String(cell);
}

/** UTF-8 and UTF-16 by what they begin with or hold; else the coding of older office programs. */
function decoded(bytes: Uint8Array): string {
  if (startsWith(bytes, 0xff, 0xfe)) return new TextDecoder("utf-16le").decode(bytes);
  if (startsWith(bytes, 0xfe, 0xff)) return new TextDecoder("utf-16be").decode(bytes);
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
}

/** What is no table for us, row by row. */
function faultOf(rows: readonly (readonly string[])[]): { readonly fault: FileFault; readonly line?: number } | null {
  if (rows.every((cells) => cells.every((cell) => cell.trim() === ""))) return { fault: "empty" };
  // Titles above the headings are let pass.
  if (rows.length > ROWS_LIMIT + 10) return { fault: "too-many-rows" };
  for (const [at, cells] of rows.entries()) {
    if (cells.length > COLUMNS_LIMIT && cells.slice(COLUMNS_LIMIT).some((cell) => cell.trim() !== ""))
      return { fault: "too-wide", line: at + 1 };
    if (cells.some((cell) => cell.length > CELL_LIMIT)) return { fault: "long-cell", line: at + 1 };
  }
  return null;
}
const cut = (rows: readonly (readonly string[])[]): string[][] => rows.map((cells) => cells.slice(0, COLUMNS_LIMIT));

async function workbook(bytes: Uint8Array): Promise<FileRead> {
  if (!unpacksWithin(bytes, UNPACKED_LIMIT)) return { fault: "unpacks-too-large" };
  const found = await readSheets(new Blob([bytes as Uint8Array<ArrayBuffer>]));
  const sheets = found.map(({ sheet, data }) => ({ name: sheet, rows: data.map((cells) => cells.map(textOf)) }));
  const [first, ...more] = sheets.filter(({ rows }) => faultOf(rows)?.fault !== "empty");
  if (!first) return { fault: "empty" };
  const fault = faultOf(first.rows);
  return (
    fault ?? { sheets: [first, ...more.filter(({ rows }) => !faultOf(rows))].map((one) => ({ ...one, rows: cut(one.rows) })) }
  );
}

/** Never throws: what cannot be read says why. */
export async function readFile(bytes: Uint8Array): Promise<FileRead> {
  if (bytes.length === 0) return { fault: "empty" };
  if (bytes.length > BYTES_LIMIT) return { fault: "too-large" };
  try {
    if (startsWith(bytes, 0x50, 0x4b)) return await workbook(bytes);
    if (startsWith(bytes, 0xd0, 0xcf, 0x11, 0xe0)) return { fault: "old-workbook" };
    const text = decoded(bytes);
    // biome-ignore lint/suspicious/noControlCharactersInRegex: a table of text has none
    if (/[\u0000-\u0008\u000e-\u001f]/.test(text)) return { fault: "not-a-table" };
    const rows = Papa.parse<string[]>(text, { delimiter: "", skipEmptyLines: false }).data;
    return faultOf(rows) ?? { sheets: [{ name: "", rows: cut(rows) }] };
  } catch {
    return { fault: "broken" };
  }
}
