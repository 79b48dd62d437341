/** Photos of reports: read as what they are, cut down, and without what the camera wrote into them. */
import sharp from "sharp";
import type { AddPhoto, RemovePhoto, TakeMedia } from "#contracts/report.ts";
import type { PhotoView } from "#contracts/views.report.ts";
import type { PhotoId } from "#core/kernel/brand.ts";
import { ok } from "#core/kernel/result.ts";
import type { Db } from "#db/client.ts";
import { findMedia } from "#db/queries/media.ts";
import { findDraft, findPhotoBytes, insertDraft, insertPhoto, listPhotos, removePhotoRow } from "#db/queries/report.ts";
import { lockStay } from "#db/queries/stays.ts";
import { cleanFile } from "../check/files.ts";
import { type Answer, newId, no, type Work } from "../work.ts";
import { exists, NEW_DRAFT } from "./report.ts";

const MOST = 12;
/** Longest side in a report, in pixels: sharp on paper, and light on an old phone. */
const LONGEST = 1400;

export async function addPhoto(work: Work, { caption, content, ...which }: AddPhoto): Answer<{ photo: PhotoView }> {
  if (!exists(which) || !(await lockStay(work.tx, which.stay))) return no({ code: "not-found", path: "stay" });
  const clean = await cleanFile(Buffer.from(content, "base64"));
  if (clean?.type !== "image/jpeg") return no({ code: "file-type", path: "content" });
  const bytes = await sharp(clean.content)
    .resize({ width: LONGEST, height: LONGEST, fit: "inside", withoutEnlargement: true })
    .jpeg()
    .toBuffer();
  const { width, height } = await sharp(bytes).metadata();
  await insertDraft(work.tx, newId<"report">(), which, NEW_DRAFT);
  const draft = await findDraft(work.tx, which);
  if (!draft) return no({ code: "not-found", path: "stay" });
  if ((await listPhotos(work.tx, draft.id)).length >= MOST) return no({ code: "too-many-files", path: "content", limit: MOST });
  const photo = { id: newId<"photo">(), caption, width: width ?? 0, height: height ?? 0 };
  await insertPhoto(work.tx, { ...photo, report: draft.id, bytes, media: null }, work.actor.id, work.now);
  return ok({ photo });
}

/** One of the record's own, chosen for the report: kept once. */
export async function takeMedia(work: Work, { media: asked, caption, ...which }: TakeMedia): Answer<{ photo: PhotoView }> {
  if (!exists(which) || !(await lockStay(work.tx, which.stay))) return no({ code: "not-found", path: "stay" });
  const media = await findMedia(work.tx, asked);
  if (!media || media.stayId !== which.stay) return no({ code: "not-found", path: "media" });
  await insertDraft(work.tx, newId<"report">(), which, NEW_DRAFT);
  const draft = await findDraft(work.tx, which);
  if (!draft) return no({ code: "not-found", path: "stay" });
  if ((await listPhotos(work.tx, draft.id)).length >= MOST) return no({ code: "too-many-files", path: "content", limit: MOST });
  const { day, skill, side, type } = media;
  const photo = { id: newId<"photo">(), caption, width: media.width ?? 0, height: media.height ?? 0 };
  await insertPhoto(work.tx, { ...photo, report: draft.id, bytes: null, media: asked }, work.actor.id, work.now);
  return ok({ photo: { ...photo, of: { day, skill, side, type } } });
}

export async function removePhoto(work: Work, { photo, ...which }: RemovePhoto): Answer {
  const draft = await findDraft(work.tx, which);
  if (!draft || (await removePhotoRow(work.tx, draft.id, photo)) === 0) return no({ code: "not-found", path: "photo" });
  return ok(null);
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** Null where there is no such photo. */
export const readPhoto = async (db: Db, asked: string | undefined) =>
  asked && UUID.test(asked) ? findPhotoBytes(db, asked as PhotoId) : null;
