/** A rider's card on the phone: essentials, the gate, the work, what happened, closed in a minute; with or without signal. */

import { useState } from "react";
import type { CardView } from "#contracts/views.card.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { Button } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useOutbox } from "#ui/offline/use-outbox.ts";
import { clock } from "#ui/words/figures.ts";
import { SESSION, STATE } from "#ui/words/labels.ts";
import { CardForm } from "./CardForm.tsx";
import { Essentials } from "./Essentials.tsx";
import { Kept } from "./Kept.tsx";
import { MainWork } from "./MainWork.tsx";
import { NotWorked } from "./NotWorked.tsx";

export function CardScreen({ view, me }: { view: CardView; me: string }) {
  useAwake();
  const [correcting, setCorrecting] = useState(false);
  const { card } = view;
  const kept = (useOutbox(me) ?? []).filter(({ subject }) => subject === card.id);
  const waits = kept.some(({ route }) => route === "card/close" || route === "card/cancel");
  const writable =
    !waits && view.mine && !view.future && (card.state === "handed-out" || (card.state === "closed" && correcting));
  const reload = (): void => location.reload();
  return (
    <div className="arena mx-auto max-w-xl">
      <h1>{view.horse}</h1>
      <p className="pb-2">
        {sayDate(card.day)}, {clock(card.start)}–{clock(card.start + card.length)} · {SESSION[card.kind]} · {view.place.name}
        {view.then ? `, from ${clock(view.then.from)} ${view.then.name}` : ""} · {view.rider.name}
        {view.helper
          ? ` · second person ${view.helper.name}${view.helperUntil === null ? "" : ` until ${clock(view.helperUntil)}`}`
          : ""}
        {card.unplanned && ` · not handed out: ${card.unplanned}`}
      </p>
      {!writable && (
        <>
          <MainWork view={view} />
          <Essentials view={view} />
        </>
      )}
      <Kept entries={kept} me={me} />
      <div className="pt-3">
        {writable && <CardForm view={view} me={me} onClosed={reload} />}
        {!writable && !waits && (
          <>
            <p className="sign py-2">
              {STATE[card.state]}
              {card.cancelReason ? `: ${card.cancelReason}` : ""}
            </p>
            {card.state === "placed" && <p className="text-dim">It opens for its rider when the manager hands out the day.</p>}
            {card.state === "handed-out" && !view.mine && <p className="text-dim">{view.rider.name} closes this card.</p>}
            {card.state === "handed-out" && view.future && <p className="text-dim">It can be closed on its day.</p>}
            {card.state === "closed" && view.mine && (
              <Button big onClick={() => setCorrecting(true)}>
                Correct this record
              </Button>
            )}
          </>
        )}
        {card.state === "handed-out" && view.mine && !waits && <NotWorked view={view} me={me} onDone={reload} />}
        <p className="flex flex-wrap gap-x-4 py-4">
          <a className="inline-flex min-h-14 items-center" href="/string">
            My string
          </a>
          <a className="inline-flex min-h-14 items-center" href={`/horse/${view.stay}`}>
            {view.horse}'s page
          </a>
          <a className="inline-flex min-h-14 items-center" href={`/today?day=${card.day}`}>
            Day sheet
          </a>
        </p>
      </div>
    </div>
  );
}
