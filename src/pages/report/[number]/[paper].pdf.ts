import type { APIRoute } from "astro";
import { deps } from "#server/container.ts";
import { PAPERS, printReport } from "#server/report/pdf.ts";
import { readIssue } from "#server/report/read-report.ts";
import { NO_PRINTER, pdfResponse } from "#ui/report/pdf-response.ts";

/** An approved report as a PDF, for the manager. */
export const GET: APIRoute = async ({ params }) => {
  const view = await readIssue(deps(), params["number"]);
  const paper = PAPERS.find((one) => one === params["paper"]);
  if (!view || !paper) return new Response("There is no such report.", { status: 404 });
  const pdf = await printReport(view.number, paper).catch(() => null);
  return pdf ? pdfResponse(pdf, `report-${view.number}`) : new Response(NO_PRINTER, { status: 503 });
};
