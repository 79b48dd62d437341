/** What needs the manager today, the dearest to leave alone first: why, what is proposed, one tap to take it; or put off, with the reason. */
import { useState } from "react";
import type { NeedView } from "#contracts/views.ts";
import { addDays, type LocalDate, sayDate } from "#core/calendar/local-date.ts";
import { Button, INPUT, Tag, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { plural } from "#ui/words/figures.ts";
import { needTone, sayEvidence, sayNeed, sayProposal } from "#ui/words/needs.ts";

const SHOWN = 5;
const REASONS = ["It is known, and under way", "The owner decides", "Wait for the next session", "Not this week"];
const DAYS = [1, 3, 7, 14] as const;
const ROUTES = { "order-check": "check/order", "rest-skill": "plan/set-pins", "drop-goal": "plan/set-goals" } as const;
const DONE = {
  "order-check": "Ordered.",
  "rest-skill": "Left alone for a week; the plan is laid anew.",
  "drop-goal": "Dropped; the plan is laid anew.",
} as const;
const keyOf = ({ stay, need, about }: NeedView): string => `${stay} ${need.code} ${about}`;

function PutOff({
  today,
  busy,
  onPutOff,
}: {
  today: LocalDate;
  busy: boolean;
  onPutOff(until: LocalDate, reason: string): void;
}) {
  const [days, setDays] = useState<number>(3);
  const [reason, setReason] = useState("");
  return (
    <form
      className="flex flex-wrap items-end gap-2 border-l-4 border-line pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        onPutOff(addDays(today, days - 1), reason);
      }}
    >
      <label className="sign text-dim">
        Why
        <input
          className={`${INPUT} w-72 font-sans text-ink`}
          list="put-off-reasons"
          maxLength={300}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
      </label>
      <datalist id="put-off-reasons">
        {REASONS.map((one) => (
          <option key={one} value={one} />
        ))}
      </datalist>
      <label className="sign text-dim">
        For
        <select className={`${INPUT} font-sans text-ink`} value={days} onChange={(event) => setDays(Number(event.target.value))}>
          {DAYS.map((one) => (
            <option key={one} value={one}>
              {plural(one, "day")}
            </option>
          ))}
        </select>
      </label>
      <Button type="submit" disabled={busy || reason.trim() === ""}>
        Put it off
      </Button>
    </form>
  );
}

export function NeedsYou({ needs, today }: { needs: readonly NeedView[]; today: LocalDate }) {
  /** What was done here since the page came, by need. */
  const [done, setDone] = useState<Readonly<Record<string, string>>>({});
  const [all, setAll] = useState(false);
  const [putting, setPutting] = useState<string | null>(null);
  const { busy, problem, send } = useCommand();
  const standing = needs.filter(({ putOff, cost }) => putOff === null && cost > 0);
  const off = needs.filter(({ putOff }) => putOff !== null);
  const answer = async (view: NeedView, until: LocalDate, reason: string): Promise<void> => {
    const sent = await send("watch/answer", { stay: view.stay, code: view.need.code, about: view.about, until, reason });
    if (!sent.ok) return;
    setPutting(null);
    setDone({ ...done, [keyOf(view)]: until < today ? "Taken up again." : `Put off until ${sayDate(addDays(until, 1))}.` });
  };
  const take = async (view: NeedView): Promise<void> => {
    const { proposal } = view;
    if (proposal.code === "open") return;
    if ((await send(ROUTES[proposal.code], proposal.input)).ok) setDone({ ...done, [keyOf(view)]: DONE[proposal.code] });
  };
  return (
    <section aria-labelledby="needs-title" className="my-2 border-2 border-rail bg-paper p-3">
      <h2 id="needs-title">Needs you</h2>
      {standing.length === 0 && <p className="text-dim">Nothing waits for a decision of yours today.</p>}
      <Trouble problem={problem} />
      <ol>
        {(all ? standing : standing.slice(0, SHOWN)).map((view) => {
          const key = keyOf(view);
          const { proposal } = view;
          return (
            <li key={key} className="grid gap-1 border-t border-line py-1.5">
              <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
                <a href={`/horse/${view.stay}`} className="sign w-40 truncate text-lg text-ink">
                  {view.horse}
                </a>
                <span className="min-w-0 grow">
                  <Tag tone={needTone(view.need)}>{sayNeed(view.need)}</Tag>{" "}
                  <span className="text-sm text-dim">{view.evidence.map(sayEvidence).join(" ")}</span>
                </span>
                {done[key] ? (
                  <span role="status">✓ {done[key]}</span>
                ) : (
                  <>
                    {proposal.code === "open" ? (
                      <a
                        href={proposal.path}
                        className="sign inline-flex min-h-9 items-center rounded border border-rail px-3 text-ink no-underline"
                      >
                        {sayProposal(proposal, view.need)}
                      </a>
                    ) : (
                      <Button
                        disabled={busy}
                        aria-label={`${view.horse}: ${sayProposal(proposal, view.need)}`}
                        onClick={() => void take(view)}
                      >
                        {sayProposal(proposal, view.need)}
                      </Button>
                    )}
                    <Button
                      aria-expanded={putting === key}
                      aria-label={`${view.horse}, ${sayNeed(view.need)}: put off`}
                      onClick={() => setPutting(putting === key ? null : key)}
                    >
                      Put off
                    </Button>
                  </>
                )}
              </div>
              {putting === key && (
                <PutOff today={today} busy={busy} onPutOff={(until, reason) => void answer(view, until, reason)} />
              )}
            </li>
          );
        })}
      </ol>
      {standing.length > SHOWN && (
        <Button aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? "The first five" : `${standing.length - SHOWN} more`}
        </Button>
      )}
      {off.length > 0 && (
        <details className="pt-1">
          <summary className="sign cursor-pointer text-slate">Put off ({off.length})</summary>
          <ul>
            {off.map((view) => (
              <li key={keyOf(view)} className="flex flex-wrap items-center gap-x-3 border-t border-line py-1">
                <span className="sign">{view.horse}</span>
                <span className="grow">
                  {sayNeed(view.need)}{" "}
                  <span className="text-dim">
                    until {sayDate(addDays(view.putOff?.until ?? today, 1))}, {view.putOff?.by}: {view.putOff?.reason}
                  </span>
                </span>
                {done[keyOf(view)] ? (
                  <span role="status">✓ {done[keyOf(view)]}</span>
                ) : (
                  <Button
                    disabled={busy}
                    aria-label={`${view.horse}, ${sayNeed(view.need)}: take it up again`}
                    onClick={() => void answer(view, addDays(today, -1), "Taken up again")}
                  >
                    Take it up again
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
