/** What PostgreSQL's own troubles mean to us, in one place. Everything else that it says is a fault of ours and stays an error. */

/** `again`: the transaction lost a race and may simply be run once more. `away`: there is no database to ask just now. */
export type Trouble = "again" | "away";

/**
 * Deadlock, serialization failure, a transaction that was cut before its end; and an overlap that only the database saw, as somebody else was quicker: run
 * once more, the rule sees it too and says why.
 */
const AGAIN: ReadonlySet<string> = new Set(["40P01", "40001", "23P01", "CONNECTION_CUT"]);

/**
 * What the driver and the network say of a connection; and a server that takes no writes, takes no connections, does not let go of a lock or a query in time,
 * or has lost the database.
 */
const AWAY: ReadonlySet<string> = new Set([
  ...["ECONNREFUSED", "ECONNRESET", "EPIPE", "ETIMEDOUT"],
  ...["CONNECTION_CLOSED", "CONNECTION_ENDED", "CONNECTION_DESTROYED", "CONNECT_TIMEOUT"],
  ...["25006", "3D000", "55000", "55P03"],
]);
/** Connection exceptions, insufficient resources, an operator's intervention, faults of the system and of the server itself. */
const AWAY_CLASSES: ReadonlySet<string> = new Set(["08", "53", "57", "58", "XX"]);
const SQLSTATE = /^[0-9A-Z]{5}$/;

export function troubleOf(error: unknown): Trouble | null {
  const code = typeof error === "object" && error !== null ? (error as { code?: unknown }).code : undefined;
  if (typeof code !== "string") return null;
  if (AGAIN.has(code)) return "again";
  return AWAY.has(code) || (SQLSTATE.test(code) && AWAY_CLASSES.has(code.slice(0, 2))) ? "away" : null;
}
