import { z } from "zod";
import { type PlaceFields, ShutTime, SURFACES } from "#contracts/barn.ts";
import type { CancelCard } from "#contracts/card.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { CANCEL_CAUSES, CARD_STATES, INSTEADS, SESSION_KINDS } from "#core/card/card.ts";
import { APPOINTMENTS } from "#core/day/model.ts";
import type { CardId, PersonId, PlaceId, StayId } from "#core/kernel/brand.ts";
import { STAGES } from "#core/reading/reading.ts";
import type { Db, Transaction } from "../client.ts";
import { keptByStay, keptOfTables } from "../kept.ts";
import { bool, date, id, instant, int, nullable, text } from "../rows.ts";
import { many, maybeOne } from "../run.ts";
import { marksInWork } from "../stamps.ts";

const CardRow = z.object({
  id: id<"card">(),
  stayId: id<"stay">(),
  horse: text,
  day: date,
  kind: z.enum(SESSION_KINDS),
  length: int,
  riderId: id<"person">(),
  rider: text,
  start: int,
  placeId: id<"place">(),
  place: text,
  helperId: nullable(id<"person">()),
  helper: nullable(text),
  helperSlots: nullable(int),
  thenPlaceId: nullable(id<"place">()),
  thenPlace: nullable(text),
  thenFrom: nullable(int),
  state: z.enum(CARD_STATES),
  cancelReason: text,
  cancelBecause: z.enum(CANCEL_CAUSES),
  cancelInstead: z.enum(INSTEADS),
  /** Why it was worked though nobody had handed it out; empty: it was. */
  unplanned: text,
  locked: bool,
  afterCard: nullable(id<"card">()),
  version: int,
  revision: nullable(int),
});
export type CardRecord = z.output<typeof CardRow>;

const select = (db: Db) => db`
  SELECT k.id, k.stay_id, h.name AS horse, k.day, k.kind, k.length, k.rider_id, r.name AS rider, k.start, k.place_id, l.name AS place,
    k.helper_id, b.name AS helper, k.helper_slots, k.then_place_id, t.name AS then_place, k.then_from, k.state, k.cancel_reason, k.cancel_because, k.cancel_instead, k.unplanned, k.locked, k.after_card, k.version, k.revision
  FROM card k JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id JOIN person r ON r.id = k.rider_id
  JOIN place l ON l.id = k.place_id LEFT JOIN person b ON b.id = k.helper_id LEFT JOIN place t ON t.id = k.then_place_id`;

/** The day's cards by the clock, cancelled ones included. */
export const listDayCards = (db: Db, day: LocalDate): Promise<CardRecord[]> =>
  many(CardRow, db`${select(db)} WHERE k.day = ${day} ORDER BY k.start, h.name`);
/** Cards from one day to another, both included. */
export const listCardsBetween = (db: Db, from: LocalDate, to: LocalDate): Promise<CardRecord[]> =>
  many(CardRow, db`${select(db)} WHERE k.day BETWEEN ${from} AND ${to} ORDER BY k.day, k.start, h.name`);
export const findCard = (db: Db, card: CardId): Promise<CardRecord | null> =>
  maybeOne(CardRow, db`${select(db)} WHERE k.id = ${card}`);
/** Handed out up to the day and not logged. */
export const listUnlogged = (db: Db, until: LocalDate): Promise<CardRecord[]> =>
  many(CardRow, db`${select(db)} WHERE k.state = 'handed-out' AND k.day <= ${until} ORDER BY k.day, k.start`);

const PlaceRow = z.object({
  id: id<"place">(),
  name: text,
  capacity: int,
  separate: bool,
  outdoor: bool,
  surface: z.enum(SURFACES),
  stages: z.array(z.enum(STAGES)),
  closed: bool,
  shutTimes: z.array(ShutTime),
  version: int,
});
export type Place = z.output<typeof PlaceRow>;
export const listPlaces = keptOfTables(
  ["place"],
  (db): Promise<readonly Place[]> =>
    many(
      PlaceRow,
      db`SELECT id, name, capacity, separate, outdoor, surface, stages, closed, shut_times, version FROM place ORDER BY position, name`,
    ),
);
export async function insertPlace(tx: Transaction, place: Omit<Place, "version">, position: number): Promise<void> {
  await tx`INSERT INTO place (id, name, capacity, separate, outdoor, surface, stages, closed, shut_times, position)
           VALUES (${place.id}, ${place.name}, ${place.capacity}, ${place.separate}, ${place.outdoor}, ${place.surface}, ${[...place.stages]}, ${place.closed},
             ${tx.json(place.shutTimes as never)}, ${position})`;
}
export async function updatePlace(tx: Transaction, id: PlaceId, p: PlaceFields): Promise<void> {
  await tx`UPDATE place SET name = ${p.name}, capacity = ${p.capacity}, separate = ${p.separate}, outdoor = ${p.outdoor}, surface = ${p.surface},
             stages = ${[...p.stages]}, closed = ${p.closed}, shut_times = ${tx.json(p.shutTimes as never)}, version = version + 1
           WHERE id = ${id}`;
}
/** Writers of places follow one another. */
export const lockPlaces = async (tx: Transaction): Promise<void> => {
  await tx`LOCK TABLE place IN SHARE ROW EXCLUSIVE MODE`;
};
/** Cards from a day on that still count on a place. */
export async function countOpenCardsAt(tx: Transaction, place: PlaceId, from: LocalDate): Promise<number> {
  const [row] =
    await tx`SELECT count(*)::int AS n FROM card WHERE ${place} IN (place_id, then_place_id) AND day >= ${from} AND state IN ('placed', 'handed-out')`;
  return Number(row?.["n"]);
}

/** Writes to one day follow one another: whoever comes second sees what the first has placed. */
export async function lockDay(tx: Transaction, day: LocalDate): Promise<void> {
  await tx`SELECT pg_advisory_xact_lock(hashtextextended(${day}, 2))`;
}

export interface NewCard {
  readonly id: CardId;
  readonly stay: StayId;
  readonly day: LocalDate;
  readonly kind: string;
  readonly length: number;
  readonly rider: PersonId;
  readonly start: number;
  readonly place: string;
  readonly helper: PersonId | null;
  readonly helperSlots?: number | null;
  readonly then?: { readonly place: PlaceId; readonly from: number } | null;
  readonly state: "placed" | "handed-out";
  /** The second half of a split session: the card of the first. */
  readonly after: CardId | null;
  readonly unplanned?: string;
}
/** Null for all of the session, and where nobody helps. */
const stays = ({ helper, helperSlots = null, length }: Pick<NewCard, "helper" | "helperSlots" | "length">): number | null =>
  helper === null || helperSlots === null || helperSlots >= length ? null : helperSlots;
export const insertCard = (tx: Transaction, card: NewCard): Promise<void> => insertCards(tx, [card]);
/** As many at once as there are fields for: some hundreds. */
export async function insertCards(tx: Transaction, cards: readonly NewCard[]): Promise<void> {
  const rows = cards.map((c) => ({
    id: c.id,
    stayId: c.stay,
    day: c.day,
    kind: c.kind,
    length: c.length,
    riderId: c.rider,
    start: c.start,
    placeId: c.place,
    helperId: c.helper,
    helperSlots: stays(c),
    thenPlaceId: c.then?.place ?? null,
    thenFrom: c.then?.from ?? null,
    state: c.state,
    afterCard: c.after,
    unplanned: c.unplanned ?? "",
  }));
  await tx`INSERT INTO card ${tx(rows)}`;
}
export async function moveCard(
  tx: Transaction,
  c: Pick<NewCard, "id" | "kind" | "length" | "rider" | "start" | "place" | "helper" | "helperSlots" | "then">,
): Promise<void> {
  await tx`UPDATE card SET kind = ${c.kind}, length = ${c.length}, rider_id = ${c.rider}, start = ${c.start}, place_id = ${c.place}, helper_id = ${c.helper}, helper_slots = ${stays(c)},
           then_place_id = ${c.then?.place ?? null}, then_from = ${c.then?.from ?? null},
           version = version + 1 WHERE id = ${c.id}`;
}
export async function lockCard(tx: Transaction, card: CardId, locked: boolean): Promise<void> {
  await tx`UPDATE card SET locked = ${locked}, version = version + 1 WHERE id = ${card}`;
}
export async function deleteCard(tx: Transaction, card: CardId): Promise<void> {
  await tx`DELETE FROM card WHERE id = ${card}`;
}
export async function cancelCard(
  tx: Transaction,
  card: CardId,
  { because, instead, reason }: Pick<CancelCard, "because" | "instead" | "reason">,
): Promise<void> {
  await tx`UPDATE card SET state = 'cancelled', cancel_reason = ${reason}, cancel_because = ${because}, cancel_instead = ${instead}, version = version + 1
           WHERE id = ${card}`;
}

const SheetRow = z.object({ handedOutAt: instant, handedOutBy: text });
export const findSheet = (db: Db, day: LocalDate) =>
  maybeOne(
    SheetRow,
    db`SELECT d.handed_out_at, p.name AS handed_out_by FROM day_sheet d JOIN person p ON p.id = d.handed_out_by WHERE d.day = ${day}`,
  );
/** The first handing out makes the sheet; later ones add the cards placed since. Returns how many cards went out. */
export async function handOut(
  tx: Transaction,
  day: LocalDate,
  { by, at, but }: { readonly by: PersonId; readonly at: Date; readonly but: readonly StayId[] },
): Promise<number> {
  const done = await tx`
    UPDATE card SET state = 'handed-out', version = version + 1 WHERE day = ${day} AND state = 'placed' AND stay_id <> ALL(${but})`;
  if (done.count > 0)
    await tx`INSERT INTO day_sheet (day, handed_out_at, handed_out_by) VALUES (${day}, ${at}, ${by}) ON CONFLICT (day) DO NOTHING`;
  return done.count;
}

const ChangeRow = z.object({ at: instant, by: text, subjectId: text, what: text, details: z.record(text, z.unknown()) });
export type DayChange = z.output<typeof ChangeRow>;
/** What was changed on a day after it was handed out, newest first. */
export const listDayChanges = (db: Db, day: LocalDate): Promise<DayChange[]> =>
  many(
    ChangeRow,
    db`SELECT c.at, p.name AS by, c.subject_id, c.what, c.details FROM change c JOIN person p ON p.id = c.person_id
       WHERE c.subject = 'day' AND c.subject_id = ${day} ORDER BY c.id DESC LIMIT 50`,
  );

export const listStayCards = (db: Db, stay: StayId): Promise<CardRecord[]> =>
  many(CardRow, db`${select(db)} WHERE k.stay_id = ${stay} ORDER BY k.day, k.start`);

const PairingRow = z.object({ stayId: id<"stay">(), riderId: id<"person">(), sessions: int });
const keptPairings = keptByStay(
  ({ stayId }: z.output<typeof PairingRow>) => stayId,
  (db, stays) =>
    many(
      PairingRow,
      db`SELECT stay_id, rider_id, count(*)::int AS sessions FROM card WHERE state = 'closed' AND stay_id = ANY(${[...stays]}::uuid[])
       GROUP BY stay_id, rider_id ORDER BY stay_id, sessions DESC, max(day) DESC`,
    ),
);
/** Who has worked which horse of those that are here, the most sessions first. */
export const listPairings = async (db: Db) => keptPairings(db, await marksInWork(db));

const AppointmentRow = z.object({
  id: id<"appointment">(),
  stayId: id<"stay">(),
  day: date,
  kind: z.enum(APPOINTMENTS),
  fromMinute: nullable(int),
  toMinute: nullable(int),
  words: text,
});
export type Appointment = z.output<typeof AppointmentRow>;
/** Who comes to which horse between two days, both included. */
export const listAppointments = keptOfTables(
  ["appointment"],
  (db, from: LocalDate, to: LocalDate): Promise<readonly Appointment[]> =>
    many(
      AppointmentRow,
      db`SELECT id, stay_id, day, kind, from_minute, to_minute, words FROM appointment WHERE day BETWEEN ${from} AND ${to} ORDER BY day, from_minute NULLS FIRST, id`,
    ),
);
export async function insertAppointment(tx: Transaction, a: Appointment): Promise<void> {
  await tx`INSERT INTO appointment (id, stay_id, day, kind, from_minute, to_minute, words)
           VALUES (${a.id}, ${a.stayId}, ${a.day}, ${a.kind}, ${a.fromMinute}, ${a.toMinute}, ${a.words})`;
}
export async function deleteAppointment(tx: Transaction, appointment: string): Promise<boolean> {
  return (await tx`DELETE FROM appointment WHERE id = ${appointment}`).count === 1;
}
