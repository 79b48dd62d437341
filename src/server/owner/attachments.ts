/** What goes along with a letter: the report that it tells of, as a PDF. */
import { printReport } from "../report/pdf.ts";
import type { Attach } from "./deliver.ts";

export const attachments =
  (): Attach =>
  async ({ issue, horse }) =>
    issue === null
      ? []
      : [{ filename: `${horse.replaceAll(/[^\w-]+/g, "-")}-report-${issue}.pdf`, content: await printReport(issue, "letter") }];
