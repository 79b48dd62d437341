import type { APIRoute } from "astro";
import { readFile } from "#server/check/read-checks.ts";
import { deps } from "#server/container.ts";
import { problem } from "#ui/words/problem.ts";

/** A photo or PDF of a check. Photos show in the browser; a PDF, which may hold scripts, is only ever saved. */
export const GET: APIRoute = async ({ params }) => {
  const file = await readFile(deps(), params["id"]);
  if (!file) return problem(404, { code: "not-found", path: "id", message: "This file is not there any more." });
  const way = file.type === "application/pdf" ? "attachment" : "inline";
  return new Response(new Uint8Array(file.content), {
    headers: {
      "Content-Type": file.type,
      "Content-Disposition": `${way}; filename*=UTF-8''${encodeURIComponent(file.name)}`,
      "Content-Security-Policy": "default-src 'none'; sandbox",
    },
  });
};
