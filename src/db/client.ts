import postgres from "postgres";

/**
 * One pool. DATE stays a string ('2026-03-29'): as a JavaScript Date it would move by the time zone of the process.
 * numeric and bigint come as numbers: ours are weights and counters, far inside the exact range.
 */
export function connect(url: string, options: { max?: number; onQuery?: (query: string, values: unknown[]) => void } = {}) {
  return postgres(url, {
    max: options.max ?? 10,
    onnotice: () => {},
    debug: options.onQuery && ((_connection, query, values) => options.onQuery?.(query, values)),
    connect_timeout: 10,
    // Compiling our short queries takes longer than running them.
    connection: { jit: "off" },
    transform: { column: { from: postgres.toCamel, to: postgres.fromCamel } },
    types: {
      date: { to: 1082, from: [1082], serialize: (x: string) => x, parse: (x: string) => x },
      dates: {
        to: 1182,
        from: [1182],
        serialize: (x: string[]) => `{${x.join(",")}}`,
        parse: (x: string) => (x === "{}" ? [] : x.slice(1, -1).split(",")),
      },
      numeric: { to: 1700, from: [1700], serialize: (x: number) => String(x), parse: (x: string) => Number(x) },
      bigint: { to: 20, from: [20], serialize: (x: number) => String(x), parse: (x: string) => Number(x) },
    },
  });
}

export type Sql = ReturnType<typeof connect>;
/** A connection or an open transaction: what every query takes. */
export type Db = Sql | Transaction;
export type Transaction = postgres.TransactionSql<{ date: string; dates: string[]; numeric: number; bigint: number }>;
