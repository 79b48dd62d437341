/**
 * A process of its own in which plans and forecasts are read again, so that no page waits for the thousand plays of a horse: asked with the address of a barn's
 * database, it answers with what came of it. Ended with its parent.
 */
import { setPriority } from "node:os";
import { connect } from "#db/client.ts";
import { type Deps, systemClock } from "../container.ts";
import { type Swept, sweep } from "./sweep.ts";

export interface SweepAsked {
  readonly url: string;
}
export interface SweepReport {
  readonly url: string;
  readonly swept: Swept | null;
  /** Null: it went well. */
  readonly trouble: string | null;
}

/** Whoever looks at a page goes first. */
const BEHIND = 5;
setPriority(BEHIND);

const CONNECTIONS = 3;
const barns = new Map<string, Deps>();
function barnAt(url: string): Deps {
  const there = barns.get(url) ?? {
    sql: connect(url, { max: CONNECTIONS }),
    clock: systemClock(process.env["FURLONG_TODAY"]),
  };
  barns.set(url, there);
  return there;
}

let queue: Promise<void> = Promise.resolve();
process.on("message", ({ url }: SweepAsked) => {
  queue = queue.then(async () => {
    const told = await sweep(barnAt(url)).then(
      (swept): SweepReport => ({ url, swept, trouble: null }),
      (error: unknown): SweepReport => ({ url, swept: null, trouble: String(error) }),
    );
    process.send?.(told);
  });
});
process.on("disconnect", () => process.exit(0));
