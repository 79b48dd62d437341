import type { APIRoute } from "astro";
import { parseLocalDate } from "#core/calendar/local-date.ts";
import { deps } from "#server/container.ts";
import { proveDay } from "#server/day/prove.ts";
import { eventStream } from "#server/http/event-stream.ts";
import { problem } from "#ui/words/problem.ts";

/** How far a day's sheet is from the best, as events. */
export const GET: APIRoute = ({ url, request }) => {
  const day = parseLocalDate(url.searchParams.get("day") ?? "");
  if (!day) return problem(422, { code: "issues", path: "day", message: "Give a date like 2026-07-14." });
  return eventStream(request, (signal) => proveDay(deps(), day, signal));
};
