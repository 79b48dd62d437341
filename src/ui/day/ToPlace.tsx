import { useDraggable } from "@dnd-kit/core";
import type { DayView, DueView } from "#contracts/views.ts";
import type { ScheduledCard } from "#core/day/second.ts";
import { Button } from "#ui/kit/parts.tsx";
import type { Names } from "#ui/words/blockers.ts";
import { sayWay, sayWhyLeftOut } from "#ui/words/day.ts";
import { inner, listed, outer } from "#ui/words/figures.ts";
import { sayUrgency } from "#ui/words/needs.ts";
import { skillWords } from "#ui/words/skills.ts";
import type { LeftOut } from "./laying.ts";
import { namesOf } from "./sheet.ts";

const RESTING: Record<DayView["resting"][number]["because"], string> = {
  hold: "on hold",
  check: "waiting for a check",
  "not-evaluated": "not evaluated yet",
  "intake-day": "evaluated today; work starts tomorrow",
  "rest-day": "rest day",
  "week-done": "all sessions done this week",
  "other-day": "scheduled on other days",
  "no-day": "not scheduled this week yet",
  "not-here": "not in training",
  appointment: "has a visit",
  visit: "vet, farrier or dentist visit",
};

/** Why the last laying out left it here, and what would let it in, each to be taken with one tap. */
function Left({ left, names, onWay }: { left: LeftOut; names: Names; onWay(cards: readonly ScheduledCard[]): void }) {
  return (
    <div className="border border-t-0 border-line bg-ochre-soft px-2 py-1 text-sm">
      <p>▲ {sayWhyLeftOut(left.because, names)}</p>
      {left.ways.map((way) => (
        <button
          key={`${way.rider}${way.start}`}
          type="button"
          className="sign mt-1 min-h-9 w-full rounded border border-edge bg-paper px-2 py-1 text-left"
          onClick={() => onWay(way.cards)}
        >
          {sayWay(way, names)}
        </button>
      ))}
    </div>
  );
}

function DueItem({ due, horse, chosen, onChoose }: { due: DueView; horse: string; chosen: boolean; onChoose(): void }) {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: `due:${due.stay}` });
  return (
    <button
      ref={setNodeRef}
      {...listeners}
      type="button"
      data-due={due.stay}
      aria-pressed={chosen}
      onClick={onChoose}
      className={`flex min-h-12 w-full touch-none items-baseline gap-2 border px-2 py-1 text-left ${chosen ? "border-ink bg-straw" : "border-edge bg-paper"} ${isDragging ? "opacity-40" : ""}`}
    >
      <span>
        <span className="sign block">{horse}</span>
        {due.main.length > 0 && (
          <span className="block text-sm">{outer(listed(due.main.map((id) => inner(skillWords(id)))))}</span>
        )}
        <span className="text-sm text-dim">{listed(due.urgency.because.map(sayUrgency))}</span>
      </span>
    </button>
  );
}

/** Nothing is left to place: or nothing could be yet, and then what comes next. */
function NothingDue({ view }: { view: DayView }) {
  if (view.horses.length === 0)
    return (
      <p className="text-dim">
        No horses yet. <a href="/book">Book a stay</a>, or <a href="/barn/import">import a spreadsheet</a>.
      </p>
    );
  const waits = view.resting.filter(({ because }) => because === "not-evaluated");
  if (view.cards.length === 0 && waits.length > 0)
    return (
      <p className="text-dim">
        No horses are due. Horses are worked after their evaluation:{" "}
        <a href={`/horse/${waits[0]?.stay}/evaluate`}>evaluate one</a>.
      </p>
    );
  return (
    <p className="text-dim">{view.cards.length === 0 ? "No horses are due today." : "Every horse that is due is on a string."}</p>
  );
}

/** Due horses that are on no string yet, most urgent first, each with why. */
interface Props {
  readonly view: DayView;
  readonly chosen: string | null;
  readonly leftOut: readonly LeftOut[];
  onChoose(due: Pick<DueView, "stay" | "kind" | "length">): void;
  onWay(cards: readonly ScheduledCard[], horse: string): void;
}
export function ToPlace({ view, chosen, leftOut, onChoose, onWay }: Props) {
  const names = namesOf(view);
  const horses = new Map(view.horses.map((horse) => [horse.stay, horse.horse]));
  return (
    <section aria-labelledby="to-place">
      <h2 id="to-place">Not on a string yet</h2>
      {view.due.length === 0 ? (
        <NothingDue view={view} />
      ) : (
        <>
          <p className="pb-1 text-sm text-dim">
            Drag a horse onto a string. Or choose the horse, then a free spot: click, tap, or use the arrow keys and Enter.
          </p>
          <ul className="grid gap-1">
            {view.due.map((due) => {
              const left = leftOut.find(({ stay }) => stay === due.stay);
              const horse = horses.get(due.stay) ?? "";
              return (
                <li key={due.stay}>
                  <DueItem due={due} horse={horse} chosen={chosen === due.stay} onChoose={() => onChoose(due)} />
                  {left && <Left left={left} names={names} onWay={(cards) => onWay(cards, horse)} />}
                </li>
              );
            })}
          </ul>
        </>
      )}
      {view.resting.length > 0 && (
        <details className="pt-3">
          <summary className="sign cursor-pointer">Not due today ({view.resting.length})</summary>
          <ul className="text-sm">
            {view.resting.map((rest) => (
              <li key={rest.stay}>
                <a href={`/horse/${rest.stay}`}>{horses.get(rest.stay)}</a>: {RESTING[rest.because]}{" "}
                {rest.session && (
                  <Button
                    className="ml-1"
                    aria-label={`Add ${horses.get(rest.stay)} anyway`}
                    onClick={() => rest.session && onChoose({ stay: rest.stay, ...rest.session })}
                  >
                    Add anyway
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
