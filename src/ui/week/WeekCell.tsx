/** One horse on one day: what stands, what is meant, or why it is not to be had. */
import { useDraggable, useDroppable } from "@dnd-kit/core";
import type { WeekCellView, WeekHorseView } from "#contracts/views.week.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { sayHours } from "#ui/words/figures.ts";
import { APPOINTMENT } from "#ui/words/labels-desk.ts";
import { sayWeekStep } from "#ui/words/steps.ts";
import { STEP_SHORT } from "#ui/words/steps-short.ts";
import { sayNotHad } from "#ui/words/week.ts";

export const cellKey = (stay: string, day: string): string => `${stay}:${day}`;
interface Props {
  readonly horse: WeekHorseView;
  readonly cell: WeekCellView;
  /** First name of the rider who stands or is proposed. */
  readonly rider: string | null;
  /** What working it on this day would cost more than now, while it can be chosen; null: nothing to say. */
  readonly price: number | null;
  readonly selected: boolean;
  /** The horse's mark is in the hand. */
  readonly held: boolean;
  onTouch(): void;
  onArrow(key: string): void;
}
export function WeekCell({ horse, cell, rider, price, selected, held, onTouch, onArrow }: Props) {
  const { day, away, card, meant, step, broken, appointments } = cell;
  const id = cellKey(horse.stay, day);
  const open = away === null && card === null;
  const drop = useDroppable({ id, data: { stay: horse.stay, day }, disabled: !open || meant !== null });
  const drag = useDraggable({ id, data: { stay: horse.stay, day }, disabled: meant === null });
  // Once it is worked, its log says what came of it.
  const marked = away || card?.state === "closed" ? null : step;
  const says = card
    ? `on the day sheet with ${card.rider}${card.state === "closed" ? ", worked" : ""}`
    : away
      ? sayNotHad(away)
      : meant
        ? `${broken.length > 0 ? "no longer possible, " : ""}meant${rider ? `, with ${rider}` : ""}${meant.pinned ? ", pinned" : ""}`
        : price === null
          ? "free"
          : price > 0
            ? "free, with a trade-off"
            : price < 0
              ? "free, better for the week"
              : "free";
  const tone = card
    ? `border-rail bg-rail-soft ${card.state === "closed" ? "text-dim" : ""}`
    : away
      ? "border-dotted border-dim italic text-dim"
      : meant
        ? broken.length > 0
          ? "border-2 border-oxblood bg-oxblood-soft"
          : "border-dashed border-rail bg-paper"
        : `border-line text-dim ${held ? "bg-straw/40" : ""}`;
  return (
    <td className="relative p-0.5">
      <button
        ref={(node) => {
          drop.setNodeRef(node);
          drag.setNodeRef(node);
        }}
        {...drag.listeners}
        type="button"
        data-cell={id}
        aria-pressed={meant !== null}
        aria-label={`${horse.horse}, ${sayDate(day)}: ${says}${step ? `; ${sayWeekStep(step)}` : ""}${appointments.map((one) => `; ${APPOINTMENT[one.kind]}${sayHours(one)}`).join("")}`}
        onClick={onTouch}
        onKeyDown={(event) => event.key.startsWith("Arrow") && (event.preventDefault(), onArrow(event.key))}
        className={`flex w-full touch-manipulation justify-between gap-1 overflow-hidden border px-1.5 text-left text-sm ${marked ? "min-h-11 items-start" : "min-h-9 items-center"} ${tone} ${selected ? "outline-3 outline-slate" : ""} ${drop.isOver ? "bg-straw outline-2 outline-ink" : ""} ${drag.isDragging ? "opacity-40" : ""}`}
      >
        <span className="truncate">
          {card ? (
            <>
              {card.state === "closed" ? "✓ " : ""}
              {rider}
            </>
          ) : away ? (
            sayNotHad(away)
          ) : meant ? (
            <>
              {broken.length > 0 ? "▲ " : ""}
              {meant.pinned ? "▼ " : ""}
              {rider ?? "meant"}
            </>
          ) : (
            price !== null && price !== 0 && <span className="text-xs">{price > 0 ? "±" : "✓"}</span>
          )}
        </span>
        {appointments.length > 0 && away?.code !== "appointment" && (
          <span
            className="shrink-0 text-xs"
            title={appointments.map((one) => `${APPOINTMENT[one.kind]}${sayHours(one)}`).join("; ")}
          >
            ◆ {APPOINTMENT[appointments[0]?.kind ?? "other"].slice(0, 3).toLowerCase()}
          </span>
        )}
      </button>
      {marked && (
        <span
          className="sign pointer-events-none absolute bottom-1 left-2 max-w-[90%] truncate bg-straw px-1 text-xs leading-4 text-ink"
          aria-hidden="true"
        >
          {STEP_SHORT[marked.step]}
        </span>
      )}
    </td>
  );
}
