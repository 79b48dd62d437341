import type { APIRoute } from "astro";
import { decode } from "#contracts/decode.ts";
import type { Refusal } from "#contracts/refusal.ts";
import { must } from "#core/kernel/assert.ts";
import type { Result } from "#core/kernel/result.ts";
import { COMMANDS } from "#server/commands.ts";
import { deps } from "#server/container.ts";
import { runCommand } from "#server/http/command.ts";
import { inLines, LINES } from "#server/http/progress.ts";
import { attachments } from "#server/owner/attachments.ts";
import { deliverSoon } from "#server/owner/deliver.ts";
import { sweepSoon } from "#server/plan/sweeping.ts";
import type { Tell } from "#server/work.ts";
import { problem } from "#ui/words/problem.ts";
import { sayRefusal } from "#ui/words/refusals.ts";

const KEY = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

const STATUS: Readonly<Record<string, number>> = { "not-found": 404, "not-allowed": 403, "confirm-password": 403, busy: 503 };

/** Every write of the application: POST /api/<feature>/<verb> with a JSON body and a request key. Roles are checked in middleware. */
export const POST: APIRoute = async ({ params, request, locals }) => {
  const route = `${params["feature"]}/${params["verb"]}`;
  const command = Object.hasOwn(COMMANDS, route) ? COMMANDS[route] : undefined;
  if (!command) return problem(404, { code: "not-found", path: "", message: "There is no such command." });
  const key = request.headers.get("idempotency-key") ?? "";
  if (!KEY.test(key))
    return problem(400, {
      code: "request-key",
      path: "Idempotency-Key",
      message: "Send a UUID as the header Idempotency-Key, the same one for each repeat of the request.",
    });
  if (!request.headers.get("content-type")?.startsWith("application/json"))
    return problem(415, { code: "content-type", path: "Content-Type", message: "Send JSON." });
  const body: unknown = await request.json().catch(() => undefined);
  if (body === undefined) return problem(400, { code: "json", path: "", message: "The body is not JSON." });
  const decoded = decode(command.schema, body);
  if (!decoded.ok) return problem(422, { ...must(decoded.error[0], "a failed decoding has an issue"), issues: decoded.error });
  const actor = must(locals.actor, "middleware found who asks");
  const run = async (tell?: Tell): Promise<Response> => {
    const call = { route, command, actor, session: locals.session, key, input: decoded.value };
    return answered(await runCommand(deps(), tell ? { ...call, tell } : call));
  };
  return request.headers.get("accept") === LINES ? inLines(request.signal, run) : run();
};

function answered(result: Result<unknown, Refusal>): Response {
  if (result.ok) {
    sweepSoon(deps());
    deliverSoon(deps(), attachments());
    return Response.json(result.value, { headers: { "Cache-Control": "no-store" } });
  }
  const { error } = result;
  return problem(STATUS[error.code] ?? 409, { ...error, message: sayRefusal(error) });
}

export const ALL: APIRoute = () => problem(405, { code: "method", path: "", message: "Use POST." });
