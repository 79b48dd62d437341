/** Week against week at a glance, and what moved since the horse came. */

import { here } from "#contracts/ladder.here.ts";
import type { CourseView } from "#contracts/views.watch.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { SinceArrival } from "#core/watch/by-week.ts";
import { Wide } from "#ui/kit/Wide.tsx";
import { hours, inner, listed } from "#ui/words/figures.ts";

const SHOWN_WEEKS = 5;
const NAMED = 4;
const say = ({ skill, side, before, now }: SinceArrival): string =>
  `${inner(here().of(skill).words)}${side === "both" ? "" : ` ${side}`} ${before} to ${now}`;
const said = (all: readonly SinceArrival[]): string =>
  `${listed(all.slice(0, NAMED).map(say))}${all.length > NAMED ? ` · ${all.length - NAMED} more` : ""}`;

export function ByWeek({ view }: { view: CourseView }) {
  const { up, down } = view.arrival;
  const weeks = view.byWeek.slice(-SHOWN_WEEKS);
  return (
    <section aria-labelledby="by-week-title" className="min-w-0">
      <h3 id="by-week-title">Week by week</h3>
      {(up.length > 0 || down.length > 0) && (
        <p>
          Since arrival
          {up.length > 0 && <> ▲ up: {said(up)}.</>}
          {down.length > 0 && <> ▼ down: {said(down)}.</>}
        </p>
      )}
      <Wide label="Week by week">
        <table className="border-collapse text-left">
          <thead>
            <tr className="sign border-b border-rail">
              {["Week of", "Sessions", "Hours", "Up", "Down", "Firsts", "Incidents", "Soft after"].map((head) => (
                <th key={head} scope="col" className="pr-4">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {weeks.map((week) => (
              <tr key={week.monday} className="border-b border-line">
                <th scope="row" className="pr-4 font-normal">
                  {sayDate(week.monday)}
                </th>
                <td>{week.sessions}</td>
                <td>{hours(week.minutes / 60)}</td>
                <td>{week.up > 0 ? `▲ ${week.up}` : "–"}</td>
                <td className={week.down > week.up ? "text-ochre" : ""}>{week.down > 0 ? `▼ ${week.down}` : "–"}</td>
                <td>{week.firsts > 0 ? `⚑ ${week.firsts}` : "–"}</td>
                <td className={week.incidents > 0 ? "text-oxblood" : ""}>{week.incidents > 0 ? `■ ${week.incidents}` : "–"}</td>
                <td>{week.soft === null ? "–" : `${week.soft} min`}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Wide>
    </section>
  );
}
