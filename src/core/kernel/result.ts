/** Outcome of an operation that the domain may refuse. A refusal is data; faults of our own are asserts. */
export type Result<T, E> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: E };

export const ok = <T>(value: T): { ok: true; value: T } => ({ ok: true, value });
export const refuse = <E>(error: E): { ok: false; error: E } => ({ ok: false, error });
