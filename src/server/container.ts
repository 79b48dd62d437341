/** What the server is made of: one pool, one clock. The pool is lazy, as middleware also runs where no database is there (a build). */
import { dateInZone, type LocalDate, localDate } from "#core/calendar/local-date.ts";
import { connect, type Sql } from "#db/client.ts";
import { tellOfSlowQueries } from "#db/run.ts";
import { log } from "./log.ts";

export interface Clock {
  now(): Date;
  /** The barn's calendar date. */
  today(zone: string): LocalDate;
}
export interface Deps {
  readonly sql: Sql;
  readonly clock: Clock;
}

/** The real clock; FURLONG_TODAY fixes the barn's date for pictures, tests and rehearsals. */
export function systemClock(fixedToday: string | undefined): Clock {
  const fixed = fixedToday ? localDate(fixedToday) : null;
  return { now: () => new Date(), today: (zone) => fixed ?? dateInZone(zone, Date.now()) };
}

const KEY = Symbol.for("steady-furlong.deps");
const shared = globalThis as { [KEY]?: Deps };

export function deps(): Deps {
  shared[KEY] ??= make();
  return shared[KEY];
}
function make(): Deps {
  const url = process.env["DATABASE_URL"];
  if (!url) throw new Error("DATABASE_URL is not set: start the application through bin/start");
  tellOfSlowQueries((query, ms) => log().warn({ event: "slow-query", ms, query }, "A slow query"));
  return { sql: connect(url), clock: systemClock(process.env["FURLONG_TODAY"]) };
}

/** Lets go of the pool; called once, when the process ends. */
export async function closeDeps(): Promise<void> {
  await shared[KEY]?.sql.end({ timeout: 5 });
  delete shared[KEY];
}
