/** The cards of the next two weeks as they are laid, each thing to be pinned, moved to the next session, or left out for a while. */

import { Fragment, useState } from "react";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { Pin } from "#core/plan/asked.ts";
import type { ScheduledItem, ScheduledSession } from "#core/plan/session.ts";
import type { WrittenWork } from "#core/plan/written.ts";
import { later } from "#ui/kit/later.tsx";
import { BARE_INPUT, Button } from "#ui/kit/parts.tsx";
import { sayBecause } from "#ui/words/because.ts";
import { inner, listed } from "#ui/words/figures.ts";
import { SESSION } from "#ui/words/labels.ts";
import { onDay, PURPOSE, sayPlace } from "#ui/words/plan.ts";
import { sayConditions, skillWords } from "#ui/words/skills.ts";

// eslint-disable-next-line no-restricted-syntax -- a neighbour in this very folder; no fence lies between
const WriteCard = later(async () => (await import("./WriteCard.tsx")).WriteCard);

/** Around the main, in the order in which they come. */
const PARTS = [
  ["warmUp", "Warm-up"],
  ["handling", "Daily"],
  ["finish", "Finish"],
  ["leaveAlone", "Leave alone"],
] as const;
const DAYS_SHOWN = 14;
const LEFT_OUT_DAYS = 14;

interface Props {
  readonly plan: readonly ScheduledSession[];
  readonly firstDay: LocalDate;
  readonly pins: readonly Pin[];
  readonly mayWrite: boolean;
  readonly busy: boolean;
  onPins(pins: readonly Pin[]): void;
}

export function TwoWeeks({ plan, firstDay, pins, mayWrite, busy, onPins }: Props) {
  const [writing, setWriting] = useState<number | null>(null);
  const from = plan[0]?.day ?? 0;
  const cards = plan.filter(({ day }) => day < from + DAYS_SHOWN);
  const without = (skill: string, day: number): readonly Pin[] =>
    pins.filter((pin) => !(pin.kind === "pin" && pin.skill === skill && pin.day === day));
  const change = (how: string, { skill }: ScheduledItem, day: number): void => {
    const next = plan.find((one) => one.day > day);
    const rest = without(skill, day);
    if (how === "pin") onPins([...pins, { kind: "pin", skill, day }]);
    if (how === "unpin") onPins(rest);
    if (how === "leave") onPins([...rest, { kind: "forbid", skill, from: day, to: day + LEFT_OUT_DAYS - 1 }]);
    if (how === "later" && next)
      onPins([...rest, { kind: "forbid", skill, from: day, to: day }, { kind: "pin", skill, day: next.day }]);
  };
  const writtenOn = (day: number): WrittenWork | null =>
    pins.find((pin): pin is WrittenWork => pin.kind === "written" && pin.day === day) ?? null;
  const write = (day: number, next: WrittenWork | null): void => {
    onPins([...pins.filter((pin) => pin !== writtenOn(day)), ...(next ? [next] : [])]);
    setWriting(null);
  };
  return (
    <ol className="grid gap-2 sm:grid-cols-2 xl:grid-cols-3">
      {cards.map((session, i) => (
        <li key={session.day} className="border border-line bg-paper p-2">
          <h3>
            {onDay(firstDay, session.day)}
            {session.place !== "anywhere" && <span className="font-normal text-dim"> · {sayPlace(session)}</span>}
            {PURPOSE[session.purpose] && <span className="text-slate"> · {PURPOSE[session.purpose]}</span>}
          </h3>
          {session.items.length === 0 && (
            <p className="text-sm text-dim">Nothing planned this day. Close an open check or set a goal.</p>
          )}
          {session.items.length > 0 && <p className="text-sm text-dim">{SESSION[session.kind]}</p>}
          {writing === session.day && (
            <WriteCard
              session={session}
              day={onDay(firstDay, session.day)}
              written={writtenOn(session.day)}
              busy={busy}
              onSave={(next) => write(session.day, next)}
              onCancel={() => setWriting(null)}
            />
          )}
          <ul>
            {session.items.map((item) => (
              <li key={item.skill} className="border-t border-line py-1">
                <p className="font-semibold">
                  {item.isNew && <span className="sign text-rail">◆ new: </span>}
                  {item.pinned && <span className="sign text-slate">▼ pinned: </span>}
                  {skillWords(item.skill)}
                </p>
                {item.when.length > 0 && <p className="text-sm text-ochre">{sayConditions(item.when)}</p>}
                {mayWrite && !writtenOn(session.day) && (
                  <select
                    aria-label={`Change ${skillWords(item.skill)} on ${onDay(firstDay, session.day)}`}
                    className={`${BARE_INPUT} w-auto text-sm text-dim`}
                    disabled={busy}
                    value=""
                    onChange={(event) => change(event.target.value, item, session.day)}
                  >
                    <option value="">Change…</option>
                    {item.pinned ? <option value="unpin">Unpin</option> : <option value="pin">Pin to this day</option>}
                    {i + 1 < plan.length && <option value="later">Move to the next session</option>}
                    <option value="leave">Leave out for two weeks</option>
                  </select>
                )}
              </li>
            ))}
          </ul>
          {session.items.length > 0 && <p className="text-sm text-dim">{sayBecause(session.because)}</p>}
          <dl className="grid grid-cols-[auto_1fr] gap-x-2 pt-1 text-sm">
            {PARTS.map(([part, name]) =>
              session[part].length === 0 ? null : (
                <Fragment key={part}>
                  <dt className="sign text-dim">{name}</dt>
                  <dd>{inner(listed(session[part].map((id) => inner(skillWords(id)))))}</dd>
                </Fragment>
              ),
            )}
          </dl>
          {mayWrite && writing !== session.day && (
            <Button disabled={busy} onClick={() => setWriting(session.day)}>
              {writtenOn(session.day) ? "Change what you wrote" : "Write this card"}
            </Button>
          )}
        </li>
      ))}
    </ol>
  );
}

/** Pins that still matter, each to be let go. */
export function Pins({ pins, firstDay, busy, onPins }: Pick<Props, "pins" | "firstDay" | "busy" | "onPins">) {
  if (pins.length === 0) return <p className="text-sm text-dim">Nothing is pinned or left out.</p>;
  const say = (pin: Pin): string =>
    pin.kind === "written"
      ? `the card of ${onDay(firstDay, pin.day)}, by hand`
      : pin.kind === "week"
        ? `the week of ${onDay(firstDay, pin.from)}: ${pin.words}`
        : pin.kind === "pin"
          ? `${skillWords(pin.skill)} on ${onDay(firstDay, pin.day)}`
          : pin.to === null
            ? `no more ${skillWords(pin.skill)}`
            : pin.from === pin.to
              ? `no ${skillWords(pin.skill)} on ${onDay(firstDay, pin.from)}`
              : `no ${skillWords(pin.skill)} until ${onDay(firstDay, pin.to)}`;
  return (
    <ul className="flex flex-wrap gap-1">
      {pins.map((pin) => (
        <li key={JSON.stringify(pin)}>
          <Button disabled={busy} aria-label={`${say(pin)}: undo`} onClick={() => onPins(pins.filter((one) => one !== pin))}>
            {say(pin)} ×
          </Button>
        </li>
      ))}
    </ul>
  );
}
