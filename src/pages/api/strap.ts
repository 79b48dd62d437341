import type { APIRoute } from "astro";
import { readStrap } from "#server/tools/device.ts";
import { problem } from "#ui/words/problem.ts";

/** What the heart-rate strap says now. */
export const GET: APIRoute = async () => {
  const reading = await readStrap();
  return reading
    ? Response.json(reading)
    : problem(503, { code: "strap-away", path: "", message: "The strap does not answer. Count by hand." });
};
