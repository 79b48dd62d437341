/** What server.mjs knows of the request that is being answered; nothing where another server than ours runs, as in tests of parts. */
export interface About {
  /** Where it comes from: a proxy of ours is believed, nobody else. */
  readonly address: string;
  /** The host name that was asked for, in small letters and without its port. */
  readonly host: string;
  /** Told to the log. */
  who: string | null;
}
interface Store {
  getStore(): About | undefined;
}
export const about = (): About | null =>
  (globalThis as { [key: symbol]: Store | undefined })[Symbol.for("steady-furlong.about")]?.getStore() ?? null;
