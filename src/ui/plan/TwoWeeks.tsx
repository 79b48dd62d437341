/** The cards of the next two weeks as they are laid, each thing to be pinned, moved to the next session, or left out for a while. */
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { LaidItem, LaidSession, Pin } from "#core/plan/term-plan.ts";
import { Button } from "#ui/kit/parts.tsx";
import { onDay, PURPOSE, sayConditions, skillWords } from "#ui/words/plan.ts";

const DAYS_SHOWN = 14;
const LEFT_OUT_DAYS = 14;

interface Props {
  readonly plan: readonly LaidSession[];
  readonly firstDay: LocalDate;
  readonly pins: readonly Pin[];
  readonly mayWrite: boolean;
  readonly busy: boolean;
  onPins(pins: readonly Pin[]): void;
}

export function TwoWeeks({ plan, firstDay, pins, mayWrite, busy, onPins }: Props) {
  const from = plan[0]?.day ?? 0;
  const cards = plan.filter(({ day }) => day < from + DAYS_SHOWN);
  const without = (skill: string, day: number): readonly Pin[] =>
    pins.filter((pin) => !(pin.kind === "pin" && pin.skill === skill && pin.day === day));
  const toNext = (item: LaidItem, day: number): void => {
    const next = plan.find((one) => one.day > day);
    if (!next) return;
    onPins([
      ...without(item.skill, day),
      { kind: "forbid", skill: item.skill, from: day, to: day },
      { kind: "pin", skill: item.skill, day: next.day },
    ]);
  };
  return (
    <ol className="grid gap-2 sm:grid-cols-2 xl:grid-cols-3">
      {cards.map((session, i) => (
        <li key={session.day} className="border border-line bg-paper p-2">
          <h3>
            {onDay(firstDay, session.day)}
            {PURPOSE[session.purpose] && <span className="text-slate"> · {PURPOSE[session.purpose]}</span>}
          </h3>
          {session.items.length === 0 && (
            <p className="text-sm text-dim">Nothing may be worked yet: what the goals rest on waits, or is held.</p>
          )}
          <ul>
            {session.items.map((item) => (
              <li key={item.skill} className="border-t border-line py-1">
                <p>
                  {item.isNew && <span className="sign text-rail">◆ new: </span>}
                  {item.pinned && <span className="sign text-slate">▼ pinned: </span>}
                  {skillWords(item.skill)}
                </p>
                {item.when.length > 0 && <p className="text-sm text-ochre">{sayConditions(item.when)}</p>}
                {mayWrite && (
                  <p className="flex flex-wrap gap-1">
                    {item.pinned ? (
                      <Button
                        disabled={busy}
                        aria-label={`Unpin ${skillWords(item.skill)}`}
                        onClick={() => onPins(without(item.skill, session.day))}
                      >
                        Unpin
                      </Button>
                    ) : (
                      <Button
                        disabled={busy}
                        aria-label={`Pin ${skillWords(item.skill)}`}
                        onClick={() => onPins([...pins, { kind: "pin", skill: item.skill, day: session.day }])}
                      >
                        Pin
                      </Button>
                    )}
                    <Button
                      disabled={busy || i + 1 >= plan.length}
                      aria-label={`Later: ${skillWords(item.skill)}`}
                      onClick={() => toNext(item, session.day)}
                    >
                      Later
                    </Button>
                    <Button
                      disabled={busy}
                      aria-label={`Leave out ${skillWords(item.skill)}`}
                      onClick={() =>
                        onPins([
                          ...without(item.skill, session.day),
                          { kind: "forbid", skill: item.skill, from: session.day, to: session.day + LEFT_OUT_DAYS - 1 },
                        ])
                      }
                    >
                      Leave out two weeks
                    </Button>
                  </p>
                )}
              </li>
            ))}
          </ul>
        </li>
      ))}
    </ol>
  );
}

/** Pins that still matter, each to be let go. */
export function Pins({ pins, firstDay, busy, onPins }: Pick<Props, "pins" | "firstDay" | "busy" | "onPins">) {
  if (pins.length === 0) return <p className="text-sm text-dim">Nothing is pinned or left out.</p>;
  const say = (pin: Pin): string =>
    pin.kind === "pin"
      ? `${skillWords(pin.skill)} on ${onDay(firstDay, pin.day)}`
      : pin.to === null
        ? `no ${skillWords(pin.skill)} any more`
        : pin.from === pin.to
          ? `no ${skillWords(pin.skill)} on ${onDay(firstDay, pin.from)}`
          : `no ${skillWords(pin.skill)} until ${onDay(firstDay, pin.to)}`;
  return (
    <ul className="flex flex-wrap gap-1">
      {pins.map((pin) => (
        <li key={JSON.stringify(pin)}>
          <Button disabled={busy} aria-label={`${say(pin)}, let go`} onClick={() => onPins(pins.filter((one) => one !== pin))}>
            {say(pin)} ×
          </Button>
        </li>
      ))}
    </ul>
  );
}
