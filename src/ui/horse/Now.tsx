import type { ComponentProps, ReactNode } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { HorseNowView } from "#contracts/views.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { Outcome } from "#ui/intake/Outcome.tsx";
import { drawn } from "#ui/kit/drawn.ts";
import { Tag } from "#ui/kit/parts.tsx";
import { TwoSided } from "#ui/ladder/TwoSided.tsx";
import { sayBecause } from "#ui/words/because.ts";
import { sayChanged } from "#ui/words/changed.ts";
import { sayComplaint } from "#ui/words/complaint.ts";
import { hours, inner, listed, plural } from "#ui/words/figures.ts";
import { SESSION } from "#ui/words/labels.ts";
import { EVALUATION } from "#ui/words/labels-desk.ts";
import { needPath, needTone, sayNeed } from "#ui/words/needs.ts";
import { GOES_WORDS } from "#ui/words/owner.ts";
import { skillWords } from "#ui/words/skills.ts";
import { bothWeights } from "#ui/words/units.ts";
import { SessionEntry } from "./SessionEntry.tsx";

const rungsOf = (tracks: HorseNowView["tracks"]) =>
  tracks.map(({ skill, side, level, shown, intake }) => ({ skill, side, now: level.latest, shown, before: intake }));
/** The dearest part of the page by far, and the same for as long as nobody has scored anything. */
const Drawing = (props: ComponentProps<typeof TwoSided>) => (
  // biome-ignore lint/security/noDangerouslySetInnerHtml: drawn here by React
  <div dangerouslySetInnerHTML={{ __html: drawn(TwoSided, props) }} />
);
/** Where the horse stands today: first what is next, what was said last and what is under way; all else is folded below. */
export function Now({
  view,
  manager,
  children,
  step,
  weigh,
}: {
  view: HorseNowView;
  manager: boolean;
  children?: ReactNode;
  /** The next big step. */
  step?: ReactNode;
  weigh?: ReactNode;
}) {
  const changed = view.changed ? sayChanged(view.changed.change) : "";
  const [last] = view.recent;
  const worked = new Set([
    ...(view.next?.session.items.map(({ skill }) => skill) ?? []),
    ...view.recent.flatMap(({ record }) => record.scores.map(({ skill }) => skill)),
  ]);
  const underWay = view.tracks.filter(({ skill }) => worked.has(skill));
  return (
    <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_24rem]">
      <div className="min-w-0">
        {view.needs.length > 0 && (
          <p className="flex flex-wrap gap-1 pb-3">
            {view.needs.map((need) => (
              <Tag key={need.code} tone={needTone(need)}>
                {manager && needPath(need) ? (
                  <a href={`/horse/${view.head.stay}${needPath(need)}`}>{sayNeed(need)}</a>
                ) : (
                  sayNeed(need)
                )}
              </Tag>
            ))}
          </p>
        )}
        {view.atHome && (
          <p className="mb-3 border-l-4 border-slate pl-3">
            News from home {sayDate(view.atHome.day)}: {inner(GOES_WORDS[view.atHome.goes])}.
            {view.atHome.worse.length > 0 && ` Worse: ${view.atHome.worse.map((id) => inner(here().of(id).words)).join("; ")}.`}
            {view.atHome.words && ` “${view.atHome.words}”`}
          </p>
        )}
        <p className="pb-4">
          <span className="sign text-dim">Owner's request</span> “{view.head.aim}”
          {view.head.complaint && (
            <>
              {" "}
              <span className="sign text-dim">Main problem</span> {sayComplaint(view.head.complaint)}
            </>
          )}
        </p>
        <div className="grid gap-x-6 gap-y-2 pb-3 md:grid-cols-2">
          {view.next && (
            <section aria-labelledby="next-title">
              <h2 id="next-title">Next session, {sayDate(view.next.day)}</h2>
              <p>
                <strong>{listed(view.next.session.items.map(({ skill }) => skillWords(skill)))}</strong>,{" "}
                {inner(SESSION[view.next.session.kind])}, {sayBecause(view.next.session.because)}.
              </p>
            </section>
          )}
          {last && (
            <section aria-labelledby="last-title">
              <h2 id="last-title">
                Last session, {sayDate(last.day)}, {last.rider}
              </h2>
              <p>
                {last.record.endedWell ? "" : "■ Did not end well. "}
                {last.record.word && `“${last.record.word}” `}
                {last.record.nextTime && <strong>Next time: {last.record.nextTime}</strong>}
              </p>
              {changed && view.changed && <p className="text-sm">{changed}</p>}
            </section>
          )}
        </div>
        {step}
        <h2>Skills under way, left and right</h2>
        {view.tracks.length === 0 ? (
          <p className="text-dim">Nothing has been scored yet.</p>
        ) : (
          <>
            {underWay.length > 0 && (
              <Drawing label={`Skills of ${view.head.horse} that are under way`} rungs={rungsOf(underWay)} />
            )}
            <details open={underWay.length === 0}>
              <summary className="sign min-h-9 cursor-pointer text-rail">
                All {new Set(view.tracks.map(({ skill }) => skill)).size} skills, left and right
              </summary>
              <Drawing label={`Levels of ${view.head.horse} on both sides`} rungs={rungsOf(view.tracks)} />
            </details>
          </>
        )}
        {view.tracks.length > 0 && (
          <details className="pb-2">
            <summary className="sign min-h-9 cursor-pointer text-rail">What each skill is, and how to ask</summary>
            <ul className="columns-1 gap-6 sm:columns-2">
              {[...new Set(view.tracks.map(({ skill }) => skill))].map((skill) => (
                <li key={skill}>
                  <a href={`/skill/${skill}?method=${view.head.method.id}`}>{here().of(skill).words}</a>
                </li>
              ))}
            </ul>
          </details>
        )}
        {children}
      </div>
      <div className="grid content-start gap-6">
        {view.outcome ? (
          <Outcome
            outcome={view.outcome}
            risk={view.risk}
            riskSet={view.riskSet}
            raisedBy={view.raisedBy}
            hard={view.hard.side}
            apart={view.apart.map((other) => other.horse)}
            inForce={view.inForce}
            folded
          />
        ) : (
          <section>
            <h2>Not evaluated yet</h2>
            <p>
              Ground work only, with your most experienced handler, until the evaluation is done.{" "}
              {manager && <a href={`/horse/${view.head.stay}/evaluate`}>Evaluate {view.head.horse}</a>}
            </p>
          </section>
        )}
        <section>
          <h2>Weight</h2>
          <p>
            {view.weight ? (
              <>
                {bothWeights(view.weight.kilograms)} <span className="text-dim">on {sayDate(view.weight.day)}</span>
              </>
            ) : (
              "Not weighed yet: ground work only."
            )}
          </p>
          {weigh}
        </section>
        <section>
          <h2>Evaluations</h2>
          {view.evaluations.length === 0 && <p className="text-dim">None yet.</p>}
          <ul>
            {view.evaluations.map((evaluation) => (
              <li key={evaluation.id}>
                {manager ? (
                  <a href={`/horse/${view.head.stay}/${evaluation.closed ? `evaluation/${evaluation.id}` : "evaluate"}`}>
                    {EVALUATION[evaluation.kind]}
                  </a>
                ) : (
                  EVALUATION[evaluation.kind]
                )}
                , {sayDate(evaluation.day)}
                {evaluation.closed ? "" : ", still open"}
              </li>
            ))}
          </ul>
        </section>
        <section>
          <h2>Last sessions</h2>
          <p className="text-dim">
            {hours(view.hours.ground)} h on the ground, {hours(view.hours.saddle)} h in the saddle,{" "}
            {plural(view.head.ruler.reading.delivered, "session")}
          </p>
          {view.recent.map((session) => (
            <SessionEntry key={session.card} session={session} short />
          ))}
          {view.recent.length === 0 && <p className="text-dim">None yet.</p>}
        </section>
      </div>
    </div>
  );
}
