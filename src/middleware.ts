import { defineMiddleware } from "astro:middleware";
import { maySee, PAGES } from "#server/auth/access.ts";
import { actorOf, SESSION_COOKIE } from "#server/auth/sign-in.ts";
import { COMMANDS } from "#server/commands.ts";
import { deps } from "#server/container.ts";
import { isForeign } from "#server/http/origin.ts";
import { problem } from "#ui/words/problem.ts";

/** One door: foreign posts are refused, who asks is found out, and the list of pages says whether they may. */
export const onRequest = defineMiddleware(async (context, next) => {
  const { request, url, locals, cookies, routePattern } = context;
  const api = url.pathname.startsWith("/api/");
  locals.actor = null;
  if (isForeign(request, url))
    return problem(403, {
      code: "foreign",
      path: "Origin",
      message: "This request came from another site. Open Steady Furlong itself and try again.",
    });

  const access = PAGES[routePattern] ?? [];
  if (access !== "anybody") {
    locals.actor = await actorOf(deps(), cookies.get(SESSION_COOKIE)?.value);
    const command = api ? COMMANDS[url.pathname.slice("/api/".length)] : undefined;
    if (!locals.actor) {
      if (api)
        return problem(401, {
          code: "signed-out",
          path: "",
          message: "You are signed out. Sign in in another tab, then press the button again: what you typed is still here.",
        });
      return context.redirect(`/sign-in?to=${encodeURIComponent(url.pathname + url.search)}`);
    }
    if (!maySee(access, locals.actor.role) || (command && !command.roles.includes(locals.actor.role))) {
      if (api) return problem(403, { code: "not-allowed", path: "", message: "Your role does not allow this. Ask the manager." });
      return withHeaders(await context.rewrite("/403"), true);
    }
  }
  return withHeaders(await next(), !url.pathname.startsWith("/_astro/"));
});

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
