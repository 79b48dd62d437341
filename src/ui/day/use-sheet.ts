/** The sheet of a day in the browser: what the server last said of it, kept current, and the writes that change it, each with its undoing. */
import { useCallback, useEffect, useState } from "react";
import type { DayCardView, DayView } from "#contracts/views.ts";
import type { Laid } from "#core/day/from-barn.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { type CommandState, useCommand } from "#ui/kit/use-command.ts";
import { clock } from "#ui/words/figures.ts";
import type { Where } from "./CardPanel.tsx";
import { live, namesOf } from "./sheet.ts";

/** Others hand out, log and cancel while this sheet is open: on the office wall it keeps itself current. */
const RENEW_AFTER = 10_000;

interface Undo {
  readonly words: string;
  readonly route: string;
  input(view: DayView): unknown;
}

export interface Sheet {
  readonly view: DayView;
  readonly command: CommandState;
  /** What was done last, for the status line. */
  readonly said: string;
  say(words: string): void;
  /** What taking back the last write would undo; null where nothing can be. */
  readonly undoes: string | null;
  undo(): Promise<void>;
  place(stay: StayId, where: Where): Promise<void>;
  move(from: DayCardView, where: Where): Promise<void>;
  /** A whole day as it was laid out. */
  layOut(cards: readonly Laid[], words: string): Promise<void>;
  lock(card: DayCardView): Promise<void>;
  handOut(words: string): Promise<void>;
  takeBack(card: DayCardView): Promise<void>;
  cancel(card: DayCardView, reason: string): Promise<void>;
}

/** The day as it shall stand, and the versions of what it was laid out from. */
const layOutInput = (view: DayView, cards: readonly Laid[]) => ({
  day: view.day,
  seen: live(view.cards).map(({ card, version }) => ({ id: card, version })),
  cards: cards.map(({ card, stay, kind, length, rider, start, place, helper }) => ({
    id: card,
    stay,
    kind,
    length,
    rider,
    start,
    place,
    helper,
  })),
});

export function useSheet(initial: DayView): Sheet {
  const [view, setView] = useState(initial);
  const [undo, setUndo] = useState<Undo | null>(null);
  const [said, say] = useState("");
  const command = useCommand();
  const names = namesOf(view);
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

  const act = async (route: string, input: unknown, words: string, back?: (answer: { id?: string }) => Undo): Promise<void> => {
    const answer = await command.send<{ id?: string }>(route, input);
    if (answer.ok) {
      setUndo(back?.(answer.value) ?? null);
      say(words);
    } else if (answer.problem.code === "blocked") say(answer.problem.message);
    await refresh();
  };

  return {
    view,
    command,
    said,
    say,
    undoes: undo?.words ?? null,
    undo: async () => {
      if (undo) await act(undo.route, undo.input(view), `Undone: ${undo.words}.`);
    },
    place: (stay, where) =>
      act(
        "day/place",
        { day, stay, ...where },
        `${names.horse(stay)} placed with ${names.person(where.rider)} at ${clock(where.start)}, ${names.place(where.place)}.`,
        ({ id }) => ({
          words: `placing of ${names.horse(stay)}`,
          route: "day/take-back",
          input: (now) => ({ id, version: now.cards.find((one) => one.card === id)?.version ?? 1 }),
        }),
      ),
    move: (from, where) =>
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
      ),
    layOut: (cards, words) => {
      const before = live(view.cards);
      return act("day/lay-out", layOutInput(view, cards), words, () => ({
        words: "laying out",
        route: "day/lay-out",
        // What was taken off the sheet meanwhile is placed as a new card.
        input: (now) =>
          layOutInput(
            now,
            before.map((one) => ({
              ...one,
              card: now.cards.some(({ card, state }) => card === one.card && state !== "cancelled") ? one.card : null,
            })),
          ),
      }));
    },
    lock: ({ card, version, locked, horse }) =>
      act(
        "day/lock",
        { id: card, version, locked: !locked },
        locked ? `${horse} may be moved again.` : `${horse} stays where it is.`,
      ),
    handOut: (words) => act("day/hand-out", { day }, words),
    takeBack: ({ card, version, horse }) => act("day/take-back", { id: card, version }, `${horse} is to place again.`),
    cancel: ({ card, version, horse }, reason) => act("card/cancel", { id: card, version, reason }, `${horse}: cancelled.`),
  };
}
