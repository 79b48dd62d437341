import type { APIRoute } from "astro";

/** Says only that the process serves. */
export const GET: APIRoute = () => new Response("ok\n", { headers: { "Cache-Control": "no-store" } });
