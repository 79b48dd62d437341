/** What a barn of one's own still wants before its days can run by it. Each step can be left and gone on with; nothing waits for another. */

/** Steps that are only looked at: what stands there may be right as it is. */
export const LOOKED_AT = ["rules", "places", "methods"] as const;
export type StartStep = (typeof LOOKED_AT)[number];
const START_STEPS = [...LOOKED_AT, "people", "booking"] as const;
export type FirstStep = (typeof START_STEPS)[number];

export interface StartFacts {
  readonly looked: readonly StartStep[];
  /** People who are not retired, the first manager included. */
  readonly people: number;
  /** A stay was ever booked. */
  readonly booked: boolean;
}
export interface StepState {
  readonly step: FirstStep;
  readonly done: boolean;
}
/** In the order in which they are usually taken. */
export const firstSteps = ({ looked, people, booked }: StartFacts): readonly StepState[] =>
  START_STEPS.map((step) => ({
    step,
    done: step === "people" ? people > 1 : step === "booking" ? booked : looked.includes(step),
  }));
