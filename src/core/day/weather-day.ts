/** What the weather does to a day: which hours are barred to whom, and why. */
import type { StayId } from "../kernel/brand.ts";
import { sessionAct, weatherReason } from "../permission/permission.ts";
import { heatOf, type WeatherBar, type WeatherHour } from "../weather/weather.ts";
import { type BarnDay, dayFactsOf } from "./from-barn.ts";
import { hoursOf } from "./model.ts";

export interface WeatherWarning {
  readonly because: WeatherBar["because"];
  /** Hours of the clock, [from, to). */
  readonly from: number;
  readonly to: number;
  /** The worst of these hours. */
  readonly worst: number;
  /** In the order of the day. */
  readonly stays: readonly StayId[];
}
const OPEN_AIR = { outdoor: true, separate: false };
const HARSH_FIRST = [
  "none",
  "first-rides",
  "green-outside",
  "not-fit",
  "small-place",
  "short",
  "ground-first",
] as const satisfies readonly WeatherBar["because"][];
const figureOf = (because: WeatherBar["because"], hour: WeatherHour): number =>
  because === "none" || because === "short" || because === "not-fit" ? heatOf(hour) : hour.windMps;

/** Horses that are due or on the sheet, by what bars them outdoors in the hours that are worked; the harshest first. Nothing is told where nothing is known. */
export function weatherWarning(day: BarnDay): readonly WeatherWarning[] {
  const { horses, weather, grid, hours } = dayFactsOf(day);
  const open = day.cards.filter(({ state }) => state === "placed" || state === "handed-out");
  const wanted = [...open, ...day.due];
  const worked = new Set(hoursOf(grid, hours.from, hours.to - hours.from));
  const told = new Map<WeatherBar["because"], { hours: WeatherHour[]; stays: Set<StayId> }>();
  for (const { stay, kind, length } of wanted) {
    const horse = horses.find((one) => one.stay === stay);
    if (!horse) continue;
    for (const hour of weather.filter((one) => worked.has(one.hour))) {
      const act = sessionAct(kind, length * grid.minutes);
      const bar = weatherReason(horse, OPEN_AIR, act, [hour]);
      if (!bar) continue;
      const one = told.get(bar.because) ?? { hours: [], stays: new Set() };
      one.hours.push(hour);
      one.stays.add(stay);
      told.set(bar.because, one);
    }
  }
  return HARSH_FIRST.flatMap((because) => {
    const one = told.get(because);
    if (!one) return [];
    const barred = one.hours.map(({ hour }) => hour);
    return [
      {
        because,
        from: Math.min(...barred),
        to: Math.max(...barred) + 1,
        worst: Math.max(...one.hours.map((hour) => figureOf(because, hour))),
        stays: wanted.map(({ stay }) => stay).filter((stay, i, all) => one.stays.has(stay) && all.indexOf(stay) === i),
      },
    ];
  });
}
