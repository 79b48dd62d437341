import type { z } from "zod/mini";
import { decode, type Issue } from "#contracts/decode.ts";
import type { Result } from "#core/kernel/result.ts";

const FORM_TYPES = ["application/x-www-form-urlencoded", "multipart/form-data"];

/** A form post as a plain object of strings; null where the body is no form. The last of a repeated field counts. */
export async function decodeForm(request: Request): Promise<Record<string, string> | null> {
  const type = request.headers.get("content-type") ?? "";
  if (!FORM_TYPES.some((form) => type.startsWith(form))) return null;
  const form = await request.formData().catch(() => null);
  return form && Object.fromEntries([...form].flatMap(([name, value]) => (typeof value === "string" ? [[name, value]] : [])));
}

/** What is asked behind the question mark; an empty field is none, digits alone are a number. */
export const decodeQuery = <S extends z.core.$ZodType>(schema: S, url: URL): Result<z.output<S>, readonly Issue[]> =>
  decode(
    schema,
    Object.fromEntries(
      [...url.searchParams]
        .filter(([, value]) => value !== "")
        .map(([name, value]) => [name, /^\d{1,15}$/.test(value) ? Number(value) : value]),
    ),
  );
