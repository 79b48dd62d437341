import type { DayView } from "#contracts/views.ts";
import { useMinute } from "#ui/kit/use-minute.ts";
import { clock, plural } from "#ui/words/figures.ts";
import { isLate } from "./chased.ts";
import { namesOf } from "./sheet.ts";

/** Cards of today that are over and not logged, with whose they are. */
export function Chased({ view }: { view: DayView }) {
  const minute = useMinute(view.timeZone);
  if (minute === null || view.day !== view.today) return null;
  const late = view.cards.filter((card) => isLate(card, minute));
  if (late.length === 0) return null;
  const names = namesOf(view);
  return (
    <details className="my-1 border-l-4 border-oxblood bg-oxblood-soft px-3 py-1">
      <summary className="sign cursor-pointer text-oxblood">■ {plural(late.length, "card")} not logged</summary>
      <ul>
        {late.map((card) => (
          <li key={card.card}>
            <a href={`/card/${card.card}`}>{card.horse}</a>, {names.person(card.rider)}, {clock(card.start)}
          </li>
        ))}
      </ul>
    </details>
  );
}
