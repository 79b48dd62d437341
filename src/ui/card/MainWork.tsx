/** What the session is about, and why: the first thing on the card. */

import { here } from "#contracts/ladder.here.ts";
import type { CardView } from "#contracts/views.card.ts";
import { sayBecause } from "#ui/words/because.ts";
import { inner, listed, outer } from "#ui/words/figures.ts";

const words = (ids: readonly string[]): string => listed(ids.map((id) => inner(here().of(id).words)));

export function MainWork({ view }: { view: CardView }) {
  const { items, because, leaveAlone, smaller } = view.work;
  const main = items.filter(({ role }) => role === "main");
  if (main.length === 0) return null;
  const side = main.find((item) => item.side !== null)?.side;
  return (
    <section aria-label="The main work" className="pb-2">
      <p className="text-2xl leading-tight">
        {outer(words(main.map(({ skill }) => skill)))}
        {side && (
          <span className="text-dim">
            , {side} {view.method.sides === "one-a-day" ? "today" : "first"}
          </span>
        )}
      </p>
      <p>{sayBecause(because)}</p>
      {leaveAlone.length > 0 && (
        <p>
          <span className="sign text-dim">Leave alone today</span> {words(leaveAlone)}
        </p>
      )}
      {smaller.length > 0 && (
        <p>
          <span className="sign text-dim">If windy, tight or alone</span> only {words(smaller)}
        </p>
      )}
    </section>
  );
}
