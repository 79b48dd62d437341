/** The server's log (log.mjs makes it, before the application is loaded). Where nobody made one, as in tests and commands, nothing is written. */
export interface Log {
  info(what: object, words: string): void;
  warn(what: object, words: string): void;
  error(what: object, words: string): void;
}
const nothing = (): void => {};
const silent: Log = { info: nothing, warn: nothing, error: nothing };

export const log = (): Log => (globalThis as { [key: symbol]: Log | undefined })[Symbol.for("steady-furlong.log")] ?? silent;
