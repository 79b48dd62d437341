/** How long a clip is: read from the movie header that MP4 and QuickTime files have (ISO/IEC 14496-12, 8.2.2). */

/** Null where the file says nothing, as WebM, whose header does not, or cannot be read. */
export function secondsOf(content: Buffer): number | null {
  const at = content.indexOf("mvhd", 0, "latin1");
  if (at < 0) return null;
  const body = at + 4;
  if (content.length < body + 32) return null;
  // Version 1 has times of eight bytes.
  const isLong = content[body] === 1;
  const scale = content.readUInt32BE(body + (isLong ? 20 : 12));
  const duration = isLong ? Number(content.readBigUInt64BE(body + 24)) : content.readUInt32BE(body + 16);
  return scale > 0 ? duration / scale : null;
}
