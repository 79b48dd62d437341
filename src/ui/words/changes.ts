/** What a change says: who reads it wants what was, and what is. */
export const SUBJECT: Readonly<Record<string, string>> = {
  person: "People",
  absence: "Days away",
  barn: "Rules of the barn",
  place: "Places",
  instrument: "Evaluation steps",
  stay: "Stays and terms",
  evaluation: "Evaluations",
  check: "Checks",
  trial: "Trials",
  card: "Cards",
  day: "The day",
  week: "The week",
  sheet: "Sheets",
  appointment: "Appointments",
  weather: "Weather",
  owner: "Owners",
  report: "Reports",
  calendar: "Calendar addresses",
};

const LONGEST = 120;
const inWords = (key: string): string => key.replaceAll(/([a-z])([A-Z])/g, "$1 $2").toLowerCase();
function sayValue(value: unknown): string {
  if (value === null || value === undefined || value === "") return "–";
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (Array.isArray(value) && value.every((one) => typeof one !== "object")) return value.join(", ") || "–";
  const words = typeof value === "object" ? JSON.stringify(value) : String(value);
  return words.length > LONGEST ? `${words.slice(0, LONGEST)}…` : words;
}
const isId = (x: unknown): boolean => typeof x === "string" && /^[0-9a-f]{8}-[0-9a-f]{4}-/.test(x);
const isRecord = (x: unknown): x is Record<string, unknown> => typeof x === "object" && x !== null && !Array.isArray(x);

/** Of what was and what is, only what differs; of all else, each thing with its value. What is ours alone (ids, versions) is left out. */
export function sayDetails(details: unknown): string {
  if (!isRecord(details)) return details === null ? "" : sayValue(details);
  const { before, after, ...rest } = details;
  const ours = /(^|[a-z])(id|Id|version)$/;
  const lines = Object.entries(rest)
    .filter(([key, value]) => !ours.test(key) && value !== null && value !== undefined && !isId(value))
    .map(([key, value]) => `${inWords(key)}: ${sayValue(value)}`);
  const changed =
    isRecord(before) && isRecord(after)
      ? Object.keys(after)
          .filter((key) => !ours.test(key) && JSON.stringify(before[key]) !== JSON.stringify(after[key]))
          .map((key) => `${inWords(key)}: ${sayValue(before[key])} → ${sayValue(after[key])}`)
      : [];
  return [...changed, ...lines].join("; ");
}
