import { z } from "zod";
import type { PersonId } from "#core/kernel/brand.ts";
import type { Db } from "../client.ts";
import { instant, nullable, number, text } from "../rows.ts";
import { many } from "../run.ts";

const ChangeRow = z.object({
  id: number,
  at: instant,
  by: text,
  subject: text,
  name: nullable(text),
  what: text,
  details: z.unknown(),
});

interface Wanted {
  readonly person: PersonId | null;
  readonly subject: string | null;
  readonly from: Date | null;
  /** Before this instant. */
  readonly until: Date | null;
  readonly before: number | null;
  readonly limit: number;
}
/** The newest first. What is about a horse, a person, a place or a card is named as it is called today. */
export const listChanges = (db: Db, { person, subject, from, until, before, limit }: Wanted) =>
  many(
    ChangeRow,
    db`WITH found AS (
         SELECT * FROM change c
         WHERE (${person}::uuid IS NULL OR c.person_id = ${person}) AND (${subject}::text IS NULL OR c.subject = ${subject})
           AND (${from}::timestamptz IS NULL OR c.at >= ${from}) AND (${until}::timestamptz IS NULL OR c.at < ${until})
           AND (${before}::bigint IS NULL OR c.id < ${before})
         ORDER BY c.id DESC LIMIT ${limit})
       SELECT f.id, f.at, p.name AS by, f.subject, f.what, f.details,
         COALESCE(
           (SELECT h.name FROM stay s JOIN horse h ON h.id = s.horse_id WHERE f.subject IN ('stay', 'owner') AND s.id::text = f.subject_id),
           (SELECT q.name FROM person q WHERE f.subject = 'person' AND q.id::text = f.subject_id),
           (SELECT l.name FROM place l WHERE f.subject = 'place' AND l.id::text = f.subject_id),
           (SELECT h.name FROM card k JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id WHERE f.subject = 'card' AND k.id::text = f.subject_id),
           (SELECT h.name FROM check_up k JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id WHERE f.subject = 'check' AND k.id::text = f.subject_id),
           (SELECT h.name FROM evaluation e JOIN stay s ON s.id = e.stay_id JOIN horse h ON h.id = s.horse_id WHERE f.subject = 'evaluation' AND e.id::text = f.subject_id),
           (SELECT h.name FROM report r JOIN stay s ON s.id = r.stay_id JOIN horse h ON h.id = s.horse_id WHERE f.subject = 'report' AND r.id::text = f.subject_id),
           CASE WHEN f.subject IN ('day', 'week', 'sheet', 'weather') THEN f.subject_id END) AS name
       FROM found f JOIN person p ON p.id = f.person_id ORDER BY f.id DESC`,
  );
