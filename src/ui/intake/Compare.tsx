import type { ReactNode } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { ComparedView } from "#contracts/views.intake.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { TrackCompared } from "#core/intake/compare.ts";
import { noiseOf } from "#core/intake/compare.ts";
import { signOf } from "#core/intake/signs.ts";
import { BodyLines } from "#ui/horse/Bodies.tsx";
import { plural } from "#ui/words/figures.ts";
import { branchWords, SIDE } from "#ui/words/labels.ts";
import { EVALUATION } from "#ui/words/labels-desk.ts";
import { sayTouches } from "#ui/words/touches.ts";
import { bothWeights, sayWeight } from "#ui/words/units.ts";

const signed = (change: number): string =>
  `${change > 0 ? "+" : change < 0 ? "−" : "±"}${Math.abs(Math.round(change * 10) / 10)}`;
const moved = (change: number, beyond: boolean): string =>
  beyond ? `${change > 0 ? "▲" : "▼"} ${signed(change)}` : change === 0 ? "=" : `${signed(change)}, no real difference`;

function Row({
  name,
  cells,
  change,
  beyond,
}: {
  name: string;
  cells: readonly (string | number)[];
  change: string;
  beyond: boolean;
}) {
  return (
    <tr className="border-b border-line">
      <th scope="row" className="py-1 pr-3 text-left font-normal">
        {name}
      </th>
      {cells.map((cell, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: one cell an evaluation, in their order
        <td key={i} className="px-2 text-center">
          {cell}
        </td>
      ))}
      <td className={`px-2 ${beyond ? "font-semibold" : "text-dim"}`}>{change}</td>
    </tr>
  );
}

const nameOf = (track: TrackCompared): string =>
  `${here().of(track.skill).words}${track.side === "both" ? "" : `, ${SIDE[track.side]}`}`;

/** Intake, mid-term and exit side by side: what moved beyond the noise first. */
export function Compare({ view }: { view: ComparedView }) {
  const { columns, compared } = view;
  if (columns.length < 2) return <p>There is one evaluation so far. The next one shows beside it here.</p>;
  const heads = columns.map((column) => `${EVALUATION[column.kind]}, ${sayDate(column.day)}`);
  const beyond = compared.tracks.filter((track) => track.beyondNoise);
  const rest = compared.tracks.filter((track) => !track.beyondNoise);
  const table = (caption: string, rows: ReactNode) => (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse">
        <caption className="sign py-1 text-left text-lg">{caption}</caption>
        <thead>
          <tr className="sign border-b-2 border-rail text-left">
            <th scope="col">
              <span className="sr-only">What</span>
            </th>
            {heads.map((head) => (
              <th key={head} scope="col" className="px-2 text-center">
                {head}
              </th>
            ))}
            <th scope="col" className="px-2">
              First to last
            </th>
          </tr>
        </thead>
        <tbody>{rows}</tbody>
      </table>
    </div>
  );
  const track = (one: TrackCompared) => (
    <Row
      key={`${one.skill}:${one.side}`}
      name={nameOf(one)}
      cells={one.scores.map((score) => score ?? "not seen")}
      change={one.change === null ? "seen once" : moved(one.change, one.beyondNoise)}
      beyond={one.beyondNoise}
    />
  );
  const [first, last] = [columns[0], columns.at(-1)];
  const heavier = first?.kilograms && last?.kilograms ? last.kilograms - first.kilograms : null;
  return (
    <div className="grid gap-6">
      <p>
        One score can be off. ▲ and ▼ mark a change of {Math.ceil(noiseOf(1))} or more on one side, or a clear change in the
        average. {plural(beyond.length, "skill has", "skills have")} changed that much.
      </p>
      {table(
        "By branch and side",
        compared.branches.map((one) => (
          <Row
            key={`${one.branch}:${one.side}`}
            name={`${branchWords(one.branch)}, ${one.side === "both" ? "without sides" : SIDE[one.side]} (${plural(one.tracks, "skill")})`}
            cells={one.means.map((mean) => (mean === null ? "–" : mean.toFixed(1)))}
            change={moved(one.change, one.beyondNoise)}
            beyond={one.beyondNoise}
          />
        )),
      )}
      {table(
        "Body and mind",
        <>
          <Row
            name="Weight"
            cells={columns.map((column) =>
              column.kilograms === null ? "not taken" : `${bothWeights(column.kilograms)} ± ${sayWeight(column.plusMinus ?? 0)}`,
            )}
            change={
              heavier === null
                ? ""
                : Math.abs(heavier) > Math.max(first?.plusMinus ?? 0, last?.plusMinus ?? 0)
                  ? `${heavier > 0 ? "+" : "−"}${sayWeight(Math.abs(heavier))}`
                  : "no more than the tape's error"
            }
            beyond={false}
          />
          <Row name="Condition" cells={columns.map((column) => column.condition ?? "not taken")} change="" beyond={false} />
          <Row name="Risk" cells={columns.map((column) => column.risk)} change="" beyond={false} />
          <Row
            name="Tries, minutes to settle"
            cells={columns.map((column) => `${column.tries ?? "–"}, ${column.settleMinutes ?? "–"}`)}
            change=""
            beyond={false}
          />
          <Row name="Touchy places" cells={columns.map((column) => sayTouches(column.touches).length)} change="" beyond={false} />
        </>,
      )}
      {view.bodies.length > 0 && (
        <section>
          <h2>Measured, also between evaluations</h2>
          <BodyLines bodies={view.bodies} />
        </section>
      )}
      {compared.signs.length > 0 &&
        table(
          "Signs, strongest seen",
          compared.signs.map(({ sign, strengths }) => {
            const [was, is] = [strengths[0] ?? 0, strengths.at(-1) ?? 0];
            return (
              <Row
                key={sign}
                name={signOf(sign).words}
                cells={strengths.map((strength) => (strength === 0 ? "–" : strength))}
                change={was > 0 && is === 0 ? "gone" : was === 0 && is > 0 ? "new" : ""}
                beyond={was > 0 !== is > 0}
              />
            );
          }),
        )}
      {beyond.length > 0 && table("Clear changes", beyond.map(track))}
      {rest.length > 0 && (
        <details>
          <summary className="sign min-h-9 cursor-pointer text-slate">The other {plural(rest.length, "track")}</summary>
          {table("No real difference, or scored once", rest.map(track))}
        </details>
      )}
    </div>
  );
}
