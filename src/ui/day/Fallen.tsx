import type { DayView } from "#contracts/views.ts";
import type { Blocker } from "#core/day/model.ts";
import type { CardId } from "#core/kernel/brand.ts";
import { sayBlocker } from "#ui/words/blockers.ts";
import { clock } from "#ui/words/figures.ts";
import { namesOf } from "./sheet.ts";

/** Cards that should not stand where they stand any more, each with why: somebody fell ill, a storm is coming. */
export function Fallen({ view, fallen }: { view: DayView; fallen: ReadonlyMap<CardId, readonly Blocker[]> }) {
  const names = namesOf(view);
  const cards = view.cards.filter(({ card }) => fallen.has(card));
  if (cards.length === 0) return null;
  return (
    <section aria-labelledby="fallen-title" className="my-2 border-l-4 border-oxblood bg-oxblood-soft px-3 py-2">
      <h2 id="fallen-title" className="text-base">
        No longer possible
      </h2>
      <ul className="text-sm">
        {cards.map((card) => (
          <li key={card.card}>
            <strong>{card.horse}</strong>, {names.person(card.rider)} at {clock(card.start)}:{" "}
            {(fallen.get(card.card) ?? []).map((blocker) => sayBlocker(blocker, names)).join(" ")}
          </li>
        ))}
      </ul>
      <p className="text-sm">Move these, or plan the day again. The rest stays where it is.</p>
    </section>
  );
}
