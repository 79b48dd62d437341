/** The letter that an approved report goes with. */
import type { ReportContent } from "#contracts/views.report.ts";
import { REPORT_KIND } from "./labels-desk.ts";
import { pronounsOf } from "./report.ts";
import { routineTitle, sayStep } from "./routine.ts";

export function sayCover(
  { kind, horse, sex = "unknown", client, blocks, changes, routine }: ReportContent,
  number: number,
): { subject: string; body: string } {
  const greeting = `Dear ${client},`;
  // A week's word is short enough to be read where it arrives.
  const body =
    kind === "weekly"
      ? [
          ...blocks.flatMap(({ lines, prose }) => [
            ...lines.map(({ text }) => text),
            ...prose.map(({ runs }) => runs.map(({ text }) => text).join("")),
          ]),
          ...(routine
            ? [
                `${routineTitle(horse, routine)}:`,
                routine.steps.map((step, i) => `${i + 1}. ${sayStep(step, pronounsOf({ horse, sex }))}`).join("\n"),
                ...(routine.words === "" ? [] : [routine.words]),
              ]
            : []),
        ]
      : [
          `${REPORT_KIND[kind]} of ${horse} is ready (number ${number}). It is attached and on your page.`,
          ...blocks.flatMap(({ id, lines }) => (id === "in-short" ? lines.map(({ text }) => text) : [])),
          ...(changes ? [`It replaces number ${changes.since}. The last page says what changed.`] : []),
          "Read it when you have time. If something is not clear, ask us: you can write a question below it.",
        ];
  return { subject: `${horse}: ${REPORT_KIND[kind].toLowerCase()}`, body: [greeting, ...body].join("\n\n") };
}
