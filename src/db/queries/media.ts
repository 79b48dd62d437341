/** Photos and clips of the record. */
import { z } from "zod";
import { type AddMedia, MEDIA_TYPES, type MediaType } from "#contracts/media.ts";
import type { MediaId, PersonId, StayId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { date, id, int, nullable, side, text } from "../rows.ts";
import { many, maybeOne, one } from "../run.ts";

const MediaRow = z.object({
  id: id<"media">(),
  day: date,
  type: z.enum(MEDIA_TYPES),
  skill: nullable(text),
  side,
  words: text,
  by: text,
  width: nullable(int),
  height: nullable(int),
});
export type Media = z.output<typeof MediaRow>;
/** Of a stay, the newest first. */
export const listMedia = (db: Db, stay: StayId): Promise<Media[]> =>
  many(
    MediaRow,
    db`SELECT m.id, m.day, m.type, m.skill, m.side, m.words, p.name AS by, m.width, m.height FROM media m JOIN person p ON p.id = m.by_person
       WHERE m.stay_id = ${stay} AND m.removed_at IS NULL ORDER BY m.day DESC, m.at DESC, m.id`,
  );
export const findMedia = (db: Db, media: MediaId) =>
  maybeOne(
    MediaRow.extend({ stayId: id<"stay">() }),
    db`SELECT m.id, m.stay_id, m.day, m.type, m.skill, m.side, m.words, p.name AS by, m.width, m.height FROM media m JOIN person p ON p.id = m.by_person
       WHERE m.id = ${media} AND m.removed_at IS NULL`,
  );
export const findMediaBytes = (db: Db, media: MediaId) =>
  maybeOne(
    z.object({ type: z.enum(MEDIA_TYPES), bytes: z.instanceof(Buffer) }),
    db`SELECT type, bytes FROM media WHERE id = ${media} AND removed_at IS NULL`,
  );
interface Kept {
  readonly type: MediaType;
  readonly bytes: Buffer;
  readonly width: number | null;
  readonly height: number | null;
}
/** The same one again changes nothing. */
export async function insertMedia(tx: Transaction, m: AddMedia, kept: Kept, by: PersonId, at: Date): Promise<void> {
  await tx`INSERT INTO media (id, stay_id, card_id, evaluation_id, day, type, skill, side, words, width, height, size, bytes, at, by_person)
    VALUES (${m.id}, ${m.stay}, ${m.card}, ${m.evaluation}, ${m.day}, ${kept.type}, ${m.skill}, ${m.side}, ${m.words}, ${kept.width}, ${kept.height}, ${kept.bytes.length},
      ${kept.bytes}, ${at}, ${by}) ON CONFLICT (id) DO NOTHING`;
}
export const hasMedia = async (tx: Transaction, media: MediaId): Promise<boolean> =>
  (await tx`SELECT id FROM media WHERE id = ${media}`).length === 1;
export const removeMediaRow = async (tx: Transaction, media: MediaId, at: Date): Promise<number> =>
  (await tx`UPDATE media SET removed_at = ${at} WHERE id = ${media} AND removed_at IS NULL`).count;
/** Bytes of all that is shown, and how many there are. */
export const mediaSpace = (db: Db) =>
  one(
    z.object({ bytes: int, count: int }),
    db`SELECT coalesce(sum(size), 0)::bigint AS bytes, count(*)::int AS count FROM media WHERE removed_at IS NULL`,
  );
