/** The day on the wall of the aisle: strings, places and what changed, read from two metres, kept current by itself; nothing to touch. */

import { Fragment, useEffect, useRef, useState } from "react";
import type { DayCardView, DayView } from "#contracts/views.ts";
import { dateInZone, sayDate } from "#core/calendar/local-date.ts";
import { DAY_GRID, HALF_HOUR, HOUR } from "#core/day/model.ts";
import { standingNow } from "#core/day/now.ts";
import { weatherWarning } from "#core/day/weather-day.ts";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useLive } from "#ui/kit/use-live.ts";
import { STEP_WORDS } from "#ui/words/because.ts";
import type { Names } from "#ui/words/blockers.ts";
import { clock, minutesAsClock, shortNames } from "#ui/words/figures.ts";
import { sayTold } from "#ui/words/weather.ts";
import {
  atPlace,
  columnAt,
  columnsOf,
  type Drawn,
  foldedOf,
  hourMarks,
  KIND_SHAPE,
  live,
  namesOf,
  placesOf,
  windowOf,
  within,
} from "./sheet.ts";

const LOOKS_AT_THE_CLOCK = 20_000;

/** Minutes after midnight in the barn; null while the page's day is not the barn's today by the clock. */
function useClock({ day, timeZone }: DayView): number | null {
  const [minutes, setMinutes] = useState<number | null>(null);
  useEffect(() => {
    const look = (): void => {
      const now = Date.now();
      const said = new Intl.DateTimeFormat("en-GB", { timeZone, hour: "2-digit", minute: "2-digit" }).format(now);
      setMinutes(dateInZone(timeZone, now) === day ? Number(said.slice(0, 2)) * 60 + Number(said.slice(3, 5)) : null);
    };
    look();
    const timer = setInterval(look, LOOKS_AT_THE_CLOCK);
    return () => clearInterval(timer);
  }, [day, timeZone]);
  return minutes;
}

const ASKS_AGAIN = 60_000;
const STALE = 3 * ASKS_AGAIN;
/** Since when the server has not answered, on the barn's clock; null: it does. A screen that nobody touches must say so by itself. */
function useStale(answeredAt: number | null, refresh: () => Promise<void>, timeZone: string): string | null {
  const [since, setSince] = useState<string | null>(null);
  const last = useRef<number | null>(null);
  last.current = answeredAt ?? last.current;
  useEffect(() => {
    last.current ??= Date.now();
    const timer = setInterval(() => {
      void refresh();
      const then = last.current ?? Date.now();
      setSince(
        Date.now() - then > STALE
          ? new Intl.DateTimeFormat("en-GB", { timeZone, hour: "2-digit", minute: "2-digit" }).format(then)
          : null,
      );
    }, ASKS_AGAIN);
    return () => clearInterval(timer);
  }, [refresh, timeZone]);
  return since;
}

/** A session in its rider's row, with who stands by: whole names, on two lines before they are cut. */
function WallCard({
  card,
  drawn,
  names,
  short,
  now,
}: {
  card: DayCardView;
  drawn: Drawn;
  names: Names;
  short(name: string): string;
  now: boolean;
}) {
  const part = within(drawn, card);
  if (!part) return null;
  const done = card.state === "closed";
  const look = done ? "border-line text-dim" : now ? "border-4 border-ink bg-straw" : "border-rail bg-rail-soft";
  return (
    <li
      className={`${columnAt(drawn, part)} ${KIND_SHAPE[card.kind]} ${look} row-start-1 m-0.5 flex min-w-0 flex-col justify-center border-2 px-2 py-1 leading-[1.1]`}
    >
      <span className={`sign break-words ${part.length <= HALF_HOUR ? "text-2xl" : "text-[2rem]"}`}>
        {done ? "✓ " : ""}
        {card.horse}
      </span>
      <span className={done && part.length <= HALF_HOUR ? "sr-only" : "text-2xl"}>
        {placesOf(card, names)}
        {card.helper ? ` · with ${short(names.person(card.helper))}` : ""}
      </span>
    </li>
  );
}

/** Who is in a place now and who comes next; without a clock, everybody of the day. */
function sayPlace(cards: readonly DayCardView[], place: string, at: number | null): string {
  const here = atPlace(cards, place).sort((a, b) => a.start - b.start);
  const named = (card: DayCardView): string => `${clock(card.start)} ${card.horse}`;
  if (at === null) return here.length > 0 ? here.map(named).join(", ") : "free all day";
  const now = here.filter(({ start, length }) => start <= at && at < start + length).map(({ horse }) => horse);
  const next = here.find(({ start }) => start > at);
  return `${now.length > 0 ? now.join(", ") : "free"}${next ? `; ${named(next)}` : ""}`;
}

export function Wall({ initial }: { initial: DayView }) {
  useAwake();
  // Without a day the server gives its today: the wall turns over with the first write of the new day.
  const { view, answeredAt, refresh } = useLive(initial, "/today/data");
  const minutes = useClock(view);
  const stale = useStale(answeredAt, refresh, view.timeZone);
  const names = namesOf(view);
  const short = shortNames(view.people.map(({ name }) => name));
  // What riders have not been handed is still the manager's.
  const cards = live(view.cards).filter(({ state }) => state !== "placed");
  const at = minutes === null ? null : (minutes - DAY_GRID.start) / DAY_GRID.minutes;
  const isNow = ({ start, length }: DayCardView): boolean => at !== null && start <= at && at < start + length;
  const riders = view.people
    .map((person) => ({ person, mine: cards.filter(({ rider }) => rider === person.id) }))
    .filter(({ mine }) => mine.length > 0);
  // Who is at work comes first, where there are more than the screen has room for.
  const rows = [...riders].sort((a, b) => Number(b.mine.some(isNow)) - Number(a.mine.some(isNow)));
  const drawn = at === null ? foldedOf({ hours: view.hours, cards }) : windowOf({ hours: view.hours, cards }, at);
  const columns = columnsOf(drawn);
  const told = weatherWarning(view);
  const standing = at === null ? [] : standingNow(view.people, cards, at);
  const free = standing.flatMap(({ person, freeUntil }) =>
    freeUntil === null ? [] : [`${short(names.person(person))} until ${clock(freeUntil)}`],
  );
  const left = at === null ? cards.length : cards.filter(({ start, state }) => start > at && state !== "closed").length;
  const steps = cards.flatMap((card) => {
    const horse = view.horses.find(({ stay }) => stay === card.stay);
    // Who may not take it has the horse for something else.
    const because = horse?.planned?.notFor.includes(card.rider) ? undefined : horse?.work?.because;
    return because?.code === "step" && card.state !== "closed" ? [{ card, step: because.step }] : [];
  });
  return (
    <div role="region" aria-label="The day" tabIndex={0} className="overflow-x-auto">
      <div className="min-w-[60rem]">
        <div className="flex items-baseline justify-between border-b-4 border-double border-rail pb-1">
          <h1 className="text-4xl">{sayDate(view.day)}</h1>
          <p className="sign text-4xl">{minutes === null ? view.barn : minutesAsClock(minutes)}</p>
        </div>
        {stale && <p className="sign bg-oxblood px-2 py-1 text-2xl text-paper">Not renewed since {stale}. Ask at the desk.</p>}
        {told.map((one) => (
          <p key={one.because} className="bg-ochre-soft px-2 py-1 text-2xl">
            ▲ {sayTold(one, names.horse)}
          </p>
        ))}
        {steps.length > 0 && (
          <p className="bg-straw px-2 py-1 text-2xl">
            <span className="sign">Big steps today</span>{" "}
            {steps
              .map(
                ({ card, step }) =>
                  `${clock(card.start)} ${card.horse}: ${STEP_WORDS[step]}${card.helper ? `, with ${names.person(card.helper)}` : ""}`,
              )
              .join(" · ")}
          </p>
        )}
        <div className="grid grid-cols-[11rem_1fr] pt-2" aria-hidden="true">
          <span />
          <div className={`grid ${columns} sign text-2xl text-dim`}>
            {hourMarks(drawn).map((slot) => (
              <span
                key={slot}
                className={`${columnAt(drawn, { start: slot, length: Math.min(HOUR, drawn.to - slot) })} border-l border-line pl-1`}
              >
                {clock(slot)}
              </span>
            ))}
          </div>
        </div>
        {rows.length === 0 && <p className="py-6 text-[2rem]">Nothing is handed out yet.</p>}
        {rows.length > 0 && left === 0 && at !== null && <p className="py-2 text-[2rem]">Nothing else is planned today.</p>}
        {rows.map(({ person, mine }) => (
          <section
            key={person.id}
            aria-label={person.name}
            className="grid grid-cols-[11rem_1fr] items-center border-t border-line"
          >
            <h2 className="text-[2rem] leading-none break-words">{short(person.name)}</h2>
            <ol className={`relative grid min-h-[5.25rem] ${columns}`}>
              {at !== null && at >= drawn.from && at < drawn.to && (
                <li
                  aria-hidden="true"
                  className={`${columnAt(drawn, { start: Math.floor(at), length: 1 })} row-span-full row-start-1 border-l-4 border-oxblood`}
                />
              )}
              {mine.map((card) => (
                <WallCard key={card.card} card={card} drawn={drawn} names={names} short={short} now={isNow(card)} />
              ))}
            </ol>
          </section>
        ))}
        <dl className="mt-2 grid grid-cols-[11rem_1fr] border-t-4 border-double border-rail pt-1 text-2xl leading-snug">
          {view.places.map((place) => (
            <Fragment key={place.id}>
              <dt className="sign">{place.name}</dt>
              <dd>{sayPlace(cards, place.id, at)}</dd>
            </Fragment>
          ))}
          {at !== null && (
            <>
              <dt className="sign text-dim">Free</dt>
              <dd>{free.length > 0 ? free.join(", ") : "Nobody."}</dd>
            </>
          )}
        </dl>
      </div>
    </div>
  );
}
