import type { z } from "zod/mini";
import { safeParse } from "zod/mini";
import { type Result, ok, refuse } from "#core/kernel/result.ts";

/** What is wrong with a request, field by field: `path` as 'stay.firstDay', `message` with the mend. */
export interface Issue {
  readonly code: string;
  readonly path: string;
  readonly message: string;
}

export function decode<S extends z.core.$ZodType>(schema: S, body: unknown): Result<z.output<S>, readonly Issue[]> {
  const parsed = safeParse(schema, body);
  if (parsed.success) return ok(parsed.data);
  return refuse(parsed.error.issues.map((issue) => ({ code: issue.code ?? "invalid", path: issue.path.map(String).join("."), message: messageOf(issue.message) })));
}

/** zod/mini ships without a locale; what a field did not word is worded here. */
const messageOf = (message: string): string => (message === "Invalid input" ? "Missing or of the wrong kind." : message);

const FORM_TYPES = ["application/x-www-form-urlencoded", "multipart/form-data"];

/** A form post as a plain object of strings; null where the body is no form. The last of a repeated field counts. */
export async function decodeForm(request: Request): Promise<Record<string, string> | null> {
  const type = request.headers.get("content-type") ?? "";
  if (!FORM_TYPES.some((form) => type.startsWith(form))) return null;
  const form = await request.formData().catch(() => null);
  return form && Object.fromEntries([...form].flatMap(([name, value]) => (typeof value === "string" ? [[name, value]] : [])));
}
