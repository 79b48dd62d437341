/**
 * The two-sided ladder: skills down a centre spine, the left side's score growing to the left, the right side's to the right, six steps
 * each. A whisker shows how sure that is, a faint outline the intake. What has no sides grows to both.
 */

import { here } from "#contracts/ladder.here.ts";
import { must } from "#core/kernel/assert.ts";
import { groupBy } from "#core/kernel/group.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import { branchWords } from "#ui/words/labels.ts";

export interface LadderRow {
  readonly skill: string;
  readonly side: TrackSide;
  readonly now: number | null;
  /** Where the model has it, eight in ten; null: not asked. */
  readonly shown: { readonly low: number; readonly high: number; readonly known: boolean } | null;
  readonly before: number | null;
}

const WIDTH = 672;
const SPINE = 248;
const STEP = (WIDTH - SPINE) / 2 / 5.6;
const ROW = 20;
/** Letters that the spine has room for; of a longer name what stands before its colon. */
const LONGEST = 41;
const HEAD = 22;
const BRANCH_ROW = 24;

const words = (rung: LadderRow | undefined): string =>
  rung?.now === undefined || rung.now === null
    ? rung?.before === null || !rung
      ? "not seen"
      : `intake ${rung.before}`
    : `${rung.now}${rung.before === null ? "" : ` (intake ${rung.before})`}`;

/** Drawn on a light ground, so that it is seen upon a bar as well as beside it. */
function Whisker({ shown, at, y }: { shown: NonNullable<LadderRow["shown"]>; at(score: number): number; y: number }) {
  const [low, high] = [at(shown.low), at(shown.high)];
  const path = `M${low} ${y + ROW / 2}H${high}M${low} ${y + 6}v8M${high} ${y + 6}v8`;
  return (
    <>
      <path d={path} className="stroke-paper" strokeWidth={4} fill="none" />
      <path d={path} className="stroke-ink" strokeWidth={1.5} strokeDasharray={shown.known ? undefined : "1.5 2.5"} fill="none" />
    </>
  );
}

function Bar({ rung, toLeft, y }: { rung: LadderRow | undefined; toLeft: boolean; y: number }) {
  if (!rung) return null;
  const from = toLeft ? (WIDTH - SPINE) / 2 : (WIDTH + SPINE) / 2;
  const sign = toLeft ? -1 : 1;
  const at = (score: number): number => from + sign * score * STEP;
  const box = (score: number) => ({ x: Math.min(from, at(score)), width: Math.abs(at(score) - from) });
  return (
    <g>
      {rung.now !== null && (
        <rect {...box(Math.max(rung.now, 0.08))} y={y + 4} height={ROW - 9} className={toLeft ? "fill-rail" : "fill-slate"} />
      )}
      {rung.before !== null && (
        <rect
          {...box(Math.max(rung.before, 0.08))}
          y={y + 1.5}
          height={ROW - 4}
          fill="none"
          className="stroke-ink"
          strokeDasharray="3 2"
        />
      )}
      {rung.shown && <Whisker shown={rung.shown} at={at} y={y} />}
      {rung.now !== null && (
        <text
          x={at(Math.max(rung.now, rung.shown?.high ?? 0)) + sign * 9}
          y={y + ROW / 2 + 4}
          textAnchor="middle"
          className="fill-ink text-[12px]"
        >
          {rung.now}
        </text>
      )}
    </g>
  );
}

export function TwoSided({ rungs, label }: { rungs: readonly LadderRow[]; label: string }) {
  const bySkill = groupBy(rungs, (rung) => rung.skill);
  const rows: ({ branch: string; y: number } | { skill: string; y: number })[] = [];
  let y = HEAD;
  let branch = "";
  for (const skill of here().all.filter((one) => bySkill.has(one.id))) {
    if (skill.branch !== branch) {
      branch = skill.branch;
      rows.push({ branch: branchWords(skill.branch), y });
      y += BRANCH_ROW;
    }
    rows.push({ skill: skill.id, y });
    y += ROW;
  }
  const steps = [0, 1, 2, 3, 4, 5];
  const told = [...bySkill].map(([id, list]) => {
    const of = (side: TrackSide) => list.find((rung) => rung.side === side);
    const name = must(
      here().all.find((skill) => skill.id === id),
      id,
    ).words;
    return of("both") ? `${name}: ${words(of("both"))}` : `${name}: left ${words(of("left"))}, right ${words(of("right"))}`;
  });
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH} ${y + 4}`}
        role="img"
        aria-label={`${label}. ${told.join("; ")}.`}
        className="block w-full max-w-3xl"
      >
        <text x={(WIDTH - SPINE) / 2 - 2.5 * STEP} y={12} textAnchor="middle" className="sign fill-rail text-[13px]">
          ◀ left
        </text>
        <text x={(WIDTH + SPINE) / 2 + 2.5 * STEP} y={12} textAnchor="middle" className="sign fill-slate text-[13px]">
          right ▶
        </text>
        {steps.map((step) => (
          <path
            key={step}
            d={`M${(WIDTH - SPINE) / 2 - step * STEP} ${HEAD}V${y}M${(WIDTH + SPINE) / 2 + step * STEP} ${HEAD}V${y}`}
            className={step === 3 ? "stroke-dim" : "stroke-line"}
            strokeDasharray={step === 3 ? "4 3" : undefined}
          />
        ))}
        {rows.map((row) => {
          if ("branch" in row)
            return (
              <g key={row.branch}>
                <path d={`M0 ${row.y + 3}H${WIDTH}`} className="stroke-line" />
                <text x={WIDTH / 2} y={row.y + 18} textAnchor="middle" className="sign fill-ink text-[14px]">
                  {row.branch}
                </text>
              </g>
            );
          const list = must(bySkill.get(row.skill), "a skill with rungs");
          const whole = list.find((rung) => rung.side === "both");
          const name = must(
            here().all.find((skill) => skill.id === row.skill),
            row.skill,
          ).words;
          return (
            <g key={row.skill}>
              <text x={WIDTH / 2} y={row.y + ROW / 2 + 4} textAnchor="middle" className="fill-ink text-[12px]">
                {name.length > LONGEST ? (name.split(/[:(]/)[0] ?? name).trim() : name}
              </text>
              <Bar rung={whole ?? list.find((rung) => rung.side === "left")} toLeft y={row.y} />
              <Bar rung={whole ?? list.find((rung) => rung.side === "right")} toLeft={false} y={row.y} />
            </g>
          );
        })}
      </svg>
      <figcaption className="text-sm text-dim">
        Bar: newest score, 0 to 5.
        {rungs.some(({ shown }) => shown) && " Thin line: likely range; dotted: too few scores to tell."} Dashed outline: intake.
        Line at 3: does it with light help.
      </figcaption>
    </figure>
  );
}
