import type { DayView } from "#contracts/views.ts";
import { clock } from "#ui/words/figures.ts";
import { SESSION } from "#ui/words/labels.ts";
import { live, namesOf, placesOf } from "./sheet.ts";

/** The strings as lists, on the phone. The reader's own comes first. */
export function StringList({ view, me }: { view: DayView; me: string | null }) {
  const names = namesOf(view);
  const cards = live(view.cards);
  const people = [...view.people]
    .sort((a, b) => Number(b.id === me) - Number(a.id === me))
    .filter((person) => cards.some((card) => card.rider === person.id || card.helper === person.id));
  if (people.length === 0) return <p className="py-4">Nothing is planned for this day yet.</p>;
  return (
    <div className="grid gap-4">
      {people.map((person) => (
        <section key={person.id} className="break-inside-avoid">
          <h2>{person.id === me ? `My string` : person.name}</h2>
          <ul>
            {cards
              .filter((card) => card.rider === person.id || card.helper === person.id)
              .sort((a, b) => a.start - b.start)
              .map((card) => (
                <li key={card.card} className="grid grid-cols-[6.5rem_1fr_auto] items-center gap-2 border-b border-line py-2">
                  <span>
                    {clock(card.start)}–{clock(card.start + card.length)}
                  </span>
                  <span className="min-w-0">
                    {card.rider === person.id ? (
                      <a href={`/card/${card.card}`} className="sign text-lg">
                        {card.horse}
                      </a>
                    ) : (
                      <span className="sign text-lg">{card.horse}</span>
                    )}
                    <span className="block text-sm text-dim">
                      {card.rider === person.id ? SESSION[card.kind] : `helps ${names.person(card.rider)}`} ·{" "}
                      {placesOf(card, names)}
                      {card.rider === person.id && card.helper ? ` · with ${names.person(card.helper)}` : ""}
                    </span>
                  </span>
                  <span className="text-sm">
                    {card.state === "closed" ? "✓ closed" : card.state === "placed" ? "not handed out" : ""}
                  </span>
                </li>
              ))}
          </ul>
        </section>
      ))}
    </div>
  );
}
