/** How the minutes of a session are shared among its parts. Figures are the house's judgement. */
import type { WorkItem } from "./card-work.ts";
import type { WorkRole } from "./session.ts";

/** Minutes that each thing of a part wants. The main has what is left. */
const EACH: Readonly<Record<Exclude<WorkRole, "main">, number>> = { "warm-up": 4, handling: 2, finish: 4 };
const LEAST_WARM_UP = 5;
/** The main has at least this share of the session. */
const MAIN_SHARE = 0.5;
/** After so many days off (trainer's rule: 4 to 6) the warm-up is longer by half. */
const RESTED = 4;
const LONGER = 1.5;

export type PartMinutes = Readonly<Record<WorkRole, number>>;

/** `minutes`: of the whole session, whole and at least 0. The parts are whole minutes and add up to it; a part without work has 0. */
export function partMinutes(
  items: readonly Pick<WorkItem, "role">[],
  minutes: number,
  { daysOff }: { readonly daysOff: number | null },
): PartMinutes {
  const many = (role: WorkRole): number => items.filter((item) => item.role === role).length;
  const wants = (role: keyof typeof EACH): number => {
    const plain = many(role) * EACH[role];
    if (role !== "warm-up" || plain === 0) return plain;
    return Math.max(LEAST_WARM_UP, plain) * (daysOff !== null && daysOff >= RESTED ? LONGER : 1);
  };
  const beside = wants("warm-up") + wants("handling") + wants("finish");
  const room = many("main") > 0 ? minutes * (1 - MAIN_SHARE) : minutes;
  const fit = Math.min(1, beside === 0 ? 1 : room / beside);
  const of = (role: keyof typeof EACH): number => Math.floor(wants(role) * fit);
  const shares = { "warm-up": of("warm-up"), handling: of("handling"), finish: of("finish") };
  const left = minutes - shares["warm-up"] - shares.handling - shares.finish;
  // Without a main, what is left goes to what there is.
  const last = many("main") > 0 ? "main" : (["warm-up", "handling", "finish"] as const).find((role) => many(role) > 0);
  const parts = { ...shares, main: 0 };
  return last ? { ...parts, [last]: parts[last] + left } : parts;
}
