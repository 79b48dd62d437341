/** What keeps the horse as it is: before every ride, four weeks of the owner's days, what not to do, when to call. */

import { here } from "#contracts/ladder.here.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { HomePlan } from "#core/report/home-plan.ts";
import { inner, listed, outer, plural } from "#ui/words/figures.ts";
import { CALL, DONT, sayHomeItem } from "#ui/words/home.ts";

export function HomePlanView({ plan, horse }: { plan: HomePlan; horse: string }) {
  return (
    <section className="pt-5" aria-label="Home plan">
      <h2>At home: four weeks, {plural(plan.daysAWeek, "day")} a week</h2>
      {plan.fades.length > 0 && (
        <p>
          What fades first without work: {listed(plan.fades.map((id) => inner(here().of(id).words)))}. The days below come back to
          it first, and to the harder side.
        </p>
      )}
      {plan.routine.length > 0 && (
        <>
          <h3 className="pt-2">Before every ride</h3>
          <ol className="list-decimal pl-5">
            {plan.routine.map((id) => (
              <li key={id}>{here().of(id).words}, both sides, softly; if not, stay on the ground today</li>
            ))}
          </ol>
        </>
      )}
      <div className="grid gap-x-6 pt-2 sm:grid-cols-2 print:grid-cols-2">
        {plan.weeks.map((days, week) => (
          <div key={days[0]?.day ?? week} className="break-inside-avoid pt-2">
            <h3>Week {week + 1}</h3>
            <ul>
              {days.map(({ day, items }) => (
                <li key={day} className="border-t border-line py-0.5 text-sm">
                  <strong>{sayDate(day)}</strong> {outer(items.map(sayHomeItem).join("; "))}
                </li>
              ))}
            </ul>
          </div>
        ))}
      </div>
      {(plan.how ?? []).length > 0 && (
        <>
          <h3 className="pt-3">How to ask</h3>
          <dl className="gap-x-6 sm:columns-2 print:columns-2">
            {plan.how?.map(({ skill, words }) => (
              <div key={skill} className="break-inside-avoid border-t border-line py-1">
                <dt className="sign">{here().of(skill).words}</dt>
                <dd>{words}</dd>
              </div>
            ))}
          </dl>
        </>
      )}
      <h3 className="pt-3">Please do not</h3>
      <ul className="list-disc pl-5">
        {plan.donts.map((dont) => (
          <li key={dont}>{DONT[dont]}</li>
        ))}
      </ul>
      <h3 className="pt-3">Whom to call about {horse}</h3>
      <ul className="list-disc pl-5">
        {CALL.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
      <p className="pt-1 text-sm text-dim">We make no diagnosis. Vet, dentist, farrier and local law come first.</p>
    </section>
  );
}
