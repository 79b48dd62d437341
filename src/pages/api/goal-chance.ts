import type { APIRoute } from "astro";
import { decode } from "#contracts/decode.ts";
import { TellChance } from "#contracts/intake.ts";
import { must } from "#core/kernel/assert.ts";
import { deps } from "#server/container.ts";
import { tellDraft } from "#server/intake/tell-chance.ts";
import { problem } from "#ui/words/problem.ts";

/** How the goals of a judgement would be answered if it were signed now. Nothing is written. */
export const POST: APIRoute = async ({ request }) => {
  const input = decode(TellChance, await request.json().catch(() => null));
  if (!input.ok) return problem(422, { ...must(input.error[0], "an issue"), issues: input.error });
  const told = await tellDraft(deps(), input.value.id, input.value.judgement);
  if (!told) return problem(404, { code: "not-found", path: "id", message: "There is no such closed evaluation." });
  return Response.json(told, { headers: { "Cache-Control": "no-store" } });
};
export const ALL: APIRoute = () => problem(405, { code: "method", path: "", message: "Use POST." });
