/** The board of a made-up barn, as a page has it: for timing what a hand that holds a session is shown. */

import type { BarnDay, StandingCard, WantedHorse } from "#core/day/from-barn.ts";
import { dayHoursOf, startsOf, USUAL_DAY } from "#core/day/hours.ts";
import { DAY_GRID, type DayPerson, type DayPlace, HALF_HOUR, HOUR } from "#core/day/model.ts";
import { spotAt } from "#core/day/spot.ts";
import type { CardId, PersonId, PlaceId, StayId } from "#core/kernel/brand.ts";
import { seededRandom } from "#core/kernel/random.ts";
import { NOTHING_WAITS } from "#core/permission/steps.ts";
import { STAGES } from "#core/reading/reading.ts";
import { loadLimit } from "#core/tools/load.ts";
import { USUAL_LIMITS } from "#core/weather/work-limits.ts";

/** Every second horse stands on the sheet, the others are due. */
export function makeBoard({ horses: many, riders, seed }: { horses: number; riders: number; seed: number }): BarnDay {
  const random = seededRandom(seed);
  const people = Array.from({ length: riders + Math.ceil(riders / 2) }, (_, i): DayPerson => {
    const rides = i < riders;
    return {
      id: `p${i}` as PersonId,
      grade: i === 0 ? 5 : random.whole(2, 5),
      weightKg: rides ? random.whole(52, 90) : null,
      rides,
      specialist: i === 0,
      works: [[8, 44]],
      lunch: { from: 24, to: 36, length: 2 },
      away: null,
      maxSaddle: rides ? 6 : 0,
    };
  });
  const place = (id: string, changes: Partial<DayPlace>): DayPlace => ({
    id: id as PlaceId,
    capacity: 2,
    separate: false,
    closed: false,
    outdoor: true,
    shut: [],
    stages: STAGES,
    ...changes,
  });
  const places = [
    place("pens", { separate: true, capacity: Math.ceil(many / 10) }),
    place("ring", { outdoor: false, capacity: 1 }),
    place("arena", { stages: ["first-rides", "riding"], capacity: 3 }),
    place("hill", { stages: ["riding"], capacity: 4 }),
  ];
  const horses = Array.from(
    { length: many },
    (_, i): WantedHorse => ({
      stay: `s${i}` as StayId,
      evaluated: true,
      away: [],
      apart: random.chance(0.1) ? [`s${(i + 1) % many}` as StayId] : [],
      hold: null,
      checks: [],
      signed: true,
      ridden: true,
      secondPerson: "no",
      sessionMinutes: null,
      circleMinutes: 20,
      ageYears: 9,
      limits: USUAL_LIMITS,
      horseClass: "adult",
      load: loadLimit({ weightKg: random.whole(380, 560), ageYears: 7, fitness: "fit", condition: 5, daysOff: 1 }),
      weightDays: 5,
      risk: random.whole(1, 4),
      stage: STAGES[random.whole(0, 2)] ?? "riding",
      smallPlaces: false,
      green: random.chance(0.3),
      noHeat: random.chance(0.2),
      forbid: [],
      unready: NOTHING_WAITS,
      stepBack: null,
      redToday: [],
      daysOff: 1,
      lastIncident: null,
      usual: people[random.whole(0, riders - 1)]?.id ?? null,
      known: [],
      value: 10 + random.whole(0, 20),
    }),
  );
  const weather = Array.from({ length: 12 }, (_, i) => ({
    hour: 7 + i,
    temperatureC: 20 + i,
    humidity: 60,
    windMps: i > 7 ? 14 : 4,
  }));
  const hours = dayHoursOf(USUAL_DAY);
  const facts = { grid: DAY_GRID, hours, people, places, horses, weather };
  const cards: StandingCard[] = [];
  const due: { stay: StayId; kind: "ground" | "both"; length: number }[] = [];
  horses.forEach(({ stay, stage }, i) => {
    const kind = stage === "unridden" ? "ground" : "both";
    const wish = {
      card: `c${i}` as CardId,
      stay,
      kind,
      length: kind === "ground" ? HOUR : HOUR + HALF_HOUR,
      place: null,
      helper: null,
    } as const;
    const spots = people.flatMap(({ id }) =>
      startsOf(hours)
        .slice(0, 16)
        .map((start) => spotAt(facts, cards, wish, id, start)),
    );
    const free = i % 2 === 0 ? spots.find(({ blockers }) => blockers.length === 0) : undefined;
    if (free) cards.push({ ...free.placement, state: "placed", locked: false });
    else due.push({ stay, kind, length: wish.length });
  });
  return { hours, people, places, horses, weather, cards, due };
}
