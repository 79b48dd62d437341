import type { APIRoute } from "astro";
import { isList } from "#contracts/export.ts";
import { deps } from "#server/container.ts";
import { writeList } from "#server/export/write-list.ts";
import { sayExported } from "#ui/words/export.ts";
import { problem } from "#ui/words/problem.ts";

export const GET: APIRoute = ({ params }) => {
  const { list } = params;
  if (!isList(list))
    return problem(404, { code: "not-found", path: "list", message: "There is no such list. See Barn > Export data." });
  return new Response(writeList(deps(), list, sayExported), {
    headers: { "Content-Type": "text/csv; charset=utf-8", "Content-Disposition": `attachment; filename="${list}.csv"` },
  });
};
