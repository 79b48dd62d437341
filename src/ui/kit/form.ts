/** Reading form fields by hand, once: an empty number is nothing, never 0; a checkbox is what it shows. */
export const asNumber = (value: unknown): number | null => {
  if (typeof value === "number") return value;
  const text = String(value ?? "")
    .trim()
    .replace(",", ".");
  return text === "" ? null : Number(text);
};
export const asDate = (value: unknown): string | null => {
  const text = String(value ?? "").trim();
  return text === "" ? null : text;
};

/** The message for a field at a path as 'stay.firstDay', out of the nested errors of the form. */
export function errorAt(errors: unknown, path: string): string | undefined {
  let at: unknown = errors;
  for (const key of path.split("."))
    at = typeof at === "object" && at !== null ? (at as Record<string, unknown>)[key] : undefined;
  const message = typeof at === "object" && at !== null ? (at as { message?: unknown }).message : undefined;
  return typeof message === "string" ? message : undefined;
}
