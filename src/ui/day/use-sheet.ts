/** The sheet of a day in the browser: what the server last said of it, kept current, and the writes that change it, each with its undoing. */
import { useState } from "react";
import type { DayCardView, DayView } from "#contracts/views.ts";
import { dayFactsOf } from "#core/day/from-barn.ts";
import type { ScheduledCard } from "#core/day/second.ts";
import { type DayStep, reversed, stepBetween, withStep } from "#core/day/steps.ts";
import { swap } from "#core/day/swap.ts";
import type { CardId, StayId } from "#core/kernel/brand.ts";
import { type CommandState, useCommand } from "#ui/kit/use-command.ts";
import { useLive } from "#ui/kit/use-live.ts";
import { sayBlocker } from "#ui/words/blockers.ts";
import { clock, listed } from "#ui/words/figures.ts";
import type { Where } from "./CardPanel.tsx";
import { live, namesOf, placesOf } from "./sheet.ts";

const MOST_STEPS = 50;

export interface Sheet {
  readonly view: DayView;
  readonly command: CommandState;
  /** What was done last, for the status line. */
  readonly said: string;
  say(words: string): void;
  /** What taking back the last write would undo, and doing it again; null where nothing can be. */
  readonly undoes: string | null;
  readonly redoes: string | null;
  undo(): Promise<void>;
  redo(): Promise<void>;
  place(stay: StayId, where: Where): Promise<void>;
  move(from: DayCardView, where: Where): Promise<void>;
  /** A whole day as it was laid out. */
  layOut(cards: readonly ScheduledCard[], words: string): Promise<void>;
  lock(card: DayCardView): Promise<void>;
  split(card: DayCardView, first: number): Promise<void>;
  swap(one: DayCardView, other: DayCardView): Promise<void>;
  handOut(words: string): Promise<void>;
  takeBack(card: DayCardView): Promise<void>;
  cancel(card: DayCardView, reason: string): Promise<void>;
}

interface Done {
  readonly words: string;
  readonly step: DayStep;
}

/** The day as it shall stand, and the versions of what it was laid out from. */
const layOutInput = (view: DayView, cards: readonly ScheduledCard[]) => ({
  day: view.day,
  seen: live(view.cards).map(({ card, version }) => ({ id: card, version })),
  cards: cards.map(
    ({ card, stay, kind, length, rider, start, place, helper, helperSlots = null, then = null, after = null }) => ({
      id: card,
      stay,
      kind,
      length,
      rider,
      start,
      place,
      helper,
      helperSlots,
      then,
      after,
    }),
  ),
});

export function useSheet(initial: DayView): Sheet {
  /** What this screen did, the last at the end; and what it took back. */
  const [done, setDone] = useState<readonly Done[]>([]);
  const [undone, setUndone] = useState<readonly Done[]>([]);
  const [said, say] = useState("");
  const command = useCommand();
  const { view, refresh } = useLive(initial, `/today/data?day=${initial.day}`, command.busy);
  const names = namesOf(view);
  const { day } = view;

  /** Sends a write; what it was to do to the sheet can then be taken back. */
  const act = async (
    route: string,
    input: unknown,
    words: string,
    undo?: (answer: { id?: string }) => Done | null,
  ): Promise<boolean> => {
    const answer = await command.send<{ id?: string }>(route, input);
    // What is said of the sheet is said once it shows.
    await refresh();
    if (answer.ok) {
      const step = undo?.(answer.value) ?? null;
      if (step) {
        setDone((before) => [...before.slice(1 - MOST_STEPS), step]);
        setUndone([]);
      }
      say(words);
    } else if (answer.problem.code === "blocked") say(answer.problem.message);
    return answer.ok;
  };
  const change = (words: string, after: readonly ScheduledCard[]): Done | null => {
    const step = stepBetween(live(view.cards), after);
    return step && { words, step };
  };
  const replaced = (card: CardId, by: readonly ScheduledCard[]): readonly ScheduledCard[] => [
    ...live(view.cards).filter((one) => one.card !== card),
    ...by,
  ];

  /** Does a step of before, or its reverse, to the sheet as it stands now. */
  const again = async ({ words, step }: Done, said: string): Promise<boolean> => {
    const next = withStep(live(view.cards), step, ({ locked, state }) => locked || state === "closed");
    if ("cards" in next) return act("day/lay-out", layOutInput(view, next.cards), `${said}: ${words}.`);
    say(`${listed(next.moved.map(({ stay }) => names.horse(stay)))} was moved in the meantime, so nothing changed.`);
    return false;
  };

  return {
    view,
    command,
    said,
    say,
    undoes: done.at(-1)?.words ?? null,
    redoes: undone.at(-1)?.words ?? null,
    undo: async () => {
      const last = done.at(-1);
      if (!last) return;
      const ok = await again({ ...last, step: reversed(last.step) }, "Undone");
      setDone(done.slice(0, -1));
      if (ok) setUndone([...undone, last]);
    },
    redo: async () => {
      const last = undone.at(-1);
      if (!last) return;
      const ok = await again(last, "Redone");
      setUndone(undone.slice(0, -1));
      if (ok) setDone([...done, last]);
    },
    place: async (stay, where) => {
      await act(
        "day/place",
        { day, stay, ...where },
        `${names.horse(stay)} placed with ${names.person(where.rider)} at ${clock(where.start)}, ${placesOf(where, names)}.`,
        ({ id }) =>
          change(`add ${names.horse(stay)}`, [...live(view.cards), { card: (id ?? null) as CardId | null, stay, ...where }]),
      );
    },
    move: async (from, where) => {
      await act(
        "day/move",
        { id: from.card, version: from.version, ...where },
        `${from.horse} moved to ${names.person(where.rider)}, ${clock(where.start)}.`,
        () => change(`move ${from.horse}`, replaced(from.card, [{ ...from, ...where }])),
      );
    },
    layOut: async (cards, words) => {
      await act("day/lay-out", layOutInput(view, cards), words, () => change("plan the day", cards));
    },
    swap: async (one, other) => {
      const swapped = swap(dayFactsOf(view), live(view.cards), one, other);
      if ("blockers" in swapped) return say(swapped.blockers.map((blocker) => sayBlocker(blocker, names)).join(" "));
      await act("day/lay-out", layOutInput(view, swapped.cards), `${one.horse} and ${other.horse} swapped.`, () =>
        change(`swap ${one.horse} and ${other.horse}`, swapped.cards),
      );
    },
    split: async ({ card, version, horse }, first) => {
      await act("day/split", { id: card, version, first }, `${horse}: two short sessions.`);
    },
    lock: async ({ card, version, locked, horse }) => {
      await act("day/lock", { id: card, version, locked: !locked }, locked ? `${horse} unpinned.` : `${horse} pinned.`);
    },
    handOut: async (words) => {
      await act("day/hand-out", { day }, words);
    },
    takeBack: async ({ card, version, horse }) => {
      await act("day/take-back", { id: card, version }, `${horse} removed from the day.`, () =>
        change(`remove ${horse}`, replaced(card, [])),
      );
    },
    cancel: async ({ card, version, horse }, reason) => {
      await act("card/cancel", { id: card, version, reason }, `${horse}: cancelled.`);
    },
  };
}
