/** The week in the browser: what the server last said of it, kept current, and the writes that change what is meant, each with its undoing. */
import { useState } from "react";
import type { WeekHorseView, WeekPlanView, WeekView } from "#contracts/views.week.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import { type CommandState, useCommand } from "#ui/kit/use-command.ts";
import { useLive } from "#ui/kit/use-live.ts";

export interface MeantDay {
  readonly day: LocalDate;
  readonly pinned: boolean;
  readonly rider: PersonId | null;
}
/** What a write made of some horses. */
interface Change {
  readonly words: string;
  readonly horses: readonly {
    readonly stay: StayId;
    readonly before: readonly MeantDay[];
    readonly after: readonly MeantDay[];
  }[];
}
export interface Week {
  readonly view: WeekView;
  readonly command: CommandState;
  readonly said: string;
  readonly undoes: string | null;
  readonly redoes: string | null;
  undo(): Promise<void>;
  redo(): Promise<void>;
  /** One horse's meant days, as they shall be. */
  set(horse: WeekHorseView, after: readonly MeantDay[], words: string): Promise<void>;
  /** All of them, as they were worked out. */
  layOut(plan: NonNullable<WeekPlanView["plan"]>, words: string): Promise<void>;
  send(route: string, input: unknown, words: string): Promise<void>;
}

export const meantOf = ({ cells }: WeekHorseView): readonly MeantDay[] =>
  cells.flatMap(({ day, meant }) => (meant ? [{ day, ...meant }] : []));
const same = (a: readonly MeantDay[], b: readonly MeantDay[]): boolean => {
  const text = (days: readonly MeantDay[]): string => JSON.stringify(days.map(({ day, pinned }) => [day, pinned]).sort());
  return text(a) === text(b);
};

export function useWeek(initial: WeekView): Week {
  const [done, setDone] = useState<readonly Change[]>([]);
  const [undone, setUndone] = useState<readonly Change[]>([]);
  const [said, say] = useState("");
  const command = useCommand();
  const { view, refresh } = useLive(initial, `/week/data?from=${initial.days[0]?.day}`, command.busy);
  const send = async (route: string, input: unknown, words: string): Promise<boolean> => {
    const answer = await command.send(route, input);
    await refresh();
    if (answer.ok) say(words);
    return answer.ok;
  };
  const write = ({ horses }: Change, words: string, laid: boolean): Promise<boolean> =>
    send(
      "week/set",
      {
        days: view.days.map(({ day }) => day),
        laid,
        horses: horses.map(({ stay, before, after }) => ({
          stay,
          seen: before.map(({ day, pinned }) => ({ day, pinned })),
          wanted: after,
        })),
      },
      words,
    );
  const change = async (next: Change, words: string, laid: boolean): Promise<void> => {
    if (!(await write(next, words, laid))) return;
    setDone([...done, next]);
    setUndone([]);
  };
  return {
    view,
    command,
    said,
    undoes: done.at(-1)?.words ?? null,
    redoes: undone.at(-1)?.words ?? null,
    undo: async () => {
      const last = done.at(-1);
      if (!last) return;
      const horses = last.horses.map(({ stay, before, after }) => ({ stay, before: after, after: before }));
      if (await write({ ...last, horses }, `Undone: ${last.words}.`, false)) setUndone([...undone, last]);
      setDone(done.slice(0, -1));
    },
    redo: async () => {
      const last = undone.at(-1);
      if (!last) return;
      if (await write(last, `Redone: ${last.words}.`, false)) setDone([...done, last]);
      setUndone(undone.slice(0, -1));
    },
    set: (horse, after, words) =>
      change({ words, horses: [{ stay: horse.stay, before: meantOf(horse), after }] }, `${words}.`, false),
    layOut: (plan, words) => {
      const horses = view.horses.flatMap((horse) => {
        const before = meantOf(horse);
        const chosen = plan.horses.find(({ stay }) => stay === horse.stay)?.days ?? [];
        const after = chosen.map(({ day, rider }) => ({
          day,
          rider,
          pinned: before.some((one) => one.day === day && one.pinned),
        }));
        return same(before, after) && after.every(({ rider }) => rider === null) ? [] : [{ stay: horse.stay, before, after }];
      });
      return change({ words: "plan the week", horses }, words, true);
    },
    send: async (route, input, words) => {
      await send(route, input, words);
    },
  };
}
