import { useState } from "react";
import type { ShutTime } from "#contracts/barn.ts";
import { parseLocalDate, sayDateWithYear, WEEKDAYS, type Weekday } from "#core/calendar/local-date.ts";
import { BARE_INPUT, Button } from "#ui/kit/parts.tsx";
import { clockAsMinutes, minutesAsClock } from "#ui/words/figures.ts";
import { WEEKDAY } from "#ui/words/labels.ts";

export const sayShut = ({ weekday, day, from, to, why }: ShutTime): string => {
  const when = day ? sayDateWithYear(day) : weekday ? `${WEEKDAY[weekday]}s` : "every day";
  return `${when} ${minutesAsClock(from)}–${minutesAsClock(to)}${why ? ` (${why})` : ""}`;
};

/** When a place is shut: harrowing, a lesson, the farrier's corner. */
export function ShutTimes({ value, onChange }: { value: readonly ShutTime[]; onChange(next: ShutTime[]): void }) {
  const [on, setOn] = useState("every");
  const [day, setDay] = useState("");
  const [from, setFrom] = useState("12:00");
  const [to, setTo] = useState("13:00");
  const [why, setWhy] = useState("");
  const ready = from < to && (on !== "date" || parseLocalDate(day) !== null);
  const add = (): void => {
    const weekday = WEEKDAYS.find((one) => String(one) === on) ?? null;
    onChange([
      ...value,
      {
        weekday: weekday as Weekday | null,
        day: on === "date" ? parseLocalDate(day) : null,
        from: clockAsMinutes(from),
        to: clockAsMinutes(to),
        why: why.trim(),
      },
    ]);
    setWhy("");
  };
  return (
    <fieldset>
      <legend className="sign text-dim">Closed at times</legend>
      <ul className="flex flex-wrap gap-1 pb-1">
        {value.map((shut, i) => (
          <li key={sayShut(shut)}>
            <Button aria-label={`${sayShut(shut)} ×: remove`} onClick={() => onChange(value.filter((_, at) => at !== i))}>
              {sayShut(shut)} ×
            </Button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-center gap-1">
        <select aria-label="Closed on" className={BARE_INPUT} value={on} onChange={({ target }) => setOn(target.value)}>
          <option value="every">Every day</option>
          {WEEKDAYS.map((weekday) => (
            <option key={weekday} value={weekday}>
              {WEEKDAY[weekday]}s
            </option>
          ))}
          <option value="date">One day</option>
        </select>
        {on === "date" && (
          <input
            type="date"
            aria-label="Closed on the day"
            className={BARE_INPUT}
            value={day}
            onChange={({ target }) => setDay(target.value)}
          />
        )}
        <input
          type="time"
          aria-label="Closed from"
          className={BARE_INPUT}
          value={from}
          onChange={({ target }) => setFrom(target.value)}
        />
        <input
          type="time"
          aria-label="Closed to"
          className={BARE_INPUT}
          value={to}
          onChange={({ target }) => setTo(target.value)}
        />
        <input
          aria-label="Why it is closed"
          placeholder="Why"
          className={BARE_INPUT}
          value={why}
          maxLength={80}
          onChange={({ target }) => setWhy(target.value)}
        />
        <Button disabled={!ready} onClick={add}>
          Add the hours
        </Button>
      </div>
    </fieldset>
  );
}
