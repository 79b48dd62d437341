/** One composed sentence: what is behind it, put another way, or left out. */
import { useState } from "react";
import type { ReportView } from "#contracts/views.report.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { Line } from "#core/report/assemble.ts";
import { Button, INPUT } from "#ui/kit/parts.tsx";
import { plural } from "#ui/words/figures.ts";
import { Unheld } from "./Unheld.tsx";

interface Props {
  readonly line: Line;
  readonly supported: ReportView["supported"];
  readonly sources: readonly ReportView["sources"][string][];
  /** Null: as it was composed. */
  onText(text: string | null): void;
  onLeave(left: boolean): void;
}

export function LineEditor({ line, supported, sources, onText, onLeave }: Props) {
  const [open, setOpen] = useState(false);
  const edited = line.text !== line.composed;
  return (
    <div data-line={line.key}>
      <button
        type="button"
        aria-expanded={open}
        title="Change this sentence"
        className={`inline rounded py-px text-left hover:bg-rail-soft ${line.left ? "text-dim line-through" : ""} ${edited ? "border-l-4 border-slate pl-2" : ""}`}
        onClick={() => setOpen(!open)}
      >
        {line.text}
      </button>
      {edited && <Unheld text={line.text} supported={supported} />}
      {line.stale !== null && (
        <p className="border-l-4 border-ochre pl-2">
          ▲ The record changed after you reworded this: <s>{line.stale}</s>{" "}
          <Button onClick={() => onText(line.stale)}>Keep my wording</Button>{" "}
          <Button onClick={() => onText(null)}>Use the new text</Button>
        </p>
      )}
      {open && (
        <div className="my-1 grid gap-1 border-l-4 border-rail bg-chalk p-2 text-base">
          {edited && <p className="text-dim">The record: {line.composed}</p>}
          <label className="sign text-dim">
            Reword
            <textarea
              rows={2}
              maxLength={1000}
              className={`${INPUT} font-sans text-ink`}
              value={line.text}
              onChange={(event) => onText(event.target.value.trim() === "" ? null : event.target.value)}
            />
          </label>
          <div className="flex flex-wrap gap-1">
            {edited && <Button onClick={() => onText(null)}>Restore original</Button>}
            <Button onClick={() => onLeave(!line.left)}>{line.left ? "Put it back" : "Leave it out"}</Button>
          </div>
          {sources.length > 0 && (
            <p>
              From {plural(sources.length, "record")}:{" "}
              {sources.map(({ day, path, words }, i) => (
                <span key={path + day}>
                  {i > 0 && ", "}
                  <a href={path}>{sayDate(day)}</a> <span className="text-dim">({words})</span>
                </span>
              ))}
            </p>
          )}
        </div>
      )}
    </div>
  );
}
