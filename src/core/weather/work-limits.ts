/** Where work becomes less or none: the house's judgement and common practice, for the barn to set. */
export interface WorkLimits {
  /** °F + relative humidity in %: from here on lighter work, short work, and above the last none. */
  readonly heatLighter: number;
  readonly heatShort: number;
  readonly heatNone: number;
  /** Minutes outdoors at the most in heat that asks for short work. */
  readonly heatMinutes: number;
  /** m/s: above, ground work first and first rides in the small place; above the second no first rides. */
  readonly windGroundFirst: number;
  readonly windNone: number;
  /** °C: below, no fast work. */
  readonly coldFast: number;
  /** Days: an older weight is told, of a horse under four years sooner; the oldest asks for the tape before anybody gets on. */
  readonly weightAgeing: number;
  readonly weightAgeingYoung: number;
  readonly weightOld: number;
  /** Years under which a horse carries nothing, and no rider unless somebody signed for it: never less than as shipped. */
  readonly noWeightUnder: number;
  readonly noRiderUnder: number;
}
export const USUAL_LIMITS: WorkLimits = {
  heatLighter: 130,
  heatShort: 150,
  heatNone: 180,
  heatMinutes: 60,
  windGroundFirst: 8,
  windNone: 12,
  coldFast: -10,
  weightAgeing: 28,
  weightAgeingYoung: 14,
  weightOld: 60,
  noWeightUnder: 2,
  noRiderUnder: 3,
};
