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
import { useCallback, useEffect, useMemo, useState } from "react";
import type { DayCardView, DayView, DueView } from "#contracts/views.ts";
import { addDays, sayDate } from "#core/calendar/local-date.ts";
import { SESSION_KINDS, type SessionKind } from "#core/card/card.ts";
import type { Wish } from "#core/day/spot.ts";
import type { CardId, PersonId, StayId } from "#core/kernel/brand.ts";
import { Button, Choice, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { sayBlocker } from "#ui/words/blockers.ts";
import { clock, plural } from "#ui/words/figures.ts";
import { SESSION } from "#ui/words/labels.ts";
import { Board } from "./Board.tsx";
import { CardPanel, type Where } from "./CardPanel.tsx";
import { StringList } from "./StringList.tsx";
import { namesOf, SLOTS, spotKey, spotsFor } from "./sheet.ts";
import { ToPlace } from "./ToPlace.tsx";

const NEW_CARD = "new" as CardId;
/** Others hand out, log and cancel while this sheet is open: on the office wall it keeps itself current. */
const RENEW_AFTER = 10_000;
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

interface Undo {
  readonly words: string;
  readonly route: string;
  input(view: DayView): unknown;
}

export function DayScreen({ initial, may, me }: { initial: DayView; may: boolean; me: PersonId }) {
  const [view, setView] = useState(initial);
  const [wish, setWish] = useState<Wish | null>(null);
  const [selected, setSelected] = useState<CardId | null>(null);
  /** The wish while it hangs on the pointer: nothing on the page may move under it then. */
  const [dragged, setDragged] = useState<Wish | null>(null);
  const [cursor, setCursor] = useState<string | null>(null);
  const [undo, setUndo] = useState<Undo | null>(null);
  const [said, setSaid] = useState("");
  const { busy, problem, clear, send } = useCommand();
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

  const { day } = view;
  const refresh = useCallback(async (): Promise<void> => {
    // Without an answer the sheet stays as it was last seen; the next round asks again.
    const answer = await fetch(`/today/data?day=${day}`).catch(() => null);
    if (answer?.ok) setView((await answer.json()) as DayView);
  }, [day]);
  useEffect(() => {
    const timer = setInterval(() => document.visibilityState === "visible" && void refresh(), RENEW_AFTER);
    return () => clearInterval(timer);
  }, [refresh]);
  const act = async (
    route: string,
    input: unknown,
    words: string,
    back: (answer: { id?: string; version?: number }) => Undo | null,
  ): Promise<void> => {
    const answer = await send<{ id?: string; version?: number }>(route, input);
    if (answer.ok) {
      setUndo(back(answer.value));
      setSaid(words);
    } else if (answer.problem.code === "blocked") setSaid(answer.problem.message);
    await refresh();
  };

  const choose = (due: DueView): void => {
    clear();
    setSelected(null);
    if (wish?.stay === due.stay) return setWish(null);
    start({ card: NEW_CARD, stay: due.stay, kind: due.kind, length: due.length, place: null, helper: null });
  };
  /** Opens every spot and puts the keyboard on the first free one. */
  const start = (next: Wish): void => {
    const free = [...spotsFor(view, next)].find(([, spot]) => spot.blockers.length === 0);
    setWish(next);
    setCursor(free?.[0] ?? spotKey(view.people[0]?.id ?? "", 0));
  };
  const move = (from: DayCardView, where: Where): Promise<void> =>
    act(
      "day/move",
      { id: from.card, version: from.version, ...where },
      `${from.horse} moved to ${names.person(where.rider)}, ${clock(where.start)}.`,
      () => ({
        words: `move of ${from.horse}`,
        route: "day/move",
        input: (now) => ({
          id: from.card,
          version: now.cards.find((one) => one.card === from.card)?.version ?? 0,
          kind: from.kind,
          length: from.length,
          rider: from.rider,
          start: from.start,
          place: from.place,
          helper: from.helper,
        }),
      }),
    );

  const put = async (current: Wish, rider: string, at: number): Promise<void> => {
    const spot = (current === wish ? spots : spotsFor(view, current))?.get(spotKey(rider, at));
    if (!spot) return;
    if (spot.blockers.length > 0) return setSaid(spot.blockers.map((blocker) => sayBlocker(blocker, names)).join(" "));
    const { kind, length, place, helper } = spot.placement;
    const where: Where = { kind, length, rider: rider as PersonId, start: at, place, helper };
    setWish(null);
    const from = view.cards.find((one) => one.card === current.card);
    if (from) return move(from, where);
    const horse = names.horse(current.stay);
    await act(
      "day/place",
      { day: view.day, stay: current.stay, ...where },
      `${horse} placed with ${names.person(where.rider)} at ${clock(at)}, ${names.place(place)}.`,
      ({ id }) => ({
        words: `placing of ${horse}`,
        route: "day/take-back",
        input: (now) => ({ id, version: now.cards.find((one) => one.card === id)?.version ?? 1 }),
      }),
    );
  };

  const wishOf = (id: string): Wish | null => {
    const due = view.due.find((one) => `due:${one.stay}` === id);
    if (due) return { card: NEW_CARD, stay: due.stay, kind: due.kind, length: due.length, place: null, helper: null };
    const from = view.cards.find((one) => one.card === id);
    return from
      ? { card: from.card, stay: from.stay, kind: from.kind, length: from.length, place: from.place, helper: from.helper }
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
    const [nextRow, nextSlot] =
      event.key === "ArrowRight"
        ? [row, slot + 1]
        : event.key === "ArrowLeft"
          ? [row, slot - 1]
          : event.key === "ArrowDown"
            ? [row + 1, slot]
            : event.key === "ArrowUp"
              ? [row - 1, slot]
              : [null, null];
    if (nextRow === null || nextSlot === null) return;
    event.preventDefault();
    const person = people[Math.max(0, Math.min(people.length - 1, nextRow))];
    if (person) setCursor(spotKey(person.id, Math.max(0, Math.min(SLOTS.length - 1, nextSlot))));
  };

  const waiting = view.cards.filter((one) => one.state === "placed").length;
  const over = view.day < view.today;
  const hovered = wish && cursor ? spots?.get(cursor) : null;
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
        <div className="flex flex-wrap items-end gap-x-4 gap-y-2 pb-2">
          <div>
            <h1>
              {view.day === view.today ? "Today" : "Day sheet"}, {sayDate(view.day)}
            </h1>
            <p className="text-dim">
              {view.handedOut ? `Handed out by ${view.handedOut.by}` : "Not handed out yet"} ·{" "}
              {plural(view.cards.filter((one) => one.state !== "cancelled").length, "session")} · {view.due.length} to place
            </p>
          </div>
          <nav aria-label="Days" className="flex gap-1 sign">
            <a
              data-keys="["
              data-does="Day before"
              className="flex min-h-9 items-center rounded border border-line px-2 no-underline"
              href={`/today?day=${addDays(view.day, -1)}`}
            >
              ← {sayDate(addDays(view.day, -1))}
            </a>
            {view.day !== view.today && (
              <a className="flex min-h-9 items-center rounded border border-line px-2 no-underline" href="/today">
                Today
              </a>
            )}
            <a
              data-keys="]"
              data-does="Day after"
              className="flex min-h-9 items-center rounded border border-line px-2 no-underline"
              href={`/today?day=${addDays(view.day, 1)}`}
            >
              {sayDate(addDays(view.day, 1))} →
            </a>
            <a
              className="flex min-h-9 items-center rounded border border-line px-2 no-underline"
              href={`/today/print?day=${view.day}`}
            >
              Print
            </a>
          </nav>
          {may && !over && (
            <Button
              tone="main"
              className="ml-auto min-h-11"
              data-keys="."
              data-does="Hand out the day"
              disabled={busy || waiting === 0}
              onClick={() => void act("day/hand-out", { day: view.day }, `${plural(waiting, "card")} handed out.`, () => null)}
            >
              Hand out the day{waiting > 0 ? ` (${waiting})` : ""} <kbd aria-hidden="true">.</kbd>
            </Button>
          )}
        </div>
        <Trouble problem={problem} />
        <div role="status" className="flex min-h-8 items-center gap-2 text-sm">
          {hovered && wish ? (
            <span>
              {names.horse(wish.stay)} · {names.person(hovered.placement.rider)} {clock(hovered.placement.start)}:{" "}
              {hovered.blockers.length === 0
                ? `free, ${names.place(hovered.placement.place)}${hovered.placement.helper ? `, with ${names.person(hovered.placement.helper)}` : ""}`
                : hovered.blockers.map((blocker) => sayBlocker(blocker, names)).join(" ")}
            </span>
          ) : (
            said && <span>{said}</span>
          )}
          {undo && !wish && (
            <Button disabled={busy} onClick={() => void act(undo.route, undo.input(view), `Undone: ${undo.words}.`, () => null)}>
              Undo the {undo.words}
            </Button>
          )}
        </div>
        <div className="grid gap-5 md:grid-cols-[minmax(0,1fr)_17.5rem]">
          <div>
            <Board
              view={view}
              spots={spots}
              selected={selected}
              cursor={cursor}
              may={may && !over}
              me={me}
              onSelect={(one) => {
                setWish(null);
                setSelected(one.card === selected ? null : one.card);
              }}
              onPick={(rider, at) => wish && void put(wish, rider, at)}
              onHover={setCursor}
            />
            <div className="md:hidden">
              <StringList view={view} me={me} links />
            </div>
            {view.changes.length > 0 && (
              <details className="pt-4">
                <summary className="sign cursor-pointer">Changed since it was handed out ({view.changes.length})</summary>
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
              <section className="border-2 border-ink bg-paper p-3" aria-label="Session to place">
                <div className="flex items-start justify-between">
                  <h2>{names.horse(wish.stay)}</h2>
                  <Button onClick={() => setWish(null)}>Leave it</Button>
                </div>
                <Choice<SessionKind>
                  name="wish-kind"
                  legend="Kind"
                  options={SESSION_KINDS.map((kind) => [kind, SESSION[kind]] as const)}
                  value={wish.kind}
                  onChange={(kind) => setWish({ ...wish, kind })}
                />
                <Choice<number>
                  name="wish-length"
                  legend="Lasts"
                  options={[1, 2, 3, 4].map((slots) => [slots, `${slots * 30} min`] as const)}
                  value={wish.length}
                  onChange={(length) => setWish({ ...wish, length })}
                />
              </section>
            )}
            {card && !wish && (
              <CardPanel
                card={card}
                view={view}
                may={may && !over}
                busy={busy}
                onMove={(where) => void move(card, where)}
                onPickSpot={() => {
                  const next = wishOf(card.card);
                  if (next) start(next);
                }}
                onTakeBack={() =>
                  void act(
                    "day/take-back",
                    { id: card.card, version: card.version },
                    `${card.horse} is to place again.`,
                    () => null,
                  )
                }
                onCancel={(reason) =>
                  void act(
                    "card/cancel",
                    { id: card.card, version: card.version, reason },
                    `${card.horse}: cancelled.`,
                    () => null,
                  )
                }
                onClose={() => setSelected(null)}
              />
            )}
            {may && !over && <ToPlace view={view} chosen={wish?.stay ?? null} onChoose={choose} />}
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
