/** The goals with their chance, their day and their fan; what was said of them before. */
import type { PlanView } from "#contracts/views.plan.ts";
import { type LocalDate, sayDate } from "#core/calendar/local-date.ts";
import { verdictOf } from "#core/forecast/chance.ts";
import type { PlanGoal } from "#core/plan/goal-sets.ts";
import { outer } from "#ui/words/figures.ts";
import { onDay, percent, sayForecast, sayLikelyRange } from "#ui/words/plan.ts";
import { skillWords } from "#ui/words/skills.ts";
import { AxisHead, AxisRow, type TermRest } from "./Axis.tsx";
import { Fan } from "./Fan.tsx";
import { type GoalReading, isKnown, type PlanReading } from "./reading.ts";

interface Props {
  readonly goals: readonly PlanGoal[];
  readonly reading: PlanReading | null;
  /** As they were last kept: shown at once, until the page has read them anew. */
  readonly kept: PlanView["told"];
  readonly firstDay: LocalDate;
  readonly history: PlanView["history"];
  /** What is left of the term. */
  readonly stretch: TermRest;
}

const shownLevel = ({ mean, low, high }: GoalReading["shown"][number]): string =>
  `${mean.toFixed(1)} (${low.toFixed(1)}–${high.toFixed(1)})`;

function Now({ goal }: { goal: GoalReading }) {
  return (
    <>
      {goal.shown.map((one) => (
        <span key={one.side} className="mr-2 whitespace-nowrap">
          {one.side === "both" ? "" : `${one.side} `}
          {one.known ? shownLevel(one) : "too few scores to tell"}
          {one.known && one.best >= HAD && one.best - one.mean >= SLID && (
            <span className="text-ochre"> was {one.best.toFixed(1)}: confirm it</span>
          )}
        </span>
      ))}
    </>
  );
}

/** So far below its best a level is shown beside it; what was lost and what is noise cannot be told apart. */
const SLID = 0.75;
const HAD = 2.5;
const STATE = (goal: GoalReading): string =>
  goal.state.held
    ? "reached and confirmed"
    : goal.state.met
      ? "reached, not confirmed yet"
      : goal.state.missing === 1
        ? "needs one more good session to confirm"
        : "";

/** Chances that earlier days told, a few of them, the day of each beside it. */
function Before({ history, skill, firstDay }: { history: Props["history"]; skill: string; firstDay: LocalDate }) {
  const told = history.flatMap(({ day, goals }) =>
    goals.filter((goal) => goal.skill === skill).map(({ chance }) => ({ day, chance })),
  );
  const earlier = told.slice(0, -1).filter((_, i, all) => i % Math.max(1, Math.ceil(all.length / 3)) === 0);
  if (earlier.length === 0) return null;
  return (
    <p className="text-sm text-dim">
      {earlier.map(({ day, chance }) => `${onDay(firstDay, day)}: ${percent(chance)}`).join(" · ")}
    </p>
  );
}

const COLUMNS = "md:grid-cols-[minmax(11rem,1fr)_minmax(12rem,1.4fr)_14rem]";

/** One line a goal, its sentence at the end; all on the axis of the term that is left. A line opens on its figures. */
export function Goals({ goals, reading, kept, firstDay, history, stretch }: Props) {
  return (
    <>
      <div className={`hidden gap-x-4 md:grid ${COLUMNS}`}>
        <span />
        <AxisHead stretch={stretch} exit={`exit ${onDay(firstDay, stretch.exit)}`} />
      </div>
      <ol className="border-t border-line">
        {goals.map((goal) => {
          const read = reading?.goals.find((one) => one.skill === goal.skill);
          const fan = read?.forecast?.fan ?? null;
          const last = kept.find((one) => one.skill === goal.skill && one.target === goal.target && one.side === goal.side);
          const told = read ? read.forecast : last ? { chance: last.chance, held: last.held, day: last } : null;
          const met = read ? read.state.met : (last?.met ?? false);
          const isFar = told !== null && !met && verdictOf(told.chance) === "not-this-term";
          return (
            <li key={goal.skill}>
              <details>
                <summary
                  className={`grid cursor-pointer list-none items-center gap-x-4 md:min-h-9 max-md:border-b max-md:border-line max-md:py-2 ${COLUMNS}`}
                >
                  <h3 className="min-w-0">
                    <span aria-hidden="true">▸ </span>
                    {skillWords(goal.skill)} to {goal.target}
                    {goal.side ? `, ${goal.side}` : ""}
                    {goal.must && <span className="text-sm font-normal text-dim"> must have</span>}
                    {goal.by && <span className="text-sm font-normal text-dim"> by {sayDate(goal.by)}</span>}
                  </h3>
                  <AxisRow stretch={stretch} day={told?.day ?? null} met={met} />
                  <strong className={`sign ${isFar ? "text-ochre" : ""}`}>
                    {isFar && <span aria-hidden="true">▲ </span>}
                    {told &&
                      (met
                        ? `Reached${told.day.p50 === null ? "" : ` ${onDay(firstDay, told.day.p50)}`}`
                        : sayForecast(told.chance, told.day, firstDay))}
                  </strong>
                </summary>
                <div className="grid gap-x-4 py-1 pl-4 text-sm md:grid-cols-[1fr_14rem]">
                  <div>
                    {read && (
                      <p>
                        Now <Now goal={read} />
                        {STATE(read) && <strong> {STATE(read)}</strong>}
                      </p>
                    )}
                    {told && (
                      <p>
                        {outer(
                          [
                            met ? "" : sayLikelyRange(told.day, firstDay),
                            `confirmed at the end: ${percent(told.held)}`,
                            read && !isKnown(read) && !met ? "a guess: too few scores" : "",
                          ]
                            .filter((one) => one !== "")
                            .join(" · "),
                        )}
                      </p>
                    )}
                    <Before history={history} skill={goal.skill} firstDay={firstDay} />
                  </div>
                  {fan && (
                    <Fan
                      fan={fan}
                      target={goal.target}
                      label={`Level of the weaker side to the end of the term, target ${goal.target}`}
                    />
                  )}
                </div>
              </details>
            </li>
          );
        })}
      </ol>
      <p className="pt-1 text-sm text-dim">
        ◆ expected, with eight cases of ten around it · ◇ after the term · ✓ reached. Open a line for its figures.
      </p>
    </>
  );
}
