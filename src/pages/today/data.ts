import type { APIRoute } from "astro";
import { parseLocalDate } from "#core/calendar/local-date.ts";
import { must } from "#core/kernel/assert.ts";
import { deps } from "#server/container.ts";
import { readDayFor } from "#server/day/read-day.ts";

/** The day sheet as data, for the open screen to renew itself. */
export const GET: APIRoute = async ({ url, locals }) =>
  Response.json(
    await readDayFor(deps(), parseLocalDate(url.searchParams.get("day") ?? ""), must(locals.actor, "staff reads the day")),
  );
