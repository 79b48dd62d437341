/** Photos and short clips of the record: told apart by what they hold; photos are cut down and leave place and camera behind, clips are kept as they came. */
import { fileTypeFromBuffer } from "file-type";
import sharp from "sharp";
import { type AddMedia, CLIP_SECONDS, MEDIA_TYPES, type MediaType, type RemoveMedia } from "#contracts/media.ts";
import type { MediaId } from "#core/kernel/brand.ts";
import { ok } from "#core/kernel/result.ts";
import { findCard } from "#db/queries/day.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { findMedia, findMediaBytes, hasMedia, insertMedia, mediaSpace, removeMediaRow } from "#db/queries/media.ts";
import { lockStay } from "#db/queries/stays.ts";
import { cleanFile } from "../check/files.ts";
import type { Deps } from "../container.ts";
import { type Answer, no, note, type Work } from "../work.ts";
import { secondsOf } from "./clip.ts";

/** Longest side of a photo, in pixels. */
const LONGEST = 1600;
const MB = 1024 * 1024;

export async function addMedia(work: Work, input: AddMedia): Answer<{ id: string }> {
  if (!(await lockStay(work.tx, input.stay))) return no({ code: "not-found", path: "stay" });
  if (await hasMedia(work.tx, input.id)) return ok({ id: input.id });
  if (input.day > work.today) return no({ code: "in-the-future", path: "day" });
  const card = input.card && (await findCard(work.tx, input.card));
  if (input.card && (!card || card.stayId !== input.stay)) return no({ code: "not-found", path: "card" });
  const isOfStay = (await listEvaluations(work.tx, input.stay)).some(({ id }) => id === input.evaluation);
  if (input.evaluation && !isOfStay) return no({ code: "not-found", path: "evaluation" });
  const kept = await keptFrom(Buffer.from(input.content, "base64"));
  if (kept === null) return no({ code: "file-type", path: "content" });
  if (kept === "too-long") return no({ code: "clip-too-long", path: "content", seconds: CLIP_SECONDS });
  const { bytes } = await mediaSpace(work.tx);
  if (bytes + kept.bytes.length > work.barn.mediaMb * MB)
    return no({ code: "space-full", path: "content", limitMb: work.barn.mediaMb });
  await insertMedia(work.tx, input, kept, work.actor.id, work.now);
  return ok({ id: input.id });
}

const isKept = (type: string | undefined): type is MediaType => (MEDIA_TYPES as readonly string[]).includes(type ?? "");
async function keptFrom(content: Buffer) {
  const found = await fileTypeFromBuffer(content);
  if (found?.mime.startsWith("video/")) {
    if (!isKept(found.mime)) return null;
    const seconds = secondsOf(content);
    // A second of grace: phones stop when the finger does.
    if (seconds !== null && seconds > CLIP_SECONDS + 1) return "too-long" as const;
    return { type: found.mime, bytes: content, width: null, height: null };
  }
  const clean = await cleanFile(content);
  if (clean?.type !== "image/jpeg") return null;
  const resized = sharp(clean.content)
    .resize({ width: LONGEST, height: LONGEST, fit: "inside", withoutEnlargement: true })
    .jpeg();
  const { data, info } = await resized.toBuffer({ resolveWithObject: true });
  return { type: "image/jpeg" as const, bytes: data, width: info.width, height: info.height };
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** Null where there is no such one. */
export const readMedia = async ({ sql }: Deps, asked: string | undefined) =>
  asked && UUID.test(asked) ? findMediaBytes(sql, asked as MediaId) : null;

export async function removeMedia(work: Work, { id }: RemoveMedia): Answer {
  const media = await findMedia(work.tx, id);
  if (!media || (await removeMediaRow(work.tx, id, work.now)) === 0) return no({ code: "not-found", path: "id" });
  await note(work, "stay", media.stayId, "photo taken off", { media: id });
  return ok(null);
}
