/** The letter that an approved report goes with. */
import type { ReportContent } from "#contracts/views.report.ts";
import { REPORT_KIND } from "./labels-desk.ts";

export function sayCover(
  { kind, horse, client, blocks, changes }: ReportContent,
  number: number,
): { subject: string; body: string } {
  const greeting = `Dear ${client},`;
  // A week's word is short enough to be read where it arrives.
  const body =
    kind === "weekly"
      ? blocks.flatMap(({ lines, prose }) => [
          ...lines.map(({ text }) => text),
          ...prose.map(({ runs }) => runs.map(({ text }) => text).join("")),
        ])
      : [
          `${REPORT_KIND[kind]} of ${horse} is ready: number ${number}, with this letter and on your page.`,
          ...blocks.flatMap(({ id, lines }) => (id === "in-short" ? lines.map(({ text }) => text) : [])),
          ...(changes ? [`It takes the place of number ${changes.since}; what changed is said at its end.`] : []),
          "Read it in your own time, and ask us what is not clear: there is a place for a question below it.",
        ];
  return { subject: `${horse}: ${REPORT_KIND[kind].toLowerCase()}`, body: [greeting, ...body].join("\n\n") };
}
