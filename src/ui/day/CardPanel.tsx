import { useState } from "react";
import type { DayCardView, DayView } from "#contracts/views.ts";
import { SESSION_KINDS, type SessionKind } from "#core/card/card.ts";
import { startsOf } from "#core/day/hours.ts";
import { missesSecond } from "#core/day/second.ts";
import type { PersonId, PlaceId } from "#core/kernel/brand.ts";
import { Button, Choice, Field, INPUT } from "#ui/kit/parts.tsx";
import { sayBecause } from "#ui/words/because.ts";
import { SECOND_WANTED } from "#ui/words/day.ts";
import { clock, inner, listed, outer } from "#ui/words/figures.ts";
import { SESSION, STATE } from "#ui/words/labels.ts";
import { skillWords } from "#ui/words/skills.ts";
import { lengthsOf, namesOf, shownMinutes } from "./sheet.ts";

export type Where = Pick<DayCardView, "kind" | "length" | "rider" | "start" | "place" | "helper" | "helperSlots" | "then">;

/** Steps that leave something of so long a session. */
const stepsBelow = (length: number, step: number): readonly number[] =>
  Array.from({ length: Math.max(0, Math.ceil(length / step) - 1) }, (_, i) => (i + 1) * step);
/** Shortened, what no longer fits into it goes. */
const fitting = ({ then, helperSlots }: Where, length: number): Partial<Where> => ({
  length,
  then: then && then.from < length ? then : null,
  helperSlots: helperSlots && helperSlots < length ? helperSlots : null,
});

/** One card of the sheet: what it is, and every change that it can take. */
export function CardPanel({
  card,
  view,
  may,
  busy,
  onMove,
  onPickSpot,
  onSwap,
  swapping,
  onSplit,
  onLock,
  onTakeBack,
  onCancel,
  onClose,
}: {
  card: DayCardView;
  view: DayView;
  may: boolean;
  busy: boolean;
  onMove(where: Where): void;
  onPickSpot(): void;
  onSwap(): void;
  /** It waits for another card to change places with. */
  swapping: boolean;
  onSplit(first: number): void;
  onLock(): void;
  onTakeBack(): void;
  onCancel(reason: string): void;
  onClose(): void;
}) {
  const [reason, setReason] = useState("");
  const names = namesOf(view);
  const { step } = view.hours;
  const half = Math.floor(card.length / 2 / step) * step;
  const horse = view.horses.find(({ stay }) => stay === card.stay);
  const work = horse?.work ?? null;
  const halved = view.cards.some((one) => one.after === card.card && one.state !== "cancelled");
  const open = may && (card.state === "placed" || card.state === "handed-out");
  const where: Where = {
    kind: card.kind,
    length: card.length,
    rider: card.rider,
    start: card.start,
    place: card.place,
    helper: card.helper,
    helperSlots: card.helperSlots ?? null,
    then: card.then ?? null,
  };
  const pick = (
    id: string,
    label: string,
    value: string,
    options: readonly (readonly [string, string])[],
    change: (value: string) => Partial<Where>,
  ) => (
    <Field id={id} label={label}>
      <select
        id={id}
        className={INPUT}
        value={value}
        disabled={busy}
        onChange={(event) => onMove({ ...where, ...change(event.target.value) })}
      >
        {options.map(([option, words]) => (
          <option key={option} value={option}>
            {words}
          </option>
        ))}
      </select>
    </Field>
  );
  return (
    <section aria-labelledby="card-title" className="border-2 border-ink bg-paper p-3">
      <div className="flex items-start justify-between gap-2">
        <h2 id="card-title">{card.horse}</h2>
        <Button onClick={onClose} aria-label="Close the panel">
          ×
        </Button>
      </div>
      <p className="text-sm text-dim">
        {STATE[card.state]} · {clock(card.start)}–{clock(card.start + card.length)} · {names.person(card.rider)}
      </p>
      {work && card.state !== "closed" && (
        <p>
          <strong>{outer(listed(work.main.map((id) => inner(skillWords(id)))))}</strong> {sayBecause(work.because)}
        </p>
      )}
      {horse && card.state !== "closed" && missesSecond(horse, card) && (
        <p className="text-ochre">{SECOND_WANTED} Without one the card asks less.</p>
      )}
      <p className="py-1">
        <a href={`/card/${card.card}`}>Open the card</a> · <a href={`/horse/${card.stay}`}>Horse</a>
      </p>
      {open ? (
        <div className="grid gap-2">
          <Button onClick={onPickSpot}>Move: choose a spot</Button>
          <Button disabled={busy} aria-pressed={swapping} onClick={onSwap}>
            {swapping ? "Choose the session to swap with" : "Swap with another"}
          </Button>
          {half > 0 && card.after === null && !halved && (
            <Button disabled={busy} onClick={() => onSplit(half)}>
              Split it: {shownMinutes(half)} min, then {shownMinutes(card.length - half)}
            </Button>
          )}
          <Button disabled={busy} aria-pressed={card.locked} onClick={onLock}>
            {card.locked ? "Unpin" : "Pin here"}
          </Button>
          <Choice<SessionKind>
            name="card-kind"
            legend="Kind"
            options={SESSION_KINDS.map((kind) => [kind, SESSION[kind]] as const)}
            value={card.kind}
            onChange={(kind) => onMove({ ...where, kind })}
          />
          <div className="grid grid-cols-2 gap-2">
            {pick(
              "card-start",
              "Begins",
              String(card.start),
              [...new Set([...startsOf(view.hours), card.start])]
                .sort((a, b) => a - b)
                .map((slot) => [String(slot), clock(slot)] as const),
              (value) => ({ start: Number(value) }),
            )}
            {pick(
              "card-length",
              "Lasts",
              String(card.length),
              lengthsOf(view.hours, card.length).map((slots) => [String(slots), `${shownMinutes(slots)} min`] as const),
              (value) => fitting(where, Number(value)),
            )}
            {pick(
              "card-place",
              "Place",
              card.place,
              view.places.map((place) => [place.id, place.name] as const),
              (value) => ({ place: value as PlaceId }),
            )}
            {pick(
              "card-helper",
              "Second person",
              card.helper ?? "",
              [["", "Nobody"] as const, ...view.people.map((person) => [person.id, person.name] as const)],
              (value) => ({ helper: (value || null) as PersonId | null, helperSlots: null }),
            )}
            {card.length > step &&
              pick(
                "card-then",
                "Goes on in",
                card.then?.place ?? "",
                [
                  ["", "The same place"] as const,
                  ...view.places.filter(({ id }) => id !== card.place).map((place) => [place.id, place.name] as const),
                ],
                (value) => ({ then: value ? { place: value as PlaceId, from: card.then?.from ?? step } : null }),
              )}
            {card.then &&
              card.length > 2 * step &&
              pick(
                "card-then-from",
                "From",
                String(card.then.from),
                stepsBelow(card.length, step).map((slots) => [String(slots), clock(card.start + slots)] as const),
                (value) => ({ then: card.then ? { ...card.then, from: Number(value) } : null }),
              )}
            {card.helper &&
              card.length > step &&
              pick(
                "card-helper-slots",
                "Helps for",
                String(card.helperSlots ?? ""),
                [
                  ["", "All of it"] as const,
                  ...stepsBelow(card.length, step).map(
                    (slots) => [String(slots), `The first ${shownMinutes(slots)} min`] as const,
                  ),
                ],
                (value) => ({ helperSlots: value ? Number(value) : null }),
              )}
          </div>
          {pick(
            "card-rider",
            "Rider",
            card.rider,
            view.people.map((person) => [person.id, person.name] as const),
            (value) => ({ rider: value as PersonId }),
          )}
          {card.state === "placed" ? (
            <Button disabled={busy} onClick={onTakeBack}>
              Remove
            </Button>
          ) : (
            <form
              className="flex items-end gap-1"
              onSubmit={(event) => {
                event.preventDefault();
                onCancel(reason);
              }}
            >
              <Field id="cancel-reason" label="Did not work: why?">
                <input
                  id="cancel-reason"
                  className={INPUT}
                  value={reason}
                  maxLength={300}
                  onChange={(event) => setReason(event.target.value)}
                />
              </Field>
              <Button tone="stop" type="submit" disabled={busy || reason.trim() === ""}>
                Cancel
              </Button>
            </form>
          )}
        </div>
      ) : (
        card.cancelReason && <p>Did not work: {card.cancelReason}</p>
      )}
    </section>
  );
}
