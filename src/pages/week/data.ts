import type { APIRoute } from "astro";
import { parseLocalDate } from "#core/calendar/local-date.ts";
import { deps } from "#server/container.ts";
import { readWeek } from "#server/week/read-week.ts";

/** The week as data, for the open screen to renew itself. */
export const GET: APIRoute = async ({ url }) =>
  Response.json(await readWeek(deps(), parseLocalDate(url.searchParams.get("from") ?? "")));
