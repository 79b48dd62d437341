/** Asking the server for a write. A request key stays the same for each repeat of one intent, so that a lost answer does no harm. */
import type { Problem, ProblemBody } from "#ui/words/problem.ts";
import { t } from "#ui/words/speak.ts";
import { confirmPassword } from "./confirm.ts";

export type Asked<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly status: number; readonly problem: ProblemBody };

export const newKey = (): string => crypto.randomUUID();

const offline = (): Problem => ({
  code: "no-answer",
  path: "",
  message: t("The server does not answer. What you typed is still here. Try again in a moment."),
});

/** `person`: whose words these are; the server refuses them from anybody else's session. */
export async function ask<T = unknown>(
  route: string,
  input: unknown,
  key: string,
  { person, signal }: { readonly person?: string; readonly signal?: AbortSignal } = {},
): Promise<Asked<T>> {
  try {
    const response = await fetch(`/api/${route}`, {
      method: "POST",
      headers: { "Content-Type": "application/json", "Idempotency-Key": key, ...(person ? { "X-Furlong-Person": person } : {}) },
      body: JSON.stringify(input),
      ...(signal ? { signal } : {}),
    });
    const body: unknown = await response.json();
    if (response.status === 403 && (body as Problem).code === "confirm-password" && (await confirmPassword()))
      return await ask<T>(route, input, key, { ...(person ? { person } : {}), ...(signal ? { signal } : {}) });
    return response.ok ? { ok: true, value: body as T } : { ok: false, status: response.status, problem: body as ProblemBody };
  } catch {
    return { ok: false, status: 0, problem: offline() };
  }
}
