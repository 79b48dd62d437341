/** The day sheet for the wall and the pocket: what to work with each horse, and room to write how it went. */

import { here } from "#contracts/ladder.here.ts";
import type { PaperRow, PaperView } from "#contracts/views.paper.ts";
import { signOf } from "#core/intake/signs.ts";
import { sidesOf } from "#core/kernel/sides.ts";
import type { WorkRole } from "#core/plan/session.ts";
import { sayWorkBecause } from "#ui/words/because.ts";
import { sayComplaint } from "#ui/words/complaint.ts";
import { clock, inner, listed, outer } from "#ui/words/figures.ts";
import { SESSION } from "#ui/words/labels.ts";
import { sayParts } from "#ui/words/parts.ts";
import { sayPlaces } from "#ui/words/places.ts";
import { skillsOf } from "./paper.ts";

const words = (ids: readonly string[]): string => listed(ids.map((id) => inner(here().of(id).words)));

function Line({ name, ids }: { name: string; ids: readonly string[] }) {
  return ids.length === 0 ? null : (
    <p>
      <span className="sign text-dim">{name}</span> {words(ids)}
    </p>
  );
}

function Boxes({ skill }: { skill: string }) {
  return (
    <span className="inline-flex gap-2 whitespace-nowrap">
      {sidesOf(here().of(skill).sided).map((side) => (
        <span key={side}>
          {side === "both" ? "" : side === "left" ? "L" : "R"}
          <span className="ml-0.5 inline-block size-5 border border-ink align-middle" />
        </span>
      ))}
    </span>
  );
}

function Horse({ row }: { row: PaperRow }) {
  const { work, essentials } = row;
  const of = (role: WorkRole): readonly string[] => work.items.filter((item) => item.role === role).map(({ skill }) => skill);
  const side = work.items.find((item) => item.role === "main" && item.side !== null)?.side;
  return (
    <article className="grid break-inside-avoid grid-cols-[minmax(0,1fr)] gap-x-4 sm:grid-cols-[minmax(0,1fr)_17rem] print:grid-cols-[minmax(0,1fr)_17rem] border-t-2 border-ink py-2 text-sm">
      <div>
        <h3>
          {clock(row.start)} {row.horse}{" "}
          <span className="font-sans font-normal">
            · {inner(SESSION[row.kind])}, {sayPlaces(row.place, row.thenPlace)}
            {row.helper ? `, with ${row.helper.name}` : ""}
          </span>
        </h3>
        {of("main").length > 0 && (
          <p className="text-base font-semibold">
            {outer(words(of("main")))}
            {side ? `, ${side} first` : ""} <span className="text-sm font-normal">{sayWorkBecause(work)}</span>
          </p>
        )}
        <p>{sayParts(row.minutes)}</p>
        <Line name="Warm-up" ids={of("warm-up")} />
        <Line name="Daily" ids={of("handling")} />
        <Line name="Finish" ids={of("finish")} />
        <Line name="Leave alone" ids={work.leaveAlone} />
        <Line name="If it is windy, the horse is tight, or you are alone, only" ids={work.smaller} />
        {row.ifCalm && <Line name="If calm" ids={[row.ifCalm]} />}
        {essentials.complaint && <p>Main problem: {sayComplaint(essentials.complaint)}</p>}
        {essentials.cautions.length > 0 && (
          <p>■ {listed(essentials.cautions.map(({ sign }) => inner(signOf(sign).words)))}: watch for it</p>
        )}
        {essentials.lastTime && (essentials.lastTime.word || essentials.lastTime.nextTime) && (
          <p>
            {essentials.lastTime.rider}: {essentials.lastTime.word && `“${essentials.lastTime.word}” `}
            {essentials.lastTime.nextTime && `Next time: ${essentials.lastTime.nextTime}`}
          </p>
        )}
      </div>
      <div className="grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-1">
        <p>
          ground ____ min{row.kind === "ground" ? "" : " · saddle ____ min"}{" "}
          {row.asked.length > 0 && row.kind !== "ground" && <>· ground check ☐</>}
        </p>
        {skillsOf(row).map((skill) => (
          <p key={skill} className="flex justify-between gap-2">
            <span className="min-w-0 truncate">{here().of(skill).words}</span>
            <Boxes skill={skill} />
          </p>
        ))}
        <p>ended well ☐ yes ☐ no</p>
        <p className="border-b border-line pt-3" />
        <p className="border-b border-line pt-3" />
      </div>
    </article>
  );
}

export function PaperDay({ view }: { view: PaperView }) {
  const riders = [...new Set(view.rows.map(({ rider }) => rider))];
  return riders.map((rider) => (
    <section key={rider} aria-label={rider} className="pt-3">
      <h2>{rider}</h2>
      {view.rows
        .filter((row) => row.rider === rider)
        .map((row) => (
          <Horse key={row.card} row={row} />
        ))}
    </section>
  ));
}
