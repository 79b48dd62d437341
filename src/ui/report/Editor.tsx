/** The manager's words beside what the record says; the composed sentences are never edited, only added to or replaced. */
import { useState } from "react";
import type { ReportWords } from "#contracts/report.ts";
import type { ReportView } from "#contracts/views.ts";
import { BLOCK_IDS, type BlockId } from "#core/report/compose.ts";
import { Conflict } from "#ui/kit/Conflict.tsx";
import { Button, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { useDraft } from "#ui/kit/use-draft.ts";
import { BLOCK } from "#ui/words/labels.ts";
import { sayStatement } from "#ui/words/report.ts";
import { Body } from "./Body.tsx";

interface Saved {
  readonly version: number;
  readonly words: ReportWords;
}
const textOf = (words: ReportWords, id: BlockId): string =>
  words[id]?.text ? `${words[id].instead ? "(instead) " : ""}${words[id].text}` : "";

export function Editor({ view, me }: { view: ReportView; me: string }) {
  const {
    value: draft,
    set,
    drop,
    restored,
  } = useDraft(`report:${me}:${view.stay}`, { version: view.version, words: view.words });
  const [theirs, setTheirs] = useState<Saved | null>(null);
  const [saved, setSaved] = useState(false);
  const { busy, problem, send } = useCommand();
  const { words } = draft;
  const change = (id: BlockId, part: Partial<{ text: string; instead: boolean }>): void => {
    setSaved(false);
    set((before) => ({
      ...before,
      words: { ...before.words, [id]: { text: "", instead: false, ...before.words[id], ...part } },
    }));
  };
  const save = async (version = draft.version): Promise<number | null> => {
    const answer = await send<{ version: number }>("report/save", { stay: view.stay, version, words });
    if (answer.ok) {
      set((before) => ({ ...before, version: answer.value.version }));
      drop();
      setSaved(true);
      return answer.value.version;
    }
    if (answer.problem.code === "changed-meanwhile") setTheirs(answer.problem.current as Saved);
    return null;
  };
  const approve = async (): Promise<void> => {
    const version = await save();
    if (version === null) return;
    const answer = await send<{ number: number }>("report/approve", { stay: view.stay, version });
    if (answer.ok) location.assign(`/report/${answer.value.number}`);
  };
  const rows = theirs
    ? BLOCK_IDS.map((id) => ({ key: id, label: BLOCK[id], mine: textOf(words, id), theirs: textOf(theirs.words, id) })).filter(
        (row) => row.mine !== row.theirs,
      )
    : [];
  return (
    <div className="grid gap-6 xl:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
      <section aria-labelledby="edit-title" className="grid content-start gap-3 print:hidden">
        <div className="flex flex-wrap items-center gap-2">
          <h2 id="edit-title">Your words</h2>
          <span role="status" className="text-dim">
            {saved ? "Saved" : restored ? "Kept on this device, not saved yet" : ""}
          </span>
          <Button className="ml-auto" disabled={busy} onClick={() => void save()}>
            Save
          </Button>
          <Button tone="main" disabled={busy} onClick={() => void approve()}>
            Approve and number
          </Button>
        </div>
        <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
        {theirs && (
          <Conflict
            rows={rows}
            onTake={(key) => set((before) => ({ ...before, words: { ...before.words, [key]: theirs.words[key as BlockId] } }))}
            onKeepMine={() => {
              const { version } = theirs;
              setTheirs(null);
              void save(version);
            }}
            onTakeTheirs={() => {
              set({ version: theirs.version, words: theirs.words });
              setTheirs(null);
            }}
          />
        )}
        {BLOCK_IDS.map((id) => {
          const block = view.composed.blocks.find((one) => one.id === id);
          return (
            <div key={id} className="border-t border-line pt-2">
              <h3>{BLOCK[id]}</h3>
              <ul className={`text-sm ${words[id]?.instead ? "text-dim line-through" : ""}`}>
                {block?.statements.map((statement) => (
                  <li key={sayStatement(statement.say)}>
                    {sayStatement(statement.say)}{" "}
                    <span className="text-dim">
                      {statement.from.length > 0
                        ? `[${statement.from.length} ${statement.from.length === 1 ? "record" : "records"}]`
                        : ""}
                    </span>
                  </li>
                ))}
                {!block && <li className="text-dim">The record says nothing here.</li>}
              </ul>
              <textarea
                aria-label={`Your words on: ${BLOCK[id]}`}
                rows={2}
                maxLength={4000}
                className={INPUT}
                value={words[id]?.text ?? ""}
                onChange={(event) => change(id, { text: event.target.value })}
              />
              {block && (
                <label className="flex min-h-9 items-center gap-2 text-sm">
                  <input
                    type="checkbox"
                    className="size-4"
                    checked={words[id]?.instead ?? false}
                    onChange={(event) => change(id, { instead: event.target.checked })}
                  />
                  Show my words instead of the composed ones
                </label>
              )}
            </div>
          );
        })}
        {view.issues.length > 0 && (
          <div className="border-t border-line pt-2">
            <h3>Approved</h3>
            <ul>
              {view.issues.map((issue) => (
                <li key={issue.number}>
                  <a href={`/report/${issue.number}`}>Report {issue.number}</a>, by {issue.approvedBy}{" "}
                  <span className="text-xs text-dim">{issue.hash.slice(0, 12)}</span>
                </li>
              ))}
            </ul>
          </div>
        )}
      </section>
      <section aria-label="As the owner reads it" className="min-w-0">
        <Body
          horse={view.horse}
          client={view.client}
          barn={view.barn}
          day={view.ruler.today}
          number={null}
          approvedBy={null}
          composed={view.composed}
          words={words}
        />
      </section>
    </div>
  );
}
