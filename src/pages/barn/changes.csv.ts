import type { APIRoute } from "astro";
import { ChangesAsked } from "#contracts/barn.ts";
import { must } from "#core/kernel/assert.ts";
import { readAllChanges } from "#server/barn/read-changes.ts";
import { deps } from "#server/container.ts";
import { csvOf } from "#server/export/csv.ts";
import { decodeQuery } from "#server/http/form.ts";
import { SUBJECT, sayDetails } from "#ui/words/changes.ts";
import { problem } from "#ui/words/problem.ts";

/** The same as the page, as a table. */
export const GET: APIRoute = async ({ url }) => {
  const asked = decodeQuery(ChangesAsked, url);
  if (!asked.ok) return problem(422, must(asked.error[0], "an issue"));
  const rows = (await readAllChanges(deps(), asked.value)).map(({ at, by, subject, name, what, details }) => [
    at,
    by,
    SUBJECT[subject] ?? subject,
    name ?? "",
    what,
    sayDetails(details),
  ]);
  const headings = ["at", "who", "what", "of", "changed", "how"];
  return new Response(csvOf({ headings, rows }), {
    headers: { "Content-Type": "text/csv; charset=utf-8", "Content-Disposition": 'attachment; filename="changes.csv"' },
  });
};
