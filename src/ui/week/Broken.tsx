import type { WeekView } from "#contracts/views.week.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { sayBlocker } from "#ui/words/blockers.ts";

/** What was laid out and does not hold any more, since a limit, somebody's hours or the weather changed. */
export function Broken({ view }: { view: WeekView }) {
  const lines = view.horses.flatMap(({ stay, horse, cells }) =>
    cells.flatMap(({ day, broken }) => (broken.length > 0 ? [{ key: `${stay} ${day}`, horse, day, broken }] : [])),
  );
  if (lines.length === 0) return null;
  const person = (id: string): string => view.people.find((one) => one.id === id)?.name ?? "Somebody";
  const horse = (id: string): string => view.horses.find((one) => one.stay === id)?.horse ?? "another horse";
  const names = { person, horse, place: () => "a place", card: () => "another horse" };
  return (
    <section aria-labelledby="broken-title" className="my-2 border-l-4 border-oxblood bg-oxblood-soft px-3 py-2">
      <h2 id="broken-title" className="text-base">
        No longer possible
      </h2>
      <ul className="text-sm">
        {lines.map(({ key, horse: name, day, broken }) => (
          <li key={key}>
            <strong>{name}</strong>, {sayDate(day)}: {broken.map((one) => sayBlocker(one, names)).join(" ")}
          </li>
        ))}
      </ul>
      <p className="text-sm">Move or unpin these, or plan the week again.</p>
    </section>
  );
}
