import { z } from "zod/mini";
import { NEED_CODES } from "#core/watch/needs.ts";
import { date, id, oneOf, said, words } from "./fields.ts";

/** A need put off, with the reason; or taken up again, with a day that is past. */
export const AnswerNeed = z.object({
  stay: id<"stay">(),
  code: oneOf(NEED_CODES),
  about: words(80),
  until: date,
  reason: said("The reason", 300),
});
export type AnswerNeed = z.output<typeof AnswerNeed>;
