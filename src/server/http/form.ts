const FORM_TYPES = ["application/x-www-form-urlencoded", "multipart/form-data"];

/** A form post as a plain object of strings; null where the body is no form. The last of a repeated field counts. */
export async function decodeForm(request: Request): Promise<Record<string, string> | null> {
  const type = request.headers.get("content-type") ?? "";
  if (!FORM_TYPES.some((form) => type.startsWith(form))) return null;
  const form = await request.formData().catch(() => null);
  return form && Object.fromEntries([...form].flatMap(([name, value]) => (typeof value === "string" ? [[name, value]] : [])));
}
