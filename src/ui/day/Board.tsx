/** The strings: one row a person on the clock, and under them the places with what occupies them. */

import { useDraggable, useDroppable } from "@dnd-kit/core";
import type { DayCardView, DayPersonView, DayView } from "#contracts/views.ts";
import { startsOf } from "#core/day/hours.ts";
import { type Blocker, HALF_HOUR, HOUR } from "#core/day/model.ts";
import { helperLength } from "#core/day/parts.ts";
import { missesSecond } from "#core/day/second.ts";
import type { CardId } from "#core/kernel/brand.ts";
import { BLOCKER_WORD, sayBlocker } from "#ui/words/blockers.ts";
import { SECOND_WANTED } from "#ui/words/day.ts";
import { clock, shortNames } from "#ui/words/figures.ts";
import { SESSION, STATE } from "#ui/words/labels.ts";
import { sayWeight } from "#ui/words/units.ts";
import {
  atPlace,
  columnAt,
  columnsOf,
  type Drawn,
  hourMarks,
  inRows,
  isWide,
  KIND_SHAPE,
  live,
  namesOf,
  type PricedSpot,
  placesOf,
  ROW_START,
  spotKey,
  widthOf,
} from "./sheet.ts";

function HourHead({ drawn }: { drawn: Drawn }) {
  return (
    <div className="grid grid-cols-[9rem_1fr]" aria-hidden="true">
      <span />
      <div className={`grid grid-rows-1 ${columnsOf(drawn)} sign text-sm text-dim`}>
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
  );
}

const CARD_TONE: Record<DayCardView["state"], string> = {
  placed: "border-dashed border-rail bg-paper",
  "handed-out": "border-rail bg-rail-soft",
  closed: "border-line bg-chalk text-dim",
  cancelled: "border-line",
};

function CardBlock({
  card,
  view,
  drawn,
  may,
  selected,
  ghost,
  fallen,
  onSelect,
}: {
  card: DayCardView;
  view: DayView;
  drawn: Drawn;
  may: boolean;
  selected: boolean;
  ghost: boolean;
  /** It should not stand here any more. */
  fallen: boolean;
  onSelect(): void;
}) {
  const open = card.state === "placed" || card.state === "handed-out";
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: card.card, disabled: !may || !open });
  const names = namesOf(view);
  const helper = card.helper ? ` with ${names.person(card.helper)}` : "";
  const horse = view.horses.find(({ stay }) => stay === card.stay);
  const missing = open && horse !== undefined && missesSecond(horse, card);
  return (
    <button
      ref={setNodeRef}
      {...listeners}
      type="button"
      onClick={onSelect}
      aria-pressed={selected}
      className={`${columnAt(drawn, card)} ${KIND_SHAPE[card.kind]} z-10 row-start-1 m-px flex min-w-0 flex-col justify-center overflow-hidden border px-1 text-left ${fallen ? "border-2 border-oxblood bg-oxblood-soft" : CARD_TONE[card.state]} ${selected ? "outline-3 outline-slate" : ""} ${ghost ? "pointer-events-none opacity-60" : ""} ${isDragging ? "opacity-40" : ""}`}
    >
      <span className={`sign ${card.length <= HALF_HOUR ? "text-xs leading-3 break-words" : "text-sm leading-tight"}`}>
        {card.state === "closed" ? "✓ " : fallen ? "▲ " : card.locked ? "▼ " : ""}
        {card.horse}
      </span>
      {card.length > HALF_HOUR && (
        <span className="truncate text-xs text-dim">
          {placesOf(card, names)}
          {missing ? " · second person wanted" : ""}
          {card.helper ? ` · with ${shortNames(view.people.map(({ name }) => name))(names.person(card.helper))}` : ""}
        </span>
      )}
      <span className="sr-only">
        {placesOf(card, names)}, {clock(card.start)} to {clock(card.start + card.length)}, {SESSION[card.kind]}
        {helper}. {STATE[card.state]}.{card.locked ? " Pinned." : ""}
        {fallen ? " No longer possible." : ""}
        {missing ? ` ${SECOND_WANTED}` : ""}
      </span>
    </button>
  );
}

function SpotCell({
  person,
  start,
  spot,
  view,
  drawn,
  tabbable,
  onPick,
  onHover,
}: {
  person: DayPersonView;
  start: number;
  spot: PricedSpot;
  view: DayView;
  drawn: Drawn;
  tabbable: boolean;
  onPick(): void;
  onHover(): void;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: spotKey(person.id, start), data: { rider: person.id, start } });
  const names = namesOf(view);
  const free = spot.blockers.length === 0;
  const cost = spot.cost ?? 0;
  const word = spot.blockers[0] ? BLOCKER_WORD[spot.blockers[0].code] : cost > 0 ? "±" : "+";
  const says = free
    ? `free, ${placesOf(spot.placement, names)}${spot.placement.helper ? ` with ${names.person(spot.placement.helper)}` : ""}${cost > 0 ? ", with a trade-off" : ""}`
    : `${word}. ${spot.blockers.map((blocker) => sayBlocker(blocker, names)).join(" ")}`;
  return (
    <button
      ref={setNodeRef}
      type="button"
      data-spot={spotKey(person.id, start)}
      tabIndex={tabbable ? 0 : -1}
      onClick={onPick}
      onMouseEnter={onHover}
      onFocus={onHover}
      aria-label={`${person.name}, ${clock(start)}: ${says}`}
      className={`${columnAt(drawn, { start, length: view.hours.step })} row-start-1 m-px flex min-h-11 items-center justify-center border text-xs ${free ? "border-rail bg-rail-soft text-rail hover:bg-straw" : "border-edge text-dim"} ${isOver ? "bg-straw outline-2 outline-ink" : ""}`}
    >
      <span aria-hidden="true" className={free && cost === 0 ? "text-base" : free ? "text-xs" : "text-[0.65rem]"}>
        {word}
      </span>
    </button>
  );
}

export interface BoardProps {
  readonly view: DayView;
  readonly drawn: Drawn;
  readonly fallen: ReadonlyMap<CardId, readonly Blocker[]>;
  readonly spots: ReadonlyMap<string, PricedSpot> | null;
  readonly selected: string | null;
  readonly cursor: string | null;
  readonly may: boolean;
  readonly me: string;
  onSelect(card: DayCardView): void;
  onPick(rider: string, start: number): void;
  onHover(key: string): void;
}

export function Board({ view, drawn, fallen, spots, selected, cursor, may, me, onSelect, onPick, onHover }: BoardProps) {
  const cards = live(view.cards);
  const columns = columnsOf(drawn);
  const busy = new Set(cards.flatMap((card) => [card.rider, card.helper]));
  const people = view.people.filter((person) => !person.away || busy.has(person.id));
  const away = view.people.filter((person) => person.away && !busy.has(person.id));
  return (
    <div
      role="region"
      aria-label="The sheet"
      tabIndex={isWide(drawn, view.hours) ? 0 : undefined}
      className={`overflow-x-auto ${spots ? "" : "hidden"} md:block`}
    >
      <div className={widthOf(drawn, view.hours)}>
        <HourHead drawn={drawn} />
        {people.map((person) => {
          const mine = cards.filter((card) => card.rider === person.id);
          const helps = cards.filter((card) => card.helper === person.id);
          // Who stands by has thin lines, and room for a session only while one is placed.
          const thin = !person.rides && mine.length === 0;
          return (
            <div
              key={person.id}
              data-string={person.id}
              className={`grid grid-cols-[9rem_1fr] items-stretch border-t border-line ${person.id === me ? "bg-slate-soft" : ""}`}
            >
              <div className={`flex pr-2 leading-tight ${thin ? "items-center gap-2" : "flex-col justify-center py-1"}`}>
                <span className="sign truncate">{person.name}</span>
                <span className="text-xs text-dim">
                  grade {person.grade}
                  {person.rides && person.weightKg !== null ? ` · ${sayWeight(person.weightKg)}` : ""}
                  {person.away ? ` · away: ${person.away.reason}` : ""}
                </span>
              </div>
              <div className={`grid grid-rows-1 ${columns} ${thin ? "min-h-8" : "min-h-12"}`}>
                {hourMarks(drawn).map((slot) => (
                  <span
                    key={slot}
                    className={`${columnAt(drawn, { start: slot, length: 1 })} pointer-events-none row-start-1 border-l border-line`}
                  />
                ))}
                {spots &&
                  startsOf(view.hours)
                    .filter((start) => start < drawn.to)
                    .map((start) => {
                      const key = spotKey(person.id, start);
                      const spot = spots.get(key);
                      return (
                        spot && (
                          <SpotCell
                            key={key}
                            person={person}
                            start={start}
                            spot={spot}
                            view={view}
                            drawn={drawn}
                            tabbable={cursor === key}
                            onPick={() => onPick(person.id, start)}
                            onHover={() => onHover(key)}
                          />
                        )
                      );
                    })}
                {mine.map((card) => (
                  <CardBlock
                    key={card.card}
                    card={card}
                    view={view}
                    drawn={drawn}
                    may={may}
                    selected={selected === card.card}
                    ghost={spots !== null}
                    fallen={fallen.has(card.card)}
                    onSelect={() => onSelect(card)}
                  />
                ))}
                {helps.map((card) => (
                  <span
                    key={`help-${card.card}`}
                    className={`${columnAt(drawn, { start: card.start, length: helperLength(card) })} pointer-events-none z-10 row-start-1 m-px self-center border-y-2 border-slate bg-paper px-1 text-xs leading-3 break-words text-slate`}
                  >
                    <span className="sr-only">helps </span>
                    {card.horse}
                  </span>
                ))}
              </div>
            </div>
          );
        })}
        {away.length > 0 && (
          <p className="border-t border-line py-1 text-sm text-dim">
            Away: {away.map((person) => `${person.name} (${person.away?.reason})`).join(", ")}
          </p>
        )}
        <h2 className="pt-4 pb-1">Places</h2>
        {view.places.map((place) => {
          const rows = inRows(atPlace(cards, place.id));
          return (
            <div key={place.id} className="grid grid-cols-[9rem_1fr] border-t border-line">
              <span className="py-0.5">
                <span className="sign">{place.name}</span> <span className="text-xs text-dim">holds {place.capacity}</span>
              </span>
              <div className={`grid ${columns}`}>
                {rows.map(({ item, row }) => (
                  <span
                    key={`${item.card} ${item.start}`}
                    className={`${columnAt(drawn, item)} ${ROW_START[row]} ${KIND_SHAPE[item.kind]} m-px truncate border border-rail bg-rail-soft px-1 text-xs`}
                  >
                    {item.horse}
                  </span>
                ))}
              </div>
            </div>
          );
        })}
      </div>
    </div>
  );
}
