import { useDraggable } from "@dnd-kit/core";
import type { DayView, DueView } from "#contracts/views.ts";
import { listed } from "#ui/words/figures.ts";
import { sayUrgency } from "#ui/words/needs.ts";

const RESTING = {
  hold: "on hold",
  check: "a check comes first",
  "not-evaluated": "not evaluated yet",
  "intake-day": "evaluated today, work begins tomorrow",
  "rest-day": "rest day",
  "week-done": "worked enough this week",
} as const;

function DueItem({ due, horse, chosen, onChoose }: { due: DueView; horse: string; chosen: boolean; onChoose(): void }) {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: `due:${due.stay}` });
  return (
    <li>
      <button
        ref={setNodeRef}
        {...listeners}
        type="button"
        data-due={due.stay}
        aria-pressed={chosen}
        onClick={onChoose}
        className={`flex min-h-12 w-full touch-none items-baseline gap-2 border px-2 py-1 text-left ${chosen ? "border-ink bg-straw" : "border-line bg-paper"} ${isDragging ? "opacity-40" : ""}`}
      >
        <span className="sign w-7 text-right text-dim" title="Urgency">
          {due.urgency.value}
        </span>
        <span>
          <span className="sign block">{horse}</span>
          <span className="text-sm text-dim">{listed(due.urgency.because.map(sayUrgency))}</span>
        </span>
      </button>
    </li>
  );
}

/** Due horses that are on no string yet, most urgent first, each with why. */
export function ToPlace({ view, chosen, onChoose }: { view: DayView; chosen: string | null; onChoose(due: DueView): void }) {
  const horses = new Map(view.horses.map((horse) => [horse.stay, horse.horse]));
  return (
    <section aria-labelledby="to-place">
      <h2 id="to-place">To place</h2>
      {view.due.length === 0 ? (
        <p className="text-dim">Every horse that is due is on a string.</p>
      ) : (
        <>
          <p className="pb-1 text-sm text-dim">
            Drag a horse onto a string; or choose it, then a free spot with the mouse, a tap, or the arrow keys and Enter.
          </p>
          <ul className="grid gap-1">
            {view.due.map((due) => (
              <DueItem
                key={due.stay}
                due={due}
                horse={horses.get(due.stay) ?? ""}
                chosen={chosen === due.stay}
                onChoose={() => onChoose(due)}
              />
            ))}
          </ul>
        </>
      )}
      {view.resting.length > 0 && (
        <details className="pt-3">
          <summary className="sign cursor-pointer">Not due today ({view.resting.length})</summary>
          <ul className="text-sm">
            {view.resting.map((rest) => (
              <li key={rest.stay}>
                <a href={`/horse/${rest.stay}`}>{horses.get(rest.stay)}</a>: {RESTING[rest.because]}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
