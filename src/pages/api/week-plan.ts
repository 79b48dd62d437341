import type { APIRoute } from "astro";
import { parseLocalDate } from "#core/calendar/local-date.ts";
import { deps } from "#server/container.ts";
import { eventStream } from "#server/http/event-stream.ts";
import { planWeek } from "#server/week/plan-week.ts";
import { problem } from "#ui/words/problem.ts";

/** The next working days worked out, as events: the plan, then what would help. */
export const GET: APIRoute = ({ url, request }) => {
  const from = parseLocalDate(url.searchParams.get("from") ?? "");
  if (!from) return problem(422, { code: "issues", path: "from", message: "Give a date like 2026-07-14." });
  return eventStream(request, (signal) => planWeek(deps(), from, signal));
};
