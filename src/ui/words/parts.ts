import type { PartMinutes } from "#core/plan/minutes.ts";
import type { WorkRole } from "#core/plan/session.ts";
import { WORK_ROLE } from "./labels.ts";

/** Warm-up 5 min · main 32 · daily handling 4 · finish 4. */
export const sayParts = (minutes: PartMinutes): string =>
  (Object.keys(WORK_ROLE) as WorkRole[])
    .filter((role) => minutes[role] > 0)
    .map((role, i) => (i === 0 ? `${WORK_ROLE[role]} ${minutes[role]} min` : `${WORK_ROLE[role].toLowerCase()} ${minutes[role]}`))
    .join(" · ");
