import type { APIRoute } from "astro";
import { deps } from "#server/container.ts";
import { readMedia } from "#server/media/media.ts";
import { bytesAnswer } from "#server/media/serve.ts";
import { problem } from "#ui/words/problem.ts";

/** A photo or a clip of the record, for staff. */
export const GET: APIRoute = async ({ params, request }) => {
  const media = await readMedia(deps(), params["id"]);
  if (!media) return problem(404, { code: "not-found", path: "id", message: "This photo is not there any more." });
  return bytesAnswer(request, media.bytes, media.type, { "Cache-Control": "private, max-age=86400" });
};
