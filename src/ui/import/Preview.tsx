/** What would become of each row: told before anything is written. */
import { useState } from "react";
import type { Did, ImportReport, TakeImport } from "#contracts/import.ts";
import { COLUMNS, type ImportName } from "#core/import/columns.ts";
import type { Table } from "#core/import/table.ts";
import { Button, Choice } from "#ui/kit/parts.tsx";
import { Wide } from "#ui/kit/Wide.tsx";
import { plural } from "#ui/words/figures.ts";
import { headingOf, sayRowProblem } from "#ui/words/import.ts";

const DID: Readonly<Record<Did, string>> = { new: "New", changed: "Changed", left: "As it is", faulty: "Faulty" };
const OF: Readonly<Record<string, Did>> = { n: "new", c: "changed", l: "left", f: "faulty" };
const SHOWN = 50;

interface Props {
  readonly list: ImportName;
  readonly table: Table;
  readonly report: ImportReport;
  readonly busy: boolean;
  take(how: TakeImport["how"]): void;
}
export function Preview({ list, table, report, busy, take }: Props) {
  const { counts } = report;
  const present = (Object.keys(DID) as Did[]).filter((did) => counts[did] > 0);
  const [wanted, setWanted] = useState<Did>(counts.faulty > 0 ? "faulty" : (present[0] ?? "new"));
  const shown = present.includes(wanted) ? wanted : (present[0] ?? "new");
  const rows = [...report.rows].flatMap((letter, row) => (OF[letter] === shown ? [row] : []));
  const wrong = new Map(report.problems.map(({ row, problems }) => [row, problems]));
  const changes = new Map(report.changes.map(({ row, changes: all }) => [row, all]));
  const good = counts.new + counts.changed;
  return (
    <div className="mt-4 grid grid-cols-[minmax(0,1fr)] gap-3">
      <Choice
        name="shown"
        legend="What would happen to the rows"
        value={shown}
        options={present.map((did) => [did, `${DID[did]}: ${counts[did]}`] as const)}
        onChange={(did) => setWanted(did)}
      />
      <Wide label={`Rows: ${DID[shown]}`}>
        <table className="w-full text-left">
          <thead>
            <tr className="sign text-dim">
              <th className="pr-3">Row</th>
              <th className="pr-3">{COLUMNS[list][0]?.heading}</th>
              <th>
                {shown === "faulty" ? "What is wrong and how to fix it" : shown === "changed" ? "What changes" : "In the file"}
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, SHOWN).map((row) => (
              <tr key={row} className="border-t border-line align-top">
                <td className="pr-3 tabular-nums">{table.lines[row]}</td>
                <th scope="row" className="pr-3 font-normal">
                  {table.rows[row]?.[0]}
                </th>
                <td className={shown === "faulty" ? "text-oxblood" : "text-dim"}>
                  {shown === "faulty"
                    ? wrong.get(row)?.map((one) => (
                        <span key={sayRowProblem(list, one)} className="block">
                          {sayRowProblem(list, one)}
                        </span>
                      ))
                    : shown === "changed"
                      ? changes
                          .get(row)
                          ?.map(({ column, from, to }) => `${headingOf(list, column)}: ${from || "nothing"} → ${to || "nothing"}`)
                          .join(" · ")
                      : table.rows[row]
                          ?.slice(1)
                          .filter((cell) => cell !== "")
                          .join(" · ")}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Wide>
      {rows.length > SHOWN && <p className="text-dim">And {plural(rows.length - SHOWN, "more row")} like these.</p>}
      {report.counted.map(({ horse, before, after }) => (
        <p key={horse}>
          {horse}: of {plural(before, "session")} counted on paper, {before - after} would be rows and {after} stay counted.
        </p>
      ))}
      {good === 0 ? (
        <p>{counts.faulty > 0 ? "No row can be imported." : "Everything in this file is already here. Nothing to import."}</p>
      ) : (
        <div className="flex flex-wrap items-center gap-3">
          {counts.faulty === 0 ? (
            <Button tone="main" disabled={busy} onClick={() => take("all")}>
              Bring in {plural(good, "row")}
            </Button>
          ) : (
            <>
              <Button tone="main" disabled={busy} onClick={() => take("good")}>
                Bring in the {plural(good, "good row")} only
              </Button>
              <span className="text-dim">Or fix the file and choose it again. Rows already imported are left alone.</span>
            </>
          )}
        </div>
      )}
    </div>
  );
}
