/** Throws where our own reasoning was wrong; never for what a person typed. */
export function assert(condition: unknown, what: string): asserts condition {
  if (!condition) throw new Error(`Broken assumption: ${what}`);
}

/** The value, where our own reasoning says that it must be there. */
export function must<T>(value: T | null | undefined, what: string): T {
  assert(value !== null && value !== undefined, what);
  return value;
}
