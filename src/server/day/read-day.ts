import type { DayView, DueView } from "#contracts/views.ts";
import { daysBetween, type LocalDate, mondayOf } from "#core/calendar/local-date.ts";
import { isWorkable, readTerm } from "#core/calendar/term.ts";
import { DAY_GRID, type DayHorse } from "#core/day/model.ts";
import { slotsWithin } from "#core/day/rules.ts";
import { isDue, urgencyOf } from "#core/day/urgency.ts";
import { must } from "#core/kernel/assert.ts";
import { groupBy } from "#core/kernel/group.ts";
import { type Barn, findBarn } from "#db/queries/barn.ts";
import { findSheet, listDayChanges, listPairings } from "#db/queries/day.ts";
import { listStays, type Stay } from "#db/queries/stays.ts";
import type { Deps } from "../container.ts";
import { lastWorked, termFacts } from "../stay/facts.ts";
import { dayFacts } from "./facts.ts";
import { dayRecord } from "./record.ts";

/** An hour, or three half hours where part of it is ridden. */
const GROUND_SLOTS = 2;
const RIDDEN_SLOTS = 3;

interface Standing {
  readonly due: DueView | null;
  readonly resting: DayView["resting"][number] | null;
}

function standing(stay: Stay, horse: DayHorse, barn: Barn, day: LocalDate): Standing {
  const { evaluated } = horse;
  const facts = termFacts(stay, barn);
  const reading = readTerm(facts, day);
  const workable = isWorkable(facts, day);
  // The day of the intake is the evaluation's.
  const begun = reading.workFrom <= day;
  const monday = mondayOf(day);
  const thisWeek = stay.delivered.filter((worked) => monday <= worked && worked < day).length;
  const due = isDue({
    workable: workable && begun && horse.held !== "all",
    evaluated,
    remaining: reading.pace.remaining,
    thisWeek,
    sessionsAWeek: stay.sessionsAWeek,
    owed: reading.owed,
  });
  if (!due)
    return {
      due: null,
      resting: {
        stay: stay.id,
        because: horse.hold
          ? "hold"
          : horse.held === "all"
            ? "check"
            : !evaluated
              ? "not-evaluated"
              : !workable
                ? "rest-day"
                : begun
                  ? "week-done"
                  : "intake-day",
      },
    };
  const last = lastWorked(stay);
  const ridden = horse.stage !== "unridden" && horse.ridden && horse.held !== "ridden";
  const longest = slotsWithin(horse.sessionMinutes, DAY_GRID.minutes) ?? RIDDEN_SLOTS;
  return {
    due: {
      stay: stay.id,
      urgency: urgencyOf(reading, last ? daysBetween(last, day) : null, daysBetween(day, reading.lastDay)),
      kind: ridden ? "both" : "ground",
      length: Math.min(longest, ridden ? RIDDEN_SLOTS : GROUND_SLOTS),
    },
    resting: null,
  };
}

/** The day sheet; `asked` null gives the barn's today. */
export async function readDay({ sql, clock }: Deps, asked: LocalDate | null): Promise<DayView> {
  const barn = must(await findBarn(sql), "the barn is set up");
  const today = clock.today(barn.timeZone);
  const day = asked ?? today;
  const [record, sheet, stays, changes, pairings] = await Promise.all([
    dayRecord(sql, day),
    findSheet(sql, day),
    listStays(sql),
    listDayChanges(sql, day),
    listPairings(sql),
  ]);
  const { cards, people, places, told } = record;
  const here = stays.filter((stay) => stay.firstDay <= day);
  const facts = dayFacts({ ...record, stays: here }, day);
  const placed = new Set(cards.filter((card) => card.state !== "cancelled").map((card) => card.stayId));
  const all = here.map((stay, i) => standing(stay, must(facts.horses[i], "a horse of the day"), barn, day));
  const standings = all.filter((_, i) => !placed.has(must(here[i], "a horse of the day").id));
  const riders = groupBy(pairings, ({ stayId }) => stayId);
  const personOf = new Map(people.map((person) => [person.id, person]));
  const onDay = new Set(cards.flatMap((card) => [card.riderId, card.helperId]));
  const placeOf = new Map(places.map((place) => [place.id, place]));
  const usedPlaces = new Set(cards.map((card) => card.placeId));
  return {
    barn: barn.name,
    today,
    day,
    handedOut: sheet && { at: sheet.handedOutAt.toISOString(), by: sheet.handedOutBy },
    people: facts.people
      .map((person) => {
        const { name, role, retiredOn } = must(personOf.get(person.id), "a person of the day");
        return { ...person, name, role, retired: retiredOn !== null };
      })
      .filter((person) => !person.retired || onDay.has(person.id)),
    horses: facts.horses.map((horse, i) => {
      const mine = riders.get(horse.stay) ?? [];
      return {
        ...horse,
        horse: must(here[i], "a horse of the day").horse,
        usual: mine[0]?.riderId ?? null,
        known: mine.map(({ riderId }) => riderId),
        value: all[i]?.due?.urgency.value ?? null,
      };
    }),
    places: facts.places
      .filter((place) => !place.closed || usedPlaces.has(place.id))
      .map((place) => ({ ...place, name: must(placeOf.get(place.id), "a place of the day").name })),
    weather: facts.weather,
    weatherFrom: told.map(({ source, at, by, version }) => ({ source, at: at.toISOString(), by, version })),
    cards: cards.map((card) => ({
      card: card.id,
      stay: card.stayId,
      horse: card.horse,
      kind: card.kind,
      length: card.length,
      rider: card.riderId,
      start: card.start,
      place: card.placeId,
      helper: card.helperId,
      after: card.afterCard,
      state: card.state,
      cancelReason: card.cancelReason,
      locked: card.locked,
      version: card.version,
    })),
    due: standings.flatMap(({ due }) => due ?? []).sort((a, b) => b.urgency.value - a.urgency.value),
    resting: standings.flatMap(({ resting }) => resting ?? []),
    changes: changes.map((change) => ({
      at: change.at.toISOString(),
      by: change.by,
      what: change.what,
      details: change.details,
    })),
  };
}
