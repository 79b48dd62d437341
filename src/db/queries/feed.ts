import { z } from "zod";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { date, id, int, nullable, text } from "../rows.ts";
import { many, maybeOne } from "../run.ts";

const FeedRow = z.object({
  token: text,
  personId: nullable(id<"person">()),
  stayId: nullable(id<"stay">()),
  /** Of the person, or the horse. */
  name: text,
});
export type Feed = z.output<typeof FeedRow>;
const select = (db: Db) => db`
  SELECT f.token, f.person_id, f.stay_id, coalesce(p.name, h.name) AS name FROM calendar_feed f
  LEFT JOIN person p ON p.id = f.person_id LEFT JOIN stay s ON s.id = f.stay_id LEFT JOIN horse h ON h.id = s.horse_id`;
/** Retired people's addresses are read no more. */
export const findFeed = (db: Db, token: string): Promise<Feed | null> =>
  maybeOne(FeedRow, db`${select(db)} WHERE f.token = ${token} AND p.retired_on IS NULL`);
export const findFeedOf = (db: Db, who: { readonly person: PersonId } | { readonly stay: StayId }): Promise<Feed | null> =>
  maybeOne(
    FeedRow,
    "person" in who ? db`${select(db)} WHERE f.person_id = ${who.person}` : db`${select(db)} WHERE f.stay_id = ${who.stay}`,
  );
export const listPeopleFeeds = (db: Db): Promise<Feed[]> => many(FeedRow, db`${select(db)} WHERE f.person_id IS NOT NULL`);

interface NewFeed {
  readonly token: string;
  readonly person: PersonId | null;
  readonly stay: StayId | null;
  readonly at: Date;
  readonly by: PersonId;
}
export async function deleteFeed(tx: Transaction, { person, stay }: Pick<NewFeed, "person" | "stay">): Promise<number> {
  return (await tx`DELETE FROM calendar_feed WHERE person_id = ${person} OR stay_id = ${stay}`).count;
}
export async function insertFeed(tx: Transaction, f: NewFeed): Promise<void> {
  await tx`INSERT INTO calendar_feed (token, person_id, stay_id, made_at, made_by) VALUES (${f.token}, ${f.person}, ${f.stay}, ${f.at}, ${f.by})`;
}

const MovedRow = z.object({ card: id<"card">(), day: date, horse: text, start: int });
/** Cards of some days that somebody rode or helped with when they were handed out, as they stood before they were moved. */
export const listMovedFrom = (db: Db, person: PersonId, from: LocalDate, to: LocalDate) =>
  many(
    MovedRow,
    db`SELECT DISTINCT ON (details ->> 'card') (details ->> 'card')::uuid AS card, subject_id::date AS day, details ->> 'horse' AS horse, (details ->> 'start')::int AS start
       FROM change WHERE subject = 'day' AND what = 'moved' AND subject_id BETWEEN ${from} AND ${to}
         AND (details ->> 'riderId' = ${person} OR details ->> 'helperId' = ${person}) ORDER BY details ->> 'card', id DESC`,
  );
