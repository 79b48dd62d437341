/** Goals to be set: a ready-made set to begin from, then skill by skill target, side, weight and promise. */
import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import { parseLocalDate, sayDate } from "#core/calendar/local-date.ts";
import type { Merged } from "#core/kernel/merge-keyed.ts";
import { GOAL_SETS, goalsOfSet, type PlanGoal, WEIGHTS } from "#core/plan/goal-sets.ts";
import { Conflict } from "#ui/kit/Conflict.tsx";
import { BARE_INPUT, Button } from "#ui/kit/parts.tsx";
import { SkillPicks } from "#ui/kit/SkillPicks.tsx";
import { WEIGHT_WORDS } from "#ui/words/plan.ts";
import { skillWords } from "#ui/words/skills.ts";

interface Props {
  readonly goals: readonly PlanGoal[];
  readonly aim: string;
  readonly busy: boolean;
  /** Goals that somebody else changed too; null: nobody saved meanwhile. */
  readonly clashes: Merged<PlanGoal>["clashes"] | null;
  onSave(goals: readonly PlanGoal[]): void;
  onCancel(): void;
}
const sayGoal = (goal: PlanGoal | null): string =>
  goal
    ? `to ${goal.target}${goal.side ? `, ${goal.side}` : ""}, matters ${WEIGHT_WORDS[goal.weight]}${goal.must ? ", must have" : ""}${goal.by ? `, by ${sayDate(goal.by)}` : ""}`
    : "removed";
const PLAIN = { target: 3, side: null, weight: 2, must: false } as const;

export function GoalsForm({ goals, aim, busy, clashes, onSave, onCancel }: Props) {
  const [draft, setDraft] = useState<readonly PlanGoal[]>(goals);
  const [left, setLeft] = useState(clashes ?? []);
  const take = (keys: readonly string[]): void => {
    const theirs = left.filter(({ key }) => keys.includes(key)).flatMap((one) => (one.theirs ? [one.theirs] : []));
    setDraft((all) => [...all.filter(({ skill }) => !keys.includes(skill)), ...theirs]);
    setLeft((all) => all.filter(({ key }) => !keys.includes(key)));
  };
  const put = (skill: string, change: Partial<PlanGoal>): void =>
    setDraft((all) => all.map((goal) => (goal.skill === skill ? { ...goal, ...change } : goal)));
  const pick = (skills: readonly string[]): void =>
    setDraft((all) => skills.map((skill) => all.find((goal) => goal.skill === skill) ?? { skill, ...PLAIN }));
  return (
    <form
      className="my-2 border border-line bg-paper p-3"
      onSubmit={(event) => {
        event.preventDefault();
        onSave(draft);
      }}
    >
      {aim && <p className="text-dim">The owner said: “{aim}”</p>}
      {clashes && (
        <p role="status" className="my-2 border-l-4 border-ochre bg-ochre-soft px-3 py-1">
          ▲ Somebody else changed the goals in the meantime. Both sets of changes are combined here. Read them, then save.
        </p>
      )}
      {left.length > 0 && (
        <Conflict
          rows={left.map(({ key, mine, theirs }) => ({
            key,
            label: skillWords(key),
            mine: sayGoal(mine),
            theirs: sayGoal(theirs),
          }))}
          onTake={(key) => take([key])}
          onKeepMine={() => setLeft([])}
          onTakeTheirs={() => take(left.map(({ key }) => key))}
        />
      )}
      <label className="sign flex flex-wrap items-center gap-2 py-1">
        Start from a template
        <select
          className={`${BARE_INPUT} w-auto`}
          value=""
          onChange={(event) => {
            const set = GOAL_SETS.find(({ id }) => id === event.target.value);
            if (set) setDraft(goalsOfSet(set.goals, here().skills));
          }}
        >
          <option value="">Choose…</option>
          {GOAL_SETS.map((set) => (
            <option key={set.id} value={set.id}>
              {set.words}
            </option>
          ))}
        </select>
      </label>
      <ul>
        {draft.map((goal) => (
          <li
            key={goal.skill}
            className="grid items-center gap-2 border-t border-line py-1 sm:grid-cols-[1fr_auto_auto_auto_auto_auto]"
          >
            <a className="sign text-ink underline decoration-line" href={`/skill/${goal.skill}`}>
              {skillWords(goal.skill)}
            </a>
            <label>
              <span className="sr-only">Target of {skillWords(goal.skill)}</span>
              <select
                className={`${BARE_INPUT} w-auto`}
                value={goal.target}
                onChange={(event) => put(goal.skill, { target: Number(event.target.value) as 3 | 4 | 5 })}
              >
                <option value={3}>3 · with light help</option>
                <option value={4}>4 · reliable here</option>
                <option value={5}>5 · reliable anywhere</option>
              </select>
            </label>
            <label>
              <span className="sr-only">Side of {skillWords(goal.skill)}</span>
              <select
                className={`${BARE_INPUT} w-auto`}
                disabled={!here().of(goal.skill).sided}
                value={goal.side ?? "both"}
                onChange={(event) =>
                  put(goal.skill, { side: event.target.value === "both" ? null : (event.target.value as "left") })
                }
              >
                <option value="both">{here().of(goal.skill).sided ? "both sides" : "no sides"}</option>
                <option value="left">left</option>
                <option value="right">right</option>
              </select>
            </label>
            <label>
              <span className="sr-only">Weight of {skillWords(goal.skill)}</span>
              <select
                className={`${BARE_INPUT} w-auto`}
                value={goal.weight}
                onChange={(event) => put(goal.skill, { weight: Number(event.target.value) as 1 | 2 | 3 })}
              >
                {WEIGHTS.map((weight) => (
                  <option key={weight} value={weight}>
                    matters {WEIGHT_WORDS[weight]}
                  </option>
                ))}
              </select>
            </label>
            <label className="flex min-h-9 items-center gap-1">
              <input type="checkbox" checked={goal.must} onChange={(event) => put(goal.skill, { must: event.target.checked })} />
              must
              <span className="sr-only"> be met: {skillWords(goal.skill)}</span>
            </label>
            <label className="flex min-h-9 items-center gap-1">
              <span>
                by<span className="sr-only"> which day {skillWords(goal.skill)} is needed (empty: end of the term)</span>
              </span>
              <input
                type="date"
                className={`${BARE_INPUT} w-auto`}
                value={goal.by ?? ""}
                onChange={(event) => put(goal.skill, { by: parseLocalDate(event.target.value) })}
              />
            </label>
          </li>
        ))}
      </ul>
      <SkillPicks legend="Skills" add="Add a goal" value={draft.map(({ skill }) => skill)} onChange={pick} />
      <div className="flex gap-2 pt-3">
        <Button tone="main" type="submit" disabled={busy || left.length > 0}>
          Save the goals
        </Button>
        <Button onClick={onCancel}>Cancel</Button>
      </div>
    </form>
  );
}
