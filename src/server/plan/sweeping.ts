/** When plans and forecasts are read again, and where: in a process beside the server that reaches the same database, else here. */
import type { ChildProcess } from "node:child_process";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { perBarn } from "../barns.ts";
import { forkBeside } from "../beside.ts";
import type { Deps } from "../container.ts";
import { log } from "../log.ts";
import { type Swept, sweep } from "./sweep.ts";
import type { SweepAsked, SweepReport } from "./sweeper.ts";

let child: ChildProcess | null = null;
function sweeper(): ChildProcess {
  if (child?.connected) return child;
  child = forkBeside("src/server/plan/sweeper.ts");
  return child;
}
/** One sweep of that barn at a time: `begin` sees to it. */
const sweepBeside = (url: string): Promise<Swept> =>
  new Promise((resolve, reject) => {
    const one = sweeper();
    const leave = (): void => {
      one.off("message", hear);
      one.off("exit", end);
    };
    const hear = (told: SweepReport): void => {
      if (told.url !== url) return;
      leave();
      if (told.swept === null) reject(new Error(told.trouble ?? "It did not say why."));
      else resolve(told.swept);
    };
    const end = (): void => {
      leave();
      reject(new Error("The process that reads plans again has ended."));
    };
    one.on("message", hear);
    one.once("exit", end);
    one.send({ url } satisfies SweepAsked, (error) => error && end());
  });

/** Nothing was written for so long: a handful of writes in a row are read as one. */
const QUIET_MS = 1500;
/** While somebody goes on writing, what was written first waits no longer than this. */
const LATEST_MS = 20_000;
/** After one that failed. */
const AGAIN_MS = 30_000;
interface Sweeping {
  waiting: { readonly since: number; readonly timer: NodeJS.Timeout } | null;
  running: boolean;
  /** Something was written while it ran. */
  again: boolean;
  sweptOn: LocalDate | null;
}
const sweeping = perBarn((): Sweeping => ({ waiting: null, running: false, again: false, sweptOn: null }));
/** Asks for a sweep once it is quiet; many asked in a row are one. One that fails, or that another server is at, is tried again. */
export function sweepSoon(deps: Deps, quiet = QUIET_MS): void {
  const now = performance.now();
  const barn = sweeping(deps);
  const since = barn.waiting?.since ?? now;
  if (barn.waiting) clearTimeout(barn.waiting.timer);
  const timer = setTimeout(() => void begin(deps), Math.max(0, Math.min(quiet, since + LATEST_MS - now)));
  timer.unref();
  barn.waiting = { since, timer };
}
async function begin(deps: Deps): Promise<void> {
  const barn = sweeping(deps);
  barn.waiting = null;
  if (barn.running) {
    barn.again = true;
    return;
  }
  barn.running = true;
  try {
    const swept = deps.url === undefined ? await sweep(deps) : await sweepBeside(deps.url);
    if (swept === "elsewhere") barn.again = true;
  } catch (error) {
    log().error({ event: "fault", err: error }, "Plans could not be read again");
    sweepSoon(deps, AGAIN_MS);
  } finally {
    barn.running = false;
    if (barn.again) sweepSoon(deps);
    barn.again = false;
  }
}

/** The first that anybody asks on a day, or after a start. */
export function sweepOnNewDay(deps: Deps, today: LocalDate): void {
  const barn = sweeping(deps);
  if (barn.sweptOn === today) return;
  barn.sweptOn = today;
  sweepSoon(deps);
}
