/** Rows of the lists that leave the barn, one flat row each, as a spreadsheet wants them: dates as dates, several of something with semicolons between. */
import type { ListName } from "#contracts/export.ts";
import type { Transaction } from "../client.ts";

type Query = ReturnType<Transaction>;
const queries: Readonly<Record<ListName, (tx: Transaction) => Query>> = {
  people: (tx) => tx`
    SELECT name, role, grade, weight_kg, rides, specialist, array_to_string(works_days, ';') AS works_days, works_from, works_to, max_saddle, retired_on
    FROM person ORDER BY name, id`,
  clients: (tx) => tx`
    SELECT name, phone, email, emergency_name, emergency_phone, vet_name, vet_phone, vet_release FROM client ORDER BY name, id`,
  horses: (tx) => tx`
    SELECT h.name AS horse, c.name AS owner, h.birth_date, h.birth_year, h.sex, h.class, h.height_cm, h.told_kg, h.history_words
    FROM horse h JOIN client c ON c.id = h.client_id ORDER BY h.name, h.id`,
  stays: (tx) => tx`
    SELECT h.name AS horse, c.name AS owner, s.kind, s.aim, s.complaint, s.length, s.first_day, s.sessions_a_week, s.given_before, s.counting, s.method,
      s.risk_set, s.went_home
    FROM stay s JOIN horse h ON h.id = s.horse_id JOIN client c ON c.id = h.client_id ORDER BY s.first_day, h.name, s.id`,
  holds: (tx) => tx`
    SELECT h.name AS horse, d.kind, d.first_day, d.last_day, d.stops_clock, d.reason
    FROM hold d JOIN stay s ON s.id = d.stay_id JOIN horse h ON h.id = s.horse_id ORDER BY d.first_day, h.name, d.id`,
  sessions: (tx) => tx`
    SELECT h.name AS horse, k.day, k.start, p.name AS rider, o.name AS helper, l.name AS place, k.kind, r.ground_minutes, r.saddle_minutes, r.ended_well,
      array_to_string(r.tack, ';') AS tack, r.weather, r.word, r.next_time
    FROM card k JOIN card_revision r ON r.card_id = k.id AND r.revision = k.revision JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id
    JOIN person p ON p.id = k.rider_id LEFT JOIN person o ON o.id = k.helper_id LEFT JOIN place l ON l.id = k.place_id
    WHERE k.state = 'closed' ORDER BY k.day, k.start, h.name, k.id`,
  scores: (tx) => tx`
    SELECT h.name AS horse, of.day, of.given_in, of.skill, k.words AS skill_words, of.side, of.score FROM (
      SELECT c.stay_id, c.day, 'session' AS given_in, x.skill, x.side, x.score FROM card c JOIN card_score x ON x.card_id = c.id AND x.revision = c.revision
      WHERE c.state = 'closed'
      UNION ALL
      SELECT e.stay_id, e.day, e.kind || ' evaluation', m.skill, m.side, m.score FROM evaluation e JOIN evaluation_mark m ON m.evaluation_id = e.id
      WHERE e.closed_at IS NOT NULL AND m.score IS NOT NULL) of
    JOIN stay s ON s.id = of.stay_id JOIN horse h ON h.id = s.horse_id LEFT JOIN skill k ON k.id = of.skill
    ORDER BY of.day, h.name, of.skill, of.side`,
  signs: (tx) => tx`
    SELECT h.name AS horse, k.day, x.sign, x.skill, x.side, x.strength
    FROM card k JOIN card_sign x ON x.card_id = k.id AND x.revision = k.revision JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id
    WHERE k.state = 'closed' ORDER BY k.day, h.name, x.position`,
  incidents: (tx) => tx`
    SELECT h.name AS horse, k.day, p.name AS rider, x.kind, x.before, x.hurt
    FROM card k JOIN card_incident x ON x.card_id = k.id AND x.revision = k.revision JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id
    JOIN person p ON p.id = k.rider_id WHERE k.state = 'closed' ORDER BY k.day, h.name, x.position`,
  evaluations: (tx) => tx`
    SELECT h.name AS horse, e.day, e.kind, p.name AS by_whom, e.closed_at IS NOT NULL AS closed
    FROM evaluation e JOIN stay s ON s.id = e.stay_id JOIN horse h ON h.id = s.horse_id JOIN person p ON p.id = e.by_person ORDER BY e.day, h.name, e.id`,
  measures: (tx) => tx`
    SELECT h.name AS horse, of.day, of.taken_in, of.scale_kg, of.girth_cm, of.length_cm, of.withers_cm, of.croup_cm, of.condition FROM (
      SELECT stay_id, day, kind || ' evaluation' AS taken_in, scale_kg, girth_cm, length_cm, withers_cm, croup_cm, condition FROM evaluation
      WHERE closed_at IS NOT NULL
      UNION ALL
      SELECT stay_id, day, 'between', scale_kg, girth_cm, length_cm, withers_cm, croup_cm, condition FROM measuring) of
    JOIN stay s ON s.id = of.stay_id JOIN horse h ON h.id = s.horse_id
    WHERE coalesce(of.scale_kg, of.girth_cm, of.length_cm, of.withers_cm, of.croup_cm, of.condition) IS NOT NULL ORDER BY of.day, h.name, of.taken_in`,
  checks: (tx) => tx`
    SELECT h.name AS horse, x.cause, x.who, x.asked, x.ordered_on, x.due, x.booked_for, x.state, x.done_on, x.result, x.answer
    FROM check_up x JOIN stay s ON s.id = x.stay_id JOIN horse h ON h.id = s.horse_id ORDER BY x.ordered_on, h.name, x.id`,
};

const ROWS_AT_ONCE = 1000;
export type ExportRow = Readonly<Record<string, unknown>>;
/** All rows of a list, as they stand in one moment, some at a time, so that a long one is never held whole. `take` is told the columns, also of no row. */
export async function eachOf(
  tx: Transaction,
  list: ListName,
  take: (rows: readonly ExportRow[], columns: readonly string[]) => Promise<void>,
): Promise<void> {
  await tx`SET TRANSACTION ISOLATION LEVEL REPEATABLE READ, READ ONLY`;
  await tx`DECLARE leaving NO SCROLL CURSOR FOR ${queries[list](tx)}`;
  for (let rows = await fetchFrom(tx), first = true; first || rows.length > 0; rows = await fetchFrom(tx), first = false)
    await take(
      rows,
      rows.columns.map(({ name }) => name),
    );
}
const fetchFrom = (tx: Transaction) => tx.unsafe(`FETCH ${ROWS_AT_ONCE} FROM leaving`);
