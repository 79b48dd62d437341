/**
 * The term ruler: a straight rail with a tick a day. Striped posts are milestones, a hollow marker says where the contract wants the
 * horse today, a solid one where its sessions have brought it; the gap is told in lengths. Holds are hatched, firsts are flags, the next big step of the plan a hollow one.
 * It is as wide as its place: marks stand at shares of the width, and nothing of it is scaled, so that words stay readable on a phone.
 */

import type { ReactNode } from "react";
import type { RulerView } from "#contracts/views.ts";
import { addDays, daysBetween, type LocalDate, sayDate, weekdayOf } from "#core/calendar/local-date.ts";
import { STEP_WORDS } from "#ui/words/because.ts";
import { plural } from "#ui/words/figures.ts";
import { HOLD } from "#ui/words/labels.ts";
import { POST } from "#ui/words/labels-desk.ts";

/** Labels so near to an end of the rail, as a share of it, begin or end with it. */
const EDGE = 0.08;
/** A hold is hatched in pixels, and cut where it ends: no rail is longer. */
const HATCH = Array.from({ length: 500 }, (_, i) => `M${4 * i - 8} 14l9 -16`).join("");

const sayAhead = ({ step, day }: NonNullable<RulerView["ahead"]>): string => `${STEP_WORDS[step]}, ${sayDate(day)}`;
function sayRuler({ today, reading, posts, ahead }: RulerView): string {
  const behind = reading.owed;
  const lengths =
    behind > 0 ? `${plural(behind, "length")} behind` : behind < 0 ? `${plural(-behind, "length")} ahead` : "on schedule";
  const coming = posts.filter((post) => !post.done).map((post) => `${POST[post.kind].toLowerCase()} ${sayDate(post.day)}`);
  return `Day ${reading.dayOfTerm} of ${reading.calendarDays} on ${sayDate(today)}: ${reading.delivered} of ${reading.contracted} sessions done, ${lengths}. ${coming.length > 0 ? `To come: ${coming.join(", ")}.` : "All milestones passed."}${ahead ? ` Next big step: ${sayAhead(ahead)}.` : ""}`;
}

const share = (at: number): string => `${(100 * at).toFixed(2)}%`;
/** Something in pixels whose nought stands at a share of the width. */
const At = ({ at, children }: { at: number; children: ReactNode }) => (
  <svg x={share(at)} overflow="visible">
    {children}
  </svg>
);

export function Ruler({ view, large = false, low = false }: { view: RulerView; large?: boolean; low?: boolean }) {
  const { reading, today, posts, holds, firsts, ahead } = view;
  const one = posts[0]?.day ?? view.firstDay;
  const last = Math.max(1, reading.calendarDays - 1);
  const at = (day: LocalDate): number => Math.max(0, Math.min(last, daysBetween(one, day))) / last;
  // The plan stands at today; what is owed sets the horse back by so many sessions' worth of rail.
  const session = (1 - at(reading.workFrom)) / Math.max(1, reading.contracted);
  const plan = at(today);
  const now = Math.max(0, Math.min(1, plan - reading.owed * session));
  const behind = reading.owed;
  const rail = large ? 30 : low ? 18 : 21;
  let [days, weeks] = ["", ""];
  for (let i = 0; i < reading.calendarDays; i += 1)
    if (weekdayOf(addDays(one, i)) === 1) weeks += `M${i} 0v8`;
    else days += `M${i} 0v4`;
  const held = holds.map((hold) => [at(hold.from), Math.min(1, at(hold.to ?? today) + 1 / last), hold] as const);
  const post = large ? 22 : 15;
  return (
    <svg
      width="100%"
      height={large ? 72 : low ? 24 : 32}
      overflow="visible"
      role="img"
      aria-label={sayRuler(view)}
      className="block px-3"
      fill="none"
    >
      {today >= one && (
        <At at={plan}>
          <rect x={-3} y={rail - 18} width={6} height={28} className="fill-straw" />
        </At>
      )}
      <svg y={rail} width="100%" height={8} viewBox={`0 0 ${last} 8`} preserveAspectRatio="none" overflow="visible">
        <path d={days} className="stroke-dim/50" vectorEffect="non-scaling-stroke" />
        <path d={weeks} className="stroke-dim" vectorEffect="non-scaling-stroke" />
      </svg>
      <line x1="0" x2="100%" y1={rail} y2={rail} className="stroke-rail" strokeWidth={3} />
      {held
        .filter(([from, to]) => from < to)
        .map(([from, to, hold]) => (
          <svg key={hold.from} x={share(from)} y={rail - 6} width={share(to - from)} height={12} overflow="hidden">
            <title>{`Hold, ${HOLD[hold.kind].toLowerCase()}`}</title>
            <rect width="100%" height={12} className="fill-chalk stroke-oxblood" strokeWidth={2} />
            <path d={HATCH} className="stroke-oxblood" />
          </svg>
        ))}
      {posts.map((mark, i) => (
        <At key={mark.kind + mark.day} at={at(mark.day)}>
          <title>{`${POST[mark.kind]}, ${sayDate(mark.day)}${mark.done ? ", done" : ""}`}</title>
          <rect
            x={-3}
            y={rail - post}
            width={6}
            height={post}
            className={mark.done ? "fill-rail stroke-rail" : "fill-paper stroke-rail"}
          />
          <path
            d={`M-3 ${rail - 4}h6M-3 ${rail - 10}h6${large ? `M-3 ${rail - 16}h6` : ""}`}
            className={mark.done ? "stroke-on-rail" : "stroke-rail"}
            strokeWidth={2.5}
          />
          {large && (
            <text
              y={i % 2 === 0 ? 53 : 67}
              textAnchor={at(mark.day) < EDGE ? "start" : at(mark.day) > 1 - EDGE ? "end" : "middle"}
              className="sign fill-dim text-[12px] max-sm:hidden print:inline"
            >
              {POST[mark.kind]} {sayDate(mark.day).slice(4)}
            </text>
          )}
        </At>
      ))}
      {firsts.map((first) => (
        <At key={`${first.day}${first.words}`} at={at(first.day)}>
          <title>{`${first.words}, ${sayDate(first.day)}`}</title>
          <path d={`M0 ${rail}v-13l7 3.5l-7 3.5`} className="fill-ochre stroke-ochre" />
        </At>
      ))}
      {ahead && (
        <At at={at(ahead.day)}>
          <title>{`Next big step: ${sayAhead(ahead)}`}</title>
          <path d={`M0 ${rail}v-17l9 4.5l-9 4.5`} className="fill-paper stroke-ochre" strokeWidth={2} />
        </At>
      )}
      {Math.abs(plan - now) > 0.002 && (
        <line
          x1={share(now)}
          x2={share(plan)}
          y1={rail}
          y2={rail}
          className={behind > 0 ? "stroke-ochre" : "stroke-rail"}
          strokeWidth={6}
        />
      )}
      <circle cx={share(plan)} cy={rail} r={6} className="fill-paper stroke-ink" strokeWidth={2} />
      <circle cx={share(now)} cy={rail} r={5} className="fill-ink" />
      {behind !== 0 && (
        <At at={Math.min(0.97, Math.max(0.03, (plan + now) / 2))}>
          <text y={large ? 12 : 10} textAnchor="middle" className={`sign text-[13px] ${behind > 0 ? "fill-ochre" : "fill-rail"}`}>
            {behind > 0 ? `−${behind}` : `+${-behind}`}
          </text>
        </At>
      )}
    </svg>
  );
}
