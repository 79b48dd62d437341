import { SESSION_KINDS, type SessionKind } from "#core/card/card.ts";
import type { Wish } from "#core/day/spot.ts";
import { Button, Choice } from "#ui/kit/parts.tsx";
import { SESSION } from "#ui/words/labels.ts";

/** A session in the hand: what it is to be, before it has a spot. */
interface Props {
  readonly wish: Wish;
  readonly horse: string;
  onChange(wish: Wish): void;
  onLeave(): void;
}
export function WishPanel({ wish, horse, onChange, onLeave }: Props) {
  return (
    <section className="border-2 border-ink bg-paper p-3" aria-label="Session to place">
      <div className="flex items-start justify-between">
        <h2>{horse}</h2>
        <Button onClick={onLeave}>Leave it</Button>
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
        options={[1, 2, 3, 4].map((slots) => [slots, `${slots * 30} min`] as const)}
        value={wish.length}
        onChange={(length) => onChange({ ...wish, length })}
      />
    </section>
  );
}
