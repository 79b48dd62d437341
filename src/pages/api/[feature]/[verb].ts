import type { APIRoute } from "astro";
import { decode } from "#contracts/decode.ts";
import type { Refusal } from "#contracts/refusal.ts";
import { must } from "#core/kernel/assert.ts";
import { COMMANDS } from "#server/commands.ts";
import { deps } from "#server/container.ts";
import { runCommand } from "#server/http/command.ts";
import { inLines, LINES } from "#server/http/progress.ts";
import { speaking, spokenIn } from "#server/language/spoken.ts";
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
    const result = await runCommand(deps(), tell ? { ...call, tell } : call);
    if (result.ok) return done(result.value);
    // Only what is answered: letters and records are written in English whoever asks.
    return speaking(await spokenIn(deps(), locals.language, locals.mark), async () => refused(result.error));
  };
  return request.headers.get("accept") === LINES ? inLines(request.signal, run) : run();
};

function done(value: unknown): Response {
  sweepSoon(deps());
  deliverSoon(deps(), attachments());
  return Response.json(value, { headers: { "Cache-Control": "no-store" } });
}
const refused = (refusal: Refusal): Response =>
  problem(STATUS[refusal.code] ?? 409, { ...refusal, message: sayRefusal(refusal) });

export const ALL: APIRoute = () => problem(405, { code: "method", path: "", message: "Use POST." });
