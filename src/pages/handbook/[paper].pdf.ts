import type { APIRoute } from "astro";
import { PAPERS, printPage } from "#server/report/pdf.ts";
import { NO_PRINTER, pdfResponse } from "#ui/report/pdf-response.ts";

/** All pages of the ladder as one PDF. */
export const GET: APIRoute = async ({ params }) => {
  const paper = PAPERS.find((one) => one === params["paper"]);
  if (!paper) return new Response("There is no such paper.", { status: 404 });
  const pdf = await printPage("handbook", paper).catch(() => null);
  return pdf ? pdfResponse(pdf, "handbook") : new Response(NO_PRINTER, { status: 503 });
};
