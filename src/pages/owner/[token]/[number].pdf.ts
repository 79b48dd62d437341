import type { APIRoute } from "astro";
import { deps } from "#server/container.ts";
import { openOwner, ownIssue } from "#server/owner/read-owner.ts";
import { printReport } from "#server/report/pdf.ts";
import { NO_PRINTER, pdfResponse } from "#ui/report/pdf-response.ts";

/** A report of this owner's horse as a PDF; ?paper=a4 for A4. */
export const GET: APIRoute = async ({ params, url }) => {
  const opened = await openOwner(deps(), params["token"]);
  const issue = opened && (await ownIssue(deps(), opened, params["number"]));
  if (!issue) return new Response("There is no such report.", { status: 404 });
  const pdf = await printReport(issue.number, url.searchParams.get("paper") === "a4" ? "a4" : "letter").catch(() => null);
  return pdf ? pdfResponse(pdf, `report-${issue.number}`) : new Response(NO_PRINTER, { status: 503 });
};
