import { z } from "zod/mini";
import { id } from "./fields.ts";

/** Whose calendar: a person's string, or a horse's sessions. */
export const FeedOf = z.object({ person: z.nullable(id<"person">()), stay: z.nullable(id<"stay">()) }).check(
  z.refine((x) => (x.person === null) !== (x.stay === null), {
    path: ["person"],
    message: "Name a person or a stay, not both.",
  }),
);
export type FeedOf = z.output<typeof FeedOf>;
