/** One session of the log in one line: what moved, what went wrong, how it ended, what was said; opened, its whole record. */
import { type ReactNode, useState } from "react";
import type { SessionView } from "#contracts/views.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { IncidentKind } from "#core/card/card.ts";
import type { SessionChange } from "#core/card/changed.ts";
import { inner } from "#ui/words/figures.ts";
import { INCIDENT, RED, SIDE } from "#ui/words/labels.ts";
import { skillWords } from "#ui/words/skills.ts";

/** So many movements fit a line. */
const MOVES = 2;

function Moves({ up, down }: SessionChange) {
  const moves = [...down.map((one) => ({ ...one, arrow: "↓" })), ...up.map((one) => ({ ...one, arrow: "↑" }))];
  return (
    <>
      {moves.slice(0, MOVES).map(({ skill, side, before, now, arrow }) => (
        <span key={skill + side} className={`mr-3 inline-block ${arrow === "↓" ? "text-ochre" : ""}`}>
          <span aria-hidden="true">{arrow} </span>
          {inner(skillWords(skill))}
          {side === "both" ? "" : ` ${SIDE[side]}`}{" "}
          <span className="text-sm">
            {Number.isInteger(before) ? before : before.toFixed(1)} to {now}
          </span>
        </span>
      ))}
      {moves.length > MOVES && <span className="text-dim">+{moves.length - MOVES}</span>}
    </>
  );
}
const troublesOf = ({ record, redSigns }: SessionView): readonly string[] => [
  ...record.incidents.map(({ kind }) => INCIDENT[kind as IncidentKind].toLowerCase()),
  ...redSigns.map((sign) => inner(RED[sign])),
];

export function LogLine({ session, change, children }: { session: SessionView; change: SessionChange; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  const { record } = session;
  const troubles = troublesOf(session);
  const said = record.word || record.nextTime;
  return (
    <article className="border-t border-line">
      <details onToggle={(event) => setOpen(event.currentTarget.open)}>
        <summary className="grid min-h-11 cursor-pointer list-none items-center gap-x-3 py-1 md:grid-cols-[6.5rem_9rem_7rem_minmax(0,1.5fr)_minmax(0,9rem)_minmax(0,1fr)]">
          <span className="sign">
            <span aria-hidden="true">{open ? "▾" : "▸"} </span>
            {sayDate(session.day)}
          </span>
          <span className="truncate">{session.rider}</span>
          <span className="text-dim">
            {record.groundMinutes > 0 && `${record.groundMinutes} min ground`}{" "}
            {record.saddleMinutes > 0 && `${record.saddleMinutes} min saddle`}
          </span>
          <span>
            {change.firsts.map((first) => (
              <span key={first} className="mr-3 inline-block text-ochre">
                ⚑ {first}
              </span>
            ))}
            <Moves {...change} />
          </span>
          <span className="text-oxblood">
            {troubles.length > 0 && `■ ${troubles.join(", ")}`}
            {!record.endedWell && <span className="block">▲ did not end well</span>}
          </span>
          <span className="truncate text-dim">{said && `“${said}”`}</span>
        </summary>
        {open && <div className="pl-4">{children}</div>}
      </details>
    </article>
  );
}
