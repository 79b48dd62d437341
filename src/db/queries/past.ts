/** What has happened with some horses, as far as it is asked what may be done with them next. */
import { z } from "zod";
import { tack } from "#contracts/fields.ts";
import { DURINGS, HURT, INCIDENT_KINDS } from "#core/card/card.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { RED_SIGNS } from "#core/permission/ground-check.ts";
import type { Db } from "../client.ts";
import { keptOfStays } from "../kept.ts";
import { bool, date, id, int, score, side, strength, text } from "../rows.ts";
import { many } from "../run.ts";

const PastRow = z.object({
  stayId: id<"stay">(),
  /** The latest of each track, of walks and of sessions apart, in the order in which they were given. */
  scores: z.array(z.object({ skill: text, side, score, day: date, walk: bool })),
  /** The last two dozen, oldest first. */
  sessions: z.array(
    z.object({
      day: date,
      groundMinutes: int,
      saddleMinutes: int,
      tack: z.array(tack),
      scores: z.array(z.object({ skill: text, low: score, on: z.partialRecord(side, score) })),
      /** Missing where a stay's own page has read it. */
      start: int.optional(),
      redSigns: z.array(z.enum(RED_SIGNS)),
      redGone: z.array(z.enum(RED_SIGNS)),
      signs: z.array(z.object({ sign: text, strength, skill: z.nullable(text) })),
      incidents: z.array(
        z.object({ kind: z.enum(INCIDENT_KINDS), hurt: z.enum(HURT), during: z.enum(DURINGS), strength, ledBy: z.array(text) }),
      ),
      endedWell: bool,
      offered: z.array(text),
      nextTime: text,
    }),
  ),
  /** All of the stay, oldest first. */
  incidents: z.array(z.object({ kind: z.enum(INCIDENT_KINDS), hurt: z.enum(HURT), strength, day: date })),
});
export type Past = z.output<typeof PastRow>;

/** So many last sessions are looked at. */
export const PAST_SESSIONS = 24;
/** One a stay that is asked for. */
export const listPast = keptOfStays(
  ({ stayId }: Past) => stayId,
  (db, stays) =>
    many(
      PastRow,
      db`SELECT s.id AS stay_id, scores.list AS scores, sessions.list AS sessions, incidents.list AS incidents
       FROM unnest(${[...stays]}::uuid[]) s(id)
       CROSS JOIN LATERAL (
         SELECT coalesce(json_agg(json_build_object('skill', skill, 'side', side, 'score', score, 'day', day, 'walk', walk) ORDER BY day, rank, start, skill, side), '[]') AS list
         FROM (SELECT DISTINCT ON (skill, side, walk) * FROM (
             SELECT m.skill, m.side, m.score, e.day, 0 AS rank, 0 AS start, true AS walk FROM evaluation e JOIN evaluation_mark m ON m.evaluation_id = e.id
               WHERE e.stay_id = s.id AND e.closed_at IS NOT NULL AND m.score IS NOT NULL
             UNION ALL
             SELECT c.skill, c.side, c.score, k.day, 1, k.start, false FROM card k JOIN card_score c ON c.card_id = k.id AND c.revision = k.revision WHERE k.stay_id = s.id
           ) given ORDER BY skill, side, walk, day DESC, rank DESC, start DESC) latest) scores
       CROSS JOIN LATERAL (
         SELECT coalesce(json_agg(json_build_object('day', v.day, 'groundMinutes', v.ground_minutes, 'saddleMinutes', v.saddle_minutes, 'tack', v.tack, 'redSigns', v.red_signs, 'redGone', v.red_gone, 'start', v.start,
             'endedWell', v.ended_well, 'offered', v.offered, 'nextTime', v.next_time,
             'scores', (SELECT coalesce(json_agg(json_build_object('skill', skill, 'low', low, 'on', sides)), '[]') FROM (
               SELECT skill, min(score) AS low, json_object_agg(side, score) AS sides FROM card_score WHERE card_id = v.card_id AND revision = v.revision GROUP BY skill ORDER BY skill) given),
             'signs', (SELECT coalesce(json_agg(json_build_object('sign', sign, 'strength', strength, 'skill', skill) ORDER BY position), '[]') FROM card_sign WHERE card_id = v.card_id AND revision = v.revision),
             'incidents', (SELECT coalesce(json_agg(json_build_object('kind', kind, 'hurt', hurt, 'during', during, 'strength', strength, 'ledBy', led_by) ORDER BY position), '[]') FROM card_incident WHERE card_id = v.card_id AND revision = v.revision)
           ) ORDER BY v.day, v.start), '[]') AS list
         FROM (SELECT k.day, k.start, r.* FROM card k JOIN card_revision r ON r.card_id = k.id AND r.revision = k.revision WHERE k.stay_id = s.id
           ORDER BY k.day DESC, k.start DESC LIMIT ${PAST_SESSIONS}) v) sessions
       CROSS JOIN LATERAL (
         SELECT coalesce(json_agg(json_build_object('kind', i.kind, 'hurt', i.hurt, 'strength', i.strength, 'day', k.day) ORDER BY k.day, i.position), '[]') AS list
         FROM card k CROSS JOIN LATERAL (SELECT kind, hurt, strength, position FROM card_incident WHERE card_id = k.id AND revision = k.revision OFFSET 0) i
         WHERE k.stay_id = s.id) incidents`,
    ),
);

const NOTHING: Omit<Past, "stayId"> = { scores: [], sessions: [], incidents: [] };
/** By stay; a horse of which nothing is written has an empty past. */
export async function pastOf(db: Db, stays: readonly StayId[]): Promise<(stay: StayId) => Omit<Past, "stayId">> {
  const found = new Map((await listPast(db, stays)).map((row) => [row.stayId, row]));
  return (stay) => found.get(stay) ?? NOTHING;
}
/** Of a card's day, what was written of the horse before the card began. */
export const earlierThatDay = (
  { sessions }: Pick<Past, "sessions">,
  card: { readonly day: Past["sessions"][number]["day"]; readonly start: number },
): Past["sessions"] => sessions.filter(({ day, start }) => day === card.day && start !== undefined && start < card.start);
/** The same as it stood before a day: a session is not barred by itself. */
export const pastBefore = <T extends Omit<Past, "stayId">>(
  past: T,
  day: Past["incidents"][number]["day"],
): Omit<Past, "stayId"> => ({
  scores: past.scores.filter((one) => one.day < day || one.walk),
  sessions: past.sessions.filter((one) => one.day < day),
  incidents: past.incidents.filter((one) => one.day < day),
});
