/** The steps of a barn's first start, in words. */
import type { FirstStep } from "#core/first-start/first-start.ts";

export const START_STEP: Readonly<Record<FirstStep, { readonly words: string; readonly why: string; readonly path: string }>> = {
  rules: {
    words: "Check the barn's rules",
    why: "Working hours, days of the week, holidays, holds, heat limits.",
    path: "/barn",
  },
  places: {
    words: "Name your places",
    why: "Pens, rings and arenas, and how many horses each one holds.",
    path: "/barn#places-title",
  },
  methods: { words: "Choose your method", why: "What you teach in which order, and how you ask.", path: "/barn/methods" },
  people: {
    words: "Add your riders and helpers",
    why: "Hours, weight with tack, and the rider grade.",
    path: "/people",
  },
  booking: { words: "Book your first horse", why: "Then evaluate the horse, set goals, and plan the week.", path: "/book" },
};
