import { addDays, sayDate } from "#core/calendar/local-date.ts";
import { toHandOut } from "#core/day/stands.ts";
import { Button } from "#ui/kit/parts.tsx";
import { plural } from "#ui/words/figures.ts";
import { live } from "./sheet.ts";
import type { LayOutState } from "./use-lay-out.ts";
import type { Sheet } from "./use-sheet.ts";

/** Which day it is, the way to its neighbours, and handing it out. */
interface Props {
  readonly sheet: Sheet;
  readonly manager: boolean;
  readonly may: boolean;
  readonly laying: LayOutState["progress"];
  onLayOut(): void;
  onStop(): void;
}
export function DayHead({ sheet, manager, may, laying, onLayOut, onStop }: Props) {
  const { view } = sheet;
  const waiting = toHandOut(view).length;
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 pb-1">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h1 className="text-2xl">
          {view.day === view.today ? "Today" : "Day sheet"}, {sayDate(view.day)}
        </h1>
        <p className="text-dim" title={view.handedOut ? `By ${view.handedOut.by}` : undefined}>
          {view.handedOut ? "Handed out" : "Not handed out yet"} · {plural(live(view.cards).length, "session")} ·{" "}
          {view.due.length} not on a string
        </p>
      </div>
      <nav aria-label="Days" className="flex flex-wrap gap-1 sign">
        <a
          data-keys="["
          data-does="Day before"
          className="flex min-h-9 items-center rounded border border-edge px-2 no-underline"
          href={`/today?day=${addDays(view.day, -1)}`}
          aria-label={`← ${sayDate(addDays(view.day, -1))}`}
        >
          ←
        </a>
        {view.day !== view.today && (
          <a className="flex min-h-9 items-center rounded border border-edge px-2 no-underline" href="/today">
            Today
          </a>
        )}
        <a
          data-keys="]"
          data-does="Day after"
          className="flex min-h-9 items-center rounded border border-edge px-2 no-underline"
          href={`/today?day=${addDays(view.day, 1)}`}
          aria-label={`→ ${sayDate(addDays(view.day, 1))}`}
        >
          →
        </a>
        {[
          { href: `/today/print?day=${view.day}`, words: "Print" },
          { href: `/today/paper?day=${view.day}`, words: "Enter from paper" },
          { href: "/today/wall", words: "Aisle screen" },
          ...(manager ? [{ href: `/today/evening?day=${view.day}`, words: "End-of-day list" }] : []),
        ].map(({ href, words }) => (
          <a key={href} className="flex min-h-9 items-center px-1" href={href}>
            {words}
          </a>
        ))}
      </nav>
      {may && laying && (
        <div className="ml-auto flex items-center gap-2">
          <label className="sign text-dim">
            Planning, {plural(laying.placed, "session")}{" "}
            <progress className="align-middle" value={laying.share} max={1}>
              {Math.round(100 * laying.share)}%
            </progress>
          </label>
          <Button onClick={onStop}>Stop</Button>
        </div>
      )}
      {may && !laying && (
        <Button
          className="ml-auto"
          data-keys="l"
          data-does="Plan the day"
          disabled={sheet.command.busy || (view.due.length === 0 && view.cards.length === 0)}
          onClick={onLayOut}
        >
          Plan the day <kbd aria-hidden="true">l</kbd>
        </Button>
      )}
      {may && (
        <Button
          tone="main"
          data-keys="."
          data-does="Hand out the day"
          disabled={sheet.command.busy || waiting === 0}
          onClick={() => void sheet.handOut(`${plural(waiting, "card")} handed out.`)}
        >
          Hand out the day{waiting > 0 ? ` (${waiting})` : ""} <kbd aria-hidden="true">.</kbd>
        </Button>
      )}
    </div>
  );
}
