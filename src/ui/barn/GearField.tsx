/** Pieces of gear of the barn's own, beside the usual ones. */
import { useState } from "react";
import type { OwnGear } from "#contracts/barn.ts";
import { GEAR_PLACES, type GearPlace } from "#core/card/gear.ts";
import { BARE_INPUT, Button } from "#ui/kit/parts.tsx";
import { GEAR_PLACE } from "#ui/words/gear-places.ts";

export function GearField({ value, onChange }: { value: readonly OwnGear[]; onChange(next: OwnGear[]): void }) {
  const [words, setWords] = useState("");
  const [place, setPlace] = useState<GearPlace>("head");
  const name = words.trim();
  const add = (): void => {
    if (!value.some((one) => one.place === place && one.words === name)) onChange([...value, { place, words: name }]);
    setWords("");
  };
  return (
    <fieldset>
      <legend className="sign text-dim">Your own gear, added to what the card offers</legend>
      <div className="flex flex-wrap items-center gap-1">
        {value.map((one) => (
          <Button
            key={`${one.place} ${one.words}`}
            aria-label={`${GEAR_PLACE[one.place]}: ${one.words} ×: remove`}
            onClick={() => onChange(value.filter((other) => other !== one))}
          >
            {GEAR_PLACE[one.place]}: {one.words} ×
          </Button>
        ))}
        <select
          aria-label="Where it is worn"
          className={`${BARE_INPUT} w-auto`}
          value={place}
          onChange={(event) => setPlace(event.target.value as GearPlace)}
        >
          {GEAR_PLACES.map((one) => (
            <option key={one} value={one}>
              {GEAR_PLACE[one]}
            </option>
          ))}
        </select>
        <input
          aria-label="A piece of gear"
          maxLength={40}
          className={`${BARE_INPUT} w-48`}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <Button onClick={add} disabled={name === ""}>
          Add the gear
        </Button>
      </div>
    </fieldset>
  );
}
