import { type Touch, type TouchBy, zoneOf } from "#core/intake/body.ts";
import { inWords, t } from "#ui/words/speak.ts";
import { SIDE } from "./labels.ts";

export const TOUCHED_BY: Record<TouchBy, string> = inWords({
  hand: "Hand",
  brush: "Brush",
  girth: "Girth",
  leg: "Leg",
  spray: "Spray",
});
/** Touchy places in words, one line a place and side. */
export function sayTouches(touches: readonly Touch[]): readonly string[] {
  const places = new Map<string, Touch[]>();
  for (const touch of touches)
    places.set(`${touch.zone}:${touch.side}`, [...(places.get(`${touch.zone}:${touch.side}`) ?? []), touch]);
  return [...places.values()].map((list) => {
    const [first] = list;
    const zone = first ? t(zoneOf(first.zone).words) : "";
    const side = first && first.side !== "both" ? `, ${SIDE[first.side]}` : "";
    return `${zone}${side}: ${list.map((touch) => `${TOUCHED_BY[touch.by].toLowerCase()} ${touch.strength}`).join(", ")}`;
  });
}
