import { z } from "zod";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { ALERTS, type AlertKind } from "#core/card/alert.ts";
import type { CardId, PersonId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { date, id, instant, int, nullable, text } from "../rows.ts";
import { many } from "../run.ts";

const AlertRow = z.object({
  id: id<"alert">(),
  card: id<"card">(),
  stay: id<"stay">(),
  horse: text,
  day: date,
  start: int,
  place: text,
  what: z.enum(ALERTS),
  details: z.record(text, z.unknown()),
  at: instant,
  by: text,
  seenBy: nullable(text),
});
export type AlertRecord = z.output<typeof AlertRow>;

const select = (db: Db) => db`
  SELECT a.id, a.card_id AS card, k.stay_id AS stay, h.name AS horse, k.day, k.start, l.name AS place, a.what, a.details, a.at, p.name AS by, s.name AS seen_by
  FROM alert a JOIN card k ON k.id = a.card_id JOIN stay t ON t.id = k.stay_id JOIN horse h ON h.id = t.horse_id JOIN place l ON l.id = k.place_id
  JOIN person p ON p.id = a.by_person LEFT JOIN person s ON s.id = a.seen_by`;
/** Nobody in the office has said yet that they saw these; the newest first. */
export const listUnseen = (db: Db): Promise<AlertRecord[]> =>
  many(AlertRow, db`${select(db)} WHERE a.seen_at IS NULL ORDER BY a.at DESC`);
export const listAlertsOf = (db: Db, day: LocalDate): Promise<AlertRecord[]> =>
  many(AlertRow, db`${select(db)} WHERE k.day = ${day} ORDER BY a.at`);

/** Told again with something new, it is unseen again; told again alike, nothing happens. */
export async function raiseAlert(
  tx: Transaction,
  a: { id: string; card: CardId; what: AlertKind; about: string; details: unknown; at: Date; by: PersonId },
): Promise<void> {
  await tx`
    INSERT INTO alert (id, card_id, what, about, details, at, by_person) VALUES (${a.id}, ${a.card}, ${a.what}, ${a.about}, ${tx.json(a.details as never)}, ${a.at}, ${a.by})
    ON CONFLICT ON CONSTRAINT alert_once DO UPDATE SET details = EXCLUDED.details, at = EXCLUDED.at, by_person = EXCLUDED.by_person, seen_at = NULL, seen_by = NULL
    WHERE alert.details <> EXCLUDED.details`;
}
export async function seeAlert(tx: Transaction, alert: string, by: PersonId, at: Date): Promise<boolean> {
  return (await tx`UPDATE alert SET seen_at = ${at}, seen_by = ${by} WHERE id = ${alert} AND seen_at IS NULL`).count === 1;
}
