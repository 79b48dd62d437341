/** The first start of a barn of one's own: what it is called, and who signs in first. */
import { z } from "zod/mini";
import { LOOKED_AT } from "#core/first-start/first-start.ts";
import { UNIT_SYSTEMS } from "#core/kernel/units.ts";
import { noControl, oneOf, said } from "./fields.ts";
import { password, signInName } from "./people.ts";

/** Zones that this program can reckon with. */
const isZone = (zone: string): boolean => {
  try {
    return new Intl.DateTimeFormat("en", { timeZone: zone }).resolvedOptions().timeZone !== "";
  } catch {
    return false;
  }
};
export const FirstStart = z.object({
  barn: said("The barn's name", 80),
  timeZone: z
    .string("The time zone is missing.")
    .check(
      z.maxLength(60, "At most 60 characters."),
      noControl,
      z.refine(isZone, "A time zone of the list, such as America/Denver."),
    ),
  units: oneOf(UNIT_SYSTEMS),
  name: said("Your name", 80),
  signIn: signInName,
  password,
});
export type FirstStart = z.output<typeof FirstStart>;
/** What stands at a step was looked at, and may stay as it is. */
export const LookAt = z.object({ step: oneOf(LOOKED_AT) });
export type LookAt = z.output<typeof LookAt>;
