import type { Actor } from "#contracts/people.ts";
import type { DayView, DueView } from "#contracts/views.ts";
import { addDays, daysBetween, type LocalDate, mondayOf } from "#core/calendar/local-date.ts";
import { isWorkable, readTerm } from "#core/calendar/term.ts";
import { dayHoursOf } from "#core/day/hours.ts";
import { DAY_GRID, type DayHorse, type DayPerson, type PlannedWork } from "#core/day/model.ts";
import { isDue, urgencyOf } from "#core/day/urgency.ts";
import { usualSession } from "#core/day/usual.ts";
import { must } from "#core/kernel/assert.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { groupBy } from "#core/kernel/group.ts";
import { type Act, barring, riderReasons, sessionAct, workingOn } from "#core/permission/permission.ts";
import type { ScheduledSession } from "#core/plan/session.ts";
import type { Sql } from "#db/client.ts";
import { type Barn, findBarn } from "#db/queries/barn.ts";
import { type Appointment, findSheet, listDayChanges, listPairings } from "#db/queries/day.ts";
import { listLaidOn } from "#db/queries/plan.ts";
import { listStays, type Stay } from "#db/queries/stays.ts";
import { listLaid, listWeekDays } from "#db/queries/week.ts";
import { onceAtMark } from "#db/stamps.ts";
import type { Deps } from "../container.ts";
import { lastWorked, termFacts } from "../stay/facts.ts";
import { dayFacts, placementOf } from "./facts.ts";
import { notHad } from "./not-had.ts";
import { dayRecord } from "./record.ts";

const WEEK = [0, 1, 2, 3, 4, 5, 6] as const;
/** With what its plan has it work. */
function usualDue(horse: DayHorse, { people, laid, barn }: Around): Pick<DueView, "kind" | "length" | "main"> {
  const planned = laid.get(horse.stay);
  return {
    ...usualSession(horse, people, planned?.kind ?? null, dayHoursOf(barn)),
    main: planned?.items.map(({ skill }) => skill) ?? [],
  };
}

interface Standing {
  readonly due: DueView | null;
  readonly resting: DayView["resting"][number] | null;
}

interface Around {
  readonly barn: Barn;
  readonly today: LocalDate;
  readonly day: LocalDate;
  readonly appointments: readonly Appointment[];
  /** A week that was laid out decides the day: horses that are meant to be worked on it; null: none did. */
  readonly meant: ReadonlySet<StayId> | null;
  /** Horses that have some day in that week. */
  readonly inWeek: ReadonlySet<StayId>;
  readonly people: readonly DayPerson[];
  /** What each plan has for the day. */
  readonly laid: ReadonlyMap<StayId, ScheduledSession>;
}
function standing(stay: Stay, horse: DayHorse, around: Around): Standing {
  const { barn, today, day, appointments, meant, inWeek } = around;
  const facts = termFacts(stay, barn);
  const reading = readTerm(facts, day);
  const workable = isWorkable(facts, day);
  const why = notHad(stay, horse, appointments, { barn, today, day });
  const monday = mondayOf(day);
  const thisWeek = stay.delivered.filter((worked) => monday <= worked && worked < day).length;
  const due = isDue({
    workable: workable && why === null,
    evaluated: horse.evaluated,
    remaining: reading.pace.remaining,
    thisWeek,
    sessionsAWeek: stay.sessionsAWeek,
    owed: reading.owed,
    meant: meant && meant.has(stay.id),
  });
  if (!due) {
    const other = !meant || meant.has(stay.id) ? "week-done" : inWeek.has(stay.id) ? "other-day" : "no-day";
    // Who is only not due may be worked all the same.
    const may = workable && (why === null || why.code === "visit" || why.code === "appointment");
    return {
      due: null,
      resting: {
        stay: stay.id,
        because: why?.code ?? (workable ? other : "rest-day"),
        session: may ? usualDue(horse, around) : null,
      },
    };
  }
  const last = lastWorked(stay);
  return {
    due: {
      stay: stay.id,
      urgency: urgencyOf(reading, last ? daysBetween(last, day) : null, daysBetween(day, reading.lastDay)),
      ...usualDue(horse, around),
    },
    resting: null,
  };
}

/** The day as this reader may have it: what people weigh is the manager's, and each one's own. */
export async function readDayFor(deps: Deps, asked: LocalDate | null, reader: Actor): Promise<DayView> {
  const view = await readDay(deps, asked);
  if (reader.role === "manager") return view;
  return { ...view, people: view.people.map((one) => (one.id === reader.id ? one : { ...one, weightKg: null })) };
}

const workOf = (laid: ScheduledSession | undefined): DayView["horses"][number]["work"] =>
  laid && laid.items.length > 0 ? { because: laid.because, place: laid.place, main: laid.items.map(({ skill }) => skill) } : null;

/** What of the plan the sheet goes by: where, and who would have to be asked something else. */
function plannedFor(horse: DayHorse, { laid, people, barn }: Around): PlannedWork | null {
  const session = laid.get(horse.stay);
  if (!session || session.items.length === 0) return null;
  const asked = session.items.flatMap(({ skill }) => barn.ladder.find(skill) ?? []).map((skill) => ({ skill, held: true }));
  const seconds = session.items
    .filter(({ when }) => when.some(({ code }) => code === "second-person"))
    .flatMap(({ skill }) => barn.ladder.find(skill) ?? []);
  const bare = sessionAct(session.kind, DAY_GRID.minutes);
  const barred = (person: DayPerson, act: Act): boolean => barring(riderReasons(horse, person, act)).length > 0;
  return {
    place: session.place === "anywhere" ? null : session.place,
    second: seconds.length === 0 ? null : seconds.some((skill) => skill.bears === "nothing") ? "ground" : "ridden",
    notFor: people.filter((one) => !barred(one, bare) && barred(one, workingOn(bare, asked))).map(({ id }) => id),
  };
}

/** The whole day sheet; `asked` null gives the barn's today. Everybody's screen asks for it after each write: it is put together once for all of them. */
export async function readDay({ sql, clock }: Deps, asked: LocalDate | null): Promise<DayView> {
  const barn = must(await findBarn(sql), "the barn is set up");
  const today = clock.today(barn.timeZone);
  const day = asked ?? today;
  return onceAtMark(sql, `day ${day} ${today}`, () => sheetOf(sql, barn, today, day));
}
async function sheetOf(sql: Sql, barn: Barn, today: LocalDate, day: LocalDate): Promise<DayView> {
  const [record, sheet, stays, changes, pairings, meantDays, laid] = await Promise.all([
    dayRecord(sql, day),
    findSheet(sql, day),
    listStays(sql),
    listDayChanges(sql, day),
    listPairings(sql),
    listWeekDays(
      sql,
      WEEK.map((step) => addDays(mondayOf(day), step)),
    ),
    listLaid(sql, [day]),
  ]);
  const { cards, people, places, told } = record;
  const here = stays.filter((stay) => stay.firstDay <= day);
  const [facts, planned] = await Promise.all([
    dayFacts(sql, barn, record, here, day),
    listLaidOn(
      sql,
      here.map(({ id }) => id),
      day,
    ),
  ]);
  const placed = new Set(cards.filter((card) => card.state !== "cancelled").map((card) => card.stayId));
  const meant = laid.length > 0 ? new Set(meantDays.filter((one) => one.day === day).map(({ stayId }) => stayId)) : null;
  const around: Around = {
    barn,
    today,
    day,
    appointments: record.appointments,
    meant,
    inWeek: new Set(meantDays.map(({ stayId }) => stayId)),
    people: facts.people,
    laid: new Map(planned.map((one) => [one.stayId, one.laid])),
  };
  const all = here.map((stay, i) => standing(stay, must(facts.horses[i], "a horse of the day"), around));
  const standings = all.filter((_, i) => !placed.has(must(here[i], "a horse of the day").id));
  const riders = groupBy(pairings, ({ stayId }) => stayId);
  const personOf = new Map(people.map((person) => [person.id, person]));
  const onDay = new Set(cards.flatMap((card) => [card.riderId, card.helperId]));
  const placeOf = new Map(places.map((place) => [place.id, place]));
  const usedPlaces = new Set(cards.map((card) => card.placeId));
  return {
    barn: barn.name,
    timeZone: barn.timeZone,
    hours: facts.hours,
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
        planned: plannedFor(horse, around),
        horse: must(here[i], "a horse of the day").horse,
        work: workOf(around.laid.get(horse.stay)),
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
      ...placementOf(card),
      after: card.afterCard,
      horse: card.horse,
      state: card.state,
      cancelReason: card.cancelReason,
      cancelBecause: card.cancelBecause,
      cancelInstead: card.cancelInstead,
      unplanned: card.unplanned,
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
