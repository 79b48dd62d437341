/** What needs the manager today, the dearest to leave alone first: why, what is proposed, one tap to take it; or put off, with the reason. */

import { useState } from "react";
import type { NeedView, Proposal } from "#contracts/views.ts";
import { addDays, type LocalDate, sayDate } from "#core/calendar/local-date.ts";
import { groupBy } from "#core/kernel/group.ts";
import { Button, INPUT, Tag, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { plural } from "#ui/words/figures.ts";
import { needTone, sayEvidence, sayNeed, sayProposal } from "#ui/words/needs.ts";
import { sayStepLaid } from "#ui/words/steps.ts";

/** Horses shown at once. */
const SHOWN = 3;
const REASONS = ["We know, and it is being dealt with", "The owner decides", "Wait for the next session", "Not this week"];
const DAYS = [1, 3, 7, 14] as const;
const ROUTES = {
  "order-check": "check/order",
  "rest-skill": "plan/set-pins",
  "go-back": "plan/set-pins",
  "add-sessions": "week/set",
  "drop-goal": "plan/set-goals",
  "lay-step": "plan/lay-step",
} as const;
const DONE = {
  "order-check": "Ordered.",
  "rest-skill": "Rested for a week. The plan is updated.",
  "go-back": "Rested for a week, and the skill before it comes next. The plan is updated.",
  "add-sessions": "Added to the week.",
  "drop-goal": "Goal removed. The plan is updated.",
  "lay-step": "On the day sheet.",
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
        Remind me later
      </Button>
    </form>
  );
}

/** One way to meet a need: a tap, or the page where it is decided. */
function Way({
  view,
  proposal,
  busy,
  onTake,
}: {
  view: NeedView;
  proposal: Proposal;
  busy: boolean;
  onTake(proposal: Proposal): void;
}) {
  const words = sayProposal(proposal, view.need);
  return "path" in proposal ? (
    <a
      href={proposal.path}
      className="sign inline-flex min-h-9 items-center rounded border border-rail px-3 text-ink no-underline"
    >
      {words}
    </a>
  ) : (
    <Button disabled={busy} aria-label={`${view.horse}: ${words}`} onClick={() => onTake(proposal)}>
      {words}
    </Button>
  );
}

function Row({
  view,
  today,
  busy,
  done,
  more,
  opened,
  onMore,
  onTake,
  onPutOff,
}: {
  view: NeedView;
  today: LocalDate;
  busy: boolean;
  /** What was done of it here. */
  done: string | null;
  /** Other needs of the same horse. */
  more: number;
  opened: boolean;
  onMore(): void;
  onTake(proposal: Proposal): void;
  onPutOff(until: LocalDate, reason: string): void;
}) {
  const [putting, setPutting] = useState(false);
  const { need, proposals } = view;
  const [usual, ...others] = proposals;
  return (
    <div className="grid gap-1 py-1.5">
      <div className="flex flex-wrap items-start gap-x-3 gap-y-1 md:flex-nowrap">
        <a href={`/horse/${view.stay}`} className="sign w-36 shrink-0 truncate pt-1 text-lg text-ink">
          {view.horse}
        </a>
        <div className="min-w-0 grow pt-1">
          <Tag tone={needTone(need)}>{sayNeed(need)}</Tag>{" "}
          {more > 0 && (
            <button type="button" className="sign px-1 text-sm text-slate underline" aria-expanded={opened} onClick={onMore}>
              {opened ? "less" : `· ${more} more`}
            </button>
          )}
          {usual?.code === "lay-step" && usual.step.proposed && (
            <p className="text-sm text-dim">{sayStepLaid(usual.step.proposed, false)}</p>
          )}
          {view.evidence.length > 0 && <p className="text-sm text-dim">{view.evidence.map(sayEvidence).join(" ")}</p>}
          {others.length > 0 && !done && (
            <div className="flex flex-wrap items-center gap-1 pt-1 text-sm">
              <span className="text-dim">or</span>
              {others.map((proposal) => (
                <Way key={proposal.code} view={view} proposal={proposal} busy={busy} onTake={onTake} />
              ))}
            </div>
          )}
        </div>
        {done ? (
          <span role="status" className="pt-1">
            ✓ {done}
          </span>
        ) : (
          <div className="flex shrink-0 gap-1">
            {usual && <Way view={view} proposal={usual} busy={busy} onTake={onTake} />}
            <Button
              aria-expanded={putting}
              aria-label={`${view.horse}, ${sayNeed(need)}: remind me later`}
              onClick={() => setPutting(!putting)}
            >
              Remind me later
            </Button>
          </div>
        )}
      </div>
      {putting && !done && <PutOff today={today} busy={busy} onPutOff={onPutOff} />}
    </div>
  );
}

export function NeedsYou({ needs, today }: { needs: readonly NeedView[]; today: LocalDate }) {
  useAwake();
  /** What was done here since the page came, by need. */
  const [done, setDone] = useState<Readonly<Record<string, string>>>({});
  const [all, setAll] = useState(false);
  /** The horse whose other needs are open. */
  const [open, setOpen] = useState<string | null>(null);
  const { busy, problem, send } = useCommand();
  const standing = needs.filter(({ putOff, cost }) => putOff === null && cost > 0);
  const off = needs.filter(({ putOff }) => putOff !== null);
  // A horse is one line: its dearest need; the others of it open below.
  const horses = [...groupBy(standing, ({ stay }) => stay).values()];
  const answer = async (view: NeedView, until: LocalDate, reason: string): Promise<void> => {
    const sent = await send("watch/answer", { stay: view.stay, code: view.need.code, about: view.about, until, reason });
    if (!sent.ok) return;
    setDone({
      ...done,
      [keyOf(view)]: until < today ? "Back on the list." : `Remind me later until ${sayDate(addDays(until, 1))}.`,
    });
  };
  const take = async (view: NeedView, proposal: Proposal): Promise<void> => {
    if ("path" in proposal) return;
    if ((await send(ROUTES[proposal.code], proposal.input)).ok) setDone({ ...done, [keyOf(view)]: DONE[proposal.code] });
  };
  return (
    <section aria-labelledby="needs-title" className="my-2 border-2 border-rail bg-paper p-3">
      <h2 id="needs-title">Needs you</h2>
      {standing.length === 0 && <p className="text-dim">Nothing needs you today.</p>}
      <Trouble problem={problem} />
      <ol>
        {(all ? horses : horses.slice(0, SHOWN)).map((mine) => {
          const more = mine.length - 1;
          const stay = mine[0]?.stay ?? null;
          const shown = open === stay ? mine : mine.slice(0, 1);
          return (
            <li key={stay} className="border-t border-line">
              {shown.map((view, i) => (
                <Row
                  key={keyOf(view)}
                  view={view}
                  today={today}
                  busy={busy}
                  done={done[keyOf(view)] ?? null}
                  more={i === 0 ? more : 0}
                  opened={open === stay}
                  onMore={() => setOpen(open === stay ? null : stay)}
                  onTake={(proposal) => void take(view, proposal)}
                  onPutOff={(until, reason) => void answer(view, until, reason)}
                />
              ))}
            </li>
          );
        })}
      </ol>
      {horses.length > SHOWN && (
        <Button aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? "The first three" : `${plural(horses.length - SHOWN, "more horse")}`}
        </Button>
      )}
      {off.length > 0 && (
        <details className="pt-1">
          <summary className="sign cursor-pointer text-slate">Remind me later ({off.length})</summary>
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
                    aria-label={`${view.horse}, ${sayNeed(view.need)}: back on the list`}
                    onClick={() => void answer(view, addDays(today, -1), "Back on the list")}
                  >
                    Back on the list
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
