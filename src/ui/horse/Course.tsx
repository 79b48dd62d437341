/** How the stay goes, in words and small tables, rendered on the server; the chart of its weeks wakes beside it. */

import { here } from "#contracts/ladder.here.ts";
import type { CourseView } from "#contracts/views.watch.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { STEEP } from "#core/tools/workload.ts";
import { hours, inner, listed, plural } from "#ui/words/figures.ts";
import { branchWords } from "#ui/words/labels.ts";
import { sayReasoned } from "#ui/words/needs.ts";
import { Bodies } from "./Bodies.tsx";
import { ByWeek } from "./ByWeek.tsx";
import { GearHistory } from "./GearHistory.tsx";
import { Jumps } from "./Jumps.tsx";
import { Settles } from "./Settles.tsx";

const EASY = { left: "right", right: "left" } as const;
const times = (factor: number): string => factor.toFixed(1);

function sayPace(pace: NonNullable<CourseView["pace"]>): string {
  const sure = pace.high / pace.low < 2.5;
  const place =
    pace.others === 0
      ? ""
      : pace.slower === 0
        ? ` Slowest of the ${pace.others + 1} horses here.`
        : pace.slower === pace.others
          ? ` Fastest of the ${pace.others + 1} horses here.`
          : ` Faster than ${pace.slower} of the ${plural(pace.others, "other horse")}.`;
  return `Learns about ${times(pace.factor)} times as fast as usual (likely range ${times(pace.low)} to ${times(pace.high)}).${place}${sure ? "" : " Too few scores to be sure."}`;
}

export function Course({ view }: { view: CourseView }) {
  const { weeks, lately, riders, incidents, hardBy, pace, bodies, firsts, slides, stuck } = view;
  const minutes = (of: "groundMinutes" | "saddleMinutes"): number => weeks.reduce((sum, week) => sum + week[of], 0);
  const [ground, saddle] = [minutes("groundMinutes"), minutes("saddleMinutes")];
  const all = riders.reduce((sum, { sessions }) => sum + sessions, 0);
  const ratio = weeks.at(-1)?.ratio ?? null;
  return (
    <section aria-labelledby="course-title" className="grid gap-5">
      <h2 id="course-title">How it goes</h2>
      {(slides.length > 0 || stuck.length > 0) && (
        <ul className="border-l-4 border-ochre pl-3">
          {slides.map((slide) => (
            <li key={slide.skill + slide.side}>
              ▲ {here().of(slide.skill).words}
              {slide.side === "both" ? "" : `, ${slide.side}`}: was {slide.best}, now {slide.now}
              {slide.afterDaysOff === null ? "" : `, after ${plural(slide.afterDaysOff, "day")} off`}. Confirm it before you build
              on it.
            </li>
          ))}
          {stuck.map((skill) => (
            <li key={skill}>
              ▲ {here().of(skill).words}: no progress in 4 sessions. Ask for less, ask another way, or rest it for a week.
            </li>
          ))}
        </ul>
      )}
      {view.reasoned.length > 0 && (
        <div>
          <h3>Schooling or pain?</h3>
          <ul>
            {view.reasoned.map((one) => (
              <li key={sayReasoned(one)} className={one.points === "vet" ? "text-oxblood" : ""}>
                {one.points === "schooling" ? "●" : one.points === "vet" ? "■" : "▲"} {sayReasoned(one)}
              </li>
            ))}
          </ul>
          <p className="text-sm text-dim">
            These are places to look, not diagnoses. Vet, dentist, farrier and fitter come first.
          </p>
        </div>
      )}
      <p>{pace ? sayPace(pace) : "Too few scores to tell how fast this horse learns."}</p>
      <ByWeek view={view} />
      <div className="grid gap-5 md:grid-cols-2">
        <div>
          <h3>Worked in the last two weeks</h3>
          {lately.length === 0 ? (
            <p className="text-dim">Nothing.</p>
          ) : (
            <p>{listed(lately.slice(0, 8).map(({ skill, sessions }) => `${inner(here().of(skill).words)} (${sessions})`))}.</p>
          )}
        </div>
        <div>
          <h3>Easy and hard side by group</h3>
          <ul>
            {hardBy.map(({ branch, side, skills }) => (
              <li key={branch}>
                {branchWords(branch)}: {side !== "left" && side !== "right" ? "about even" : `easy ${EASY[side]}, hard ${side}`}{" "}
                <span className="text-dim">({plural(skills, "skill")})</span>
              </li>
            ))}
          </ul>
          {hardBy.length === 0 && <p className="text-dim">Not scored on both sides yet.</p>}
        </div>
        <div>
          <h3>Hours</h3>
          <p>
            {hours(ground / 60)} h on the ground, {hours(saddle / 60)} h in the saddle
            {saddle > 0 ? `: ${(ground / saddle).toFixed(1)} to 1` : ""}.
          </p>
          {ratio !== null && (
            <p className={ratio > STEEP ? "text-ochre" : ""}>
              {ratio > STEEP ? "▲ " : ""}Workload this week: {ratio.toFixed(1)} times the average of the last four weeks
              {ratio > STEEP ? `. Above ${STEEP} is a steep increase` : ""}.
            </p>
          )}
        </div>
        <div>
          <h3>Riders</h3>
          <ul>
            {riders.map(({ rider, sessions, minutes: spent }) => (
              <li key={rider}>
                {rider}: {plural(sessions, "session")}, {hours(spent / 60)} h{" "}
                <span className="text-dim">({Math.round((100 * sessions) / all)}%)</span>
              </li>
            ))}
          </ul>
          {riders.length === 0 && <p className="text-dim">Nobody yet.</p>}
        </div>
        <div>
          <h3>Incidents</h3>
          <p>
            {plural(incidents.all, "incident")}
            {incidents.all > 0 && `, ${incidents.perTen.toFixed(1)} in ten sessions; ${incidents.lastTen} in the last ten`}.
          </p>
        </div>
        {view.jumps.length > 0 && <Jumps jumps={view.jumps} />}
        {view.settles.length > 0 && <Settles settles={view.settles} />}
        <div>
          <h3>Firsts</h3>
          <ul>
            {firsts.map(({ day, words }) => (
              <li key={day + words} className="text-ochre">
                ⚑ {sayDate(day)}: {words}
              </li>
            ))}
          </ul>
          {firsts.length === 0 && <p className="text-dim">None yet.</p>}
        </div>
      </div>
      <Bodies bodies={bodies} cautions={view.measureCautions} weeks={weeks} />
      <GearHistory spans={view.gear} />
    </section>
  );
}
