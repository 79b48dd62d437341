/** The hand-over: what goes along with the horse, and the way to close the stay. */
import { useState } from "react";
import { EMPTY_HAND_OVER, type HandOverFields } from "#contracts/owner.ts";
import type { LetterView } from "#contracts/views.owner.ts";
import { Conflict } from "#ui/kit/Conflict.tsx";
import { BARE_INPUT, Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { useDraft } from "#ui/kit/use-draft.ts";
import { RELEASE_WORDS } from "#ui/words/owner.ts";

interface Saved {
  readonly content: HandOverFields;
  readonly version: number;
}
const ROWS: readonly (readonly [keyof HandOverFields, string, (x: HandOverFields) => string])[] = [
  [
    "release",
    "Pick-up checklist",
    (x) => x.release.map(({ item, done, words }) => `${done ? "✓" : "○"} ${RELEASE_WORDS[item]} ${words}`).join("\n"),
  ],
];

export function HandOver({ view, me }: { view: LetterView; me: string }) {
  const {
    value: draft,
    set,
    drop,
    restored,
  } = useDraft(`hand-over:${me}:${view.stay}`, { content: view.handOver.content, version: view.handOver.version });
  const [theirs, setTheirs] = useState<Saved | null>(null);
  const [saved, setSaved] = useState(false);
  const { busy, problem, send } = useCommand();
  const { content } = draft;
  const change = (part: Partial<HandOverFields>): void => {
    setSaved(false);
    set((before) => ({ ...before, content: { ...before.content, ...part } }));
  };
  const save = async (version = draft.version): Promise<void> => {
    const answer = await send<{ version: number }>("owner/hand-over", { stay: view.stay, version, content });
    if (answer.ok) {
      set((before) => ({ ...before, version: answer.value.version }));
      drop();
      setSaved(true);
    } else if (answer.problem.code === "changed-meanwhile") setTheirs(answer.problem.current as Saved);
  };
  const release = (content.release.length > 0 ? content : EMPTY_HAND_OVER).release;
  return (
    <section aria-labelledby="hand-over-title" className="grid gap-3 border-t-2 border-rail pt-4">
      <h2 id="hand-over-title">Pick-up</h2>
      {theirs && (
        <Conflict
          rows={ROWS.map(([key, label, say]) => ({ key, label, mine: say(content), theirs: say(theirs.content) })).filter(
            (row) => row.mine !== row.theirs,
          )}
          onTake={(key) => change({ [key]: theirs.content[key as keyof HandOverFields] } as Partial<HandOverFields>)}
          onKeepMine={() => {
            const { version } = theirs;
            setTheirs(null);
            void save(version);
          }}
          onTakeTheirs={() => {
            set(theirs);
            setTheirs(null);
          }}
        />
      )}
      <h3>Pick-up checklist</h3>
      <ul className="grid gap-1">
        {release.map((row) => {
          const put = (part: Partial<typeof row>): void =>
            change({ release: release.map((one) => (one.item === row.item ? { ...one, ...part } : one)) });
          return (
            <li key={row.item} className="flex flex-wrap items-center gap-3">
              <label className="flex min-h-9 grow items-center gap-2">
                <input
                  type="checkbox"
                  className="size-4"
                  checked={row.done}
                  onChange={(event) => put({ done: event.target.checked })}
                />
                {RELEASE_WORDS[row.item]}
              </label>
              <input
                aria-label={`${RELEASE_WORDS[row.item]}: note`}
                className={`${BARE_INPUT} w-64`}
                maxLength={300}
                value={row.words}
                onChange={(event) => put({ words: event.target.value })}
              />
            </li>
          );
        })}
      </ul>
      <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
      <div className="flex flex-wrap items-center gap-2">
        <Button tone="main" disabled={busy} onClick={() => void save()}>
          Save the pick-up list
        </Button>
        <span role="status" className="text-dim">
          {saved ? "Saved" : restored ? "Kept on this device, not saved yet" : ""}
        </span>
        {!view.wentHome && (
          <p className="ml-auto">
            {release.every(({ done }) => done) ? "Everything is ready: " : "Still open above, and then: "}
            <a href={`/horse/${view.stay}/report`}>the report</a>, and{" "}
            <a href={`/horse/${view.stay}/terms`}>send {view.horse} home</a>
          </p>
        )}
      </div>
    </section>
  );
}
