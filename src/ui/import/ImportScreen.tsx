/** Bringing a spreadsheet in: choose, match the columns, look at what would be, bring it in, take it out again. */
import { useRef, useState } from "react";
import type { ImportReport, ImportView, Progress, TakeImport } from "#contracts/import.ts";
import { COLUMNS, IMPORTS, type ImportName, matched, type Quantity } from "#core/import/columns.ts";
import { type Table, tableOf } from "#core/import/table.ts";
import { type DateOrder, dayOrderOf, decimalsOf, unitsIn } from "#core/import/values.ts";
import { Button, Choice, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { IMPORT, sayFileFault } from "#ui/words/import.ts";
import type { ProblemBody } from "#ui/words/problem.ts";
import { takeIn } from "./ask-in-lines.ts";
import { Came, TakeOut } from "./Came.tsx";
import { ColumnsTable } from "./ColumnsTable.tsx";
import { HorseFile } from "./HorseFile.tsx";
import { readBeside } from "./in-worker.ts";
import { Preview } from "./Preview.tsx";
import type { Sheet } from "./read-file.ts";

interface Chosen {
  readonly file: string;
  readonly sheets: readonly Sheet[];
  readonly sheet: number;
  readonly table: Table;
  readonly columns: readonly (string | null)[];
  readonly reading: DateOrder;
}

/** What may be read in two ways is read as the file's own cells tell, else as this barn writes. */
function readingOf(list: ImportName, table: Table, hands: boolean): DateOrder {
  const cells = table.rows.flat();
  const columns = matched(list, table.headings);
  const of = (quantity: Quantity, keys?: readonly string[]): string[] =>
    COLUMNS[list]
      .filter(({ key, kind }) => kind.holds === "number" && kind.of === quantity && (keys?.includes(key) ?? true))
      .flatMap(({ key }) => (columns.includes(key) ? table.rows.map((row) => row[columns.indexOf(key)] ?? "") : []));
  return {
    days: dayOrderOf(cells) ?? (hands ? "month-first" : "day-first"),
    decimals: decimalsOf(cells) ?? "point",
    weights: hands ? "lb" : "kg",
    heights: hands ? "hands" : "cm",
    lengths: hands ? "in" : "cm",
    temperatures: hands ? "F" : "C",
    ...unitsIn({ heights: of("height"), lengths: of("length"), horseWeights: of("weight", ["toldKg", "scaleKg"]) }),
  };
}

export function ImportScreen({ imports, units }: { imports: readonly ImportView[]; units: string }) {
  useAwake();
  const [list, setList] = useState<ImportName>("stays");
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [wrong, setWrong] = useState("");
  const [problem, setProblem] = useState<ProblemBody | null>(null);
  const [report, setReport] = useState<ImportReport | null>(null);
  const [progress, setProgress] = useState<Progress | null>(null);
  const stop = useRef<AbortController | null>(null);

  const clear = (): void => {
    setReport(null);
    setProblem(null);
    setWrong("");
  };
  const show = (of: ImportName, file: string, sheets: readonly Sheet[], sheet: number): void => {
    clear();
    const table = tableOf(of, sheets[sheet]?.rows ?? []);
    if (!table || table.rows.length === 0) {
      setChosen(null);
      setWrong("The file has headings but no rows. Fill in the table, or choose another.");
      return;
    }
    setChosen({
      file,
      sheets,
      sheet,
      table,
      columns: matched(of, table.headings),
      reading: readingOf(of, table, units === "hands"),
    });
  };
  const choose = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    clear();
    setChosen(null);
    const read = await readBeside(file);
    if ("fault" in read) setWrong(sayFileFault(read.fault, read.line));
    else show(list, file.name, read.sheets, 0);
  };
  const send = async (how: TakeImport["how"]): Promise<void> => {
    if (!chosen) return;
    setProblem(null);
    setProgress({ done: 0, of: chosen.table.rows.length });
    stop.current = new AbortController();
    const { table, columns, reading, file } = chosen;
    const input: TakeImport = { list, file, columns: [...columns], rows: table.rows.map((row) => [...row]), reading, how };
    const answer = await takeIn(input, stop.current.signal, setProgress);
    setProgress(null);
    if (answer.ok) setReport(answer.value);
    else setProblem(answer.problem);
  };
  const change = (of: Partial<Chosen>): void => {
    if (chosen) setChosen({ ...chosen, ...of });
    setReport(null);
  };
  const missing = chosen ? COLUMNS[list].filter((one) => one.needed && !chosen.columns.includes(one.key)) : [];

  return (
    <div className="grid max-w-5xl grid-cols-[minmax(0,1fr)] gap-6">
      <section aria-labelledby="import-title">
        <h2 id="import-title">Import a spreadsheet</h2>
        <Choice
          name="list"
          legend="What is in it"
          value={list}
          options={IMPORTS.map((one) => [one, IMPORT[one].words] as const)}
          onChange={(of) => {
            setList(of);
            if (chosen) show(of, chosen.file, chosen.sheets, chosen.sheet);
            else clear();
          }}
        />
        <p className="mt-1 text-dim">
          {IMPORT[list].holds}{" "}
          <a href={`/api/import-template/${list}.csv`} download>
            Blank table to fill in: {IMPORT[list].words.toLowerCase()}
          </a>
        </p>
        <label className="sign mt-3 block text-dim" htmlFor="import-file">
          File, .csv or .xlsx
        </label>
        <input
          id="import-file"
          type="file"
          accept=".csv,.tsv,.txt,.xlsx,text/csv"
          className="mt-1 block min-h-10 w-full max-w-md rounded border border-edge p-1 file:mr-3 file:min-h-8 file:rounded file:border file:border-edge file:bg-paper file:px-3"
          onChange={(event) => void choose(event.target.files?.[0])}
        />
        <p role="alert" className="text-oxblood">
          {wrong}
        </p>
      </section>

      {chosen && (report?.id ?? null) === null && (
        <section aria-labelledby="columns-title" className="min-w-0">
          <h2 id="columns-title">
            {chosen.file}: {chosen.table.rows.length} rows
          </h2>
          {chosen.sheets.length > 1 && (
            <label className="sign text-dim">
              Sheet{" "}
              <select
                className="min-h-9 rounded border border-edge px-2 font-normal text-ink"
                value={chosen.sheet}
                onChange={(event) => show(list, chosen.file, chosen.sheets, Number(event.target.value))}
              >
                {chosen.sheets.map(({ name }, at) => (
                  <option key={name} value={at}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
          )}
          <ColumnsTable list={list} table={chosen.table} columns={chosen.columns} reading={chosen.reading} change={change} />
          {missing.length > 0 && (
            <p className="mt-2 text-oxblood">
              Still to match: {missing.map(({ heading }) => heading).join(", ")}. Choose the column of the file that holds it.
            </p>
          )}
          <div className="mt-3 flex flex-wrap items-center gap-3">
            <Button
              tone={report ? "plain" : "main"}
              disabled={progress !== null || missing.length > 0}
              onClick={() => void send("look")}
            >
              Preview the import
            </Button>
            {progress && (
              <span role="status" className="flex items-center gap-2">
                <progress aria-label="Rows read" value={progress.done} max={progress.of} />
                {progress.done} of {progress.of}
                <Button onClick={() => stop.current?.abort()}>Stop</Button>
              </span>
            )}
          </div>
          <Trouble problem={problem} />
          {report && (
            <Preview list={list} table={chosen.table} report={report} busy={progress !== null} take={(how) => void send(how)} />
          )}
        </section>
      )}
      {report !== null && report.id !== null && (
        <section aria-labelledby="done-title" role="status" className="border-2 border-rail bg-paper p-3">
          <h2 id="done-title">Imported</h2>
          <p>
            {report.counts.new} new, {report.counts.changed} changed, {report.counts.left} unchanged
            {report.counts.faulty > 0 && `, ${report.counts.faulty} left out`}.
          </p>
          <p className="mt-2 flex flex-wrap items-center gap-4">
            <a href={IMPORT[list].path}>{IMPORT[list].then}</a>
            <a href="/barn/import">Import more</a>
            <TakeOut id={report.id} file={chosen?.file ?? ""} />
          </p>
        </section>
      )}
      <HorseFile />
      <Came imports={imports} />
    </div>
  );
}
