/** The steps of a barn's first start, in words. */
import type { FirstStep } from "#core/first-start/first-start.ts";

export const START_STEP: Readonly<Record<FirstStep, { readonly words: string; readonly why: string; readonly path: string }>> = {
  rules: {
    words: "Look through the rules",
    why: "Hours of the day, the week, holidays, what a hold does, when it is too hot.",
    path: "/barn",
  },
  places: {
    words: "Name your places",
    why: "Pens, rings and arenas, with how many horses each holds.",
    path: "/barn#places-title",
  },
  methods: { words: "Choose your method", why: "What you teach in which order, and how you ask for it.", path: "/barn/methods" },
  people: {
    words: "Add your riders and helpers",
    why: "Hours, weight with tack, and the riskiest horse each may handle.",
    path: "/people",
  },
  booking: { words: "Book your first horse", why: "Then evaluate it, plan its term, and lay out the week.", path: "/book" },
};
