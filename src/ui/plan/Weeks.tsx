/** What is left of the term as weeks: a theme, a session on each planned day, and what it is for. */

import { useState } from "react";
import { addDays, type LocalDate, sayDate, weekdayOf } from "#core/calendar/local-date.ts";
import type { Skill } from "#core/ladder/skill.ts";
import type { Pin } from "#core/plan/asked.ts";
import type { ScheduledSession } from "#core/plan/session.ts";
import { planWeeksOf } from "#core/plan/weeks.ts";
import type { WeekWords } from "#core/plan/written.ts";
import { Button, INPUT } from "#ui/kit/parts.tsx";
import { plural } from "#ui/words/figures.ts";
import { WEEKDAY } from "#ui/words/labels.ts";
import { PLACE, PURPOSE, sayTheme } from "#ui/words/plan.ts";
import { skillWords } from "#ui/words/skills.ts";

/** What a week is about, in the manager's own words: it stands on the cards of that week. */
function WeekInWords({
  week,
  words,
  mayWrite,
  busy,
  onWords,
}: {
  week: string;
  words: string;
  mayWrite: boolean;
  busy: boolean;
  onWords(words: string): void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  if (!mayWrite) return words ? <p className="font-semibold">{words}</p> : null;
  if (typed === null)
    return (
      <>
        {words && <p className="font-semibold">{words}</p>}
        <Button aria-label={`In your words: the week from ${week}`} disabled={busy} onClick={() => setTyped(words)}>
          {words ? "Change the words" : "In your words"}
        </Button>
      </>
    );
  return (
    <form
      className="grid gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        onWords(typed.trim());
        setTyped(null);
      }}
    >
      <input
        aria-label={`What the week from ${week} is about`}
        className={INPUT}
        maxLength={200}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
      />
      <span className="flex gap-1">
        <Button type="submit" tone="main" disabled={busy}>
          Save
        </Button>
        <Button onClick={() => setTyped(null)}>Cancel</Button>
      </span>
    </form>
  );
}

const DAYS = [1, 2, 3, 4, 5, 6, 7] as const;

export function Weeks({
  plan,
  ladder,
  firstDay,
  pins,
  mayWrite,
  busy,
  onPins,
}: {
  plan: readonly ScheduledSession[];
  ladder: readonly Skill[];
  firstDay: LocalDate;
  pins: readonly Pin[];
  mayWrite: boolean;
  busy: boolean;
  onPins(pins: readonly Pin[]): void;
}) {
  const monday = 1 - weekdayOf(firstDay);
  const wordsOf = (from: number): WeekWords | null =>
    pins.find((pin): pin is WeekWords => pin.kind === "week" && pin.from === from) ?? null;
  const weeks = planWeeksOf(plan, ladder, monday);
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
                  {week.sessions.length > 2 && week.places.length === 1 ? " · try another place for variety" : ""}
                </span>
                <WeekInWords
                  week={sayDate(addDays(firstDay, week.from))}
                  words={wordsOf(week.from)?.words ?? ""}
                  mayWrite={mayWrite}
                  busy={busy}
                  onWords={(words) =>
                    onPins([
                      ...pins.filter((pin) => pin !== wordsOf(week.from)),
                      ...(words ? [{ kind: "week" as const, from: week.from, words }] : []),
                    ])
                  }
                />
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
      <p className="text-sm text-dim">◆ new here · ▼ pinned</p>
    </section>
  );
}
