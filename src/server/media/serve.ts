/** Bytes of a photo or a clip as an answer: whole, or the part that a player asks for. */

const RANGE = /^bytes=(\d*)-(\d*)$/;
export function bytesAnswer(request: Request, content: Buffer, type: string, headers: Record<string, string> = {}): Response {
  const all = { "Content-Type": type, "Accept-Ranges": "bytes", "X-Content-Type-Options": "nosniff", ...headers };
  const [, from = "", to = ""] = RANGE.exec(request.headers.get("range") ?? "") ?? [];
  if (from === "" && to === "") return new Response(new Uint8Array(content), { headers: all });
  const last = content.length - 1;
  const start = from === "" ? Math.max(0, content.length - Number(to)) : Number(from);
  const end = from === "" || to === "" ? last : Math.min(last, Number(to));
  if (start > end) return new Response(null, { status: 416, headers: { ...all, "Content-Range": `bytes */${content.length}` } });
  return new Response(new Uint8Array(content.subarray(start, end + 1)), {
    status: 206,
    headers: { ...all, "Content-Range": `bytes ${start}-${end}/${content.length}` },
  });
}
