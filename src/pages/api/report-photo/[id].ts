import type { APIRoute } from "astro";
import { deps } from "#server/container.ts";
import { bytesAnswer } from "#server/media/serve.ts";
import { readPhoto } from "#server/report/photos.ts";
import { problem } from "#ui/words/problem.ts";

/** A photo of a report, for the manager. */
export const GET: APIRoute = async ({ params, request }) => {
  const photo = await readPhoto(deps().sql, params["id"]);
  if (!photo) return problem(404, { code: "not-found", path: "id", message: "This photo is not there any more." });
  return bytesAnswer(request, photo.bytes, photo.type);
};
