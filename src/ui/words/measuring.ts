/** Measures between evaluations, in words. */
import { sayDate } from "#core/calendar/local-date.ts";
import type { MeasureCaution, MeasuringDue, SaddleFit } from "#core/horse/measuring.ts";

export const SADDLE_FIT: Readonly<Record<SaddleFit, string>> = {
  fits: "saddle fits",
  watch: "saddle: watch it",
  "does-not-fit": "saddle does not fit",
};
export const MEASURE_CAUTION: Readonly<Record<MeasureCaution, string>> = {
  overweight: "Overweight. No circles, no trot on hard ground. Ask the vet and the farrier about feed and feet first.",
  thin: "Underweight. Short, light work only. Ask the vet about feed and teeth.",
  growing:
    "The croup is higher than the withers: the horse is growing. Expect poor balance, above all in the canter. Ask for less.",
  saddle: "Do not ride in a saddle that does not fit. Have the fitter look.",
  gaining: "Gained a lot of weight within six weeks. Talk about feed with the owner and the vet.",
  losing: "Lost a lot of weight within six weeks. Ask the vet.",
};
export function sayMeasuringDue({ because, since }: MeasuringDue): string {
  const why = {
    growing: "A growing horse is measured every four weeks",
    "time-off": "After four weeks off a horse is measured again",
    never: "A growing horse, and the height was never measured",
  }[because];
  return `${why}: due since ${sayDate(since)}. Height, croup, condition, weight and saddle fit take two minutes.`;
}
