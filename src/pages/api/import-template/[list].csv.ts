import type { APIRoute } from "astro";
import { IMPORTS } from "#core/import/columns.ts";
import { templateOf } from "#core/import/table.ts";
import { csvOf } from "#server/export/csv.ts";
import { problem } from "#ui/words/problem.ts";

/** A table to fill in, with one row as it may look. */
export const GET: APIRoute = ({ params }) => {
  const list = IMPORTS.find((one) => one === params["list"]);
  if (!list) return problem(404, { code: "not-found", path: "list", message: "There is no such table." });
  const { headings, example } = templateOf(list);
  return new Response(`\uFEFF${csvOf({ headings, rows: [example] })}`, {
    headers: { "Content-Type": "text/csv; charset=utf-8", "Content-Disposition": `attachment; filename="${list}.csv"` },
  });
};
