/** What would change the forecast, side by side with how it is: goals that gain or lose, and the sum over what was promised. */
import type { WhatIf } from "#core/plan/outlook.ts";
import { percent, sayWhatIf, skillWords } from "#ui/words/plan.ts";
import type { Reading } from "./reading.ts";
import { keyOf } from "./use-outlook.ts";

interface Props {
  readonly whatIfs: readonly WhatIf[];
  readonly aWeek: number;
  readonly now: Reading | null;
  readonly others: ReadonlyMap<string, Reading>;
}
/** Below this two sets of plays say the same. */
const TOLD_FROM = 0.05;

const sum = (reading: Reading): number => reading.goals.reduce((all, goal) => all + (goal.forecast?.chance ?? 0), 0);
const signed = (x: number): string => `${x >= 0 ? "+" : "−"}${Math.abs(x).toFixed(1)}`;

function Row({ what, aWeek, now, then }: { what: WhatIf; aWeek: number; now: Reading; then: Reading | undefined }) {
  const moved = (then?.goals ?? [])
    .map((goal) => ({
      goal,
      by: (goal.forecast?.chance ?? 0) - (now.goals.find((one) => one.skill === goal.skill)?.forecast?.chance ?? 0),
    }))
    .filter(({ by }) => Math.abs(by) >= TOLD_FROM)
    .sort((a, b) => Math.abs(b.by) - Math.abs(a.by));
  return (
    <li className="border-b border-line py-1">
      <p className="flex justify-between gap-2">
        <span className="sign">{sayWhatIf(what, { aWeek })}</span>
        <span>{then ? `${signed(sum(then) - sum(now))} goals` : "…"}</span>
      </p>
      <p className="text-sm text-dim">
        {then && moved.length === 0 && "no goal moves by more than the play of chance"}
        {moved
          .slice(0, 3)
          .map(
            ({ goal, by }) =>
              `${skillWords(goal.skill)} ${percent((goal.forecast?.chance ?? 0) - by)} → ${percent(goal.forecast?.chance ?? 0)}`,
          )
          .join(" · ")}
      </p>
    </li>
  );
}

export function WhatIfs({ whatIfs, aWeek, now, others }: Props) {
  return (
    <ul className="border-t border-line" aria-live="polite">
      {now && whatIfs.map((what) => <Row key={keyOf(what)} what={what} aWeek={aWeek} now={now} then={others.get(keyOf(what))} />)}
    </ul>
  );
}
