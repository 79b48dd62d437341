import type { APIRoute } from "astro";
import { writesIn } from "#server/barn/writes.ts";
import { deps } from "#server/container.ts";
import { eventStream } from "#server/http/event-stream.ts";

/** Says when something in the barn was written, for open screens to renew themselves. */
export const GET: APIRoute = ({ request }) => eventStream(request, (signal) => writesIn(deps(), signal));
