import type { APIRoute } from "astro";
import { deps } from "#server/container.ts";
import { readHealth } from "#server/http/health.ts";

/** Says whether work can be done: the database is reached and stands as this version of the application expects it. */
export const GET: APIRoute = async () => {
  const health = await readHealth(deps());
  return Response.json(health, { status: health.ok ? 200 : 503, headers: { "Cache-Control": "no-store" } });
};
