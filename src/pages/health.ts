import type { APIRoute } from "astro";

/** Says that the process serves; bin/start and the tests wait for it. */
export const GET: APIRoute = () => new Response("ok\n", { headers: { "Cache-Control": "no-store" } });
