/**
 * The term ruler: a straight rail with a tick a day. Striped posts are milestones, a hollow marker says where the contract wants the
 * horse today, a solid one where its sessions have brought it; the gap is told in lengths. Holds are hatched, firsts are flags.
 */

import type { RulerView } from "#contracts/views.ts";
import { addDays, daysBetween, type LocalDate, sayDate, weekdayOf } from "#core/calendar/local-date.ts";
import { plural } from "#ui/words/figures.ts";
import { HOLD } from "#ui/words/labels.ts";
import { POST } from "#ui/words/labels-desk.ts";

const WIDTH = 760;
const LEFT = 14;
const RIGHT = WIDTH - 16;
const RAIL_Y = 30;
/** Labels so near to an end of the rail begin or end with it. */
const EDGE = 90;

export function sayRuler({ today, reading, posts }: RulerView): string {
  const behind = reading.owed;
  const lengths =
    behind > 0 ? `${plural(behind, "length")} behind` : behind < 0 ? `${plural(-behind, "length")} ahead` : "on schedule";
  const coming = posts.filter((post) => !post.done).map((post) => `${POST[post.kind].toLowerCase()} ${sayDate(post.day)}`);
  return `Day ${reading.dayOfTerm} of ${reading.calendarDays} on ${sayDate(today)}: ${reading.delivered} of ${reading.contracted} sessions done, ${lengths}. ${coming.length > 0 ? `To come: ${coming.join(", ")}.` : "All milestones passed."}`;
}

/** Hatching as plain strokes: patterns would need ids, and one page draws many rulers. */
const hatch = (from: number, to: number): string => {
  const strokes: string[] = [];
  for (let x = from; x < to; x += 4) strokes.push(`M${x.toFixed(1)} ${RAIL_Y + 6}l${Math.min(7, to - x).toFixed(1)} -12`);
  return strokes.join("");
};

export function Ruler({ view, large = false }: { view: RulerView; large?: boolean }) {
  const { reading, today, posts, holds, firsts } = view;
  const one = posts[0]?.day ?? view.firstDay;
  const scale = (RIGHT - LEFT) / Math.max(1, reading.calendarDays - 1);
  const x = (day: LocalDate): number => LEFT + Math.max(0, Math.min(reading.calendarDays - 1, daysBetween(one, day))) * scale;
  // The plan stands at today; what is owed sets the horse back by so many sessions' worth of rail.
  const session = (RIGHT - x(reading.workFrom)) / Math.max(1, reading.contracted);
  const plan = x(today);
  const now = Math.max(LEFT, Math.min(RIGHT, plan - reading.owed * session));
  const behind = reading.owed;
  let [days, weeks] = ["", ""];
  for (let i = 0; i < reading.calendarDays; i += 1) {
    const at = (LEFT + i * scale).toFixed(1);
    if (weekdayOf(addDays(one, i)) === 1) weeks += `M${at} ${RAIL_Y}v8`;
    else days += `M${at} ${RAIL_Y}v4`;
  }
  const held = holds.map((hold) => [x(hold.from), x(hold.to ?? today) + scale, hold] as const).filter(([from]) => from < RIGHT);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${large ? 72 : 46}`} role="img" aria-label={sayRuler(view)} className="block w-full" fill="none">
      {today >= one && <rect x={x(today) - 3} y={4} width={6} height={38} className="fill-straw" />}
      <path d={days} className="stroke-line" />
      <path d={weeks} className="stroke-dim" />
      <path d={`M${LEFT} ${RAIL_Y}H${RIGHT}`} className="stroke-rail" strokeWidth={3} />
      {held.map(([from, to, hold]) => (
        <g key={hold.from}>
          <rect x={from} y={RAIL_Y - 6} width={Math.max(4, to - from)} height={12} className="fill-chalk stroke-oxblood" />
          <path d={hatch(from, to)} className="stroke-oxblood" />
          <title>{`Hold, ${HOLD[hold.kind].toLowerCase()}`}</title>
        </g>
      ))}
      {posts.map((post, i) => (
        <g key={post.kind + post.day} transform={`translate(${x(post.day)} 0)`}>
          <title>{`${POST[post.kind]}, ${sayDate(post.day)}${post.done ? ", done" : ""}`}</title>
          <rect x={-3} y={8} width={6} height={22} className={post.done ? "fill-rail stroke-rail" : "fill-paper stroke-rail"} />
          <path d="M-3 14h6M-3 20h6M-3 26h6" className={post.done ? "stroke-on-rail" : "stroke-rail"} strokeWidth={2.5} />
          {large && (
            <text
              y={i % 2 === 0 ? 53 : 67}
              textAnchor={x(post.day) < EDGE ? "start" : x(post.day) > WIDTH - EDGE ? "end" : "middle"}
              dx={x(post.day) < EDGE ? LEFT - x(post.day) - 8 : x(post.day) > WIDTH - EDGE ? RIGHT - x(post.day) + 12 : 0}
              className="sign fill-dim text-[11px] max-sm:hidden print:inline"
            >
              {POST[post.kind]} {sayDate(post.day).slice(4)}
            </text>
          )}
        </g>
      ))}
      {firsts.map((first, i) => (
        <g key={`${first.day}${first.words}`} transform={`translate(${x(first.day) + i * 0.01} 0)`}>
          <title>{`${first.words}, ${sayDate(first.day)}`}</title>
          <path d="M0 30V17l7 3.5-7 3.5" className="fill-ochre stroke-ochre" />
        </g>
      ))}
      {Math.abs(plan - now) > 1 && (
        <path d={`M${now} ${RAIL_Y}H${plan}`} className={behind > 0 ? "stroke-ochre" : "stroke-rail"} strokeWidth={6} />
      )}
      <circle cx={plan} cy={RAIL_Y} r={6.5} className="fill-paper stroke-ink" strokeWidth={2} />
      <circle cx={now} cy={RAIL_Y} r={5.5} className="fill-ink" />
      {behind !== 0 && (
        <text
          x={Math.min(Math.max((plan + now) / 2, 20), WIDTH - 20)}
          y={12}
          textAnchor="middle"
          className={`sign text-[13px] ${behind > 0 ? "fill-ochre" : "fill-rail"}`}
        >
          {behind > 0 ? `−${behind}` : `+${-behind}`}
        </text>
      )}
    </svg>
  );
}
