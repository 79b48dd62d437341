import type { APIRoute } from "astro";
import { parseLocalDate } from "#core/calendar/local-date.ts";
import { deps } from "#server/container.ts";
import { readDay } from "#server/day/read-day.ts";

/** The day sheet as data, for the open screen to renew itself. */
export const GET: APIRoute = async ({ url }) =>
  Response.json(await readDay(deps(), parseLocalDate(url.searchParams.get("day") ?? "")));
