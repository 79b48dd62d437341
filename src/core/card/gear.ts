/**
 * What a horse wears: on its head, in its mouth, on its back and legs. Bit and back girth come by stages, each a piece of its own, so that a change of behaviour
 * can be put beside a change of gear.
 */

export const GEAR_PLACES = ["head", "mouth", "back", "legs", "other"] as const;
export type GearPlace = (typeof GEAR_PLACES)[number];

/** By place, in the order in which they are put on; 'snaffle' is the first bit with both reins on it. */
const BY_PLACE = {
  head: ["rope-halter", "web-halter", "cavesson", "side-pull", "bosal"],
  mouth: ["bit-carried", "one-rein", "snaffle", "second-bit"],
  back: ["pad", "surcingle", "bareback-pad", "saddle", "back-girth-carried", "back-girth-snug", "back-girth-moved"],
  legs: ["front-boots", "hind-boots", "bell-boots", "wraps"],
  other: ["side-reins", "martingale", "fly-bonnet"],
} as const satisfies Readonly<Record<GearPlace, readonly string[]>>;
export type KnownTack = (typeof BY_PLACE)[GearPlace][number];
export const TACKS: readonly KnownTack[] = GEAR_PLACES.flatMap((place): readonly KnownTack[] => BY_PLACE[place]);
/** A piece of the barn's own is its place and its name, so that a record says what it was for good. */
export type OwnTack = `own:${GearPlace}:${string}`;
export type Tack = KnownTack | OwnTack;
export const ownTack = (place: GearPlace, words: string): OwnTack => `own:${place}:${words}`;
const OWN = new RegExp(`^own:(${GEAR_PLACES.join("|")}):(.{1,40})$`, "s");
/** Place and name of a piece of the barn's own; null: it is none. */
export function ownOf(tack: string): { readonly place: GearPlace; readonly words: string } | null {
  const [, place, words = ""] = OWN.exec(tack) ?? [];
  return place ? { place: place as GearPlace, words } : null;
}
export const isTack = (tack: string): tack is Tack => (TACKS as readonly string[]).includes(tack) || ownOf(tack) !== null;
export const placeOf = (tack: Tack): GearPlace =>
  ownOf(tack)?.place ?? GEAR_PLACES.find((place) => (BY_PLACE[place] as readonly string[]).includes(tack)) ?? "other";
export const gearOn = (place: GearPlace): readonly KnownTack[] => BY_PLACE[place];

/** One at a time: the stages of the bit, and those of the back girth. */
export const STAGED: readonly (readonly KnownTack[])[] = [
  ["bit-carried", "one-rein", "snaffle", "second-bit"],
  ["back-girth-carried", "back-girth-snug", "back-girth-moved"],
];
/** With one piece put on or taken off; a stage takes the place of the others. */
export function withGear(tack: readonly Tack[], piece: Tack): readonly Tack[] {
  if (tack.includes(piece)) return tack.filter((one) => one !== piece);
  const stages = STAGED.find((list) => (list as readonly string[]).includes(piece)) ?? [];
  return [...tack.filter((one) => !(stages as readonly string[]).includes(one)), piece];
}
/** On its back, and done up: what a session with tack is known by. */
export const TACKED: readonly Tack[] = [
  "saddle",
  "surcingle",
  "bareback-pad",
  "back-girth-carried",
  "back-girth-snug",
  "back-girth-moved",
];
