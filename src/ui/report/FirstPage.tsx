/** The first page of a report, to be put on the fridge: name, picture, what was asked, what the horse can do now, what comes next. */
import type { ReactNode } from "react";
import { isClip } from "#contracts/media.ts";
import type { ReportContent } from "#contracts/views.report.ts";
import { sayDate, sayDateWithYear } from "#core/calendar/local-date.ts";
import type { Touch } from "#core/intake/body.ts";
import type { BlockId, FirstPageRow } from "#core/report/facts.ts";
import { Side } from "#ui/intake/BodyMap.tsx";
import { SIDE_BOX, SIDE_SPOTS } from "#ui/intake/body-drawing.ts";
import { Ruler } from "#ui/rail/Ruler.tsx";
import { listed, outer, plural } from "#ui/words/figures.ts";
import { SCORE_WORDS } from "#ui/words/labels.ts";
import { POST, REPORT_KIND } from "#ui/words/labels-desk.ts";
import { ownerThing, type Pronouns } from "#ui/words/owner-skills.ts";
import { sayTouches } from "#ui/words/touches.ts";

interface Props {
  readonly content: ReportContent;
  readonly number: number | null;
  readonly who: Pronouns;
  photo(id: string): string;
  /** In the editor: what stands in the place of a sentence. */
  line?(part: BlockId, key: string): ReactNode;
}
const CELL = 13;
const STEPS = 5;

/** Five steps, as many filled as it stands at now; a notch where it stood then. */
function Steps({ before, now, name }: { before: number | null; now: number; name: string }) {
  const words = `${name}: ${before === null ? "" : `then ${SCORE_WORDS[before]}, `}now ${SCORE_WORDS[now]}`;
  return (
    <svg role="img" aria-label={words} viewBox={`0 0 ${STEPS * CELL} 18`} className="h-4 w-20">
      {Array.from({ length: STEPS }, (_, i) => (
        <rect
          // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place
          key={i}
          x={i * CELL + 1}
          y={2}
          width={CELL - 3}
          height={10}
          className={i < now ? "fill-rail stroke-rail" : "fill-none stroke-line"}
        />
      ))}
      {before !== null && before !== now && <path d={`M${before * CELL - 1} 18l-4 0l4 -5l4 5z`} className="fill-ochre" />}
    </svg>
  );
}
const SIDE = { both: "", left: "left", right: "right" } as const;
function Row({ row: { skill, sides }, who }: { row: FirstPageRow; who: Pronouns }) {
  const name = outer(ownerThing(skill, who));
  return (
    <tr className="border-b border-line">
      <th scope="row" className="py-1 pr-3 text-left font-normal">
        {name}
      </th>
      {sides.map(({ side, before, now }) => (
        <td key={side} colSpan={sides.length === 1 ? 2 : 1} className="pr-3">
          <span className="flex items-center gap-1">
            <span className="w-8 text-xs text-dim">{SIDE[side]}</span>
            <Steps before={before} now={now} name={`${name}${side === "both" ? "" : `, ${side}`}`} />
          </span>
        </td>
      ))}
    </tr>
  );
}

/** Where nobody has taken a photo: our outline with the places where it minded being touched. */
function Outline({ horse, touches }: { horse: string; touches: readonly Touch[] }) {
  const spots = touches.flatMap((touch) => {
    const at = SIDE_SPOTS[touch.zone];
    return at ? [{ ...touch, at }] : [];
  });
  const words = touches.length > 0 ? `${horse}. Touchy: ${sayTouches(touches).join("; ")}` : horse;
  return (
    <svg
      role="img"
      aria-label={words}
      viewBox={`0 0 ${SIDE_BOX.width} ${SIDE_BOX.height}`}
      className="w-full max-w-80"
      fill="none"
    >
      <g stroke="var(--color-ink)" strokeWidth={2} strokeLinejoin="round" strokeLinecap="round">
        <Side />
      </g>
      {spots.map(({ zone, side, by, at: [x, y] }) => (
        <circle key={`${zone} ${side} ${by}`} cx={x} cy={y} r={9} className="stroke-oxblood" strokeWidth={3} />
      ))}
    </svg>
  );
}

/** The one that stands on it: the first that is no clip. */
export const pictureOf = (photos: ReportContent["photos"]): ReportContent["photos"][number] | undefined =>
  photos.find(({ of = null }) => !of || !isClip(of.type));

export function FirstPage({ content, number, who, photo, line }: Props) {
  const { horse, client, barn, kind, blocks, ruler, photos, people = [], touches = [], first } = content;
  if (!first) return null;
  const linesOf = (id: BlockId) => blocks.find((block) => block.id === id)?.lines ?? [];
  const picture = pictureOf(photos);
  const mind = linesOf("careful").slice(0, 3);
  return (
    <div className="print:break-after-page">
      <header className="grid gap-x-6 @xl:grid-cols-[1fr_17rem] print:grid-cols-[1fr_70mm]">
        <div>
          <p className="sign">
            {barn} · {REPORT_KIND[kind]} · {number === null ? "Draft" : `Report ${number}`} · {sayDateWithYear(content.day)}
          </p>
          <h1 className="pt-1 text-4xl @md:text-5xl leading-none">{horse}</h1>
          <p className="pt-1 text-dim">
            For {client}. {first.length} days, {sayDate(first.from)} to {sayDateWithYear(first.to)}, {first.delivered} of{" "}
            {plural(first.contracted, "session")}.
          </p>
          {linesOf("in-short").map(({ key, text }) => (
            <div key={key} className="pt-2 text-xl leading-snug">
              {line ? line("in-short", key) : <p>{text}</p>}
            </div>
          ))}
        </div>
        <div className="pt-2">
          {picture ? (
            <figure>
              <img
                src={photo(picture.id)}
                alt={picture.caption || horse}
                width={picture.width}
                height={picture.height}
                className="max-h-[62mm] w-full border border-line object-cover"
              />
              <figcaption className="text-xs text-dim">{picture.caption}</figcaption>
            </figure>
          ) : (
            <Outline horse={horse} touches={touches} />
          )}
        </div>
      </header>
      {ruler && (
        <div className="pt-2">
          <Ruler view={ruler} large />
          <p className="text-sm text-dim sm:hidden print:hidden">
            {ruler.posts.map(({ kind: post, day }) => `${POST[post]} ${sayDate(day)}`).join(" · ")}
          </p>
        </div>
      )}
      <div className="grid gap-x-8 gap-y-3 pt-3 @xl:grid-cols-[3fr_2fr] print:grid-cols-[3fr_2fr]">
        {first.can.length > 0 && (
          <section>
            <h2>Now {who.he} can</h2>
            <table className="w-full border-collapse">
              <thead className="sr-only">
                <tr>
                  <th scope="col">What</th>
                  <th scope="col" colSpan={2}>
                    Then and now, left and right
                  </th>
                </tr>
              </thead>
              <tbody>
                {first.can.map((row) => (
                  <Row key={row.skill} row={row} who={who} />
                ))}
              </tbody>
            </table>
            <p className="text-xs text-dim">
              Five steps; all filled means reliable anywhere. ▲ where {who.he} stood when {who.he} came.
            </p>
          </section>
        )}
        <section>
          {first.notYet.length > 0 && (
            <>
              <h2>Not yet</h2>
              <ul className="list-disc pl-5">
                {first.notYet.map((skill) => (
                  <li key={skill}>{ownerThing(skill, who)}</li>
                ))}
              </ul>
            </>
          )}
          {mind.length > 0 && (
            <>
              <h2 className="pt-2">Keep in mind</h2>
              <ul className={line ? "grid gap-2" : "list-disc pl-5"}>
                {mind.map(({ key, text }) => (
                  <li key={key}>{line ? line("careful", key) : text}</li>
                ))}
              </ul>
            </>
          )}
        </section>
      </div>
      {people.length > 0 && (
        <p className="pt-4 text-dim">
          Worked by {listed(people)}. <span className="hidden print:inline">Signed: ______________________</span>
        </p>
      )}
    </div>
  );
}
