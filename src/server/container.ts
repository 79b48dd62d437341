/** What the server is made of: a pool for each barn, one clock. The pool is lazy, as middleware also runs where no database is there (a build). */

import { keepUnitsIn, type UnitsSlot } from "#contracts/barn.units.ts";
import { keepLaddersIn, type LadderSlot } from "#contracts/ladder.here.ts";
import { dateInZone, type LocalDate, localDate } from "#core/calendar/local-date.ts";
import { connect, type Sql } from "#db/client.ts";
import { tellOfSlowQueries } from "#db/run.ts";
import { barnName, barns } from "./barns.ts";
import { log } from "./log.ts";

export interface Clock {
  now(): Date;
  /** The barn's calendar date. */
  today(zone: string): LocalDate;
}
export interface Deps {
  readonly sql: Sql;
  readonly clock: Clock;
  /** Where another process reaches the same database; undefined: it is nobody else's. */
  readonly url?: string;
}

/** The real clock; FURLONG_TODAY fixes the barn's date for pictures, tests and rehearsals. */
export function systemClock(fixedToday: string | undefined): Clock {
  const fixed = fixedToday ? localDate(fixedToday) : null;
  return { now: () => new Date(), today: (zone) => fixed ?? dateInZone(zone, Date.now()) };
}

const KEY = Symbol.for("steady-furlong.deps");
const shared = globalThis as { [KEY]?: Map<string, Deps> };
const slots = new Map<string, LadderSlot & UnitsSlot>();
const slotHere = (): LadderSlot & UnitsSlot => {
  const name = barnName();
  const slot = slots.get(name) ?? { ladder: null, units: null };
  slots.set(name, slot);
  return slot;
};
keepLaddersIn(slotHere);
keepUnitsIn(slotHere);

/** Of the barn that is asked for. */
export function deps(): Deps {
  shared[KEY] ??= new Map();
  const name = barnName();
  const there = shared[KEY].get(name) ?? make(name);
  shared[KEY].set(name, there);
  return there;
}
function make(name: string): Deps {
  const all = barns();
  const url = all ? all.get(name) : process.env["DATABASE_URL"];
  if (!url)
    throw new Error(
      all ? "there is no barn at this address" : "DATABASE_URL is not set: start the application through bin/start",
    );
  tellOfSlowQueries((query, ms) => log().warn({ event: "slow-query", ms, query }, "A slow query"));
  return { url, sql: connect(url), clock: systemClock(process.env["FURLONG_TODAY"]) };
}
