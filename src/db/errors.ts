/** What PostgreSQL's own troubles mean to us, in one place. Everything else that it says is a fault of ours and stays an error. */

/** `again`: the transaction lost a race and may simply be run once more. `away`: there is no database to ask just now. */
export type Trouble = "again" | "away";

/**
 * Deadlock, serialization failure and a transaction that was cut before its end; then shutdown, start-up, too many connections, a connection that is refused,
 * cut or timed out, and a server that takes no writes (disk full, out of memory, read-only).
 */
const CODES: Readonly<Record<string, Trouble>> = {
  "40P01": "again",
  "40001": "again",
  CONNECTION_CUT: "again",
  "25006": "away",
  "53100": "away",
  "53200": "away",
  "57P01": "away",
  "57P02": "away",
  "57P03": "away",
  "53300": "away",
  ECONNREFUSED: "away",
  ECONNRESET: "away",
  CONNECTION_CLOSED: "away",
  CONNECTION_ENDED: "away",
  CONNECTION_DESTROYED: "away",
  EPIPE: "away",
  "08000": "away",
  "08003": "away",
  "08006": "away",
  CONNECT_TIMEOUT: "away",
};

export function troubleOf(error: unknown): Trouble | null {
  const code = typeof error === "object" && error !== null ? (error as { code?: unknown }).code : undefined;
  return (typeof code === "string" && CODES[code]) || null;
}
