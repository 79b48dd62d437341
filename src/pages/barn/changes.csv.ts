import type { APIRoute } from "astro";
import Papa from "papaparse";
import { ChangesAsked } from "#contracts/barn.ts";
import { must } from "#core/kernel/assert.ts";
import { readAllChanges } from "#server/barn/read-changes.ts";
import { deps } from "#server/container.ts";
import { decodeQuery } from "#server/http/form.ts";
import { SUBJECT, sayDetails } from "#ui/words/changes.ts";
import { problem } from "#ui/words/problem.ts";

/** The same as the page, as a table. What a spreadsheet would take for a formula is marked as words. */
export const GET: APIRoute = async ({ url }) => {
  const asked = decodeQuery(ChangesAsked, url);
  if (!asked.ok) return problem(422, must(asked.error[0], "an issue"));
  const rows = (await readAllChanges(deps(), asked.value)).map(({ at, by, subject, name, what, details }) => ({
    at,
    who: by,
    what: SUBJECT[subject] ?? subject,
    of: name ?? "",
    changed: what,
    how: sayDetails(details),
  }));
  const columns = ["at", "who", "what", "of", "changed", "how"];
  return new Response(Papa.unparse({ fields: columns, data: rows }, { escapeFormulae: true, newline: "\r\n" }), {
    headers: { "Content-Type": "text/csv; charset=utf-8", "Content-Disposition": 'attachment; filename="changes.csv"' },
  });
};
