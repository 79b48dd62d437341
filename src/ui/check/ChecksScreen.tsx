import { type ReactNode, useState } from "react";
import { LOOKERS } from "#contracts/check.ts";
import { here } from "#contracts/ladder.here.ts";
import type { ChecksView, CheckView } from "#contracts/views.check.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { heldByChecks, isOpen, type Looker } from "#core/check/check.ts";
import { groupBy } from "#core/kernel/group.ts";
import { Button, Field, INPUT } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { LOOKER } from "#ui/words/check.ts";
import { plural } from "#ui/words/figures.ts";
import { CheckItem } from "./CheckItem.tsx";
import { OrderCheckForm } from "./OrderCheck.tsx";
import { horsesOf, VisitForm } from "./VisitForm.tsx";

const matches = (check: CheckView, who: string, words: string): boolean =>
  (who === "" || check.who === who) &&
  `${check.horse} ${check.asked} ${check.bookedWith}`.toLowerCase().includes(words.trim().toLowerCase());

/** All that one kind of person is to be called for: one call books them together. */
function Caller({
  looker,
  checks,
  today,
  mayWrite,
  children,
}: {
  looker: Looker;
  checks: readonly CheckView[];
  today: LocalDate;
  mayWrite: boolean;
  children: ReactNode;
}) {
  const [booking, setBooking] = useState(false);
  return (
    <div className="border-t-2 border-rail py-2">
      <div className="flex flex-wrap items-center gap-x-3 pb-1">
        <h3 className="grow">
          {LOOKER[looker]} <span className="font-sans font-normal text-dim">{plural(horsesOf(checks), "horse")}</span>
        </h3>
        {mayWrite && checks.length > 1 && (
          <Button aria-expanded={booking} onClick={() => setBooking(!booking)}>
            Book one visit
          </Button>
        )}
      </div>
      {booking && <VisitForm checks={checks} today={today} />}
      {children}
    </div>
  );
}

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
  const toCall = shown.filter(({ state }) => state === "ordered");
  const done = shown.filter((check) => !isOpen(check));
  const isHolding = (check: CheckView): boolean => heldByChecks([check], view.today, here().skills).length > 0;
  const list = (checks: readonly CheckView[], grouped = false) => (
    <ul className="grid gap-3">
      {checks.map((check) => (
        <CheckItem key={check.id} check={check} today={view.today} mayWrite={view.mayWrite} named grouped={grouped} />
      ))}
    </ul>
  );
  const parts = [
    ["Booked", shown.filter(({ state }) => state === "booked")],
    ["Came back, not released", done.filter(isHolding)],
  ] as const;
  const ended = done.filter((check) => !isHolding(check));
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
      {toCall.length > 0 && (
        <section aria-label="To call">
          <h2>To call</h2>
          {[...groupBy(toCall, (check) => check.who)].map(([looker, checks]) => (
            <Caller key={looker} looker={looker} checks={checks} today={view.today} mayWrite={view.mayWrite}>
              {list(checks, true)}
            </Caller>
          ))}
        </section>
      )}
      {parts
        .filter(([, checks]) => checks.length > 0)
        .map(([title, checks]) => (
          <section key={title} aria-label={title}>
            <h2 className="pb-1">{title}</h2>
            {list(checks)}
          </section>
        ))}
      {ended.length > 0 && (
        <details>
          <summary className="sign min-h-11 cursor-pointer py-2 text-lg">Done in the last thirty days ({ended.length})</summary>
          {list(ended)}
        </details>
      )}
    </div>
  );
}
