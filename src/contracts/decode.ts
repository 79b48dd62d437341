import type { z } from "zod/mini";
import { safeParse } from "zod/mini";
import { ok, type Result, refuse } from "#core/kernel/result.ts";

/** What is wrong with a request, field by field: `path` as 'stay.firstDay', `message` with the mend. */
export interface Issue {
  readonly code: string;
  readonly path: string;
  readonly message: string;
}

export function decode<S extends z.core.$ZodType>(schema: S, body: unknown): Result<z.output<S>, readonly Issue[]> {
  const parsed = safeParse(schema, body);
  if (parsed.success) return ok(parsed.data);
  return refuse(
    parsed.error.issues.map((issue) => ({
      code: issue.code ?? "invalid",
      path: issue.path.map(String).join("."),
      message: messageOf(issue.message),
    })),
  );
}

/** zod/mini ships without a locale; what a field did not word is worded here. */
const messageOf = (message: string): string => (message === "Invalid input" ? "Missing or of the wrong kind." : message);
