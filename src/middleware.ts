import { defineMiddleware } from "astro:middleware";
import type { Role } from "#contracts/people.ts";
import { type Access, maySee, PAGES } from "#server/auth/access.ts";
import { SESSION_COOKIE, visitorOf } from "#server/auth/sign-in.ts";
import { COMMANDS } from "#server/commands.ts";
import { deps } from "#server/container.ts";
import { isAway } from "#server/http/away.ts";
import { isForeign } from "#server/http/origin.ts";
import { storedPage } from "#server/http/page-store.ts";
import { attachments } from "#server/owner/attachments.ts";
import { deliverNowAndThen } from "#server/owner/deliver.ts";
import { sweepOnNewDay } from "#server/plan/sweep.ts";
import { useWording } from "#server/report/wording.ts";
import { askStationNowAndThen } from "#server/weather/station.ts";
import { sayCover } from "#ui/words/cover.ts";
import { problem } from "#ui/words/problem.ts";
import { sayStatement } from "#ui/words/report.ts";

// Reports are worded here and fixed there.
useWording({ sayStatement, sayCover });

/** One door: foreign posts are refused, who asks is found out, and the list of pages says whether they may. */
export const onRequest = defineMiddleware(async (context, next) => {
  const { request, url } = context;
  context.locals.actor = null;
  if (isForeign(request, url))
    return problem(403, {
      code: "foreign",
      path: "Origin",
      message: "This request came from another site. Open Steady Furlong itself and try again.",
    });
  try {
    const access = PAGES[context.routePattern] ?? [];
    if (access === "anybody") return withHeaders(await next(), !url.pathname.startsWith("/_astro/"));
    const visitor = await visitorOf(deps(), context.cookies.get(SESSION_COOKIE)?.value);
    context.locals.actor = visitor?.actor ?? null;
    if (visitor) {
      sweepOnNewDay(deps(), visitor.today);
      askStationNowAndThen(deps(), visitor.today);
      deliverNowAndThen(deps(), attachments());
    }
    const meant = request.headers.get("x-furlong-person");
    if (visitor && meant && meant !== visitor.actor.id) return problem(409, OTHER_PERSON);
    const render = async () => withHeaders(await next(), true);
    if (!visitor)
      return isApi(url)
        ? problem(401, SIGNED_OUT)
        : context.redirect(`/sign-in?to=${encodeURIComponent(url.pathname + url.search)}`);
    if (!mayAsk(access, visitor.actor.role, context.params))
      return isApi(url) ? problem(403, NOT_ALLOWED) : withHeaders(await context.rewrite("/403"), true);
    if (request.method !== "GET" || isApi(url)) return render();
    const key = [visitor.actor.id, visitor.revision, visitor.today, url.pathname, url.search].join(" ");
    return storedPage(key, /\bgzip\b/.test(request.headers.get("accept-encoding") ?? ""), render);
  } catch (error) {
    if (!isAway(error)) throw error;
    if (isApi(url)) return problem(503, AWAY);
    const page = await context.rewrite("/500");
    return withHeaders(new Response(page.body, { status: 503, headers: page.headers }), true);
  }
});

const AWAY = {
  code: "away",
  path: "",
  message: "The barn's database does not answer. What you typed is still here: try again in a moment.",
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
const NOT_ALLOWED = { code: "not-allowed", path: "", message: "Your role does not allow this. Ask the manager." };

const isApi = (url: URL): boolean => url.pathname.startsWith("/api/");

/** A command is looked up by what the route made of the address, as the endpoint does: however it was spelled, the two mean the same one. */
function mayAsk(access: Access, role: Role, { feature, verb }: Readonly<Record<string, string | undefined>>): boolean {
  if (!maySee(access, role)) return false;
  const route = `${feature}/${verb}`;
  const command = Object.hasOwn(COMMANDS, route) ? COMMANDS[route] : undefined;
  return command?.roles.includes(role) ?? true;
}

function withHeaders(response: Response, isPrivate: boolean): Response {
  const { headers } = response;
  if (isPrivate) headers.set("Cache-Control", "private, no-store");
  headers.set("X-Content-Type-Options", "nosniff");
  headers.set("Referrer-Policy", "same-origin");
  headers.set("Cross-Origin-Opener-Policy", "same-origin");
  headers.set("X-Frame-Options", "DENY");
  headers.set("Permissions-Policy", "camera=(), microphone=(), geolocation=()");
  const policy = headers.get("Content-Security-Policy");
  // Drag and drop moves things through style attributes; scripts and style sheets stay hashed.
  if (policy && !policy.includes("style-src-attr"))
    headers.set(
      "Content-Security-Policy",
      `${policy.replace(/;\s*$/, "")}; style-src-attr 'unsafe-inline'; frame-ancestors 'none'`,
    );
  return response;
}
