/** The plan of a term with its forecast: both read from the record by the page's own worker, as the server reads them for the Rail. */

import { useMemo, useState } from "react";
import type { PlanView } from "#contracts/views.plan.ts";
import { addDays, sayDate } from "#core/calendar/local-date.ts";
import { hasTag } from "#core/ladder/ladder.ts";
import { STEP_TAGS } from "#core/permission/steps.ts";
import type { PlanGoal } from "#core/plan/goal-sets.ts";
import { ladderOf, type WhatIf, whatIfsOf } from "#core/plan/outlook.ts";
import { stayDay } from "#core/plan/planned-days.ts";
import { netMoved } from "#core/plan/weeks.ts";
import { type Carried, unpack } from "#ui/kit/carried.ts";
import { later } from "#ui/kit/later.tsx";
import { BARE_INPUT, Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { inner, listed, outer, plural } from "#ui/words/figures.ts";
import { isVeryLikely, onDay, percent, sayCauses, sayChance, sayMoved, sayStall } from "#ui/words/plan.ts";
import { sayHeld, sayTogether } from "#ui/words/reasons.ts";
import { sayNobodyLight } from "#ui/words/reasons-desk.ts";
import { skillWords, trackWords } from "#ui/words/skills.ts";
import { BigStep } from "./BigStep.tsx";
import { Goals } from "./Goals.tsx";
import type { PlanReading } from "./reading.ts";
import { Pins, TwoWeeks } from "./TwoWeeks.tsx";
import { useOutlook } from "./use-outlook.ts";
import { usePlan } from "./use-plan.ts";
import { Weeks } from "./Weeks.tsx";
import { WhatIfs } from "./WhatIfs.tsx";

// eslint-disable-next-line no-restricted-syntax -- a neighbour in this very folder; no fence lies between
const GoalsForm = later(async () => (await import("./GoalsForm.tsx")).GoalsForm);

/** The whole in two or three sentences. */
function inWords(reading: PlanReading, goals: readonly PlanGoal[]): string {
  const told = reading.goals.filter(({ forecast }) => forecast !== null);
  const promised = told.filter(({ skill }) => goals.find((goal) => goal.skill === skill)?.must);
  const weakest = [...(promised.length > 0 ? promised : told)].sort(
    (a, b) => (a.forecast?.chance ?? 0) - (b.forecast?.chance ?? 0),
  )[0];
  const open = told.filter(({ forecast }) => (forecast?.chance ?? 0) < 0.5).map(({ skill }) => skillWords(skill).toLowerCase());
  const rate =
    reading.rate.sessions < 5
      ? "Too few scores to tell how fast this horse learns."
      : `Learns ${reading.rate.mean > 1.15 ? "faster than" : reading.rate.mean < 0.87 ? "slower than" : "about as fast as"} most here.`;
  const weak =
    weakest && !isVeryLikely(weakest.forecast?.chance ?? 0)
      ? ` Goal most at risk: ${inner(skillWords(weakest.skill))}. ${outer(sayChance(weakest.forecast?.chance ?? 0))} (${percent(weakest.forecast?.chance ?? 0)}).`
      : "";
  return `${rate}${weak} ${open.length > 0 ? `Probably not finished at the end: ${listed(open)}.` : told.length > 0 ? "All goals are on course." : ""}`;
}

export function PlanScreen({ view: carried }: { view: Carried<PlanView> }) {
  useAwake();
  const view = unpack(carried);
  const { goals, pins, busy, problem, joined, saveGoals, savePins } = usePlan(view);
  const [editing, setEditing] = useState(false);
  const [asked, setAsked] = useState<readonly WhatIf[]>([]);
  const record = useMemo(() => view.record && { ...view.record, goals, pins }, [view.record, goals, pins]);
  const whatIfs = useMemo(() => (record ? [...whatIfsOf(record), ...asked] : []), [record, asked]);
  const { now, compared, others, progress, stopped, stop, again } = useOutlook(record, whatIfs);
  if (!record) return <p>No plan yet. Finish the intake evaluation, then set goals.</p>;

  const plan = now?.plan ?? view.laid;
  const ladder = ladderOf(record);
  const since = addDays(record.today, -1);
  const lately = netMoved(
    view.changes
      .filter((change) => change.day >= since)
      .map(({ moved }) => moved)
      .reverse(),
    new Set(ladder.filter((skill) => hasTag(skill, ...STEP_TAGS)).map(({ id }) => id)),
  );
  const ask = (what: WhatIf): void =>
    setAsked((all) => (all.some((one) => JSON.stringify(one) === JSON.stringify(what)) ? all : [...all, what]));
  return (
    <div className="grid gap-6 xl:grid-cols-[minmax(0,1fr)_19rem]">
      <div className="min-w-0">
        {view.alarm && (
          <p className="mb-3 border-l-4 border-oxblood bg-oxblood-soft px-3 py-2">
            ■ {sayStall(view.alarm.group)} since about {onDay(record.firstDay, view.alarm.since)}. Weakest:{" "}
            {listed(view.alarm.tracks.map(trackWords))}. Check soundness, tack and teeth before you ask for more. Vet first, then
            training.
          </p>
        )}
        {view.step && <BigStep stay={view.stay} step={view.step} mayWrite={view.mayWrite} />}
        <section aria-labelledby="goals-title">
          <div className="flex flex-wrap items-baseline gap-3">
            <h2 id="goals-title">Goals</h2>
            {view.mayWrite && !editing && <Button onClick={() => setEditing(true)}>Change the goals</Button>}
            <span className="text-sm text-dim" role="status">
              {progress ? `working out the forecast: ${progress.done} of ${progress.of}` : stopped ? "stopped" : ""}
            </span>
            {progress && <Button onClick={stop}>Stop</Button>}
            {stopped && <Button onClick={again}>Forecast again</Button>}
          </div>
          {view.nobodyLight && (
            <p className="border-l-4 border-oxblood bg-oxblood-soft px-3 py-2 text-oxblood">
              ■ {sayNobodyLight(view.nobodyLight)}
            </p>
          )}
          {view.held.map((held) => (
            <p key={JSON.stringify(held)} className="border-l-4 border-oxblood bg-oxblood-soft px-3 py-1 text-oxblood">
              ■ {sayHeld(held)}
            </p>
          ))}
          {view.barred.map(({ skill, reasons }) => (
            <p key={skill} className="border-l-4 border-ochre bg-ochre-soft px-3 py-1">
              ▲ {skillWords(skill)}: {sayTogether(reasons).join(" ")}
            </p>
          ))}
          {now && (
            <p className="max-w-prose py-1">
              {record.onHold ? "On hold with no end date. The forecast continues when the hold ends." : inWords(now, goals)}
            </p>
          )}
          {lately.length > 0 && (
            <div className="border-l-4 border-slate pl-3">
              <p className="sign">Changed since yesterday</p>
              <ul>
                {lately.map((one) => (
                  <li key={JSON.stringify(one)}>{sayMoved(one, record.firstDay)}</li>
                ))}
              </ul>
            </div>
          )}
          {editing && (
            <GoalsForm
              // Joined with somebody else's: the form begins anew from both.
              key={joined ? JSON.stringify(joined) : ""}
              goals={joined?.joined ?? goals}
              clashes={joined?.clashes ?? null}
              aim={view.aim}
              busy={busy}
              onSave={(next) => void saveGoals(next).then((done) => done && setEditing(false))}
              onCancel={() => setEditing(false)}
            />
          )}
          <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
          {goals.length === 0 && !editing && <p>No goals yet. Add goals, and the plan follows.</p>}
          {goals.length > 0 && (
            <Goals
              goals={goals}
              reading={now}
              kept={view.told}
              firstDay={record.firstDay}
              history={view.history}
              stretch={{ today: stayDay(record.firstDay, record.today), exit: stayDay(record.firstDay, record.lastDay) }}
            />
          )}
        </section>
        <section aria-labelledby="weeks-title" className="pt-5">
          <h2 id="weeks-title">The rest of the term</h2>
          {record.onHold ? (
            <p>On hold with no end date. The plan continues when the hold ends.</p>
          ) : plan.length === 0 ? (
            <p>No sessions left in this term.</p>
          ) : (
            <Weeks
              plan={plan}
              ladder={ladder}
              firstDay={record.firstDay}
              pins={pins}
              mayWrite={view.mayWrite}
              busy={busy}
              onPins={(next) => void savePins(next)}
            />
          )}
        </section>
        {plan.length > 0 && (
          <section aria-labelledby="cards-title" className="pt-5">
            <h2 id="cards-title">Cards for the next two weeks</h2>
            <p className="pb-2 text-sm text-dim">
              Each card starts and ends with something the horse can do. At most one thing is new.
            </p>
            <TwoWeeks
              plan={plan}
              firstDay={record.firstDay}
              pins={pins}
              mayWrite={view.mayWrite}
              busy={busy}
              onPins={(next) => void savePins(next)}
            />
          </section>
        )}
      </div>
      <aside className="min-w-0">
        <section aria-labelledby="what-title">
          <h2 id="what-title">What if</h2>
          <WhatIfs
            whatIfs={whatIfs}
            aWeek={record.term.sessionsAWeek}
            methods={record.methods}
            now={compared}
            others={others}
            firstDay={record.firstDay}
            ridden={new Set(ladder.filter(({ saddle }) => saddle).map(({ id }) => id))}
          />
          <div className="flex flex-wrap gap-2 pt-2">
            <select
              aria-label="Try a method"
              className={`${BARE_INPUT} w-auto`}
              value=""
              onChange={(event) => event.target.value && ask({ code: "method", method: event.target.value })}
            >
              <option value="">With another method…</option>
              {record.methods
                .filter(({ id }) => id !== record.method.id)
                .map(({ id, words }) => (
                  <option key={id} value={id}>
                    {words}
                  </option>
                ))}
            </select>
            <select
              aria-label="Try without a goal"
              className={`${BARE_INPUT} w-auto`}
              value=""
              onChange={(event) => event.target.value && ask({ code: "drop", skill: event.target.value })}
            >
              <option value="">Without a goal…</option>
              {goals.map(({ skill }) => (
                <option key={skill} value={skill}>
                  {skillWords(skill)}
                </option>
              ))}
            </select>
          </div>
        </section>
        {view.mayWrite && (
          <section aria-labelledby="pins-title" className="pt-5">
            <h2 id="pins-title">Pinned and left out</h2>
            <Pins pins={pins} firstDay={record.firstDay} busy={busy} onPins={(next) => void savePins(next)} />
          </section>
        )}
        <section aria-labelledby="moved-title" className="pt-5">
          <h2 id="moved-title">Changes to the plan, and why</h2>
          {view.changes.length === 0 && <p className="text-sm text-dim">No changes since the plan was made.</p>}
          <ul>
            {view.changes.map((change) => (
              <li key={`${change.day}${JSON.stringify(change.moved)}`} className="border-t border-line py-1">
                <p className="sign">
                  {sayDate(change.day)}: {sayCauses(change.causes)}
                </p>
                <ul className="text-sm">
                  {change.moved.slice(0, 6).map((one) => (
                    <li key={JSON.stringify(one)}>{sayMoved(one, record.firstDay)}</li>
                  ))}
                  {change.moved.length > 6 && <li className="text-dim">and {plural(change.moved.length - 6, "thing")} more</li>}
                </ul>
              </li>
            ))}
          </ul>
        </section>
      </aside>
    </div>
  );
}
