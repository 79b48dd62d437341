/** The report as the owner reads it: on the screen of the manager, on the owner's page, and on paper. */

import type { ReactNode } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { ReportContent } from "#contracts/views.report.ts";
import { sayDateWithYear } from "#core/calendar/local-date.ts";
import { groupBy } from "#core/kernel/group.ts";
import type { BlockId, SkillComparison } from "#core/report/facts.ts";
import { TwoSided } from "#ui/ladder/TwoSided.tsx";
import { Ruler } from "#ui/rail/Ruler.tsx";
import { SCORE_WORDS } from "#ui/words/labels.ts";
import { BLOCK, REPORT_KIND } from "#ui/words/labels-desk.ts";
import { pronounsOf } from "#ui/words/report.ts";
import { routineTitle } from "#ui/words/routine.ts";
import { FirstPage, pictureOf } from "./FirstPage.tsx";
import { HomePlanView } from "./HomePlanView.tsx";
import { HoursByWeek } from "./HoursByWeek.tsx";
import { Pictures } from "./Pictures.tsx";
import { ProseView } from "./ProseView.tsx";
import { RoutineSteps } from "./RoutineSteps.tsx";

interface Props {
  readonly content: ReportContent;
  /** Null for a draft. */
  readonly number: number | null;
  readonly approvedBy: string | null;
  /** Where a photo is fetched. */
  photo(id: string): string;
  /** Where it is being written: sentences are changed in their place. */
  edit?: EditSlots;
}
/** What the editor puts in the place of a sentence, and behind the sentences of a part. */
export interface EditSlots {
  /** Parts that can be written in, also where nothing is said in them yet. */
  readonly parts: readonly BlockId[];
  line(part: BlockId, key: string): ReactNode;
  after(part: BlockId): ReactNode;
}

const at = ({ before, now }: SkillComparison): string => (before === null || before === now ? `${now}` : `${before} → ${now}`);
/** The same figures in rows: on a small screen a drawing of them is too fine to read. */
function OnAPhone({ rows }: { rows: readonly SkillComparison[] }) {
  return (
    <table className="w-full border-collapse text-left sm:hidden print:hidden">
      <thead>
        <tr className="sign border-b-2 border-rail">
          <th scope="col">Skill</th>
          <th scope="col">Left</th>
          <th scope="col">Right</th>
        </tr>
      </thead>
      <tbody>
        {[...groupBy(rows, ({ skill }) => skill)].map(([skill, list]) => {
          const of = (side: string): SkillComparison | undefined => list.find((row) => row.side === side || row.side === "both");
          const [left, right] = [of("left"), of("right")];
          return (
            <tr key={skill} className="border-b border-line">
              <th scope="row" className="py-1 pr-2 font-normal">
                {here().of(skill).words}
              </th>
              <td className="whitespace-nowrap">{left ? at(left) : "–"}</td>
              <td className="whitespace-nowrap">{right ? at(right) : "–"}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** Fewer weeks are told in words. */
const CHART_WEEKS = 6;
/** Lines of what to mind that the first page has room for. */
const ON_FIRST_PAGE = 3;

export function Body({ content, number, approvedBy, photo, edit }: Props) {
  const { horse, client, barn, day, kind, blocks, compared, ruler, weeks, home, photos, changes } = content;
  const { first = null } = content;
  const who = pronounsOf(content);
  // What the first page says is not said again; the manager's own words on it are.
  const shown = first
    ? blocks.flatMap((block) => {
        const lines =
          block.id === "in-short" || (block.id === "careful" && block.lines.length <= ON_FIRST_PAGE) ? [] : block.lines;
        return edit || lines.length + block.prose.length > 0 ? [{ ...block, lines }] : [];
      })
    : blocks;
  const parts = edit ? edit.parts.map((id) => shown.find((block) => block.id === id) ?? { id, lines: [], prose: [] }) : shown;
  const drawn = compared.filter(({ now }) => now !== null);
  return (
    <article className="@container max-w-3xl border-t-8 border-double border-rail bg-paper px-6 py-5 print:max-w-none print:border-t-4 print:px-0">
      {first ? (
        <FirstPage content={content} number={number} who={who} photo={photo} {...(edit && { line: edit.line })} />
      ) : (
        <>
          <header className="flex flex-wrap items-baseline justify-between gap-x-6">
            <h1>{horse}</h1>
            <p className="sign">{number === null ? "Draft" : `Report ${number}`}</p>
            <p className="w-full text-dim">
              {REPORT_KIND[kind]} · {barn}, for {client} · {sayDateWithYear(day)}
            </p>
          </header>
          {ruler && (
            <div className="pt-2">
              <Ruler view={ruler} large />
            </div>
          )}
        </>
      )}
      <div className={first ? "print:columns-2 print:gap-8 print:text-sm" : ""}>
        {parts.map(({ id, lines, prose }) => (
          <section key={id} className={id === "in-short" ? "pt-4 text-lg leading-snug" : "pt-4"}>
            <h2>{BLOCK[id]}</h2>
            {lines.map(({ key, text }) =>
              edit ? (
                <div key={key} className="pt-1">
                  {edit.line(id, key)}
                </div>
              ) : (
                <p key={key} className="pt-1">
                  {text}
                </p>
              ),
            )}
            {edit ? edit.after(id) : <ProseView prose={prose} />}
          </section>
        ))}
      </div>
      {content.routine && (
        <section className="break-inside-avoid pt-5">
          <h2>{routineTitle(horse, content.routine)}</h2>
          <RoutineSteps routine={content.routine} who={who} />
        </section>
      )}
      <Pictures photos={first ? photos.filter((one) => one !== pictureOf(photos)) : photos} horse={horse} photo={photo} />
      {weeks.length >= CHART_WEEKS && (
        <section className="break-inside-avoid pt-5">
          <h2>Hours by week</h2>
          <HoursByWeek weeks={weeks} />
        </section>
      )}
      {drawn.length > 0 && (
        <section className="pt-5 print:break-before-page print:[&_svg]:mx-auto print:[&_svg]:max-h-[210mm]">
          <h2>{kind === "intake" ? "What we saw, left and right" : "Before and after"}</h2>
          <p className="text-sm">{SCORE_WORDS.map((words, score) => `${score}: ${words}`).join(" · ")}</p>
          <div className="hidden sm:block print:block">
            <TwoSided label={`${horse}, at the intake and now`} rungs={drawn.map((row) => ({ ...row, shown: null }))} />
          </div>
          <OnAPhone rows={drawn} />
        </section>
      )}
      {home && (
        <div className="print:break-before-page">
          <HomePlanView plan={home} horse={horse} who={who} />
        </div>
      )}
      {changes && (
        <section className="pt-5">
          <h2>What changed since report {changes.since}</h2>
          {changes.added.length + changes.gone.length === 0 && <p>No wording changed.</p>}
          <ul className="list-disc pl-5">
            {changes.added.map((words) => (
              <li key={words}>New: {words}</li>
            ))}
            {changes.gone.map((words) => (
              <li key={words}>
                Gone: <s>{words}</s>
              </li>
            ))}
          </ul>
        </section>
      )}
      <footer className="mt-4 border-t border-line pt-2 text-sm text-dim">
        {number === null
          ? "Draft. You can still change everything."
          : `Approved by ${approvedBy}. Final. Any later change gets a new number.`}
      </footer>
    </article>
  );
}
