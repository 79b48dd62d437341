import type { APIRoute } from "astro";
import { readScale } from "#server/tools/device.ts";
import { problem } from "#ui/words/problem.ts";

/** What the barn's scale says now. */
export const GET: APIRoute = async () => {
  const reading = await readScale();
  return reading
    ? Response.json(reading)
    : problem(503, { code: "scale-away", path: "", message: "The scale does not answer. Check the plug, or use the tape." });
};
