/** The weather over the strings, hour by hour, and what it does to the day; typed by hand where no station speaks, or it is wrong. */

import { useState } from "react";
import { unitsHere } from "#contracts/barn.units.ts";
import type { DayView } from "#contracts/views.ts";
import { DAY_GRID, HOUR, hoursOf } from "#core/day/model.ts";
import { weatherWarning } from "#core/day/weather-day.ts";
import { readDial } from "#core/kernel/units.ts";
import { heatOf } from "#core/weather/weather.ts";
import { USUAL_LIMITS } from "#core/weather/work-limits.ts";
import { BARE_INPUT, Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { sayTemperature, sayWind, typedFigure, unitHere } from "#ui/words/units.ts";
import { sayTold } from "#ui/words/weather.ts";
import { columnAt, columnsOf, type Drawn, hourMarks, isWide, namesOf } from "./sheet.ts";

/** Parts of a day that people can guess: its morning, its middle, its afternoon. */
const PARTS = [
  { words: "Morning, to 11:00", from: 0, to: 11 },
  { words: "Midday, to 14:00", from: 11, to: 14 },
  { words: "Afternoon", from: 14, to: 24 },
] as const;
const FIELDS = ["temperatureC", "humidity", "windMps"] as const;
const unitOfField = (name: (typeof FIELDS)[number]): string =>
  name === "humidity" ? "% humidity" : name === "windMps" ? `${unitHere("wind")} wind` : unitHere("temperature");
type Typed = Readonly<Record<(typeof FIELDS)[number], string>>;

function typedOf({ weather, hours }: Pick<DayView, "weather" | "hours">, from: number, to: number): Typed {
  const [first = 0] = hoursOf(DAY_GRID, hours.from, 1);
  const hour = weather.find((one) => one.hour >= Math.max(from, first) && one.hour < to);
  if (!hour) return { temperatureC: "", humidity: "", windMps: "" };
  return {
    temperatureC: typedFigure("temperature", hour.temperatureC),
    humidity: String(hour.humidity),
    windMps: typedFigure("wind", hour.windMps),
  };
}
/** Empty and no number at all are told apart from 0 by the server, which names the field. */
const figure = (text: string): number | null => (text.trim() === "" || Number.isNaN(Number(text)) ? null : Number(text));

function WeatherForm({ view, onDone }: { view: DayView; onDone(): void }) {
  const [typed, setTyped] = useState(() => PARTS.map(({ from, to }) => typedOf(view, from, to)));
  const { busy, problem, send } = useCommand();
  const hand = view.weatherFrom.find(({ source }) => source === "hand") ?? null;
  const save = async (): Promise<void> => {
    const hours = PARTS.flatMap(({ from, to }, part) =>
      Array.from({ length: to - from }, (_, i) => ({
        hour: from + i,
        temperatureC: readDial(typed[part]?.temperatureC ?? "", "temperature", unitsHere()),
        humidity: figure(typed[part]?.humidity ?? ""),
        windMps: readDial(typed[part]?.windMps ?? "", "wind", unitsHere()),
      })),
    );
    if ((await send("weather/enter", { day: view.day, version: hand?.version ?? null, hours })).ok) onDone();
  };
  const forget = async (): Promise<void> => {
    if ((await send("weather/forget", { day: view.day, version: hand?.version })).ok) onDone();
  };
  return (
    <form
      className="grid gap-2 border-2 border-rail bg-paper p-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      {PARTS.map(({ words }, part) => (
        <fieldset key={words} className="flex flex-wrap items-center gap-2">
          <legend className="sign float-left w-40 text-dim">{words}</legend>
          {FIELDS.map((name) => (
            <label key={name} className="flex items-center gap-1">
              <input
                className={`${BARE_INPUT} w-16`}
                inputMode="decimal"
                value={typed[part]?.[name] ?? ""}
                onChange={({ target: { value } }) =>
                  setTyped((before) => before.map((one, i) => (i === part ? { ...one, [name]: value } : one)))
                }
              />
              {unitOfField(name)}
            </label>
          ))}
        </fieldset>
      ))}
      <Trouble problem={problem} />
      <div className="flex gap-2">
        <Button type="submit" tone="main" disabled={busy}>
          Use this weather
        </Button>
        {hand && (
          <Button disabled={busy} onClick={() => void forget()}>
            Use the barn's station
          </Button>
        )}
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  );
}

export function WeatherStrip({ view, drawn, may }: { view: DayView; drawn: Drawn; may: boolean }) {
  const [open, setOpen] = useState(false);
  const names = namesOf(view);
  const told = weatherWarning(view);
  const limits = view.horses[0]?.limits ?? USUAL_LIMITS;
  const [from] = view.weatherFrom;
  return (
    <section aria-labelledby="weather-title" className="pb-1">
      <div className="grid items-center border-y border-line md:grid-cols-[9rem_1fr]">
        <h2 id="weather-title" className="text-base">
          Weather{" "}
          {may && (
            <button
              type="button"
              aria-expanded={open}
              className="sign min-h-6 px-1 text-sm text-slate underline"
              onClick={() => setOpen(!open)}
            >
              type it in
            </button>
          )}
        </h2>
        {view.weather.length === 0 ? (
          <p className="text-sm text-dim">No weather data: heat and wind are not checked.</p>
        ) : (
          <ol className={`hidden ${columnsOf(drawn)} text-xs md:grid`}>
            {hourMarks(drawn).map((slot) => {
              const [hour = 0] = hoursOf(DAY_GRID, slot, 1);
              const at = view.weather.find((one) => one.hour === hour);
              const hot = at && heatOf(at) >= limits.heatLighter;
              const windy = at && at.windMps > limits.windGroundFirst;
              return (
                <li
                  key={hour}
                  className={`${columnAt(drawn, { start: slot, length: Math.min(HOUR, drawn.to - slot) })} border-l border-line px-1 ${hot || windy ? "bg-ochre-soft" : ""}`}
                >
                  {at ? (
                    <>
                      <span className={isWide(drawn, view.hours) ? "block font-bold" : "sr-only"}>{hour}:00 </span>
                      <span className="block">{sayTemperature(at.temperatureC)}</span>{" "}
                      <span className={`block ${windy ? "font-bold" : "text-dim"}`}>{sayWind(at.windMps)}</span>
                      {hot && <span className="block font-bold"> heat {heatOf(at)}</span>}
                    </>
                  ) : (
                    "?"
                  )}
                </li>
              );
            })}
          </ol>
        )}
      </div>
      {from && (
        <ul className="pt-1 text-sm">
          {told.map((one) => (
            <li key={one.because}>▲ {sayTold(one, names.horse)}</li>
          ))}
          <li className="text-dim">
            {from.source === "hand" ? `Typed by ${from.by ?? "somebody"}.` : "From the barn's station."}
          </li>
        </ul>
      )}
      {open && may && <WeatherForm view={view} onDone={() => setOpen(false)} />}
    </section>
  );
}
