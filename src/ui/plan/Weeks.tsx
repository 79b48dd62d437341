/** What is left of the term as weeks: a theme, a session on each planned day, and what it is for. */
import { addDays, type LocalDate, sayDate, weekdayOf } from "#core/calendar/local-date.ts";
import type { Skill } from "#core/ladder/skill.ts";
import { type LaidSession } from "#core/plan/term-plan.ts";
import { weeksOf } from "#core/plan/weeks.ts";
import { plural } from "#ui/words/figures.ts";
import { WEEKDAY } from "#ui/words/labels.ts";
import { PLACE, PURPOSE, sayTheme, skillWords } from "#ui/words/plan.ts";

const DAYS = [1, 2, 3, 4, 5, 6, 7] as const;

export function Weeks({
  plan,
  ladder,
  firstDay,
}: {
  plan: readonly LaidSession[];
  ladder: readonly Skill[];
  firstDay: LocalDate;
}) {
  const monday = 1 - weekdayOf(firstDay);
  const weeks = weeksOf(plan, ladder, monday);
  const onWeekday = (day: number): number => weekdayOf(addDays(firstDay, day));
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by the keyboard
    <section className="overflow-x-auto" aria-label="Weeks, scrolls sideways" tabIndex={0}>
      <table className="w-full min-w-[44rem] table-fixed border-collapse text-left text-sm">
        <thead>
          <tr className="sign border-b-2 border-rail">
            <th scope="col" className="w-40">
              Week
            </th>
            {DAYS.map((day) => (
              <th key={day} scope="col">
                {WEEKDAY[day].slice(0, 3)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {weeks.map((week) => (
            <tr key={week.from} className="border-b border-line align-top">
              <th scope="row" className="py-1 font-normal">
                <span className="sign">{week.theme ? sayTheme(week.theme) : "Nothing yet"}</span>
                <br />
                <span className="text-dim">
                  from {sayDate(addDays(firstDay, week.from))} · {plural(week.sessions.length, "session")}
                  {week.places.length > 0 ? ` · ${week.places.map((place) => PLACE[place]).join(", ")}` : ""}
                  {week.sessions.length > 2 && week.places.length === 1 ? " · a change of place would keep it fresh" : ""}
                </span>
              </th>
              {DAYS.map((day) => {
                const session = week.sessions.find((one) => onWeekday(one.day) === day);
                if (!session) return <td key={day} />;
                const fresh = session.items.find((item) => item.isNew);
                return (
                  <td key={day} className="py-1 pr-1">
                    <div
                      className={`h-full border-l-4 px-1 ${session.purpose === "work" ? "border-rail bg-rail-soft" : "border-slate bg-slate-soft"}`}
                    >
                      {PURPOSE[session.purpose] && <p className="sign">{PURPOSE[session.purpose]}</p>}
                      {session.items.map((item) => (
                        <p key={item.skill} className="leading-tight">
                          {item === fresh ? "◆ " : ""}
                          {item.pinned ? "▼ " : ""}
                          {skillWords(item.skill)}
                        </p>
                      ))}
                    </div>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-sm text-dim">◆ new here · ▼ pinned by hand</p>
    </section>
  );
}
