/** A rider's card on the phone: essentials, the gate, the work, what happened, closed in a minute; with or without signal. */

import { useState } from "react";
import type { CardView } from "#contracts/views.card.ts";
import { type Carried, unpack } from "#ui/kit/carried.ts";
import { later } from "#ui/kit/later.tsx";
import { Button } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useOutbox } from "#ui/offline/use-outbox.ts";
import { clock, sayDay } from "#ui/words/figures.ts";
import { SESSION, STATE } from "#ui/words/labels.ts";
import { t } from "#ui/words/speak.ts";
import { CardForm } from "./CardForm.tsx";
import { Essentials } from "./Essentials.tsx";
import { MainWork } from "./MainWork.tsx";

/** Seldom opened: loaded then, from what the phone has kept. */
// eslint-disable-next-line no-restricted-syntax -- a neighbour in this very folder; no fence lies between
const NotWorked = later(async () => (await import("./NotWorked.tsx")).NotWorked);
// eslint-disable-next-line no-restricted-syntax -- a neighbour in this very folder; no fence lies between
const Kept = later(async () => (await import("./Kept.tsx")).Kept);

export function CardScreen({ view: carried, me }: { view: Carried<CardView>; me: string }) {
  useAwake();
  const view = unpack(carried);
  const [correcting, setCorrecting] = useState(false);
  /** Somebody opened it. */
  const [asked, setAsked] = useState(false);
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
        {sayDay(card.day)}, {clock(card.start)}–{clock(card.start + card.length)} · {SESSION[card.kind]} · {view.place.name}
        {view.then ? t(", from {from} {name}", { from: clock(view.then.from), name: view.then.name }) : ""} · {view.rider.name}
        {view.helper
          ? t(" · second person {name}{more}", {
              name: view.helper.name,
              more: view.helperUntil === null ? "" : t(" until {clock}", { clock: clock(view.helperUntil) }),
            })
          : ""}
        {card.unplanned && t(" · unplanned: {unplanned}", { unplanned: card.unplanned })}
      </p>
      {!writable && (
        <>
          <MainWork view={view} />
          <Essentials view={view} />
        </>
      )}
      {kept.length > 0 && <Kept entries={kept} me={me} />}
      <div className="pt-3">
        {writable && <CardForm view={view} me={me} onClosed={reload} />}
        {!writable && !waits && (
          <>
            <p className="sign py-2">
              {STATE[card.state]}
              {card.cancelReason ? `: ${card.cancelReason}` : ""}
            </p>
            {card.state === "placed" && (
              <p className="text-dim">{t("The rider can open this card once the manager hands out the day.")}</p>
            )}
            {card.state === "handed-out" && !view.mine && (
              <p className="text-dim">{t("{rider} closes this card.", { rider: view.rider.name })}</p>
            )}
            {card.state === "handed-out" && view.future && <p className="text-dim">{t("It can be closed on the day itself.")}</p>}
            {card.state === "closed" && view.mine && (
              <Button big onClick={() => setCorrecting(true)}>
                {t("Correct this record")}
              </Button>
            )}
          </>
        )}
        {card.state === "handed-out" && view.mine && !waits && (
          <details className="pt-6" onToggle={() => setAsked(true)}>
            <summary className="sign min-h-14 cursor-pointer py-4 text-slate">{t("Did not work")}</summary>
            {asked && <NotWorked view={view} me={me} onDone={reload} />}
          </details>
        )}
        <p className="flex flex-wrap gap-x-4 py-4">
          <a className="inline-flex min-h-14 items-center" href="/string">
            {t("My string")}
          </a>
          <a className="inline-flex min-h-14 items-center" href={`/horse/${view.stay}`}>
            {t("{horse}'s page", { horse: view.horse })}
          </a>
          <a className="inline-flex min-h-14 items-center" href={`/today?day=${card.day}`}>
            {t("Day sheet")}
          </a>
        </p>
      </div>
    </div>
  );
}
