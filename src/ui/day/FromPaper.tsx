/** A day that was worked on paper, typed in: a row a horse, each sent by itself. What is typed is kept on the device until it is sent. */
import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { PaperRow, PaperView } from "#contracts/views.paper.ts";
import { SCORES, type Score, sidesOf } from "#core/kernel/sides.ts";
import { BARE_INPUT, Button, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { useDraft } from "#ui/kit/use-draft.ts";
import { clock } from "#ui/words/figures.ts";
import { NOTHING_TYPED, requestOf, scoreKey, skillsOf, type Typed } from "./paper.ts";

function Row({ row, who }: { row: PaperRow; who: string }) {
  const { value: typed, set, drop } = useDraft<Typed>(`paper:${who}:${row.card}`, NOTHING_TYPED);
  const { busy, problem, send } = useCommand();
  const [done, setDone] = useState(row.state === "closed");
  const put = (part: Partial<Typed>): void => set((before) => ({ ...before, ...part }));
  const request = requestOf(row, typed);
  const save = async (): Promise<void> => {
    if (request && (await send("card/close", request)).ok) {
      drop();
      setDone(true);
    }
  };
  const minutes = (field: "groundMinutes" | "saddleMinutes", label: string) => (
    <label className="flex items-center gap-1">
      {label}
      <input
        type="number"
        inputMode="numeric"
        min={0}
        max={240}
        aria-label={`${row.horse}: minutes ${label}`}
        className={`${BARE_INPUT} w-16`}
        value={typed[field] || ""}
        onChange={(event) => put({ [field]: Math.max(0, Math.min(240, Number(event.target.value) || 0)) })}
      />
    </label>
  );
  return (
    <li className="border-t border-line py-2">
      <h2>
        {row.horse}{" "}
        <span className="font-sans text-base font-normal text-dim">
          {clock(row.start)}, {row.rider}
        </span>
      </h2>
      {done ? (
        <p role="status">
          ✓ Closed. <a href={`/card/${row.card}`}>Open the card</a>
        </p>
      ) : (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          {minutes("groundMinutes", "ground")}
          {row.kind !== "ground" && minutes("saddleMinutes", "saddle")}
          {row.kind !== "ground" && row.asked.length > 0 && (
            <label className="flex min-h-9 items-center gap-1">
              <input type="checkbox" checked={typed.ticked} onChange={(event) => put({ ticked: event.target.checked })} />
              ground check all done
            </label>
          )}
          {skillsOf(row).map((skill) => (
            <span key={skill} className="flex items-center gap-1">
              {here().of(skill).words}
              {sidesOf(here().of(skill).sided).map((side) => (
                <select
                  key={side}
                  aria-label={`${row.horse}, ${here().of(skill).words}${side === "both" ? "" : `, ${side}`}`}
                  className={`${BARE_INPUT} w-auto`}
                  value={typed.scores[scoreKey(skill, side)] ?? ""}
                  onChange={(event) => {
                    const { [scoreKey(skill, side)]: _was, ...rest } = typed.scores;
                    put({
                      scores:
                        event.target.value === ""
                          ? rest
                          : { ...rest, [scoreKey(skill, side)]: Number(event.target.value) as Score },
                    });
                  }}
                >
                  <option value="">{side === "both" ? "–" : side === "left" ? "L" : "R"}</option>
                  {SCORES.map((score) => (
                    <option key={score} value={score}>
                      {score}
                    </option>
                  ))}
                </select>
              ))}
            </span>
          ))}
          <select
            aria-label={`${row.horse}: how it ended`}
            className={`${BARE_INPUT} w-auto`}
            value={typed.endedWell === null ? "" : typed.endedWell ? "yes" : "no"}
            onChange={(event) => put({ endedWell: event.target.value === "" ? null : event.target.value === "yes" })}
          >
            <option value="">ended…</option>
            <option value="yes">ended well</option>
            <option value="no">did not end well</option>
          </select>
          <input
            aria-label={`${row.horse}: note for the next rider`}
            placeholder="Note"
            className={`${INPUT} max-w-xs`}
            maxLength={1000}
            value={typed.word}
            onChange={(event) => put({ word: event.target.value })}
          />
          <input
            aria-label={`${row.horse}: next time`}
            placeholder="Next time"
            className={`${INPUT} max-w-xs`}
            maxLength={1000}
            value={typed.nextTime}
            onChange={(event) => put({ nextTime: event.target.value })}
          />
          <Button
            tone="main"
            disabled={busy || request === null}
            aria-label={`Close the card of ${row.horse}`}
            onClick={() => void save()}
          >
            Close the card
          </Button>
          <Trouble problem={problem} />
        </div>
      )}
    </li>
  );
}

export function FromPaper({ view, who }: { view: PaperView; who: string }) {
  useAwake();
  const rows = view.rows.filter(({ mine, state }) => mine && (state === "handed-out" || state === "closed"));
  return rows.length === 0 ? (
    <p>You had no cards on this day.</p>
  ) : (
    <ol>
      {rows.map((row) => (
        <Row key={row.card} row={row} who={who} />
      ))}
    </ol>
  );
}
