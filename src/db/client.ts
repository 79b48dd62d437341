import postgres from "postgres";
import { parse as parseArray } from "postgres-array";

/** An array type by its number. Told here and not asked for at each greeting: an answer that is cut off there is an error that nobody can catch. */
const arrayOf = <T>(type: number, parse: (x: string) => T) => ({
  to: type,
  from: [type],
  // What throws here ends the process: a text that is an array already passes as it is.
  serialize: (xs: readonly unknown[] | string) =>
    typeof xs === "string" ? xs : `{${xs.map((x) => `"${String(x).replaceAll(/["\\]/g, "\\$&")}"`).join(",")}}`,
  parse: (text: string): T[] => parseArray(text, parse),
});
const asIs = (x: string): string => x;

/**
 * One pool. DATE stays a string ('2026-03-29'): as a JavaScript Date it would move by the time zone of the process.
 * numeric and bigint come as numbers: ours are weights and counters, far inside the exact range.
 */
const open = (url: string, options: ConnectOptions, onclose?: () => void) =>
  postgres(url, {
    max: options.max ?? 4,
    onnotice: () => {},
    onclose,
    debug: options.onQuery && ((_connection, query, values) => options.onQuery?.(query, values)),
    // Seconds. A greeting that is cut is never gone on with (3.4.9): whoever waits for it is told so soon; a command that nobody waits at has more patience.
    connect_timeout: options.connectSeconds ?? 2,
    // No connection is closed for its age: one that closes has been cut.
    max_lifetime: null,
    fetch_types: false,
    // Compiling our short queries takes longer than running them.
    connection: { jit: "off" },
    transform: { column: { from: postgres.toCamel, to: postgres.fromCamel } },
    types: {
      date: { to: 1082, from: [1082], serialize: (x: string) => x, parse: (x: string) => x },
      dates: arrayOf(1182, asIs),
      texts: arrayOf(1009, asIs),
      ids: arrayOf(2951, asIs),
      smallNumbers: arrayOf(1005, Number),
      numbers: arrayOf(1007, Number),
      numeric: { to: 1700, from: [1700], serialize: (x: number) => String(x), parse: (x: string) => Number(x) },
      bigint: { to: 20, from: [20], serialize: (x: number) => String(x), parse: (x: string) => Number(x) },
    },
  });

interface ConnectOptions {
  readonly max?: number;
  readonly connectSeconds?: number;
  readonly onQuery?: (query: string, values: unknown[]) => void;
}
type Pool = ReturnType<typeof open>;
type Types = {
  date: string;
  dates: string[];
  texts: string[];
  ids: string[];
  smallNumbers: number[];
  numbers: number[];
  numeric: number;
  bigint: number;
};

export type Sql = Pool & {
  /** Hears a channel for good, through restarts of the server; `ready` is told each time that listening has begun. Returns how to stop. */
  hear(channel: string, heard: (payload: string) => void, ready: () => void): Promise<() => void>;
};
/** A connection or an open transaction: what every query takes. */
export type Db = Sql | Transaction;
export type Transaction = postgres.TransactionSql<Types>;

/** The connection was lost while a transaction was open: nothing of it stands, so that it may be run once more. */
class ConnectionCut extends Error {
  readonly code = "CONNECTION_CUT";
  constructor() {
    super("The connection to the database was cut while a transaction was open.");
  }
}

/** The last queries on connections that were not cut have so long to end, in seconds. */
const LEAVE = 30;
const LISTEN_AGAIN_MS = 500;
/** Transactions at once: more than two processors can work on, as some wait for the lock of a horse. */
const WRITES = 6;
const nextTurn = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

/**
 * The driver's pools and transactions do not outlive a cut connection (3.4.9): what was about to be written stays in front of the next greeting, and a
 * transaction goes on sending through a connection that is gone, or is by then somebody else's, which ends the process or undoes another's work. So a pool
 * that has lost a connection is left at once for a new one, and a transaction of such a pool sends nothing more: it fails, and its end is never told to the
 * driver where its own connection was the one that went.
 *
 * Nor does it keep a connection for a transaction whose BEGIN is the hundredth word sent on it without an answer: others' writes would fall into a transaction that nobody
 * ends. So transactions have connections of their own, and wait for one that has nothing else to do.
 */
export function connect(url: string, options: ConnectOptions = {}): Sql {
  interface Kept {
    readonly pool: Pool;
    /** For transactions alone, each on a connection that has nothing else to do. */
    readonly writes: Pool;
    cut: boolean;
  }
  let ending = false;
  const endBoth = ({ pool, writes }: Kept, how?: { timeout?: number }): Promise<unknown> =>
    Promise.all([pool.end(how), writes.end(how)]);
  const start = (): Kept => {
    const lost = (): void => {
      if (ending || kept.cut) return;
      kept.cut = true;
      current = start();
      void endBoth(kept, { timeout: LEAVE }).catch(() => undefined);
    };
    const kept: Kept = {
      cut: false,
      pool: open(url, options, lost),
      writes: open(url, { ...options, max: WRITES }, lost),
    };
    return kept;
  };
  let current = start();

  const [waiting, turns] = [[] as (() => void)[], { taken: 0 }];
  /** No more transactions at once than they have connections. */
  async function inTurn<T>(run: () => Promise<T>): Promise<T> {
    if (turns.taken < WRITES) turns.taken += 1;
    else await new Promise<void>((resolve) => waiting.push(resolve));
    try {
      return await run();
    } finally {
      const next = waiting.shift();
      if (next) next();
      else turns.taken -= 1;
    }
  }

  const begin = <T>(run: (tx: Transaction) => Promise<T>): Promise<T> => inTurn(() => beginNow(run));
  async function beginNow<T>(run: (tx: Transaction) => Promise<T>): Promise<T> {
    const kept = current;
    let lost = false;
    const guarded = (tx: Transaction): Transaction =>
      new Proxy(tx, {
        apply: (target, _this, words) => {
          if (kept.cut) throw new ConnectionCut();
          return (target as unknown as (...all: unknown[]) => unknown)(...words);
        },
      });
    const work = (tx: Transaction): Promise<T> =>
      new Promise((resolve, reject) => {
        // By the next turn the driver has said whether it was this connection that was lost; then it must not be told to commit or roll back on it.
        const tell = (settle: () => void) => async (): Promise<void> => {
          await nextTurn();
          if (!lost) settle();
        };
        run(guarded(tx)).then(
          (value) => void tell(() => resolve(value))(),
          (error: unknown) => void tell(() => reject(error))(),
        );
      });
    try {
      return (await kept.writes.begin(work)) as T;
    } catch (error) {
      lost = true;
      throw error;
    }
  }

  const end = async (how?: { timeout?: number }): Promise<void> => {
    ending = true;
    for (const stop of ears) stop();
    await endBoth(current, how);
  };

  const ears = new Set<() => void>();
  async function hear(channel: string, heard: (payload: string) => void, ready: () => void): Promise<() => void> {
    let [stopped, ear] = [false, null as Pool | null];
    const listen = async (): Promise<void> => {
      ear = postgres(url, {
        max: 1,
        onnotice: () => {},
        max_lifetime: null,
        fetch_types: false,
        onnotify: (to: string, payload: string) => to === channel && heard(payload),
        onclose: () => again(),
      } as Parameters<typeof postgres>[1]) as Pool;
      await ear.unsafe(`LISTEN ${channel}`);
      ready();
    };
    let waiting = false;
    const again = (): void => {
      if (stopped || waiting) return;
      waiting = true;
      void ear?.end({ timeout: 0 }).catch(() => undefined);
      setTimeout(() => {
        waiting = false;
        if (!stopped) listen().catch(again);
      }, LISTEN_AGAIN_MS).unref();
    };
    const stop = (): void => {
      stopped = true;
      ears.delete(stop);
      void ear?.end({ timeout: 0 }).catch(() => undefined);
    };
    ears.add(stop);
    await listen();
    return stop;
  }

  return new Proxy((() => undefined) as unknown as Sql, {
    apply: (_target, _this, words) => (current.pool as unknown as (...all: unknown[]) => unknown)(...words),
    get: (_target, key) =>
      key === "begin" ? begin : key === "end" ? end : key === "hear" ? hear : Reflect.get(current.pool, key),
  });
}
