/** The hand-over: the owner's lesson, planned and logged, what goes along with the horse, and the way to close the stay. */
import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import { EMPTY_HAND_OVER, type HandOverFields } from "#contracts/owner.ts";
import type { LetterView } from "#contracts/views.owner.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { Conflict } from "#ui/kit/Conflict.tsx";
import { BARE_INPUT, Button, INPUT, Picks, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { useDraft } from "#ui/kit/use-draft.ts";
import { clockAsMinutes, minutesAsClock } from "#ui/words/figures.ts";
import { RELEASE_WORDS } from "#ui/words/owner.ts";

interface Saved {
  readonly content: HandOverFields;
  readonly version: number;
}
const names = (skills: readonly string[]): string => skills.map((id) => here().of(id).words).join("; ");
const ROWS: readonly (readonly [keyof HandOverFields, string, (x: HandOverFields) => string])[] = [
  ["lessonDay", "Day of the lesson", (x) => x.lessonDay ?? ""],
  ["lessonMinute", "Hour", (x) => (x.lessonMinute === null ? "" : minutesAsClock(x.lessonMinute))],
  ["lessonPlan", "The owner does", (x) => names(x.lessonPlan)],
  ["lessonDone", "Given", (x) => (x.lessonDone ? "yes" : "no")],
  ["lessonHelp", "Needed help with", (x) => names(x.lessonHelp)],
  ["lessonWords", "A word on it", (x) => x.lessonWords],
  [
    "release",
    "What goes along",
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
  const options = view.lesson.map((id) => [id, here().of(id).words] as const);
  return (
    <section aria-labelledby="hand-over-title" className="grid gap-3 border-t-2 border-rail pt-4">
      <h2 id="hand-over-title">Handing over</h2>
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
      <h3>The owner's lesson</h3>
      <div className="flex flex-wrap gap-3">
        <label className="sign text-dim">
          Day
          <input
            type="date"
            className={`${INPUT} font-sans text-ink`}
            value={content.lessonDay ?? ""}
            onChange={(event) => change({ lessonDay: (event.target.value || null) as LocalDate | null })}
          />
        </label>
        <label className="sign text-dim">
          Hour
          <input
            type="time"
            className={`${INPUT} font-sans text-ink`}
            value={content.lessonMinute === null ? "" : minutesAsClock(content.lessonMinute)}
            onChange={(event) => change({ lessonMinute: event.target.value ? clockAsMinutes(event.target.value) : null })}
          />
        </label>
      </div>
      {options.length === 0 ? (
        <p className="text-dim">Nothing stands at 3 or better yet: there is nothing to teach the owner with.</p>
      ) : (
        <details>
          <summary className="sign cursor-pointer text-slate">
            The owner does: {content.lessonPlan.length === 0 ? "nothing chosen yet" : names(content.lessonPlan)}
          </summary>
          <Picks
            legend="The owner does"
            options={options}
            value={content.lessonPlan}
            onChange={(lessonPlan) => change({ lessonPlan: lessonPlan.slice(0, 12) })}
          />
          <dl>
            {content.lessonPlan
              .filter((id) => view.lessonHow[id])
              .map((id) => (
                <div key={id} className="border-t border-line py-1">
                  <dt className="sign">{here().of(id).words}</dt>
                  <dd>{view.lessonHow[id]}</dd>
                </div>
              ))}
          </dl>
        </details>
      )}
      <label className="flex min-h-9 items-center gap-2">
        <input
          type="checkbox"
          className="size-4"
          checked={content.lessonDone}
          onChange={(event) => change({ lessonDone: event.target.checked })}
        />
        The lesson was given
      </label>
      {content.lessonDone && (
        <>
          {content.lessonPlan.length > 0 && (
            <Picks
              legend="Needed help with"
              options={content.lessonPlan.map((id) => [id, here().of(id).words] as const)}
              value={content.lessonHelp}
              onChange={(lessonHelp) => change({ lessonHelp })}
            />
          )}
          <label className="sign text-dim">
            A word on it
            <textarea
              rows={2}
              maxLength={2000}
              className={`${INPUT} font-sans text-ink`}
              value={content.lessonWords}
              onChange={(event) => change({ lessonWords: event.target.value })}
            />
          </label>
        </>
      )}
      <p className="text-sm text-dim">
        Helmet and boots for the owner too, somebody at the horse's head, and no lesson on a day on which the gate stays shut.
      </p>
      <h3>What goes along</h3>
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
                aria-label={`${RELEASE_WORDS[row.item]}: a word`}
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
          Save the hand-over
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
