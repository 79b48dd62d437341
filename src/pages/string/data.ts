import type { APIRoute } from "astro";
import { readString } from "#server/card/read-string.ts";
import { deps } from "#server/container.ts";

/** The string as data, for the open screen to renew itself. */
export const GET: APIRoute = async ({ locals }) =>
  locals.actor ? Response.json(await readString(deps(), locals.actor)) : new Response(null, { status: 404 });
