/** Today: strings, places and what is to place. Three ways to every placement: drag, keyboard, tap and tap. */

import {
  type Announcements,
  DndContext,
  type DragEndEvent,
  DragOverlay,
  MeasuringStrategy,
  MouseSensor,
  pointerWithin,
  TouchSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { useEffect, useMemo, useState } from "react";
import type { DayView, DueView } from "#contracts/views.ts";
import type { Wish } from "#core/day/spot.ts";
import { givesUp } from "#core/day/spot-price.ts";
import { fallen } from "#core/day/stands.ts";
import type { CardId, PersonId, StayId } from "#core/kernel/brand.ts";
import { type Carried, unpack } from "#ui/kit/carried.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { sayBlocker } from "#ui/words/blockers.ts";
import { sayGivenUp, sayProof } from "#ui/words/day.ts";
import { clock, plural } from "#ui/words/figures.ts";
import { Board } from "./Board.tsx";
import { CardPanel, type Where } from "./CardPanel.tsx";
import { Changes } from "./Changes.tsx";
import { Chased } from "./Chased.tsx";
import { DayHead } from "./DayHead.tsx";
import { Fallen } from "./Fallen.tsx";
import type { ChangedCard, LeftOut } from "./laying.ts";
import { StringList } from "./StringList.tsx";
import { drawnOf, foldedOf, namesOf, placesOf, spotKey, spotsFor } from "./sheet.ts";
import { ToPlace } from "./ToPlace.tsx";
import { useLayOut } from "./use-lay-out.ts";
import { useProof } from "./use-proof.ts";
import { useSheet } from "./use-sheet.ts";
import { WeatherStrip } from "./WeatherStrip.tsx";
import { WishPanel } from "./WishPanel.tsx";

const NEW_CARD = "new" as CardId;
/** The spots appear only once something is dragged, so they are measured all the while. */
const MEASURE_ALWAYS = { droppable: { strategy: MeasuringStrategy.Always } };

/** What a screen reader hears of a drag; where it ends is said by the status line. */
function announcementsFor(view: DayView): Announcements {
  const names = namesOf(view);
  const horse = (id: string): string =>
    view.cards.find((card) => card.card === id)?.horse ?? names.horse(id.replace("due:", "") as StayId);
  return {
    onDragStart: ({ active }) => `${horse(String(active.id))} picked up.`,
    onDragOver: () => undefined,
    onDragEnd: () => undefined,
    onDragCancel: ({ active }) => `${horse(String(active.id))} put back.`,
  };
}

/** Riders and helpers are not told what others weigh: that a weight is missing is then no reason, and all other reasons stay. */
const knownToAll = (down: ReturnType<typeof fallen>): ReturnType<typeof fallen> =>
  new Map(
    [...down]
      .map(([card, all]) => [card, all.filter((one) => one.code !== "load" || one.because !== "person-unweighed")] as const)
      .filter(([, left]) => left.length > 0),
  );

export function DayScreen({ initial: carried, may, me }: { initial: Carried<DayView>; may: boolean; me: PersonId }) {
  useAwake();
  const initial = unpack(carried);
  const sheet = useSheet(initial);
  const laying = useLayOut();
  const { proof, ask: askProof } = useProof(sheet.view);
  /** What the last laying out could not place; told until the sheet moves on. */
  const [leftOut, setLeftOut] = useState<readonly LeftOut[]>([]);
  const [changes, setChanges] = useState<readonly ChangedCard[]>([]);
  const { view, said } = sheet;
  const down = useMemo(() => (may ? fallen(view) : knownToAll(fallen(view))), [view, may]);
  /** The card that waits for another to change places with. */
  const [swapping, setSwapping] = useState<CardId | null>(null);
  const { busy, problem, clear } = sheet.command;
  const [wish, setWish] = useState<Wish | null>(null);
  const [selected, setSelected] = useState<CardId | null>(null);
  /** The wish while it hangs on the pointer: nothing on the page may move under it then. */
  const [dragged, setDragged] = useState<Wish | null>(null);
  const [cursor, setCursor] = useState<string | null>(null);
  /** The empty hours at the end are shown too. */
  const [whole, setWhole] = useState(false);
  const names = namesOf(view);
  const spots = useMemo(() => (wish ? spotsFor(view, wish) : null), [view, wish]);
  const card = view.cards.find((one) => one.card === selected) ?? null;
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 180, tolerance: 8 } }),
  );

  useEffect(() => {
    if (wish && cursor) document.querySelector<HTMLElement>(`[data-spot="${cursor}"]`)?.focus();
  }, [wish, cursor]);

  const choose = (due: Pick<DueView, "stay" | "kind" | "length">): void => {
    clear();
    setSelected(null);
    if (wish?.stay === due.stay) return setWish(null);
    start({ card: NEW_CARD, stay: due.stay, kind: due.kind, length: due.length, place: null, helper: null });
  };
  /** Opens every spot and puts the keyboard on the cheapest free one, the earliest of them. */
  const start = (next: Wish): void => {
    const free = [...spotsFor(view, next)].filter(([, spot]) => spot.blockers.length === 0);
    const [cheapest] = free.sort(([, one], [, other]) => (one.cost ?? 0) - (other.cost ?? 0));
    setWish(next);
    setCursor(cheapest?.[0] ?? spotKey(view.people[0]?.id ?? "", view.hours.from));
  };
  const put = async (current: Wish, rider: string, at: number): Promise<void> => {
    const spot = (current === wish ? spots : spotsFor(view, current))?.get(spotKey(rider, at));
    if (!spot) return;
    if (spot.blockers.length > 0) return sheet.say(spot.blockers.map((blocker) => sayBlocker(blocker, names)).join(" "));
    const { kind, length, place, helper, helperSlots, then } = spot.placement;
    const where: Where = { kind, length, rider: rider as PersonId, start: at, place, helper, helperSlots, then };
    setWish(null);
    const from = view.cards.find((one) => one.card === current.card);
    await (from ? sheet.move(from, where) : sheet.place(current.stay, where));
  };

  const layOut = async (): Promise<void> => {
    clear();
    setWish(null);
    setSelected(null);
    const laid = await laying.layOut(view);
    if (!laid) return sheet.say("Stopped. The day is as it was.");
    setLeftOut(laid.leftOut);
    setChanges(laid.changes);
    const left = laid.leftOut.length > 0 ? `, ${laid.leftOut.length} not scheduled` : "";
    const words = `${plural(laid.cards.length, "session")} planned${left}. ${sayGivenUp(laid.givenUp, names)}`.trim();
    await sheet.layOut(laid.cards, words);
    askProof();
  };

  const wishOf = (id: string): Wish | null => {
    const due = view.due.find((one) => `due:${one.stay}` === id);
    if (due) return { card: NEW_CARD, stay: due.stay, kind: due.kind, length: due.length, place: null, helper: null };
    const from = view.cards.find((one) => one.card === id);
    return from
      ? {
          card: from.card,
          stay: from.stay,
          kind: from.kind,
          length: from.length,
          place: from.place,
          helper: from.helper,
          helperSlots: from.helperSlots ?? null,
          then: from.then ?? null,
          after: from.after ?? null,
        }
      : null;
  };
  const dropped = ({ active, over }: DragEndEvent): void => {
    const current = dragged ?? wishOf(String(active.id));
    setDragged(null);
    setWish(null);
    const target = over?.data.current as { rider: string; start: number } | undefined;
    if (current && target) void put(current, target.rider, target.start);
  };

  const onKeys = (event: React.KeyboardEvent): void => {
    if (!wish || !cursor) return;
    if (event.key === "Escape") return setWish(null);
    const [rider = "", at = "0"] = cursor.split(":");
    const people = view.people.filter((person) => document.querySelector(`[data-string="${person.id}"]`));
    const row = people.findIndex((person) => person.id === rider);
    const slot = Number(at);
    const { from, to, step } = view.hours;
    const [nextRow, nextSlot] =
      event.key === "ArrowRight"
        ? [row, slot + step]
        : event.key === "ArrowLeft"
          ? [row, slot - step]
          : event.key === "ArrowDown"
            ? [row + 1, slot]
            : event.key === "ArrowUp"
              ? [row - 1, slot]
              : [null, null];
    if (nextRow === null || nextSlot === null) return;
    event.preventDefault();
    const person = people[Math.max(0, Math.min(people.length - 1, nextRow))];
    if (person) setCursor(spotKey(person.id, Math.max(from, Math.min(to - step, nextSlot))));
  };

  const [all, folded] = [drawnOf(view), foldedOf(view)];
  // A spot may be chosen in the empty hours too; under a card that hangs on the pointer nothing moves.
  const drawn = whole || (wish !== null && dragged === null) ? all : folded;
  const over = view.day < view.today;
  const hovered = wish && cursor ? spots?.get(cursor) : null;
  const givenUp = useMemo(
    () => (wish && hovered && hovered.blockers.length === 0 ? givesUp(view, wish, hovered.placement) : null),
    [view, wish, hovered],
  );
  return (
    <DndContext
      id="day"
      sensors={sensors}
      collisionDetection={pointerWithin}
      measuring={MEASURE_ALWAYS}
      accessibility={{ announcements: announcementsFor(view) }}
      onDragStart={({ active }) => {
        const next = wishOf(String(active.id));
        setDragged(next);
        setWish(next);
        setCursor(null);
      }}
      onDragOver={({ over }) => setCursor(over ? String(over.id) : null)}
      onDragEnd={dropped}
      onDragCancel={() => {
        setDragged(null);
        setWish(null);
      }}
    >
      <div onKeyDown={onKeys}>
        <DayHead
          sheet={sheet}
          manager={may}
          may={may && !over}
          laying={laying.progress}
          onLayOut={() => void layOut()}
          onStop={laying.stop}
        />
        <Trouble problem={problem} />
        {may && <Fallen view={view} fallen={down} />}
        <Chased view={view} />
        {may && <Changes view={view} changes={changes} />}
        {proof && (
          <p className="flex flex-wrap items-center gap-2 text-sm text-slate">
            {sayProof(proof)}
            {proof.cards && proof.done && (
              <Button
                disabled={busy}
                onClick={() => {
                  setLeftOut([]);
                  void sheet.layOut(proof.cards ?? [], "The better plan is on the day sheet.");
                }}
              >
                Use the better plan
              </Button>
            )}
          </p>
        )}
        <div role="status" className="flex min-h-8 items-center gap-2 text-sm">
          {hovered && wish ? (
            <span>
              {names.horse(wish.stay)} · {names.person(hovered.placement.rider)} {clock(hovered.placement.start)}:{" "}
              {hovered.blockers.length === 0
                ? `free, ${placesOf(hovered.placement, names)}${hovered.placement.helper ? `, with ${names.person(hovered.placement.helper)}` : ""}. ${givenUp ? sayGivenUp(givenUp, names) : ""}`
                : hovered.blockers.map((blocker) => sayBlocker(blocker, names)).join(" ")}
            </span>
          ) : swapping && card ? (
            <span>{card.horse} swaps with the session you choose next.</span>
          ) : (
            said && <span>{said}</span>
          )}
          {sheet.undoes && !wish && (
            <Button
              disabled={busy}
              data-keys="u"
              data-does="Undo"
              onClick={() => {
                setChanges([]);
                void sheet.undo();
              }}
            >
              Undo: {sheet.undoes}
            </Button>
          )}
          {sheet.redoes && !wish && (
            <Button disabled={busy} data-keys="r" data-does="Do again" onClick={() => void sheet.redo()}>
              Redo: {sheet.redoes}
            </Button>
          )}
        </div>
        <div className="grid gap-5 md:grid-cols-[minmax(0,1fr)_17.5rem]">
          <div>
            <WeatherStrip view={view} drawn={drawn} may={may && !over} />
            {all.to > folded.to && !dragged && (
              <p className="hidden justify-end md:flex">
                <button
                  type="button"
                  className="sign min-h-6 px-1 text-sm text-slate underline"
                  aria-expanded={drawn === all}
                  onClick={() => setWhole(!whole)}
                >
                  {drawn === all ? `Only to ${clock(folded.to)}` : `Show ${clock(folded.to)} to ${clock(all.to)}`}
                </button>
              </p>
            )}
            <Board
              view={view}
              drawn={drawn}
              fallen={down}
              spots={spots}
              selected={selected}
              cursor={cursor}
              may={may && !over}
              me={me}
              onSelect={(one) => {
                setWish(null);
                const swaps = swapping !== null && card !== null && one.card !== swapping;
                if (swaps) void sheet.swap(card, one);
                setSwapping(null);
                setSelected(swaps || one.card === selected ? null : one.card);
              }}
              onPick={(rider, at) => wish && void put(wish, rider, at)}
              onHover={setCursor}
            />
            <div className="md:hidden">
              <StringList view={view} me={me} />
            </div>
            {view.changes.length > 0 && (
              <details className="pt-4">
                <summary className="sign cursor-pointer">Changed since hand-out ({view.changes.length})</summary>
                <ul className="text-sm">
                  {view.changes.map((change) => (
                    <li key={change.at + change.what}>
                      {change.by}: {String(change.details["horse"] ?? "")} {change.what}{" "}
                      {change.details["reason"] ? `(${String(change.details["reason"])})` : ""}
                    </li>
                  ))}
                </ul>
              </details>
            )}
          </div>
          <aside className={may ? "grid content-start gap-4" : "hidden md:grid md:content-start md:gap-4"}>
            {wish && !dragged && (
              <WishPanel
                wish={wish}
                hours={view.hours}
                horse={names.horse(wish.stay)}
                onChange={setWish}
                onLeave={() => setWish(null)}
              />
            )}
            {card && !wish && (
              <CardPanel
                card={card}
                view={view}
                may={may && !over}
                busy={busy}
                onMove={(where) => void sheet.move(card, where)}
                onPickSpot={() => {
                  const next = wishOf(card.card);
                  if (next) start(next);
                }}
                onSwap={() => setSwapping(swapping ? null : card.card)}
                swapping={swapping !== null}
                onSplit={(first) => void sheet.split(card, first)}
                onLock={() => void sheet.lock(card)}
                onTakeBack={() => void sheet.takeBack(card)}
                onCancel={(reason) => void sheet.cancel(card, reason)}
                onClose={() => {
                  setSwapping(null);
                  setSelected(null);
                }}
              />
            )}
            {may && !over && (
              <ToPlace
                view={view}
                chosen={wish?.stay ?? null}
                leftOut={leftOut}
                onChoose={choose}
                onWay={(cards, horse) => {
                  setLeftOut([]);
                  void sheet.layOut(cards, `${horse} placed.`);
                }}
              />
            )}
          </aside>
        </div>
      </div>
      <DragOverlay dropAnimation={null}>
        {dragged && (
          <div className="sign pointer-events-none w-36 truncate border border-ink bg-straw px-2 py-1 shadow-drag">
            {names.horse(dragged.stay)}
          </div>
        )}
      </DragOverlay>
    </DndContext>
  );
}
