/** The owner's routine while the horse is here: proposed from what the horse knows, made the manager's own, given; and what the owner ticked back. */
import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { HomeworkFields } from "#contracts/owner.ts";
import type { HomeworkView, LetterView } from "#contracts/views.owner.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { MOST_STEPS } from "#core/home/homework.ts";
import type { HomeworkId } from "#core/kernel/brand.ts";
import { Conflict } from "#ui/kit/Conflict.tsx";
import { BARE_INPUT, Button, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { useDraft } from "#ui/kit/use-draft.ts";
import { outer, plural } from "#ui/words/figures.ts";
import { sayHomeItem } from "#ui/words/home.ts";
import type { Pronouns } from "#ui/words/owner-skills.ts";
import { pronounsOf } from "#ui/words/report.ts";
import { sayStep } from "#ui/words/routine.ts";

interface Draft {
  readonly since: HomeworkId | null;
  readonly content: HomeworkFields;
}
/** The routine that somebody else gave meanwhile. */
interface Given extends HomeworkFields {
  readonly id: HomeworkId;
}
const USUAL_DAYS = 2;
const LOOKED_BACK = 7;

const ROWS = (who: Pronouns): readonly (readonly [keyof HomeworkFields, string, (x: HomeworkFields) => string])[] => [
  ["steps", "Steps", (x) => x.steps.map((step, i) => `${i + 1}. ${sayStep(step, who)}`).join("\n")],
  ["daysAWeek", "Days a week", (x) => String(x.daysAWeek)],
  ["words", "Anything else", (x) => x.words],
];
export function HomeworkPanel({ view, me }: { view: LetterView; me: string }) {
  const [given, setGiven] = useState<Pick<HomeworkView, "madeOn" | "by"> | null>(view.homework);
  const proposed: HomeworkFields = { daysAWeek: USUAL_DAYS, steps: [...view.proposedSteps], words: "" };
  const {
    value: draft,
    set,
    drop,
  } = useDraft<Draft>(`homework:${me}:${view.stay}`, {
    since: view.homeworkSince,
    content: view.homework?.content ?? proposed,
  });
  const [said, setSaid] = useState("");
  const [seen, setSeen] = useState(view.homeworkDone.every((one) => one.seen));
  const [theirs, setTheirs] = useState<Given | null>(null);
  const { busy, problem, send } = useCommand();
  const { content } = draft;
  const who = pronounsOf(view);
  const change = (part: Partial<HomeworkFields>): void => {
    setSaid("");
    set((before) => ({ ...before, content: { ...before.content, ...part } }));
  };
  const give = async (next: HomeworkFields, withLetter: boolean): Promise<void> => {
    const answer = await send<{ id: HomeworkId }>("owner/set-homework", {
      stay: view.stay,
      since: draft.since,
      content: next,
      send: withLetter,
    });
    if (!answer.ok) {
      if (answer.problem.code === "changed-meanwhile") setTheirs(answer.problem.current as Given);
      return;
    }
    set({ since: answer.value.id, content: next.steps.length > 0 ? next : proposed });
    drop();
    setGiven(next.steps.length > 0 ? { madeOn: view.today, by: "you" } : null);
    setSaid(next.steps.length === 0 ? "Ended" : withLetter ? "Sent to the owner" : "Given");
  };
  const steps = content.steps;
  const swap = (i: number): void =>
    change({ steps: steps.map((step, at) => (at === i - 1 ? (steps[i] ?? step) : at === i ? (steps[i - 1] ?? step) : step)) });
  const more = view.lesson.filter((id) => !steps.some(({ skill }) => skill === id));
  const lately = view.homeworkDone.slice(0, LOOKED_BACK);
  return (
    <section aria-labelledby="homework-title" className="grid gap-2 border-t-2 border-rail pt-4">
      <h2 id="homework-title">The owner's routine</h2>
      <p className="text-dim">
        {given
          ? `Given ${sayDate(given.madeOn)} by ${given.by}. It goes out with each weekly update.`
          : "None yet. This one is suggested from what the horse knows. The owner ticks what they did."}
      </p>
      {lately.length > 0 && (
        <div className="border-l-4 border-rail pl-2">
          <ul>
            {lately.map(({ day, done, of, words }) => (
              <li key={day}>
                {sayDate(day)}: {done} of {plural(of, "step")}
                {words && <>, “{words}”</>}
              </li>
            ))}
          </ul>
          {!seen && (
            <Button
              disabled={busy}
              onClick={async () => {
                if ((await send("owner/see-homework", { stay: view.stay })).ok) setSeen(true);
              }}
            >
              Mark as read
            </Button>
          )}
        </div>
      )}
      {steps.length === 0 && <p className="text-dim">There is nothing yet that an owner could do. Add a step below.</p>}
      <ol className="grid gap-1">
        {steps.map((step, i) => (
          <li key={step.skill} className="grid grid-cols-[1.5rem_1fr_auto] items-start gap-2 border-b border-line pb-1">
            <span className="pt-1">{i + 1}.</span>
            <label className="grid">
              <span className="sign">{outer(sayHomeItem(step, who))}</span>
              <textarea
                rows={2}
                maxLength={600}
                aria-label={`How to do step ${i + 1}`}
                className={`${INPUT} font-sans text-sm`}
                value={step.words}
                onChange={(event) =>
                  change({ steps: steps.map((one, at) => (at === i ? { ...one, words: event.target.value } : one)) })
                }
              />
            </label>
            <span className="flex gap-1">
              <Button disabled={i === 0} aria-label={`Move step ${i + 1} up`} onClick={() => swap(i)}>
                ↑
              </Button>
              <Button aria-label={`Remove step ${i + 1}`} onClick={() => change({ steps: steps.filter((one) => one !== step) })}>
                ✕
              </Button>
            </span>
          </li>
        ))}
      </ol>
      <div className="flex flex-wrap gap-3">
        {more.length > 0 && steps.length < MOST_STEPS && (
          <label className="sign text-dim">
            Add a step
            <select
              className={`${INPUT} font-sans text-ink`}
              value=""
              onChange={(event) =>
                change({
                  steps: [...steps, { skill: event.target.value, first: null, words: view.lessonHow[event.target.value] ?? "" }],
                })
              }
            >
              <option value="">…</option>
              {more.map((id) => (
                <option key={id} value={id}>
                  {here().of(id).words}
                </option>
              ))}
            </select>
          </label>
        )}
        <label className="sign text-dim">
          Days a week
          <input
            type="number"
            min={1}
            max={7}
            className={`${BARE_INPUT} block w-20 font-sans text-ink`}
            value={content.daysAWeek}
            onChange={(event) => change({ daysAWeek: Math.round(Number(event.target.value)) })}
          />
        </label>
      </div>
      <label className="sign text-dim">
        Anything else for the owner
        <textarea
          rows={2}
          maxLength={2000}
          className={`${INPUT} font-sans text-ink`}
          value={content.words}
          onChange={(event) => change({ words: event.target.value })}
        />
      </label>
      <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
      {theirs && (
        <Conflict
          rows={ROWS(who)
            .map(([key, label, say]) => ({ key, label, mine: say(content), theirs: say(theirs) }))
            .filter((row) => row.mine !== row.theirs)}
          onTake={(key) => change({ [key]: theirs[key as keyof HomeworkFields] } as Partial<HomeworkFields>)}
          onKeepMine={() => {
            set((before) => ({ ...before, since: theirs.id }));
            setTheirs(null);
          }}
          onTakeTheirs={() => {
            const { id: since, daysAWeek, steps: all, words } = theirs;
            set({ since, content: { daysAWeek, steps: all, words } });
            setTheirs(null);
          }}
        />
      )}
      <div className="flex flex-wrap items-center gap-2">
        <Button tone="main" disabled={busy || steps.length === 0} onClick={() => void give(content, false)}>
          Give this routine
        </Button>
        <Button disabled={busy || steps.length === 0} onClick={() => void give(content, true)}>
          Send it with a message
        </Button>
        {given && (
          <Button disabled={busy} onClick={() => void give({ ...content, steps: [] }, false)}>
            End the routine
          </Button>
        )}
        <span role="status" className="text-dim">
          {said}
        </span>
      </div>
    </section>
  );
}
