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
    parsed.error.issues.flatMap((issue): Issue[] => {
      const path = issue.path.map(String);
      if (issue.code === "unrecognized_keys")
        return issue.keys.map((key) => ({
          code: issue.code ?? "invalid",
          path: [...path, key].join("."),
          message: NO_SUCH_FIELD,
        }));
      return [{ code: issue.code ?? "invalid", path: path.join("."), message: messageOf(issue.message) }];
    }),
  );
}

const NO_SUCH_FIELD = "There is no such field. Leave it out, or correct its name.";
/** zod/mini ships without a locale; what a field did not word is worded here. */
const messageOf = (message: string): string => (message === "Invalid input" ? "Missing or the wrong kind." : message);
