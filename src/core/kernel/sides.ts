/** Left and right are the horse's own, as seen from the saddle. */
export const SIDES = ["left", "right"] as const;
export type Side = (typeof SIDES)[number];

/** A track is a skill on a side; what has no sides is scored under `both`. */
export const TRACK_SIDES = ["left", "right", "both"] as const;
export type TrackSide = (typeof TRACK_SIDES)[number];

/** 0 not introduced or refuses · 1 a try · 2 with help · 3 mostly, light help · 4 reliable here · 5 reliable anywhere. */
export const SCORES = [0, 1, 2, 3, 4, 5] as const;
export type Score = (typeof SCORES)[number];

export const sidesOf = (sided: boolean): readonly TrackSide[] => (sided ? SIDES : ["both"]);
