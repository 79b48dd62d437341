/** All reports of the week: what is due, how far it is; drafts begun together, ready ones approved and sent together. */

import { useState } from "react";
import type { DueReportsView, DueReportView } from "#contracts/views.report.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { plural } from "#ui/words/figures.ts";
import { reportPath, sayReportKind } from "#ui/words/report-kind.ts";

const STATE: Readonly<Record<DueReportView["state"], string>> = {
  "not-begun": "○ not begun",
  draft: "◐ composed, to be read",
  approved: "● approved, not sent",
  sent: "✓ sent",
};
const keyOf = ({ stay, kind, ordinal }: DueReportView): string => `${stay} ${kind} ${ordinal}`;

export function DueReports({ view, tooEarly }: { view: DueReportsView; tooEarly: string }) {
  useAwake();
  const [reports, setReports] = useState(view.reports);
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const [progress, setProgress] = useState<string>("");
  const [failed, setFailed] = useState<Readonly<Record<string, string>>>({});
  const { busy, problem, send } = useCommand();
  const open = reports.filter(({ state }) => state === "not-begun");
  const drafts = reports.filter(({ state }) => state === "draft");
  const put = (key: string, part: Partial<DueReportView>): void =>
    setReports((before) => before.map((one) => (keyOf(one) === key ? { ...one, ...part } : one)));
  const compose = async (): Promise<void> => {
    const which = open.map(({ stay, kind, ordinal }) => ({ stay, kind, ordinal }));
    if ((await send("report/compose", { which })).ok)
      setReports((before) => before.map((one) => (one.state === "not-begun" ? { ...one, state: "draft" } : one)));
  };
  const approve = async (): Promise<void> => {
    const chosen = drafts.filter((one) => picked.has(keyOf(one)));
    for (const [i, { stay, kind, ordinal, horse, version }] of chosen.entries()) {
      setProgress(`${i + 1} of ${chosen.length}: ${horse}`);
      const key = `${stay} ${kind} ${ordinal}`;
      const answer = await send<{ number: number }>("report/approve", { stay, kind, ordinal, version: version ?? 1, send: true });
      if (answer.ok) put(key, { state: "sent", number: answer.value.number });
      else setFailed((before) => ({ ...before, [key]: answer.problem.message }));
    }
    setProgress("");
    setPicked(new Set());
  };
  return (
    <>
      <div className="flex flex-wrap items-center gap-3 py-2">
        <p className="text-dim">
          {sayDate(view.from)} to {sayDate(view.to)}: {plural(reports.length, "report")},{" "}
          {reports.filter(({ state }) => state === "sent").length} sent.
        </p>
        <Button disabled={busy || open.length === 0} onClick={() => void compose()}>
          Compose all {open.length > 0 ? `(${open.length})` : ""}
        </Button>
        <Button tone="main" disabled={busy || picked.size === 0} onClick={() => void approve()}>
          Approve and send {picked.size > 0 ? picked.size : "the chosen"}
        </Button>
        <span role="status" className="text-dim">
          {progress}
        </span>
      </div>
      <Trouble problem={problem} />
      {reports.length === 0 && <p className="py-4">No report is due this week or was due in the last.</p>}
      {reports.length > 0 && (
        <table className="w-full max-w-5xl border-collapse text-left">
          <thead>
            <tr className="sign border-b-2 border-rail">
              <th scope="col">Due</th>
              <th scope="col">Horse</th>
              <th scope="col">Owner</th>
              <th scope="col">Report</th>
              <th scope="col">State</th>
              <th scope="col">Read it, and send</th>
            </tr>
          </thead>
          <tbody>
            {reports.map((report) => {
              const key = keyOf(report);
              const late = report.due < view.today && report.state !== "sent";
              return (
                <tr key={key} className="h-9 border-b border-line">
                  <td className={late ? "text-ochre" : ""}>
                    {late ? "▲ " : ""}
                    {sayDate(report.due)}
                  </td>
                  <th scope="row" className="font-normal">
                    <a href={`/horse/${report.stay}`}>{report.horse}</a>
                  </th>
                  <td>{report.client}</td>
                  <td>
                    <a href={reportPath(report.stay, report)}>{sayReportKind(report)}</a>
                  </td>
                  <td>
                    {STATE[report.state]}
                    {report.number !== null && (
                      <>
                        {" "}
                        <a href={`/report/${report.number}`}>{report.number}</a>
                      </>
                    )}
                    {failed[key] && <span className="text-oxblood"> ■ {failed[key]}</span>}
                  </td>
                  <td>
                    {report.state === "draft" &&
                      (report.early ? (
                        <span className="text-dim">{tooEarly}</span>
                      ) : (
                        <label className="flex items-center gap-2">
                          <input
                            type="checkbox"
                            className="size-4"
                            aria-label={`${report.horse}, ${sayReportKind(report)}: read, and to be sent`}
                            checked={picked.has(key)}
                            onChange={(event) => {
                              const next = new Set(picked);
                              if (event.target.checked) next.add(key);
                              else next.delete(key);
                              setPicked(next);
                            }}
                          />
                          read
                        </label>
                      ))}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </>
  );
}
