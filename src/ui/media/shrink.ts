/** A photo cut down on the phone before it is kept, and a clip looked at: what the barn's server would refuse is not sent. */
import { CLIP_BYTES, CLIP_SECONDS } from "#contracts/media.ts";

/** Longest side, in pixels, and quality: sharp enough to see a hoof, light enough for one bar of signal. */
const LONGEST = 1600;
const QUALITY = 0.82;
const MB = 1024 * 1024;

export type Taken = { readonly ok: true; readonly content: string } | { readonly ok: false; readonly why: string };

const asBase64 = (blob: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result).split(",")[1] ?? "");
    reader.onerror = () => reject(reader.error);
    reader.readAsDataURL(blob);
  });

async function photo(file: File): Promise<Taken> {
  const picture = await createImageBitmap(file).catch(() => null);
  if (!picture) return { ok: false, why: "This phone cannot read the picture. Use JPEG." };
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
  canvas.getContext("2d")?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, "image/jpeg", QUALITY));
  return blob
    ? { ok: true, content: await asBase64(blob) }
    : { ok: false, why: "The picture could not be made smaller. Try again." };
}

/** Seconds of a clip; null where this phone does not say. */
const secondsOf = (file: File): Promise<number | null> =>
  new Promise((resolve) => {
    const video = document.createElement("video");
    const address = URL.createObjectURL(file);
    const done = (seconds: number | null): void => {
      URL.revokeObjectURL(address);
      resolve(seconds);
    };
    video.preload = "metadata";
    video.onloadedmetadata = () => done(Number.isFinite(video.duration) ? video.duration : null);
    video.onerror = () => done(null);
    video.src = address;
  });

export async function taken(file: File): Promise<Taken> {
  if (!file.type.startsWith("video/")) return photo(file);
  if (file.size > CLIP_BYTES)
    return { ok: false, why: `The clip has ${Math.ceil(file.size / MB)} MB, at most ${CLIP_BYTES / MB}. Take a shorter one.` };
  const seconds = await secondsOf(file);
  if (seconds !== null && seconds > CLIP_SECONDS + 1)
    return { ok: false, why: `The clip has ${Math.round(seconds)} seconds, at most ${CLIP_SECONDS}. Take a shorter one.` };
  return { ok: true, content: await asBase64(file) };
}
