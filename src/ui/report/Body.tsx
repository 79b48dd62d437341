/** The report as the owner reads it: on the screen of the manager, approved, and on paper. */

import type { ReportWords } from "#contracts/report.ts";
import { type LocalDate, sayDateWithYear } from "#core/calendar/local-date.ts";
import { BLOCK_IDS, type ComposedReport } from "#core/report/compose.ts";
import { TwoSided } from "#ui/ladder/TwoSided.tsx";
import { BLOCK } from "#ui/words/labels.ts";
import { sayStatement } from "#ui/words/report.ts";

interface Props {
  readonly horse: string;
  readonly client: string;
  readonly barn: string;
  readonly day: LocalDate;
  /** Null for a draft. */
  readonly number: number | null;
  readonly approvedBy: string | null;
  readonly composed: ComposedReport;
  readonly words: ReportWords;
}

export function Body({ horse, client, barn, day, number, approvedBy, composed, words }: Props) {
  return (
    <article className="max-w-3xl border-t-8 border-double border-rail bg-paper px-6 py-5 print:border-t-4 print:px-0">
      <header className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h1>{horse}</h1>
        <p className="sign">{number === null ? "Draft" : `Report ${number}`}</p>
        <p className="w-full text-dim">
          {barn}, for {client} · {sayDateWithYear(day)}
        </p>
      </header>
      {BLOCK_IDS.map((id) => {
        const block = composed.blocks.find((one) => one.id === id);
        const own = words[id];
        const statements = own?.instead ? [] : (block?.statements ?? []);
        if (statements.length === 0 && !own?.text) return null;
        return (
          <section key={id} className="pt-4">
            <h2>{BLOCK[id]}</h2>
            {statements.map((statement) => (
              <p key={sayStatement(statement.say)} className="pt-1">
                {sayStatement(statement.say)}
              </p>
            ))}
            {own?.text && <p className="pt-1 whitespace-pre-wrap">{own.text}</p>}
          </section>
        );
      })}
      {composed.compared.length > 0 && (
        <section className="pt-5">
          <h2>Before and after, on one scale</h2>
          <TwoSided label={`${horse}, at the intake and now`} rungs={composed.compared.map((row) => ({ ...row, shown: null }))} />
        </section>
      )}
      <footer className="border-t border-line pt-2 text-sm text-dim">
        {number === null
          ? "A draft: nothing is fixed yet."
          : `Approved by ${approvedBy}. Fixed as it stands; a later change would carry a new number.`}{" "}
        Scores run from 0, not introduced, to 5, reliable anywhere for another rider.
      </footer>
    </article>
  );
}
