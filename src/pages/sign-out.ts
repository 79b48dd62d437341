import type { APIRoute } from "astro";
import { SESSION_COOKIE, signOut } from "#server/auth/sign-in.ts";
import { deps } from "#server/container.ts";

export const POST: APIRoute = async ({ cookies, redirect }) => {
  const token = cookies.get(SESSION_COOKIE)?.value;
  if (token) await signOut(deps(), token);
  cookies.delete(SESSION_COOKIE, { path: "/" });
  return redirect("/sign-in", 303);
};
export const ALL: APIRoute = ({ redirect }) => redirect("/sign-in", 303);
