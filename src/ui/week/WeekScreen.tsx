/** The week: horses by working days, what they are owed and get, what each day asks of people and places. Drag a mark to another day, or choose a cell. */

import { DndContext, type DragEndEvent, MouseSensor, pointerWithin, TouchSensor, useSensor, useSensors } from "@dnd-kit/core";
import { useMemo, useState } from "react";
import type { WeekHorseView, WeekView } from "#contracts/views.week.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { changePrice, weekBoard } from "#core/week/board.ts";
import { type Carried, unpack } from "#ui/kit/carried.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { plural } from "#ui/words/figures.ts";
import { sayFix, sayShort } from "#ui/words/week.ts";
import { Broken } from "./Broken.tsx";
import { CellPanel } from "./CellPanel.tsx";
import { usePlanWeek } from "./use-plan-week.ts";
import { meantOf, useWeek } from "./use-week.ts";
import { cellKey, WeekCell } from "./WeekCell.tsx";

const first = (name: string | undefined): string | null => name?.split(" ")[0] ?? null;
const hoursOf = (slots: number): string => String(slots / 2);
/** Days of the week's columns on which a horse stands on a sheet or is meant to. */
const daysOf = ({ cells }: WeekHorseView): readonly number[] =>
  cells.flatMap(({ card, meant }, day) => (card || meant ? [day] : []));

/** The week is laid out and has no day for it, though it could be worked and something is asked for it. */
const onNoDay = ({ cells }: WeekHorseView, asked: number): boolean =>
  asked > 0 && cells.some(({ away }) => away === null) && cells.every(({ meant, card }) => meant === null && card === null);

export function WeekScreen({ initial: carried }: { initial: Carried<WeekView> }) {
  useAwake();
  const initial = unpack(carried);
  const week = useWeek(initial);
  const plan = usePlanWeek();
  const { view, command } = week;
  const { problem } = view;
  const [selected, setSelected] = useState<string | null>(null);
  const [held, setHeld] = useState<string | null>(null);
  const meant = useMemo(() => new Map(view.horses.map((horse) => [horse.stay as string, daysOf(horse)])), [view]);
  const board = useMemo(() => weekBoard(problem, meant), [problem, meant]);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 180, tolerance: 8 } }),
  );
  const person = (id: string): string => view.people.find((one) => one.id === id)?.name ?? "Somebody";
  const horseOf = (stay: string): WeekHorseView | undefined => view.horses.find((one) => one.stay === stay);
  const names = {
    person,
    horse: (id: string) => horseOf(id)?.horse ?? "a horse",
    day: (at: number) => sayDate(view.days[at]?.day ?? view.today),
  };
  const from = view.days[0]?.day ?? view.today;
  const asked = problem.horses.reduce((sum, { sessions }) => sum + sessions, 0);
  /** Days beyond today have work on them: what lacks a day is short only then. */
  const planned =
    view.days.some(({ laid }) => laid) || view.horses.some(({ cells }) => cells.some(({ meant }) => meant !== null));
  const short = board.horses.reduce((sum, horse) => sum + horse.short, 0);
  const noDays = board.horses.reduce((sum, horse) => sum + horse.noDays, 0);

  const layOut = async (): Promise<void> => {
    command.clear();
    const found = await plan.ask(from);
    if (!found) return;
    const given = found.horses.reduce((sum, { days }) => sum + days.length, 0);
    const proof = found.proven ? "This is the best possible plan." : "No better plan was found in time.";
    await week.layOut(found, `${plural(given, "session")} planned over ${plural(view.days.length, "day")}. ${proof}`);
  };
  const dropped = ({ active, over }: DragEndEvent): void => {
    setHeld(null);
    const [was, to] = [active.data.current, over?.data.current] as ({ stay: string; day: string } | undefined)[];
    const horse = was && horseOf(was.stay);
    const target = horse?.cells.find(({ day }) => day === to?.day);
    if (!was || !to || !horse || !target || was.stay !== to.stay || was.day === to.day) return;
    const moved = meantOf(horse).map((one) => (one.day === was.day ? { day: target.day, pinned: true, rider: null } : one));
    void week.set(horse, moved, `${horse.horse} moved to ${sayDate(target.day)}`);
  };
  /** With a mark in the hand: the price of moving it here. Of the chosen horse: that of working it on this day as well. */
  const priceOf = (horse: WeekHorseView, at: number): number | null => {
    const [stay, day] = (held ?? selected)?.split(/:(.*)/) ?? [];
    if (stay !== horse.stay) return null;
    const own = daysOf(horse);
    const leaving = held === null ? -1 : horse.cells.findIndex((cell) => cell.day === day);
    return changePrice(problem, meant, horse.stay, [...own.filter((one) => one !== leaving), at].sort());
  };
  const go = (stay: string, day: string, key: string): void => {
    const [row, column] = [view.horses.findIndex((one) => one.stay === stay), view.days.findIndex((one) => one.day === day)];
    const clamp = (n: number, most: number): number => Math.max(0, Math.min(most, n));
    const nextRow = clamp(row + (key === "ArrowDown" ? 1 : key === "ArrowUp" ? -1 : 0), view.horses.length - 1);
    const nextDay = clamp(column + (key === "ArrowRight" ? 1 : key === "ArrowLeft" ? -1 : 0), view.days.length - 1);
    const next = cellKey(view.horses[nextRow]?.stay ?? "", view.days[nextDay]?.day ?? "");
    document.querySelector<HTMLElement>(`[data-cell="${next}"]`)?.focus();
  };
  const [stay, day] = selected?.split(/:(.*)/) ?? [];
  const chosen = stay ? horseOf(stay) : undefined;
  const cell = chosen?.cells.find((one) => one.day === day);
  return (
    <DndContext
      id="week"
      sensors={sensors}
      collisionDetection={pointerWithin}
      onDragStart={({ active }) => setHeld(String(active.id))}
      onDragEnd={dropped}
      onDragCancel={() => setHeld(null)}
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 pb-1">
        <div className="flex flex-wrap items-baseline gap-x-3">
          <h1 className="text-2xl">
            {sayDate(from)} to {sayDate(view.days.at(-1)?.day ?? from)}
          </h1>
          <p className="text-dim">
            {planned
              ? `${asked - short} of ${plural(asked, "session")} due have a day`
              : `${plural(asked, "session")} due. Plan the week to give them days.`}
          </p>
        </div>
        <nav aria-label="Weeks" className="flex gap-1 sign">
          <a
            data-keys="["
            data-does="Days before"
            className="flex min-h-9 items-center rounded border border-edge px-2 no-underline"
            href={`/week?from=${view.before}`}
          >
            ← before
          </a>
          <a className="flex min-h-9 items-center rounded border border-edge px-2 no-underline" href="/week">
            From today
          </a>
          <a
            data-keys="]"
            data-does="Days after"
            className="flex min-h-9 items-center rounded border border-edge px-2 no-underline"
            href={`/week?from=${view.after}`}
          >
            after →
          </a>
        </nav>
        {plan.busy && (
          <div className="ml-auto flex items-center gap-2">
            <label className="sign text-dim">
              {plan.told ? "Looking for a way" : "Planning the week"}{" "}
              <progress className="align-middle" max={1} {...(plan.told ? { value: plan.told.tried } : {})} />
            </label>
            <Button onClick={plan.stop}>Stop</Button>
          </div>
        )}
        <Button
          tone="main"
          className={plan.busy ? "" : "ml-auto"}
          data-keys="l"
          data-does="Plan the week"
          disabled={command.busy || plan.busy || from < view.today}
          onClick={() => void layOut()}
        >
          Plan the week <kbd aria-hidden="true">l</kbd>
        </Button>
      </div>
      <Trouble problem={command.problem} />
      <Broken view={view} />
      {plan.told && !plan.told.plan && (
        <p className="border-l-4 border-oxblood bg-oxblood-soft px-3 py-2 text-oxblood">
          {plan.told.impossible
            ? "There aren't enough riders for all pinned days."
            : "No plan with all pinned days was found in time."}{" "}
          Unpin one and plan the week again.
        </p>
      )}
      {plan.told?.plan && short > 0 && (
        <div className="border-l-4 border-ochre bg-ochre-soft px-3 py-2 text-sm">
          {plan.told.fixes.length > 0 ? (
            <ul>
              {plan.told.fixes.map(({ fix, gives }) => (
                <li key={JSON.stringify(fix)}>{sayFix(fix, gives, names)}</li>
              ))}
            </ul>
          ) : noDays === short ? (
            `${plural(short, "session")} don't fit this week with any rider. Tell the owner or extend the term.`
          ) : plan.told.done ? (
            "Extra rider hours, one more ride or unpinning would not help."
          ) : (
            "Looking for a way …"
          )}
        </div>
      )}
      <div role="status" className="flex min-h-9 items-center gap-2 text-sm">
        {week.said && <span>{week.said}</span>}
        {week.undoes && (
          <Button disabled={command.busy} data-keys="u" data-does="Undo" onClick={() => void week.undo()}>
            Undo: {week.undoes}
          </Button>
        )}
        {week.redoes && (
          <Button disabled={command.busy} data-keys="r" data-does="Do again" onClick={() => void week.redo()}>
            Redo: {week.redoes}
          </Button>
        )}
      </div>
      <div className="grid gap-5 lg:grid-cols-[minmax(0,1fr)_17.5rem]">
        <div className="overflow-x-auto">
          <table className="w-full min-w-[48rem] table-fixed border-collapse text-left">
            <caption className="sr-only">Horses by day</caption>
            <thead>
              <tr className="sign border-b-2 border-rail">
                <th scope="col" className="w-48 py-1">
                  Horse
                </th>
                {view.days.map((one) => (
                  <th key={one.day} scope="col" className={`px-1 ${one.day === view.today ? "bg-straw" : ""}`}>
                    <a href={`/today?day=${one.day}`} className="inline-flex min-h-6 items-center">
                      {sayDate(one.day)}
                    </a>
                    <span className="block text-xs font-normal text-dim">{one.laid ? "planned" : ""}</span>
                  </th>
                ))}
                <th scope="col" className="w-40 pl-2">
                  Sessions planned / due
                </th>
              </tr>
            </thead>
            <tbody>
              {view.horses.map((horse, row) => {
                const told = board.horses[row];
                return (
                  <tr key={horse.stay} className="h-9 border-b border-line">
                    <th scope="row" className="truncate font-normal">
                      <a href={`/horse/${horse.stay}`} className="sign">
                        {horse.horse}
                      </a>{" "}
                      {horse.owed > 0 && <span className="text-sm text-ochre">owed {horse.owed}</span>}
                      {view.days.some(({ laid }) => laid) && onNoDay(horse, problem.horses[row]?.sessions ?? 0) && (
                        <span className="text-sm text-oxblood"> ▲ not scheduled yet</span>
                      )}
                    </th>
                    {horse.cells.map((one, at) => (
                      <WeekCell
                        key={one.day}
                        horse={horse}
                        cell={one}
                        rider={first(one.card?.rider ?? (one.meant?.rider ? person(one.meant.rider) : undefined))}
                        price={one.card || one.away || one.meant ? null : priceOf(horse, at)}
                        selected={selected === cellKey(horse.stay, one.day)}
                        held={held?.startsWith(`${horse.stay}:`) ?? false}
                        onTouch={() => setSelected(cellKey(horse.stay, one.day))}
                        onArrow={(key) => go(horse.stay, one.day, key)}
                      />
                    ))}
                    <td className="pl-2 text-sm">
                      {told?.days.length} of {problem.horses[row]?.sessions ?? 0}{" "}
                      <span className="text-oxblood">
                        {told ? sayShort(planned ? told.short : told.noDays, told.noDays) : ""}
                      </span>
                    </td>
                  </tr>
                );
              })}
            </tbody>
            <tfoot className="text-sm">
              <tr className="border-t-2 border-rail">
                <th scope="row" className="sign py-1">
                  Rider hours planned / free
                </th>
                {board.days.map((one, at) => (
                  <td key={view.days[at]?.day} className={`px-1 ${one.asked > one.riders ? "font-bold text-oxblood" : ""}`}>
                    {hoursOf(one.asked)} / {hoursOf(one.riders)} h
                  </td>
                ))}
                <td />
              </tr>
              <tr className="border-b border-line">
                <th scope="row" className="sign py-1">
                  Places free
                </th>
                {board.days.map((one, at) => (
                  <td key={view.days[at]?.day} className={`px-1 ${one.asked > one.places ? "font-bold text-oxblood" : ""}`}>
                    {hoursOf(one.places)} h
                  </td>
                ))}
                <td />
              </tr>
              {view.people.map((one) => (
                <tr key={one.id} className="border-b border-line text-dim">
                  <th scope="row" className="truncate font-normal">
                    {one.name}
                  </th>
                  {one.slots.map((slots, at) => (
                    <td key={view.days[at]?.day} className="px-1">
                      {one.away[at] ?? `${hoursOf(slots)} h`}
                    </td>
                  ))}
                  <td />
                </tr>
              ))}
            </tfoot>
          </table>
        </div>
        <aside>
          {chosen && cell ? (
            <CellPanel horse={chosen} cell={cell} week={week} onClose={() => setSelected(null)} />
          ) : (
            <p className="text-sm text-dim">
              Choose a cell (click, tap, or arrow keys and Enter) to work a horse on that day or not, to pin the day, or to add a
              visit. Drag a mark to move it. ✓ makes the week better, ± has a trade-off.
            </p>
          )}
        </aside>
      </div>
    </DndContext>
  );
}
