/** The body map: where a horse minds being touched, by what, how much. Left and right are the horse's own. */
import { must } from "../kernel/assert.ts";
import { SIDES, type TrackSide } from "../kernel/sides.ts";
import type { SignMoment } from "./cause-rules.ts";
import type { Strength } from "./signs.ts";

/** By what it was touched: the hand, a brush, the girth or surcingle, the rider's or handler's leg, a spray. */
export const TOUCHES_BY = ["hand", "brush", "girth", "leg", "spray"] as const;
export type TouchBy = (typeof TOUCHES_BY)[number];

export interface Touch {
  readonly zone: string;
  readonly side: TrackSide;
  readonly by: TouchBy;
  readonly strength: Strength;
}

export interface Zone {
  readonly id: string;
  readonly words: string;
  /** False: in the middle, seen from the front; it has no side. */
  readonly sided: boolean;
  /** The sign that a touchy place stands for, so that map and chips weigh alike; null where a touch alone points nowhere. */
  readonly sign: string | null;
  readonly moment: SignMoment | null;
}

const zone = (id: string, words: string, sign: string | null = null, moment: SignMoment | null = null): Zone => ({
  id,
  words,
  sided: true,
  sign,
  moment,
});
const middle = (id: string, words: string, sign: string | null = null, moment: SignMoment | null = null): Zone => ({
  ...zone(id, words, sign, moment),
  sided: false,
});

export const ZONES: readonly Zone[] = [
  zone("ears", "Ears and poll", "head-shy", "ears"),
  zone("cheek", "Cheek and jaw", "head-shy"),
  zone("neck", "Neck"),
  zone("shoulder", "Shoulder"),
  zone("withers", "Withers", "tight-back"),
  zone("back", "Back", "tight-back"),
  zone("loin", "Loin", "tight-back"),
  zone("girth", "Girth line", "girthy"),
  zone("ribs", "Ribs", "touchy-flank"),
  zone("belly", "Belly", "touchy-flank"),
  zone("flank", "Flank", "touchy-flank"),
  zone("croup", "Croup and hindquarters"),
  zone("front-leg", "Front leg"),
  zone("hind-leg", "Hind leg"),
  zone("front-foot", "Front foot", "foot-refused"),
  zone("hind-foot", "Hind foot", "foot-refused"),
  middle("forehead", "Forehead", "head-shy", "forehead"),
  middle("muzzle", "Muzzle and lips"),
  middle("chest", "Chest"),
  middle("tail", "Tail and dock", "kinked-tail"),
];

const byId = new Map(ZONES.map((one) => [one.id, one]));
export const isZone = (id: string): boolean => byId.has(id);
export const zoneOf = (id: string): Zone => must(byId.get(id), `zone ${id}`);
export const sidesOfZone = (id: string): readonly TrackSide[] => (zoneOf(id).sided ? SIDES : ["both"]);
