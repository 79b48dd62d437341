import { defineMiddleware } from "astro:middleware";
import type { Role } from "#contracts/people.ts";
import { type Access, maySee, PAGES } from "#server/auth/access.ts";
import { visitorOf } from "#server/auth/sign-in.ts";
import { barnName, isBarnHere } from "#server/barns.ts";
import { COMMANDS } from "#server/commands.ts";
import { deps } from "#server/container.ts";
import { barnIsThere } from "#server/first-start/begin.ts";
import { about } from "#server/http/about.ts";
import { isAway } from "#server/http/away.ts";
import { isForeign } from "#server/http/origin.ts";
import { storedPage } from "#server/http/page-store.ts";
import { sessionCookie } from "#server/http/target.ts";
import { knowLadder } from "#server/ladder/know.ts";
import { speaking, spokenHere, spokenIn, useCatalogues } from "#server/language/spoken.ts";
import { log } from "#server/log.ts";
import { attachments } from "#server/owner/attachments.ts";
import { deliverNowAndThen } from "#server/owner/deliver.ts";
import { sweepOnNewDay } from "#server/plan/sweeping.ts";
import { useWording } from "#server/report/wording.ts";
import { askStationNowAndThen } from "#server/weather/station.ts";
import { sayCover } from "#ui/words/cover.ts";
import { problem } from "#ui/words/problem.ts";
import { sayStatement } from "#ui/words/report.ts";
import { sayRoutine } from "#ui/words/routine.ts";
import { SPANISH } from "#ui/words/spanish.ts";
import { speakBy } from "#ui/words/speak.ts";

// Reports are worded here and fixed there.
useWording({ sayStatement, sayCover, sayRoutine });
useCatalogues({ es: SPANISH });
speakBy(spokenHere);
/** The pages of the rider's phone, which are there in other languages. */
const SPOKEN = new Set(["/string", "/card/[id]", "/words/[language].js"]);

/** One door: foreign posts are refused, who asks is found out, and the list of pages says whether they may. */
export const onRequest = defineMiddleware(async (context, next) => {
  const { request, url } = context;
  Object.assign(context.locals, { actor: null, session: null, mustChange: false, language: "en", mark: "" });
  const isJson = isApi(url) || !(request.headers.get("accept") ?? "").includes("text/html");
  if (isForeign(request, url))
    return problem(403, {
      code: "foreign",
      path: "Origin",
      message: "This request came from another site. Open Steady Furlong itself and try again.",
    });
  if (!isBarnHere()) return problem(421, NO_BARN);
  try {
    // Where the database is away each part says so by itself.
    await knowLadder(deps(), request.method === "POST").catch(() => undefined);
    const access = PAGES[context.routePattern] ?? [];
    if (access === "anybody") return withHeaders(await whole(await next()), !url.pathname.startsWith("/_astro/"));
    const visitor = await visitorOf(deps(), context.cookies.get(sessionCookie(url))?.value);
    context.locals.actor = visitor?.actor ?? null;
    context.locals.session = visitor?.session ?? null;
    context.locals.mustChange = visitor?.mustChange ?? false;
    context.locals.mark = visitor?.mark ?? "";
    context.locals.language = visitor?.language ?? "en";
    const known = about();
    if (known) known.who = visitor?.actor.name ?? null;
    if (visitor) {
      sweepOnNewDay(deps(), visitor.today);
      askStationNowAndThen(deps(), visitor.today);
      deliverNowAndThen(deps(), attachments());
    }
    const meant = request.headers.get("x-furlong-person");
    if (visitor && meant && meant !== visitor.actor.id) return problem(409, OTHER_PERSON);
    const render = async (): Promise<Response> => {
      const answer = async () => withHeaders(await whole(await next()), true);
      if (!visitor || !SPOKEN.has(context.routePattern)) return await answer();
      return await speaking(await spokenIn(deps(), visitor.language, visitor.mark), answer);
    };
    // Nobody signs in to a barn that is not there yet.
    if (!visitor && !(await barnIsThere(deps())) && !isApi(url)) return context.redirect("/start");
    if (!visitor)
      return isApi(url)
        ? problem(401, SIGNED_OUT)
        : context.redirect(`/sign-in?to=${encodeURIComponent(url.pathname + url.search)}`);
    if (visitor.mustChange && !/^\/(account|api\/account|api\/confirm)(\/|$)/.test(url.pathname))
      return isApi(url) ? problem(403, MUST_CHANGE) : context.redirect("/account");
    if (!mayAsk(access, visitor.actor.role, context.params))
      return isApi(url) ? problem(403, NOT_ALLOWED) : withHeaders(await context.rewrite("/403"), true);
    // Awaited here, or what goes wrong in them would not be caught below. What somebody's own session says is not the same in all of theirs.
    if (request.method !== "GET" || isApi(url) || context.routePattern === "/account") return await render();
    const page = [visitor.actor.id, visitor.today, url.pathname, url.search].join(" ");
    const key = { barn: barnName(), mark: visitor.mark, page, printed: context.routePattern.endsWith(".pdf") };
    return await storedPage(key, /\bgzip\b/.test(request.headers.get("accept-encoding") ?? ""), render);
  } catch (error) {
    const away = isAway(error);
    log().error(
      { event: away ? "away" : "fault", err: error, route: context.routePattern },
      away ? "The database is away" : "A fault",
    );
    if (isJson) return away ? problem(503, AWAY) : problem(500, FAULT);
    // A request of its own: the body of a form has been read by now.
    const page = await context.rewrite(new Request(new URL(away ? "/503" : "/500", url)));
    return withHeaders(new Response(page.body, { status: away ? 503 : 500, headers: page.headers }), true);
  }
});

const NO_BARN = {
  code: "no-barn",
  path: "Host",
  message: "There is no barn at this address. See how it is written in the letter or message that you have it from.",
};
const AWAY = {
  code: "away",
  path: "",
  message: "The barn's database does not answer. What you typed is still here: try again in a moment.",
};
const FAULT = {
  code: "fault",
  path: "",
  message: "Something went wrong on our side. Your saved work is safe. Try again, and tell whoever runs the server.",
};
const SIGNED_OUT = {
  code: "signed-out",
  path: "",
  message: "You are signed out. Sign in in another tab, then press the button again: what you typed is still here.",
};
const OTHER_PERSON = {
  code: "other-person",
  path: "X-Furlong-Person",
  message: "Somebody else is signed in on this device. Sign in as yourself, and it is sent.",
};
const MUST_CHANGE = {
  code: "must-change",
  path: "",
  message: "Your password was given to you by somebody else. Choose your own under 'My sign-in' first.",
};
const NOT_ALLOWED = { code: "not-allowed", path: "", message: "Your role does not allow this. Ask the manager." };

/** A page to its end, before its first word goes out: what goes wrong in the middle of it is answered as a fault, and not as half a page. */
async function whole(response: Response): Promise<Response> {
  if (!response.headers.get("content-type")?.startsWith("text/html")) return response;
  return new Response(await response.arrayBuffer(), response);
}

const isApi = (url: URL): boolean => url.pathname.startsWith("/api/");

/** A command is looked up by what the route made of the address, as the endpoint does: however it was spelled, the two mean the same one. */
function mayAsk(access: Access, role: Role, { feature, verb }: Readonly<Record<string, string | undefined>>): boolean {
  if (!maySee(access, role)) return false;
  const route = `${feature}/${verb}`;
  const command = Object.hasOwn(COMMANDS, route) ? COMMANDS[route] : undefined;
  return command?.roles.includes(role) ?? true;
}

/** What every answer carries is set by server.mjs; a page's own policy is made here. */
function withHeaders(response: Response, isPrivate: boolean): Response {
  const { headers } = response;
  if (isPrivate && !headers.get("Cache-Control")?.includes("immutable")) headers.set("Cache-Control", "private, no-store");
  const policy = headers.get("Content-Security-Policy");
  // Drag and drop moves things through style attributes; scripts and style sheets stay hashed.
  if (policy && !policy.includes("style-src-attr"))
    headers.set(
      "Content-Security-Policy",
      `${policy.replace(/;\s*$/, "")}; style-src-attr 'unsafe-inline'; frame-ancestors 'none'`,
    );
  return response;
}
