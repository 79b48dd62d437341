/** Attached files: told apart by what they hold, never by what they are called; photos leave their place and camera behind. */
import { fileTypeFromBuffer } from "file-type";
import sharp from "sharp";
import { FILE_TYPES, type FileType } from "#contracts/check.ts";

/** Longest side of a kept photo, in pixels: enough to read a dentist's chart. */
const LONGEST = 2400;
/** A picture that claims more is not decoded. */
const MOST_PIXELS = 60_000_000;

const isKept = (type: string | undefined): type is FileType => (FILE_TYPES as readonly string[]).includes(type ?? "");

/** The file as it is kept, or null where it is neither a photo nor a PDF, or cannot be read as what it claims to be. */
export async function cleanFile(content: Buffer): Promise<{ type: FileType; content: Buffer } | null> {
  const found = await fileTypeFromBuffer(content);
  if (!isKept(found?.mime)) return null;
  if (found.mime === "application/pdf") return { type: found.mime, content };
  try {
    const photo = sharp(content, { limitInputPixels: MOST_PIXELS })
      .rotate()
      .resize({ width: LONGEST, height: LONGEST, fit: "inside", withoutEnlargement: true });
    return { type: "image/jpeg", content: await photo.flatten({ background: "#ffffff" }).jpeg({ quality: 82 }).toBuffer() };
  } catch {
    return null;
  }
}
