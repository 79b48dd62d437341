/** All gear by place, the barn's own among it. */
import { GEAR_PLACES, gearOn, placeOf, type Tack, withGear } from "#core/card/gear.ts";
import { Picks } from "#ui/kit/parts.tsx";
import { sayTack } from "#ui/words/gear.ts";
import { GEAR_PLACE } from "#ui/words/gear-places.ts";
import type { Part } from "./part.ts";

export function GearPicks({ view, draft, put }: Part) {
  return (
    <div className="grid gap-2">
      {GEAR_PLACES.map((place) => (
        <Picks<Tack>
          key={place}
          legend={GEAR_PLACE[place]}
          big
          options={[...gearOn(place), ...view.gear.filter((own) => placeOf(own) === place)].map(
            (tack) => [tack, sayTack(tack)] as const,
          )}
          value={draft.tack}
          onChange={(next) => {
            const piece = next.find((one) => !draft.tack.includes(one)) ?? draft.tack.find((one) => !next.includes(one));
            if (piece) put({ tack: withGear(draft.tack, piece) });
          }}
        />
      ))}
    </div>
  );
}
