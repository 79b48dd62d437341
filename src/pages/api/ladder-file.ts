import type { APIRoute } from "astro";
import { deps } from "#server/container.ts";
import { readLadderFile } from "#server/ladder/read-ladder.ts";

/** The ladder for another barn. */
export const GET: APIRoute = async () =>
  new Response(JSON.stringify(await readLadderFile(deps()), null, 2), {
    headers: {
      "Content-Type": "application/json",
      "Content-Disposition": 'attachment; filename="ladder.json"',
    },
  });
