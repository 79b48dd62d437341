import type { APIRoute } from "astro";
import { deps } from "#server/container.ts";
import { bytesAnswer } from "#server/media/serve.ts";
import { openOwner, ownPhoto } from "#server/owner/read-owner.ts";

/** A photo that an approved report of this horse holds. */
export const GET: APIRoute = async ({ params, request }) => {
  const opened = await openOwner(deps(), params["token"]);
  const photo = opened && (await ownPhoto(deps(), opened, params["id"]));
  return photo
    ? bytesAnswer(request, photo.bytes, photo.type, { "X-Robots-Tag": "noindex" })
    : new Response("Not here.", { status: 404 });
};
