/** The way through a walk: a page a step, and which of them are done. */

import type { WalkFields } from "#contracts/intake.ts";
import { here } from "#contracts/ladder.here.ts";
import type { WalkView } from "#contracts/views.intake.ts";
import { MEASURING_RUNG, MIND_RUNG, TOUCHING_RUNG, type WalkStep } from "#core/intake/instrument.ts";
import { stepDone } from "#core/intake/outcome.ts";

export type WalkPage = { readonly rung: WalkStep; readonly part: "whole" | "scores" | "map" };
/** The body map is a page of its own, behind the scores of handling all over. */
export const pagesOf = (rungs: readonly WalkStep[]): readonly WalkPage[] =>
  rungs.flatMap((rung): WalkPage[] =>
    rung.id === TOUCHING_RUNG
      ? [
          { rung, part: "scores" },
          { rung, part: "map" },
        ]
      : [{ rung, part: "whole" }],
  );
export const titleOf = ({ rung, part }: WalkPage): string => (part === "map" ? "Body map" : rung.words);

/** Where one is, and whatever else is a tap away; the number stands, the name is read out and stands below. */
export function Steps({
  view,
  pages,
  at,
  walk,
  onGo,
}: {
  view: WalkView;
  pages: readonly WalkPage[];
  at: number;
  walk: WalkFields;
  onGo(next: number): void;
}) {
  const number = (page: WalkPage): string => `${view.rungs.indexOf(page.rung) + 1}${page.part === "map" ? "b" : ""}`;
  const measured = Object.entries(walk.measures).some(([, value]) => typeof value === "number");
  const markOf = (page: WalkPage): string => {
    if (walk.stoppedAt === page.rung.id && page.part !== "map") return "■";
    const done =
      page.part === "map"
        ? walk.touches.length > 0
          ? "done"
          : "not-begun"
        : page.rung.id === MEASURING_RUNG && measured
          ? "done"
          : page.rung.id === MIND_RUNG && walk.tries !== null
            ? "done"
            : stepDone(walk, page.rung, here());
    return { "not-begun": "", begun: "…", done: "✓" }[done];
  };
  return (
    <ol className="flex gap-px pb-2">
      {pages.map((page, i) => (
        <li key={titleOf(page)} className="min-w-0 flex-1">
          <button
            type="button"
            aria-current={i === at ? "step" : undefined}
            onClick={() => onGo(i)}
            className="sign flex h-14 w-full flex-col items-center justify-center border border-edge bg-paper leading-none aria-[current=step]:border-rail aria-[current=step]:bg-rail aria-[current=step]:text-on-rail"
          >
            <span>
              {number(page)}
              <span className="sr-only"> {titleOf(page)} </span>
            </span>
            {markOf(page) && <span>{markOf(page)}</span>}
          </button>
        </li>
      ))}
      <li className="min-w-0 flex-[1.6]">
        <button
          type="button"
          aria-current={at === pages.length ? "step" : undefined}
          onClick={() => onGo(pages.length)}
          className="sign h-14 w-full border border-edge bg-paper px-1 aria-[current=step]:border-rail aria-[current=step]:bg-rail aria-[current=step]:text-on-rail"
        >
          Outcome
        </button>
      </li>
    </ol>
  );
}
