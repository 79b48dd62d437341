/** The goals with their chance, their day and their fan; what was said of them before. */
import type { PlanView } from "#contracts/views.plan.ts";
import { type LocalDate, sayDate } from "#core/calendar/local-date.ts";
import type { PlanGoal } from "#core/plan/goal-sets.ts";
import { onDay, percent, sayForecast, sayLikelyRange } from "#ui/words/plan.ts";
import { skillWords } from "#ui/words/skills.ts";
import { Fan } from "./Fan.tsx";
import { type GoalReading, isKnown, type Reading } from "./reading.ts";

interface Props {
  readonly goals: readonly PlanGoal[];
  readonly reading: Reading | null;
  /** As they were last kept: shown at once, until the page has read them anew. */
  readonly kept: PlanView["told"];
  readonly firstDay: LocalDate;
  readonly history: PlanView["history"];
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

export function Goals({ goals, reading, kept, firstDay, history }: Props) {
  return (
    <ol className="border-t border-line">
      {goals.map((goal) => {
        const read = reading?.goals.find((one) => one.skill === goal.skill);
        const fan = read?.forecast?.fan ?? null;
        const last = kept.find((one) => one.skill === goal.skill && one.target === goal.target && one.side === goal.side);
        const told = read ? read.forecast : last ? { chance: last.chance, held: last.held, day: last } : null;
        const met = read ? read.state.met : (last?.met ?? false);
        return (
          <li key={goal.skill} className="grid items-center gap-x-4 border-b border-line py-1 md:grid-cols-[1fr_14rem_11rem]">
            <div className="min-w-0">
              <h3>
                {skillWords(goal.skill)} to {goal.target}
                {goal.side ? `, ${goal.side}` : ""}
                <span className="text-sm font-normal text-dim">
                  {" "}
                  · {goal.must ? "must have" : "would like"}
                  {goal.by ? ` · needed by ${sayDate(goal.by)}` : ""}
                </span>
              </h3>
              {read && (
                <p className="text-sm">
                  now <Now goal={read} />
                  {STATE(read) && <strong> {STATE(read)}</strong>}
                </p>
              )}
              <Before history={history} skill={goal.skill} firstDay={firstDay} />
            </div>
            {fan ? (
              <Fan
                fan={fan}
                target={goal.target}
                label={`Level of the weaker side to the end of the term, target ${goal.target}`}
              />
            ) : (
              <span />
            )}
            <div>
              {told && (
                <>
                  <p>
                    <strong className="sign">
                      {met
                        ? `Reached${told.day.p50 === null ? "" : ` ${onDay(firstDay, told.day.p50)}`}`
                        : sayForecast(told.chance, told.day, firstDay)}
                    </strong>
                  </p>
                  <p className="text-sm text-dim">
                    {[
                      met ? "" : sayLikelyRange(told.day, firstDay),
                      `confirmed at the end: ${percent(told.held)}`,
                      read && !isKnown(read) && !met ? "a guess: too few scores" : "",
                    ]
                      .filter((one) => one !== "")
                      .join(" · ")}
                  </p>
                </>
              )}
            </div>
          </li>
        );
      })}
    </ol>
  );
}
