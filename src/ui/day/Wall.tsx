/** The day on the wall of the aisle: strings, places and what changed, read from two metres, kept current by itself; nothing to touch. */

import { useEffect, useState } from "react";
import type { DayCardView, DayView } from "#contracts/views.ts";
import { dateInZone, sayDate } from "#core/calendar/local-date.ts";
import { DAY_GRID, HALF_HOUR, HOUR } from "#core/day/model.ts";
import { standingNow } from "#core/day/now.ts";
import { helperLength } from "#core/day/parts.ts";
import { weatherWarning } from "#core/day/weather-day.ts";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useLive } from "#ui/kit/use-live.ts";
import { STEP_WORDS } from "#ui/words/because.ts";
import { clock, minutesAsClock } from "#ui/words/figures.ts";
import { sayTold } from "#ui/words/weather.ts";
import {
  atPlace,
  columnAt,
  columnsOf,
  drawnOf,
  hourMarks,
  inRows,
  KIND_SHAPE,
  live,
  namesOf,
  placesOf,
  ROW_START,
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

/** Null where there is nothing to say. */
const listLines = (lines: readonly string[]) =>
  lines.length === 0
    ? null
    : lines.map((line) => (
        <span key={line} className="block">
          {line}
        </span>
      ));

export function Wall({ initial }: { initial: DayView }) {
  useAwake();
  // Without a day the server gives its today: the wall turns over with the first write of the new day.
  const { view } = useLive(initial, "/today/data");
  const minutes = useClock(view);
  const names = namesOf(view);
  // What riders have not been handed is still the manager's.
  const cards = live(view.cards).filter(({ state }) => state !== "placed");
  const people = view.people.filter(({ id }) => cards.some(({ rider, helper }) => rider === id || helper === id));
  const drawn = drawnOf({ hours: view.hours, cards });
  const columns = columnsOf(drawn);
  const told = weatherWarning(view);
  const at = minutes === null ? null : (minutes - DAY_GRID.start) / DAY_GRID.minutes;
  const standing = at === null ? [] : standingNow(view.people, cards, at);
  const upcoming = at === null ? [] : cards.filter(({ start, state }) => start > at && state !== "closed");
  const soonest = Math.min(...upcoming.map(({ start }) => start));
  const nextOnes = upcoming.filter(({ start }) => start === soonest);
  const sayCard = (card: DayCardView): string => `${names.person(card.rider)}: ${card.horse}, ${placesOf(card, names)}`;
  const steps = cards.flatMap((card) => {
    const horse = view.horses.find(({ stay }) => stay === card.stay);
    // Who may not take it has the horse for something else.
    const because = horse?.planned?.notFor.includes(card.rider) ? undefined : horse?.work?.because;
    return because?.code === "step" && card.state !== "closed" ? [{ card, step: because.step }] : [];
  });
  return (
    <div role="region" aria-label="The day" tabIndex={0} className="overflow-x-auto">
      <div className="min-w-[60rem] text-lg">
        <div className="flex items-baseline justify-between border-b-4 border-double border-rail pb-1">
          <h1 className="text-4xl">{sayDate(view.day)}</h1>
          <p className="sign text-3xl">{minutes === null ? view.barn : minutesAsClock(minutes)}</p>
        </div>
        {told.map((one) => (
          <p key={one.because} className="bg-ochre-soft px-2 py-1 text-xl">
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
        {at !== null && cards.length > 0 && (
          <dl className="grid grid-cols-3 gap-x-6 border-b border-line py-2 text-2xl leading-tight">
            <div>
              <dt className="sign text-dim">Now</dt>
              <dd>
                {listLines(cards.filter(({ start, length }) => start <= at && at < start + length).map(sayCard)) ??
                  "Nobody is working."}
              </dd>
            </div>
            <div>
              <dt className="sign text-dim">Next</dt>
              <dd>{listLines(nextOnes.map((card) => `${clock(card.start)} ${sayCard(card)}`)) ?? "Nothing else today."}</dd>
            </div>
            <div>
              <dt className="sign text-dim">Free</dt>
              <dd>
                {listLines(
                  standing.flatMap(({ person, freeUntil }) =>
                    freeUntil === null ? [] : [`${names.person(person)}, until ${clock(freeUntil)}`],
                  ),
                ) ?? "Nobody."}
              </dd>
            </div>
          </dl>
        )}
        <div className="grid grid-cols-[13rem_1fr] pt-2" aria-hidden="true">
          <span />
          <div className={`grid ${columns} sign text-dim`}>
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
        {people.length === 0 && <p className="py-6 text-2xl">Nothing is handed out yet.</p>}
        {people.map((person) => (
          <section
            key={person.id}
            aria-label={person.name}
            className="grid grid-cols-[13rem_1fr] items-center border-t border-line"
          >
            <h2 className="truncate text-2xl">{person.name}</h2>
            <ol className={`relative grid min-h-16 ${columns}`}>
              {at !== null && at >= drawn.from && at < drawn.to && (
                <li
                  aria-hidden="true"
                  className={`${columnAt(drawn, { start: Math.floor(at), length: 1 })} row-span-full row-start-1 border-l-4 border-oxblood`}
                />
              )}
              {cards
                .filter(({ rider }) => rider === person.id)
                .map((card) => (
                  <li
                    key={card.card}
                    className={`${columnAt(drawn, card)} ${KIND_SHAPE[card.kind]} ${card.state === "closed" ? "border-line text-dim" : "border-rail bg-rail-soft"} row-start-1 m-0.5 flex min-w-0 flex-col justify-center border-2 px-1.5 leading-tight`}
                  >
                    <span
                      className={`sign ${card.length <= HALF_HOUR ? "overflow-hidden text-base leading-4 break-words" : "truncate text-xl"}`}
                    >
                      {card.state === "closed" ? "✓ " : ""}
                      {card.horse}
                    </span>
                    <span className="truncate text-base">
                      {placesOf(card, names)}
                      {card.helper ? ` + ${names.person(card.helper)}` : ""}
                    </span>
                  </li>
                ))}
              {cards
                .filter(({ helper }) => helper === person.id)
                .map((card) => (
                  <li
                    key={`help-${card.card}`}
                    className={`${columnAt(drawn, { start: card.start, length: helperLength(card) })} row-start-1 m-0.5 self-center truncate border-y-2 border-slate px-1 text-base`}
                  >
                    helps {card.horse}
                  </li>
                ))}
            </ol>
          </section>
        ))}
        <h2 className="pt-3 text-2xl">Places</h2>
        {view.places.map((place) => (
          <section key={place.id} aria-label={place.name} className="grid grid-cols-[13rem_1fr] border-t border-line">
            <h3 className="sign truncate text-xl">{place.name}</h3>
            <ol className={`grid ${columns}`}>
              {inRows(atPlace(cards, place.id)).map(({ item, row }) => (
                <li
                  key={`${item.card} ${item.start}`}
                  className={`${columnAt(drawn, item)} ${ROW_START[row]} ${KIND_SHAPE[item.kind]} m-px truncate border border-rail bg-rail-soft px-1 text-base`}
                >
                  {item.horse}
                </li>
              ))}
            </ol>
          </section>
        ))}
      </div>
    </div>
  );
}
