import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { type Served, serveStandin } from "#bin/serve.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { fallen } from "#core/day/stands.ts";
import { weatherWarning } from "#core/day/weather-day.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { readDay } from "#server/day/read-day.ts";
import { keepStation, readStation } from "#server/weather/station.ts";
import { Barn, TODAY, walkOf } from "#tests/barn.ts";

let barn: Barn;
let station: Served;
let green: StayId;
beforeAll(async () => {
  [barn, station] = await Promise.all([Barn.open(), serveStandin(process.cwd(), "weather")]);
  green = await barn.book({ horse: { name: "Green" } });
  // Walks and no more under saddle: its first rides are still to come.
  const seen = walkOf(4).marks.filter(({ skill }) => ["catch", "give-head", "hindquarters", "block"].includes(skill));
  await barn.sign(await barn.evaluate(green, walkOf(4, { marks: seen })));
  barn.today = localDate("2026-07-13");
  await barn.worked(green, "2026-07-13", { tack: ["saddle"] });
  barn.today = localDate(TODAY);
});
afterAll(async () => {
  delete process.env["FURLONG_WEATHER_URL"];
  await station.stop();
  await barn.close();
});
const day = () => readDay(barn.deps, barn.today);
const scenario = (name: string) => fetch(`${station.address}/scenario`, { method: "POST", body: JSON.stringify({ name }) });
const ride = (start: number) =>
  barn.placement(green, { kind: "saddle", start, place: barn.place("Round pens"), helper: barn.helper.id });
const hours = (changes: Record<string, number>) =>
  Array.from({ length: 24 }, (_, hour) => ({ hour, temperatureC: 15, humidity: 40, windMps: 2, ...changes }));

describe("the weather station", () => {
  it("says nothing where none is set up, or none answers, and bars nothing", async () => {
    delete process.env["FURLONG_WEATHER_URL"];
    expect(await readStation(localDate(TODAY))).toBeNull();
    process.env["FURLONG_WEATHER_URL"] = "http://127.0.0.1:9";
    expect(await readStation(localDate(TODAY))).toBeNull();
    expect(await keepStation(barn.deps, barn.today)).toBe(false);
    expect((await day()).weather).toEqual([]);
  });
  it("is heard once for what it says once", async () => {
    process.env["FURLONG_WEATHER_URL"] = station.address;
    await scenario("calm");
    expect(await keepStation(barn.deps, barn.today)).toBe(true);
    expect(await keepStation(barn.deps, barn.today)).toBe(false);
    const { weather, weatherFrom } = await day();
    expect([weather.length, weatherFrom[0]?.source]).toEqual([24, "station"]);
  });
  it.each(["calm", "gusty-cold", "hot-humid", "storm-at-two"])("has a %s day that bars what it should", async (name) => {
    expect((await scenario(name)).status).toBe(200);
    await keepStation(barn.deps, barn.today);
    const { weather } = await day();
    const wind = (from: number, to: number) =>
      Math.max(...weather.filter(({ hour }) => from <= hour && hour < to).map(({ windMps }) => windMps));
    const warmest = Math.max(...weather.map(({ temperatureC }) => temperatureC));
    if (name === "calm") expect([wind(7, 17) < 8, warmest < 25]).toEqual([true, true]);
    if (name === "gusty-cold") expect([wind(7, 17) > 8, warmest < 0]).toEqual([true, true]);
    if (name === "hot-humid") expect(warmest).toBeGreaterThan(33);
    if (name === "storm-at-two") expect([wind(7, 14) < 8, wind(14, 17) > 12]).toEqual([true, true]);
  });
  it("refuses what is no scenario and no day", async () => {
    expect((await scenario("snow of frogs")).status).toBe(400);
    expect((await fetch(`${station.address}/hours?day=monday`)).status).toBe(400);
  });
});

describe("a storm at two", () => {
  it("leaves the morning for first rides, says whom it keeps on the ground, and marks what stood", async () => {
    await scenario("calm");
    await keepStation(barn.deps, barn.today);
    // Half past two is slot 15.
    await barn.ask("day/place", ride(15));
    await scenario("storm-at-two");
    await keepStation(barn.deps, barn.today);
    const view = await day();
    expect([...fallen(view).values()]).toMatchObject([[{ code: "weather", what: "wind", because: "first-rides", hour: 14 }]]);
    expect(weatherWarning(view)).toMatchObject([{ because: "first-rides", from: 14, to: 17, stays: [green] }]);
    const [card] = view.cards;
    const move = { id: card?.card, version: card?.version, ...ride(16) };
    expect(await barn.code("day/move", { ...move, day: undefined, stay: undefined })).toBe("blocked");
    const { day: _day, stay: _stay, ...morning } = ride(2);
    expect(await barn.code("day/move", { id: card?.card, version: card?.version, ...morning })).toBe("done");
    expect(fallen(await day()).size).toBe(0);
  });
});

describe("weather typed by hand", () => {
  it("counts in place of the station's until it is forgotten, and two who type do not lose one another's", async () => {
    await scenario("calm");
    await keepStation(barn.deps, barn.today);
    const typed = { day: barn.today, version: null, hours: hours({ windMps: 20 }) };
    expect((await Promise.all([barn.code("weather/enter", typed), barn.code("weather/enter", typed)])).sort()).toEqual([
      "changed-meanwhile",
      "done",
    ]);
    expect((await day()).weatherFrom.map(({ source }) => source)).toEqual(["hand", "station"]);
    expect((await day()).weather[8]?.windMps).toBe(20);
    expect(await barn.code("weather/enter", { ...typed, version: 1, hours: hours({ windMps: 3 }) })).toBe("done");
    expect(await barn.code("weather/forget", { day: barn.today, version: 1 })).toBe("changed-meanwhile");
    expect(await barn.code("weather/forget", { day: barn.today, version: 2 })).toBe("done");
    expect((await day()).weatherFrom.map(({ source }) => source)).toEqual(["station"]);
  });
  it("refuses what no weather is", async () => {
    const code = (changes: Record<string, number>) =>
      barn.code("weather/enter", { day: barn.today, version: null, hours: hours(changes) });
    expect([await code({ humidity: 101 }), await code({ windMps: -1 }), await code({ hour: 9 })]).toEqual([
      "issues",
      "issues",
      "issues",
    ]);
    expect(await barn.code("weather/enter", { day: "2026-07-01", version: null, hours: hours({}) })).toBe("day-over");
  });
});
