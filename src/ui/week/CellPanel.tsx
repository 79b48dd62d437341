/** A horse's day in detail: meant or not, pinned, moved, and who comes to it. */
import { useState } from "react";
import type { WeekCellView, WeekHorseView } from "#contracts/views.week.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { APPOINTMENTS, type AppointmentKind } from "#core/day/model.ts";
import { Button, INPUT } from "#ui/kit/parts.tsx";
import { clockAsMinutes, sayHours } from "#ui/words/figures.ts";
import { APPOINTMENT } from "#ui/words/labels-desk.ts";
import { sayWeekStep } from "#ui/words/steps.ts";
import { sayNotHad } from "#ui/words/week.ts";
import { meantOf, type Week } from "./use-week.ts";

const minutes = (clock: string): number | null => (clock === "" ? null : clockAsMinutes(clock));

function AppointmentForm({ horse, cell, week }: { horse: WeekHorseView; cell: WeekCellView; week: Week }) {
  const [kind, setKind] = useState<AppointmentKind>("farrier");
  const [from, setFrom] = useState("");
  const [to, setTo] = useState("");
  const [words, setWords] = useState("");
  return (
    <form
      className="grid min-w-0 grid-cols-1 gap-1 border-t border-line pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        void week.send(
          "day/add-appointment",
          { stay: horse.stay, day: cell.day, kind, fromMinute: minutes(from), toMinute: minutes(to), words },
          `${APPOINTMENT[kind]} for ${horse.horse} on ${sayDate(cell.day)}.`,
        );
      }}
    >
      <p className="sign text-dim">Add a visit or time away</p>
      <select
        aria-label="Who comes"
        className={INPUT}
        value={kind}
        onChange={({ target }) => setKind(target.value as AppointmentKind)}
      >
        {APPOINTMENTS.map((one) => (
          <option key={one} value={one}>
            {APPOINTMENT[one]}
          </option>
        ))}
      </select>
      <div className="flex items-center gap-1">
        <input type="time" aria-label="From" className={INPUT} value={from} onChange={({ target }) => setFrom(target.value)} />
        to
        <input type="time" aria-label="To" className={INPUT} value={to} onChange={({ target }) => setTo(target.value)} />
      </div>
      <p className="text-sm text-dim">Without hours: all day, no work.</p>
      <input
        aria-label="Note on it"
        placeholder="Note on it"
        className={INPUT}
        value={words}
        maxLength={200}
        onChange={({ target }) => setWords(target.value)}
      />
      <Button type="submit" disabled={week.command.busy}>
        Add
      </Button>
    </form>
  );
}

interface Props {
  readonly horse: WeekHorseView;
  readonly cell: WeekCellView;
  readonly week: Week;
  onClose(): void;
}
export function CellPanel({ horse, cell, week, onClose }: Props) {
  const meant = meantOf(horse);
  const day = sayDate(cell.day);
  const others = meant.filter((one) => one.day !== cell.day);
  const { busy } = week.command;
  return (
    <section aria-labelledby="cell-title" className="grid grid-cols-1 gap-2 border-2 border-ink bg-paper p-3">
      <div className="flex items-start justify-between gap-2">
        <h2 id="cell-title">
          {horse.horse}, {day}
        </h2>
        <Button aria-label="Close the panel" onClick={onClose}>
          ×
        </Button>
      </div>
      {cell.card ? (
        <p>
          On the day sheet with {cell.card.rider}. <a href={`/today?day=${cell.day}`}>Open the day</a>
        </p>
      ) : cell.away ? (
        <p>Did not work: {sayNotHad(cell.away)}.</p>
      ) : (
        <div className="flex flex-wrap gap-1">
          <Button
            disabled={busy}
            onClick={() =>
              void (cell.meant
                ? week.set(horse, others, `${horse.horse} not on ${day}`)
                : week.set(horse, [...others, { day: cell.day, pinned: true, rider: null }], `${horse.horse} on ${day}`))
            }
          >
            {cell.meant ? "Not on this day" : "Work it on this day"}
          </Button>
          {cell.meant && (
            <Button
              disabled={busy}
              aria-pressed={cell.meant.pinned}
              onClick={() =>
                void week.set(
                  horse,
                  meant.map((one) => (one.day === cell.day ? { ...one, pinned: !one.pinned } : one)),
                  `${horse.horse} on ${day} ${cell.meant?.pinned ? "unpinned" : "pinned"}`,
                )
              }
            >
              {cell.meant.pinned ? "Unpin" : "Pin to this day"}
            </Button>
          )}
        </div>
      )}
      {cell.step && <p>Ready for it: {sayWeekStep(cell.step)}.</p>}
      {cell.appointments.length > 0 && (
        <ul>
          {cell.appointments.map((one) => (
            <li key={one.id} className="flex items-center gap-2">
              <span>
                {APPOINTMENT[one.kind]}
                {sayHours(one)} {one.words && <span className="text-dim">({one.words})</span>}
              </span>
              <Button
                className="ml-auto"
                disabled={busy}
                onClick={() =>
                  void week.send("day/remove-appointment", { id: one.id }, `${APPOINTMENT[one.kind]} removed for ${horse.horse}.`)
                }
              >
                Remove
              </Button>
            </li>
          ))}
        </ul>
      )}
      <AppointmentForm key={`${horse.stay} ${cell.day}`} horse={horse} cell={cell} week={week} />
    </section>
  );
}
