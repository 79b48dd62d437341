import type { APIRoute } from "astro";
import { signOut } from "#server/auth/sign-in.ts";
import { deps } from "#server/container.ts";
import { secureCookies, sessionCookie } from "#server/http/target.ts";

export const POST: APIRoute = async ({ cookies, redirect, url }) => {
  const token = cookies.get(sessionCookie(url))?.value;
  if (token) await signOut(deps(), token);
  cookies.delete(sessionCookie(url), { path: "/", secure: secureCookies(url) });
  return redirect("/sign-in", 303);
};
export const ALL: APIRoute = ({ redirect }) => redirect("/sign-in", 303);
