/** What the horse wore, place by place, from when, why, for how long, and what changed after. */

import { sayDate } from "#core/calendar/local-date.ts";
import type { GearSpan } from "#core/card/worn.ts";
import { signOf } from "#core/intake/signs.ts";
import { Wide } from "#ui/kit/Wide.tsx";
import { hours, inner, listed, plural } from "#ui/words/figures.ts";
import { outerGear } from "#ui/words/gear.ts";
import { GEAR_PLACE } from "#ui/words/gear-places.ts";

const signs = (ids: readonly string[]): string => listed(ids.map((id) => inner(signOf(id).words)));

export function GearHistory({ spans }: { spans: readonly GearSpan[] }) {
  if (spans.length === 0) return null;
  return (
    <section aria-labelledby="gear-title" className="min-w-0">
      <h3 id="gear-title">Gear</h3>
      <Wide label="Gear">
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="sign border-b border-rail">
              <th scope="col">Where</th>
              <th scope="col">What</th>
              <th scope="col">From</th>
              <th scope="col">To</th>
              <th scope="col">Worn for</th>
              <th scope="col">Why, and what changed</th>
            </tr>
          </thead>
          <tbody>
            {spans.map(({ place, tack, from, to, sessions, minutes, why, came, went }, i) => (
              <tr key={`${place} ${from}`} className="border-b border-line align-top">
                <td className="pr-2 text-dim">{spans[i - 1]?.place === place ? "" : GEAR_PLACE[place]}</td>
                <td className="pr-2">{outerGear(tack)}</td>
                <td className="pr-2 whitespace-nowrap">{sayDate(from)}</td>
                <td className="pr-2 whitespace-nowrap">{sayDate(to)}</td>
                <td className="pr-2">
                  {plural(sessions, "session")}, {hours(minutes / 60)} h
                </td>
                <td>
                  {why}
                  {came.length > 0 && <span className="block text-ochre">▲ Since then: {signs(came)}</span>}
                  {went.length > 0 && <span className="block">● Not since then: {signs(went)}</span>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Wide>
    </section>
  );
}
