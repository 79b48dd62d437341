import type { APIRoute } from "astro";
import { writeArchive } from "#server/archive/write-archive.ts";
import { deps } from "#server/container.ts";
import { problem } from "#ui/words/problem.ts";

/** Everything of a horse as one file, `furlong-horse/1`; `?photos=no` leaves photos and clips out. */
export const GET: APIRoute = async ({ params, url }) => {
  const pieces = await writeArchive(deps(), params["id"] ?? "", url.searchParams.get("photos") !== "no");
  if (!pieces) return problem(404, { code: "not-found", path: "id", message: "There is no such stay." });
  const encoder = new TextEncoder();
  const stream = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { done, value } = await pieces.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    async cancel() {
      await pieces.return(undefined);
    },
  });
  return new Response(stream, {
    headers: {
      "Content-Type": "application/json",
      "Content-Disposition": 'attachment; filename="horse.furlong.json"',
      "Cache-Control": "private, no-store",
    },
  });
};
