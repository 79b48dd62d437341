import type { APIRoute } from "astro";
import { deps } from "#server/container.ts";
import { readFeed } from "#server/feed/read-feed.ts";

/** Read by calendars, without a sign-in: the address is the secret. */
export const GET: APIRoute = async ({ params }) => {
  const feed = await readFeed(deps(), params["token"] ?? "");
  return feed === null
    ? new Response("There is no calendar under this address any more.", { status: 404 })
    : new Response(feed, { headers: { "Content-Type": "text/calendar; charset=utf-8", "X-Robots-Tag": "noindex" } });
};
