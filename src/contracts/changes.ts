/** The barn's own record of who changed what. */
import { z } from "zod/mini";
import { date, id, whole } from "./fields.ts";

export const CHANGE_SUBJECTS = [
  ...["person", "absence", "barn", "place", "instrument"],
  ...["stay", "evaluation", "check", "trial", "card", "day", "week", "sheet", "appointment", "weather"],
  ...["owner", "report", "calendar"],
] as const;
/** What is looked for; what is missing leaves all in. `before`: older than this one. */
export const ChangesAsked = z.object({
  person: z.optional(id<"person">()),
  subject: z.optional(z.string().check(z.maxLength(40, "At most 40 characters."))),
  from: z.optional(date),
  to: z.optional(date),
  before: z.optional(whole(1, Number.MAX_SAFE_INTEGER)),
});
export type ChangesAsked = z.output<typeof ChangesAsked>;

export interface ChangeView {
  readonly id: number;
  /** By the barn's clock, in words; and as an instant. */
  readonly when: string;
  readonly at: string;
  readonly by: string;
  readonly subject: string;
  /** Of whom or what it is, where that has a name. */
  readonly name: string | null;
  readonly what: string;
  readonly details: unknown;
}
export interface ChangesView {
  readonly asked: ChangesAsked;
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly changes: readonly ChangeView[];
  /** From which on there are older ones; null: these are all. */
  readonly older: number | null;
}
