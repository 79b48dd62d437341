/** Reports by horse, what is late first: how far each is; drafts begun together, ready ones approved and sent together; who should say how it goes at home. */

import { useState } from "react";
import type { DueReportsView, DueReportView } from "#contracts/views.report.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { groupBy } from "#core/kernel/group.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { reportPath, sayReportKind } from "#ui/words/report-kind.ts";

const STATE: Readonly<Record<DueReportView["state"], string>> = {
  "not-begun": "○ no draft yet",
  draft: "◐ draft, to be read",
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
  const sent = reports.filter(({ state }) => state === "sent");
  const isLate = ({ due, state }: DueReportView): boolean => due < view.today && state !== "sent";
  const late = reports.filter(isLate).length;
  // A horse at a time, the one that has waited longest first.
  const horses = [
    ...groupBy(
      reports.filter(({ state }) => state !== "sent"),
      ({ stay }) => stay,
    ),
  ].map(([stay, list]) => ({ stay, list }));
  const toDo = horses.reduce((sum, { list }) => sum + list.length, 0);
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
      <p className="py-2 text-lg">
        {late > 0 && <strong className="text-ochre">▲ {late} late. </strong>}
        {toDo - late} to do by {sayDate(view.to)}, {sent.length} sent.
      </p>
      <div className="flex flex-wrap items-center gap-3 pb-2">
        <Button disabled={busy || open.length === 0} onClick={() => void compose()}>
          Write all drafts {open.length > 0 ? `(${open.length})` : ""}
        </Button>
        <Button tone="main" disabled={busy || picked.size === 0} onClick={() => void approve()}>
          Approve and send {picked.size > 0 ? picked.size : "selected"}
        </Button>
        <span role="status" className="text-dim">
          {progress}
        </span>
      </div>
      <Trouble problem={problem} />
      {toDo === 0 && <p className="py-4">All reports for this week and last week are sent.</p>}
      {horses.map(({ stay, list }) => (
        <section key={stay} aria-label={`Reports on ${list[0]?.horse}`} className="max-w-5xl border-t border-rail py-1">
          <div className="grid gap-x-4 md:grid-cols-[14rem_1fr]">
            <h2 className="text-base">
              <a href={`/horse/${stay}`}>{list[0]?.horse}</a>
              <span className="block font-sans text-sm font-normal text-dim">{list[0]?.client}</span>
            </h2>
            <ul>
              {list.map((report) => {
                const key = keyOf(report);
                return (
                  <li key={key} className="flex min-h-9 flex-wrap items-center gap-x-4 border-b border-line last:border-0">
                    <span className={`w-32 ${isLate(report) ? "font-bold text-ochre" : ""}`}>
                      {isLate(report) ? "▲ " : ""}
                      {sayDate(report.due)}
                    </span>
                    <a className="w-40" href={reportPath(report.stay, report)}>
                      {sayReportKind(report)}
                    </a>
                    <span className="grow">
                      {STATE[report.state]}
                      {report.number !== null && (
                        <>
                          {" "}
                          <a href={`/report/${report.number}`}>{report.number}</a>
                        </>
                      )}
                      {failed[key] && <span className="text-oxblood"> ■ {failed[key]}</span>}
                    </span>
                    {report.state === "draft" &&
                      (report.early ? (
                        <span className="text-dim">{tooEarly}</span>
                      ) : (
                        <label className="flex items-center gap-2">
                          <input
                            type="checkbox"
                            className="size-4"
                            aria-label={`${report.horse}, ${sayReportKind(report)}: read, select to send`}
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
                  </li>
                );
              })}
            </ul>
          </div>
        </section>
      ))}
      {view.checkBacks.length > 0 && (
        <section aria-labelledby="back-title" className="max-w-5xl pt-5">
          <h2 id="back-title">News from home</h2>
          <ul>
            {view.checkBacks.map(({ stay, horse, client, weeks, since, asked }) => (
              <li key={stay} className="flex min-h-9 flex-wrap items-center gap-x-4 border-t border-line">
                <a href={`/horse/${stay}/owner`}>{horse}</a>
                <span className="text-dim">{client}</span>
                <span className="grow">
                  {weeks} weeks at home since {sayDate(since)}; {asked ? "asked, no answer yet" : "not asked yet"}
                </span>
                <a href={`/horse/${stay}/owner?about=check-back:${weeks}`}>{asked ? "Ask again" : `Ask ${client}`}</a>
              </li>
            ))}
          </ul>
        </section>
      )}
      {sent.length > 0 && (
        <details className="max-w-5xl pt-5">
          <summary className="sign cursor-pointer">Sent {sent.length}</summary>
          <ul>
            {sent.map((report) => (
              <li key={keyOf(report)} className="flex min-h-8 flex-wrap gap-x-4 border-t border-line">
                <span className="w-32">{sayDate(report.due)}</span>
                <a href={`/horse/${report.stay}`}>{report.horse}</a>
                <span className="grow">{sayReportKind(report)}</span>
                <a href={`/report/${report.number}`}>Report {report.number}</a>
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}
