import { useState } from "react";
import { LOOKERS } from "#contracts/check.ts";
import type { ChecksView, CheckView } from "#contracts/views.check.ts";
import { isOpen } from "#core/check/check.ts";
import { Button, Field, INPUT } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { LOOKER } from "#ui/words/check.ts";
import { CheckItem } from "./CheckItem.tsx";
import { OrderCheckForm } from "./OrderCheck.tsx";

const matches = (check: CheckView, who: string, words: string): boolean =>
  (who === "" || check.who === who) &&
  `${check.horse} ${check.asked} ${check.bookedWith}`.toLowerCase().includes(words.trim().toLowerCase());

/** What vets, dentists, farriers and fitters have been asked for all horses; the address bar keeps the view. */
export function ChecksScreen({ view, who: first, find }: { view: ChecksView; who: string; find: string }) {
  useAwake();
  const [who, setWho] = useState(first);
  const [words, setWords] = useState(find);
  const [ordering, setOrdering] = useState(false);
  const show = (nextWho: string, nextWords: string): void => {
    setWho(nextWho);
    setWords(nextWords);
    const query = new URLSearchParams({ ...(nextWho && { who: nextWho }), ...(nextWords && { find: nextWords }) }).toString();
    history.replaceState(null, "", query ? `?${query}` : location.pathname);
  };
  const shown = view.checks.filter((check) => matches(check, who, words));
  const open = shown.filter(isOpen);
  const parts = [
    ["Overdue", open.filter((check) => check.late > 0)],
    ["Ordered and booked", open.filter((check) => check.late === 0)],
    ["Done in the last thirty days", shown.filter((check) => !isOpen(check))],
  ] as const;
  return (
    <div className="grid gap-6">
      <div className="flex flex-wrap items-end gap-3">
        {view.mayWrite && (
          <Button tone="main" aria-expanded={ordering} onClick={() => setOrdering(!ordering)}>
            Order a check
          </Button>
        )}
        <Field id="find-check" label="Find">
          <input
            id="find-check"
            type="search"
            data-keys="/"
            data-does="Find a check"
            className={INPUT}
            value={words}
            onChange={(event) => show(who, event.target.value)}
          />
        </Field>
        <Field id="who-looks" label="Who looks">
          <select id="who-looks" className={INPUT} value={who} onChange={(event) => show(event.target.value, words)}>
            <option value="">Everybody</option>
            {LOOKERS.map((one) => (
              <option key={one} value={one}>
                {LOOKER[one]}
              </option>
            ))}
          </select>
        </Field>
      </div>
      {ordering && <OrderCheckForm view={view} stay={null} />}
      {view.checks.length === 0 && <p className="text-dim">No checks yet. Order one here or when you sign off an evaluation.</p>}
      {view.checks.length > 0 && shown.length === 0 && <p className="text-dim">No checks match. Clear the filter.</p>}
      {parts
        .filter(([, list]) => list.length > 0)
        .map(([title, list]) => (
          <section key={title} aria-label={title}>
            <h2 className="pb-1">{title}</h2>
            <ul className="grid gap-3">
              {list.map((check) => (
                <CheckItem key={check.id} check={check} today={view.today} mayWrite={view.mayWrite} named />
              ))}
            </ul>
          </section>
        ))}
    </div>
  );
}
