import type { APIRoute } from "astro";
import { decode } from "#contracts/decode.ts";
import { ConfirmPassword } from "#contracts/people.ts";
import { must } from "#core/kernel/assert.ts";
import { confirm } from "#server/auth/sign-in.ts";
import { deps } from "#server/container.ts";
import { problem } from "#ui/words/problem.ts";
import { sayRefusal } from "#ui/words/refusals.ts";

/** The password once more, before something that much hangs on. No command: a wrong try must stay counted. */
export const POST: APIRoute = async ({ request, locals }) => {
  const [actor, session] = [must(locals.actor, "who asks"), must(locals.session, "a session")];
  const input = decode(ConfirmPassword, await request.json().catch(() => null));
  if (!input.ok) return problem(422, must(input.error[0], "an issue"));
  const answer = await confirm(deps(), { person: actor.id, session: session.id, password: input.value.password });
  if (answer.ok) return Response.json({}, { headers: { "Cache-Control": "no-store" } });
  const { error } = answer;
  return problem(error.code === "wrong-password" ? 401 : 429, {
    ...error,
    message: error.code === "wrong-password" ? "This is not your password." : sayRefusal(error),
  });
};
export const ALL: APIRoute = () => problem(405, { code: "method", path: "", message: "Use POST." });
