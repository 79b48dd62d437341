/** A school over poles or fences, and layouts that the barn keeps. */
import { z } from "zod/mini";
import {
  FENCE_CM,
  FENCES,
  type FenceLayout,
  isPole,
  type JumpSchool,
  LANDINGS,
  MOST_ELEMENTS,
  PACES,
  POLES_IN_A_ROW,
  STRAIGHTS,
  TAKE_OFFS,
  TO_NEXT_CM,
  WAYS_OF_GOING,
} from "#core/card/jump.ts";
import { list, number, oneOf, said, whole, words } from "./fields.ts";

const ElementFields = z
  .object({
    fence: oneOf(FENCES),
    poles: whole(POLES_IN_A_ROW.from, POLES_IN_A_ROW.to, "poles"),
    heightCm: z.nullable(number(FENCE_CM.from, FENCE_CM.to, "centimetres high")),
    toNextCm: z.nullable(number(TO_NEXT_CM.from, TO_NEXT_CM.to, "centimetres to the next")),
  })
  .check(
    z.refine((x) => !(isPole(x.fence) && x.heightCm !== null), {
      path: ["heightCm"],
      message: "A pole on the ground has no height: leave it out, or choose a fence.",
    }),
  );
const elements = list(ElementFields, MOST_ELEMENTS).check(z.minLength(1, "Build something first: a pole or a fence."));
export const LayoutFields = z.object({ name: words(60), elements }) satisfies z.core.$ZodType<FenceLayout>;

const times = whole(0, 100, "times");
export const JumpFields = z
  .object({
    layout: LayoutFields,
    way: oneOf(WAYS_OF_GOING),
    results: list(
      z.object({ at: whole(0, MOST_ELEMENTS - 1), clear: times, rails: times, stops: times, runOuts: times }),
      MOST_ELEMENTS,
    ),
    straight: z.nullable(oneOf(STRAIGHTS)),
    pace: z.nullable(oneOf(PACES)),
    takeOff: z.nullable(oneOf(TAKE_OFFS)),
    landing: z.nullable(oneOf(LANDINGS)),
    change: words(300),
  })
  .check(
    z.refine((x) => new Set(x.results.map(({ at }) => at)).size === x.results.length, "A fence is told twice: keep one."),
    z.refine((x) => x.results.every(({ at }) => at < x.layout.elements.length), {
      path: ["results"],
      message: "A fence that does not stand in the layout: reload the page.",
    }),
  ) satisfies z.core.$ZodType<JumpSchool>;

/** Takes a layout off the barn's list. */
export const DropLayout = z.object({ name: said("The layout's name", 60) });
export type DropLayout = z.output<typeof DropLayout>;
