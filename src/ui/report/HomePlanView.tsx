/** What keeps the horse as it is and takes it on: lessons first, a routine before every ride, four weeks of the owner's days, what comes after, when to call. */

import { here } from "#contracts/ladder.here.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { ShownHome } from "#core/home/own-words.ts";
import { listed, outer } from "#ui/words/figures.ts";
import { sayGear } from "#ui/words/gear.ts";
import { ASKING, CALL, DONT, homeTitle, LESSON_WHY, sayDayKind, sayHomeItem, sayReturn, sayStretch } from "#ui/words/home.ts";
import { ownerThing, type Pronouns } from "#ui/words/owner-skills.ts";
import { ProseView } from "./ProseView.tsx";

interface Props {
  readonly plan: ShownHome;
  readonly horse: string;
  readonly who: Pronouns;
}

export function HomePlanView({ plan, horse, who }: Props) {
  const how = new Map(plan.how.map(({ skill, words }) => [skill, words]));
  const others = plan.how.filter(({ skill }) => !plan.lessons.some((lesson) => lesson.skill === skill));
  const named = (skills: readonly string[]): string => listed(skills.map((id) => ownerThing(id, who)));
  return (
    <section id="home-plan" className="pt-5" aria-label="Home plan">
      <h2>{homeTitle(plan)}</h2>
      <ProseView prose={plan.prose} />
      {plan.lessons.length > 0 && (
        <>
          <h3 className="pt-2">Work on this first</h3>
          <ol className="list-decimal pl-5">
            {plan.lessons.map((lesson) => (
              <li key={lesson.skill} className="break-inside-avoid py-1">
                <strong>{outer(sayHomeItem(lesson, who))}</strong>: {LESSON_WHY[lesson.why]}. {how.get(lesson.skill) ?? ""}
              </li>
            ))}
          </ol>
          <p className="pt-1">{ASKING}</p>
        </>
      )}
      {plan.routine.length > 0 && (
        <>
          <h3 className="pt-2">Before every ride, on the ground</h3>
          <ol className="list-decimal pl-5">
            {plan.routine.map((id) => (
              <li key={id}>{here().of(id).words}</li>
            ))}
          </ol>
          <p>Both sides, softly. If one side is not soft, stay on the ground today.</p>
          {plan.ridden && (
            <p className="pt-1">
              Then walk for a few minutes on a long rein, both ways. The lesson comes next, while {who.he} is still fresh. End at
              a walk on a long rein, with something easy that went well.
            </p>
          )}
        </>
      )}
      {plan.gear.length > 0 && (
        <p className="pt-2">
          {outer(who.he)} goes in: {sayGear(plan.gear)}. Change one thing at a time, and tell us.
        </p>
      )}
      <div className="grid gap-x-6 pt-2 sm:grid-cols-2 print:grid-cols-4 print:gap-x-3">
        {plan.weeks.map((days, week) => (
          <div key={days[0]?.day ?? week} className="break-inside-avoid pt-2">
            <h3>Week {week + 1}</h3>
            <ul>
              {days.map((day) => (
                <li key={day.day} className="border-t border-line py-0.5 text-sm print:text-xs">
                  <strong>{sayDate(day.day)}</strong> {sayDayKind(day)}
                  {day.main && (
                    <>
                      <br />
                      Lesson: <strong>{sayHomeItem(day.main, who)}</strong>
                    </>
                  )}
                  {day.items.length > 0 && (
                    <>
                      <br />
                      {day.main ? "Then: " : day.kind === "ride" ? `Easy, what ${who.he} knows: ` : ""}
                      {day.items.map((item) => sayHomeItem(item, who)).join("; ")}
                    </>
                  )}
                  {day.afterRest && (
                    <>
                      <br />
                      <em>After days off: twice as long on the ground, and one step easier.</em>
                    </>
                  )}
                </li>
              ))}
            </ul>
          </div>
        ))}
      </div>
      {plan.fades.length > 0 && (
        <p className="pt-3">What fades first without practice: {named(plan.fades)}. The days above repeat it.</p>
      )}
      {plan.leave.length > 0 && (
        <p className="pt-2">
          <strong>Leave to us for now:</strong> {named(plan.leave)}.
        </p>
      )}
      {others.length > 0 && (
        <>
          <h3 className="pt-3">How to ask</h3>
          <dl className="gap-x-6 sm:columns-2 print:columns-3 print:text-xs">
            {others.map(({ skill, words }) => (
              <div key={skill} className="break-inside-avoid border-t border-line py-1">
                <dt className="sign">{here().of(skill).words}</dt>
                <dd>{words}</dd>
              </div>
            ))}
          </dl>
        </>
      )}
      <div className="gap-x-6 print:grid print:grid-cols-2 print:text-xs">
        <div className="break-inside-avoid">
          <h3 className="pt-3">Please do not</h3>
          <ul className="list-disc pl-5">
            {plan.donts.map((dont) => (
              <li key={dont}>{plan.said[dont] ?? DONT[dont]}</li>
            ))}
          </ul>
        </div>
        {plan.back && (
          <div className="break-inside-avoid">
            <h3 className="pt-3">After the four weeks</h3>
            <ul className="list-disc pl-5">
              {plan.later.map((stretch) => (
                <li key={stretch.from}>{sayStretch(stretch)}</li>
              ))}
            </ul>
            <p className="pt-1">
              <strong>{sayReturn(plan.back, { horse })}</strong>
            </p>
          </div>
        )}
        <div className="break-inside-avoid">
          <h3 className="pt-3">Whom to call about {horse}</h3>
          <ul className="list-disc pl-5">
            {CALL.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
          <p className="pt-1 text-sm text-dim">We make no diagnosis. Vet, dentist, farrier and local law come first.</p>
        </div>
      </div>
    </section>
  );
}
