/** What would change the forecast, side by side with how it is: goals that gain or lose, and the sum over what was promised. */
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { Method } from "#core/ladder/methods.ts";
import type { WhatIf } from "#core/plan/outlook.ts";
import { onDay, percent, sayWhatIf } from "#ui/words/plan.ts";
import { skillWords } from "#ui/words/skills.ts";
import type { PlanReading } from "./reading.ts";
import { keyOf } from "./use-outlook.ts";

interface Props {
  readonly whatIfs: readonly WhatIf[];
  readonly aWeek: number;
  readonly methods: readonly Method[];
  readonly now: PlanReading | null;
  readonly others: ReadonlyMap<string, PlanReading>;
  readonly firstDay: LocalDate;
  /** Skills that are ridden. */
  readonly ridden: ReadonlySet<string>;
}
/** Below this two sets of plays say the same. */
const TOLD_FROM = 0.05;

const sum = (reading: PlanReading): number => reading.goals.reduce((all, goal) => all + (goal.forecast?.chance ?? 0), 0);
const signed = (x: number): string => `${x >= 0 ? "+" : "−"}${Math.abs(x).toFixed(1)}`;

function sayFirstRide({ plan }: PlanReading, ridden: ReadonlySet<string>, firstDay: LocalDate): string {
  const first = plan.find(({ items }) => items.some(({ skill }) => ridden.has(skill)));
  return first ? onDay(firstDay, first.day) : "not this term";
}

interface RowProps extends Pick<Props, "aWeek" | "methods" | "firstDay" | "ridden"> {
  readonly what: WhatIf;
  readonly now: PlanReading;
  readonly then: PlanReading | undefined;
}
function Row({ what, aWeek, methods, now, then, firstDay, ridden }: RowProps) {
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
        <span className="sign">{sayWhatIf(what, { aWeek, methods })}</span>
        <span>{then ? `${signed(sum(then) - sum(now))} goals` : "…"}</span>
      </p>
      {what.code === "method" && then && (
        <p className="text-sm">
          first ride planned {sayFirstRide(then, ridden, firstDay)}, as it is {sayFirstRide(now, ridden, firstDay)}
        </p>
      )}
      <p className="text-sm text-dim">
        {then && moved.length === 0 && "no real difference to any goal"}
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

export function WhatIfs({ whatIfs, now, others, ...rest }: Props) {
  return (
    <ul className="border-t border-line" aria-live="polite">
      {now && whatIfs.map((what) => <Row key={keyOf(what)} what={what} now={now} then={others.get(keyOf(what))} {...rest} />)}
    </ul>
  );
}
