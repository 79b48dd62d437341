import type { APIRoute } from "astro";
import { decode } from "#contracts/decode.ts";
import { ReadAim } from "#contracts/stay.ts";
import { must } from "#core/kernel/assert.ts";
import { barnOf } from "#server/barn/barn-of.ts";
import { deps } from "#server/container.ts";
import { readAim } from "#server/stay/read-aim.ts";
import { problem } from "#ui/words/problem.ts";

/** The goals that an owner's words name, while a stay is booked. Nothing is written. */
export const POST: APIRoute = async ({ request }) => {
  const input = decode(ReadAim, await request.json().catch(() => null));
  if (!input.ok) return problem(422, { ...must(input.error[0], "an issue"), issues: input.error });
  const barn = await barnOf(deps());
  const read = readAim(input.value, barn, deps().clock.today(barn.timeZone));
  return Response.json(read, { headers: { "Cache-Control": "no-store" } });
};
export const ALL: APIRoute = () => problem(405, { code: "method", path: "", message: "Use POST." });
