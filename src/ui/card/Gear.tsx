/** Gaits, tack, and who helped. */
import { GAITS, TACKS } from "#core/card/card.ts";
import { INPUT, Picks } from "#ui/kit/parts.tsx";
import { GAIT, TACK } from "#ui/words/labels.ts";
import type { Part } from "./part.ts";

export function Gear({ view, draft, put }: Part) {
  return (
    <div className="grid gap-3">
      <Picks
        legend="Gaits"
        big
        options={GAITS.map((gait) => [gait, GAIT[gait]] as const)}
        value={draft.gaits}
        onChange={(gaits) => put({ gaits })}
      />
      <Picks
        legend="Tack"
        big
        options={TACKS.map((tack) => [tack, TACK[tack]] as const)}
        value={draft.tack}
        onChange={(tack) => put({ tack })}
      />
      <label className="sign block text-dim">
        Who helped
        <select
          className={`${INPUT} h-14 font-sans text-ink`}
          value={draft.helper ?? ""}
          onChange={(event) => put({ helper: view.people.find(({ id }) => id === event.target.value)?.id ?? null })}
        >
          <option value="">Nobody</option>
          {view.people.map((person) => (
            <option key={person.id} value={person.id}>
              {person.name}
            </option>
          ))}
        </select>
      </label>
    </div>
  );
}
