/** A skill over the stay, both sides; time off shaded, checks, changes of tack and incidents marked, so that cause and effect can be seen. */
import { useMemo, useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { LogView } from "#contracts/views.watch.ts";
import { addDays, daysBetween, sayDate } from "#core/calendar/local-date.ts";
import type { IncidentKind } from "#core/card/card.ts";
import type { Trial } from "#core/intake/cause-rules.ts";
import type { EvaluationKind } from "#core/intake/outcome.ts";
import { type TrackSide } from "#core/kernel/sides.ts";
import { Chart, type Series } from "#ui/kit/Chart.tsx";
import { INPUT } from "#ui/kit/parts.tsx";
import { Check } from "#ui/kit/Tick.tsx";
import { TRIAL_CHANGE } from "#ui/words/check.ts";
import { inner, outer } from "#ui/words/figures.ts";
import { sayGear } from "#ui/words/gear.ts";
import { INCIDENT } from "#ui/words/labels.ts";
import { EVALUATION } from "#ui/words/labels-desk.ts";

type Event = LogView["events"][number];
function sayEvent({ what, words, gear }: Event): string {
  if (gear) return sayGear(gear);
  if (what === "tack") return inner(TRIAL_CHANGE[words as Trial] ?? words);
  if (what === "evaluation") return `${inner(EVALUATION[words as EvaluationKind])} evaluation`;
  return what === "incident" ? inner(INCIDENT[words as IncidentKind]) : words;
}

const LINES: readonly (readonly [TrackSide, string, Series["tone"], boolean])[] = [
  ["left", "Left", "rail", false],
  ["right", "Right", "slate", true],
  ["both", "Score", "rail", false],
];

export function SkillChart({ view, skill, onSkill }: { view: LogView; skill: string; onSkill(skill: string): void }) {
  const [plain, setPlain] = useState(false);
  const scored = useMemo(() => new Set(view.scores.map((one) => one.skill)), [view.scores]);
  const shown = scored.has(skill) ? skill : (view.scores.at(-1)?.skill ?? "");
  const days = daysBetween(view.firstDay, view.today) + 1;
  const chart = useMemo(() => {
    const at = (day: LogView["today"]): number => daysBetween(view.firstDay, day);
    const labels = Array.from({ length: days }, (_, i) => sayDate(addDays(view.firstDay, i)));
    const mine = view.scores.filter((one) => one.skill === shown);
    const series = LINES.flatMap(([side, label, tone, dashed]): Series[] => {
      const values = Array<number | null>(days).fill(null);
      for (const { side: on, score, day, effect } of mine)
        if (on === side && at(day) >= 0 && at(day) < days)
          values[at(day)] = plain ? Math.round(Math.max(0, Math.min(5.3, score - effect)) * 10) / 10 : score;
      return values.some((one) => one !== null)
        ? [{ label, kind: "line", tone, values, dashed, mark: dashed ? "rect" : "circle" }]
        : [];
    });
    const inside = (place: number): number => Math.max(0, Math.min(days - 1, place));
    return {
      labels,
      series,
      shades: view.off.map(({ from, to }) => ({ from: inside(at(from)), to: inside(at(to)) })),
      marks: view.events.map((event) => ({ at: inside(at(event.day)), words: sayEvent(event) })),
    };
  }, [view, shown, plain, days]);
  const figures = useMemo(() => {
    const values = Array<number | null>(days).fill(null);
    for (const { skill: of, figure, day } of view.measures) {
      const place = daysBetween(view.firstDay, day);
      if (of === shown && place >= 0 && place < days) values[place] = figure;
    }
    return values;
  }, [view, shown, days]);
  if (view.scores.length === 0) return <p className="text-dim">Nothing has been scored yet.</p>;
  return (
    <section aria-label="One skill over the stay" className="grid gap-2 pb-4">
      <div className="flex flex-wrap items-end gap-3">
        <label className="sign text-dim">
          Skill
          <select className={`${INPUT} font-sans text-ink`} value={shown} onChange={(event) => onSkill(event.target.value)}>
            {here()
              .all.filter(({ id }) => scored.has(id))
              .map(({ id, words }) => (
                <option key={id} value={id}>
                  {words}
                </option>
              ))}
          </select>
        </label>
        <Check checked={plain} onChange={setPlain}>
          Adjusted for day and rider
        </Check>
      </div>
      <Chart
        title={here().all.find(({ id }) => id === shown)?.words ?? ""}
        labelHead="Day"
        labels={chart.labels}
        series={chart.series}
        shades={chart.shades}
        marks={chart.marks}
        highest={5.5}
      />
      {figures.some((one) => one !== null) && (
        <Chart
          title={`${inner(here().of(shown).measure?.words ?? "counted")}`}
          labelHead="Day"
          labels={chart.labels}
          series={[{ label: outer(here().of(shown).measure?.words ?? "counted"), kind: "bar", tone: "slate", values: figures }]}
          shades={chart.shades}
          marks={chart.marks}
        />
      )}
      <p className="text-sm text-dim">
        Shaded: holds, and a week or more without work. Dotted: checks answered, tack or company changed, evaluations, incidents.
        {plain && " Scores adjusted for the day and for how strictly each rider scores."}
      </p>
      {view.events.length > 0 && (
        <details>
          <summary className="sign cursor-pointer text-slate">What happened ({view.events.length})</summary>
          <ul>
            {view.events.map((event, i) => (
              <li key={`${event.day}${event.what}${i}`}>
                {sayDate(event.day)}: {sayEvent(event)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
