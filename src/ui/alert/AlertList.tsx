import type { AlertView } from "#contracts/views.card.ts";
import { isUrgent, sayAlert } from "#ui/words/alert.ts";
import { clock } from "#ui/words/figures.ts";

/** What the office was told and nobody has seen; the strip around it hears the presses. */
export function AlertList({ alerts }: { alerts: readonly AlertView[] }) {
  return (
    <ul className="print:hidden">
      {alerts.map((alert) => (
        <li
          key={alert.id}
          className={`flex flex-wrap items-center gap-x-3 border-b px-4 py-1 ${isUrgent(alert) ? "border-oxblood bg-oxblood-soft text-oxblood" : "border-ochre bg-ochre-soft"}`}
        >
          <span className="sign">
            {isUrgent(alert) ? "■" : "▲"} {alert.horse}
          </span>
          <span className="min-w-0 grow">{sayAlert(alert)}</span>
          <span className="text-sm">
            {alert.by}, card of {clock(alert.start)}, {alert.place}
          </span>
          <a href={`/card/${alert.card}`} className="sign">
            Open the card
          </a>
          <button
            type="button"
            data-see={alert.id}
            aria-label={`${alert.horse}: seen`}
            className="sign min-h-9 rounded border border-current bg-paper px-3"
          >
            Seen
          </button>
        </li>
      ))}
    </ul>
  );
}
