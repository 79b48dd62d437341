import type { APIRoute } from "astro";
import { deps } from "#server/container.ts";
import { homeCalendar } from "#server/owner/home-calendar.ts";
import { openOwner, readOwner } from "#server/owner/read-owner.ts";
import { sayHomeDay } from "#ui/words/home.ts";
import { pronounsOf } from "#ui/words/report.ts";

/** The days of the home plan for a calendar: whole days, as the owner chooses the hour. */
export const GET: APIRoute = async ({ params }) => {
  const opened = await openOwner(deps(), params["token"]);
  const view = opened && (await readOwner(deps(), opened));
  if (!view?.home) return new Response("There is no home plan under this address.", { status: 404 });
  const who = pronounsOf(view);
  return new Response(
    homeCalendar(view, view.home, deps().clock.now(), (day) => sayHomeDay(day, who)),
    {
      headers: { "Content-Type": "text/calendar; charset=utf-8", "X-Robots-Tag": "noindex" },
    },
  );
};
