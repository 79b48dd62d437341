import type { ReportKind } from "#core/report/facts.ts";

interface Which {
  readonly kind: ReportKind;
  readonly ordinal: number;
}
/** In a list of a stay's reports. */
export const sayReportKind = ({ kind, ordinal }: Which): string =>
  ({
    intake: "Arrival report",
    weekly: `Week ${ordinal}`,
    "mid-term": `Mid-term report${ordinal > 1 ? ` ${ordinal}` : ""}`,
    end: "Final report",
  })[kind];
export const reportPath = (stay: string, { kind, ordinal }: Which): string =>
  `/horse/${stay}/report${kind === "end" ? "" : `/${kind}${ordinal > 0 ? `-${ordinal}` : ""}`}`;
