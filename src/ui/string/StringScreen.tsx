/** My string: today's and tomorrow's cards in their order, what is not logged, what changed, what waits on this phone. The phone keeps all of it. */

import { useEffect } from "react";
import type { StringCard, StringView } from "#contracts/views.card.ts";
import { HorseEssentials } from "#ui/card/Essentials.tsx";
import { Kept } from "#ui/card/Kept.tsx";
import { isLate } from "#ui/day/chased.ts";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useLive } from "#ui/kit/use-live.ts";
import { useMinute } from "#ui/kit/use-minute.ts";
import { LanguageSwitch } from "#ui/language/LanguageSwitch.tsx";
import type { Entry } from "#ui/offline/outbox.ts";
import { useOutbox } from "#ui/offline/use-outbox.ts";
import { sayChanged } from "#ui/words/changed.ts";
import { clock, inner, listed, outer, sayDay } from "#ui/words/figures.ts";
import { SESSION } from "#ui/words/labels.ts";
import { sayPlaces } from "#ui/words/places.ts";
import { skillWords } from "#ui/words/skills.ts";
import { spokenNow, t } from "#ui/words/speak.ts";
import { Unplanned } from "./Unplanned.tsx";

function stateOf(card: StringCard, kept: readonly Entry[]): string {
  const waits = kept.filter(({ subject }) => subject === card.card);
  if (waits.some(({ refused }) => refused)) return t("■ not accepted");
  if (waits.length > 0) return t("▲ saved on this phone");
  if (card.state === "closed") return t("✓ closed");
  return card.state === "cancelled" ? t("did not work") : "";
}

function Row({ card, me, kept, next }: { card: StringCard; me: string; kept: readonly Entry[]; next: boolean }) {
  const mine = card.rider.id === me;
  const state = stateOf(card, kept);
  const { lastTime } = card.essentials;
  const changed = lastTime ? sayChanged(lastTime.changed) : "";
  return (
    <li className={`border-b border-line ${next ? "border-l-4 border-l-ink bg-paper pl-2" : ""}`}>
      <a
        href={`/card/${card.card}`}
        className="grid min-h-16 grid-cols-[4.5rem_1fr_auto] items-center gap-2 py-2 text-ink no-underline"
      >
        <span className="sign text-xl">{clock(card.start)}</span>
        <span className="min-w-0">
          <span className={`sign block text-xl ${card.state === "cancelled" ? "line-through" : "underline"}`}>{card.horse}</span>
          {mine && card.main.length > 0 && (
            <span className="block">{outer(listed(card.main.map((id) => inner(skillWords(id)))))}</span>
          )}
          <span className="block text-dim">
            {mine ? SESSION[card.kind] : t("help {rider}", { rider: card.rider.name })} · {sayPlaces(card.place, card.thenPlace)}{" "}
            ·{" "}
            {t("to {clock}", { clock: clock(mine ? card.start + card.length : (card.helperUntil ?? card.start + card.length)) })}
            {mine && card.helper ? t(" · with {name}", { name: card.helper.name }) : ""}
          </span>
          {card.cancelReason && <span className="block text-dim">{card.cancelReason}</span>}
        </span>
        <span>{state}</span>
      </a>
      {next && (
        <div className="grid gap-1 pb-2">
          <HorseEssentials known={card.essentials} />
          {changed && (
            <p>
              <span className="sign text-dim">{t("Changed last time")}</span> {changed}
            </p>
          )}
          <a
            href={`/card/${card.card}`}
            aria-label={t("Open the card: {horse}", { horse: card.horse })}
            className="sign mt-1 mr-2 flex min-h-14 items-center justify-center rounded bg-rail text-lg text-on-rail no-underline"
          >
            {t("Open the card")}
          </a>
        </div>
      )}
    </li>
  );
}

export function StringScreen({ initial, me }: { initial: StringView; me: string }) {
  useAwake();
  const { view } = useLive(initial, "/string/data");
  const kept = useOutbox(me) ?? [];
  const minute = useMinute(view.timeZone);
  const open = (card: StringCard): boolean =>
    card.state === "handed-out" && card.rider.id === me && !kept.some(({ subject }) => subject === card.card);
  const late = view.cards.filter((card) => card.day === view.today && open(card) && minute !== null && isLate(card, minute));
  const days = [...new Set(view.cards.map((card) => card.day))];
  const next = view.cards.find(
    (card) =>
      card.day === view.today && card.state === "handed-out" && !late.includes(card) && (open(card) || card.rider.id !== me),
  );
  // The phone has the cards of these days from now on, signal or not.
  const paths = view.cards.map((card) => `/card/${card.card}`).join(" ");
  useEffect(() => {
    if (!("serviceWorker" in navigator)) return;
    const keep = ["/string", ...paths.split(" ").filter(Boolean)];
    void navigator.serviceWorker.ready.then((worker) => worker.active?.postMessage({ keep, others: "go" }));
  }, [paths]);
  const chased = [
    ...view.unlogged.map(({ card, horse, day }) => ({ card, horse, when: sayDay(day) })),
    ...late.map(({ card, horse, start }) => ({ card, horse, when: clock(start) })),
  ];
  return (
    <div className="arena mx-auto max-w-xl">
      <h1>{t("My string")}</h1>
      {chased.length > 0 && (
        <section aria-labelledby="chased-title" className="my-2 border-2 border-oxblood bg-oxblood-soft p-3">
          <h2 id="chased-title" className="text-oxblood">
            {t("■ Not logged")}
          </h2>
          <p>{t("Log these so the next rider knows. A minute each:")}</p>
          <ul>
            {chased.map(({ card, horse, when }) => (
              <li key={card}>
                <a href={`/card/${card}`} className="inline-flex min-h-14 items-center text-lg text-oxblood">
                  {horse}, {when}
                </a>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Kept entries={kept} me={me} />
      {view.changes.length > 0 && (
        <section aria-labelledby="changes-title" className="my-2 border-l-4 border-ochre pl-3">
          <h2 id="changes-title">{t("Changed since hand-out")}</h2>
          <ul>
            {view.changes.map((change) => (
              <li key={change.at + change.what + change.horse}>
                {change.horse} {change.what === "handed out" ? "" : t(change.what)}
                {change.to
                  ? t(" to {clock}, {place}, {rider}", {
                      clock: clock(change.to.start),
                      place: change.to.place,
                      rider: change.to.rider,
                    })
                  : ""}
                {change.reason ? ` (${change.reason})` : ""}{" "}
                <span className="text-dim">{t("by {name}", { name: change.by })}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {view.cards.length === 0 && (
        <p className="border-y border-line py-6">
          {t("No horses on your string today or tomorrow. See the day sheet for everybody's.")}
        </p>
      )}
      {days.map((day) => (
        <section key={day} aria-label={sayDay(day)} className="pt-2">
          <h2>
            {day === view.today ? t("Today") : t("Tomorrow")}, {sayDay(day)}
          </h2>
          <ul>
            {view.cards
              .filter((card) => card.day === day)
              .map((card) => (
                <Row key={card.card} card={card} me={me} kept={kept} next={card === next} />
              ))}
          </ul>
        </section>
      ))}
      <Unplanned view={view} me={me} minute={minute} />
      <LanguageSwitch now={spokenNow().language} />
    </div>
  );
}
