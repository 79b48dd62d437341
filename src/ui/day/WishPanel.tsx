import { SESSION_KINDS, type SessionKind } from "#core/card/card.ts";
import type { DayHours } from "#core/day/model.ts";
import type { Wish } from "#core/day/spot.ts";
import { Button, Choice } from "#ui/kit/parts.tsx";
import { SESSION } from "#ui/words/labels.ts";
import { lengthsOf, shownMinutes } from "./sheet.ts";

/** A session in the hand: what it is to be, before it has a spot. */
interface Props {
  readonly wish: Wish;
  readonly horse: string;
  readonly hours: DayHours;
  onChange(wish: Wish): void;
  onLeave(): void;
}
export function WishPanel({ wish, horse, hours, onChange, onLeave }: Props) {
  return (
    <section className="border-2 border-ink bg-paper p-3" aria-label="Session to add">
      <div className="flex items-start justify-between">
        <h2>{horse}</h2>
        <Button onClick={onLeave}>Cancel</Button>
      </div>
      <Choice<SessionKind>
        name="wish-kind"
        legend="Kind"
        options={SESSION_KINDS.map((kind) => [kind, SESSION[kind]] as const)}
        value={wish.kind}
        onChange={(kind) => onChange({ ...wish, kind })}
      />
      <Choice<number>
        name="wish-length"
        legend="Lasts"
        options={lengthsOf(hours, wish.length).map((slots) => [slots, `${shownMinutes(slots)} min`] as const)}
        value={wish.length}
        onChange={(length) => onChange({ ...wish, length })}
      />
    </section>
  );
}
