/** What may come in from a spreadsheet: the lists, their columns, what each holds, and by which other headings people call it. */
import { CLASS_NAMES, KIND_NAMES, type Names, ROLE_NAMES, SEX_NAMES } from "./names.ts";

export const IMPORTS = ["people", "clients", "horses", "stays", "sessions", "measures"] as const;
export type ImportName = (typeof IMPORTS)[number];

/** What a number measures; it is brought to kilograms, centimetres or degrees Celsius. */
export type Quantity = "weight" | "height" | "length" | "temperature" | "plain";
export type ColumnKind =
  | { readonly holds: "words" }
  | { readonly holds: "day" }
  /** A day, or a year alone. */
  | { readonly holds: "birth" }
  | { readonly holds: "number"; readonly of: Quantity }
  | { readonly holds: "yes-no" }
  | { readonly holds: "clock" }
  | { readonly holds: "weekdays" }
  | { readonly holds: "choice"; readonly names: Names }
  /** Skills with their scores: 'Hindquarters over 3/4; Catch 2'. */
  | { readonly holds: "scores" };

export interface Column {
  /** As the contract calls the field. */
  readonly key: string;
  /** As our own templates head it. */
  readonly heading: string;
  readonly needed: boolean;
  readonly kind: ColumnKind;
  /** Other headings, in small letters without signs. */
  readonly also: readonly string[];
  /** For the template. */
  readonly example: string;
}

const column = (key: string, heading: string, kind: ColumnKind, example: string, ...also: string[]): Column => ({
  key,
  heading,
  needed: false,
  kind,
  also,
  example,
});
const needed = (one: Column): Column => ({ ...one, needed: true });
const [WORDS, DAY, YES_NO, CLOCK] = [{ holds: "words" }, { holds: "day" }, { holds: "yes-no" }, { holds: "clock" }] as const;
const number = (of: Quantity): ColumnKind => ({ holds: "number", of });
const choice = (names: Names): ColumnKind => ({ holds: "choice", names });
const PLAIN = number("plain");

const HORSE = needed(column("horse", "Horse", WORDS, "Thimble", "name", "horse name", "horsename", "animal"));
const OWNER = column("owner", "Owner", WORDS, "Ottoline Fenn", "client", "owner name", "client name", "belongs to", "customer");
const PHONE = column(
  "phone",
  "Telephone",
  WORDS,
  "555 0101",
  "phone",
  "mobile",
  "cell",
  "tel",
  "owner phone",
  "client phone",
  "number",
);
const EMAIL = column("email", "E-mail", WORDS, "ottoline@example.org", "email", "mail", "owner email", "client email", "e mail");
const ABOUT_HORSE: readonly Column[] = [
  column(
    "birth",
    "Born",
    { holds: "birth" },
    "2021",
    "birth",
    "dob",
    "date of birth",
    "birth date",
    "birthday",
    "foaled",
    "year",
    "birth year",
  ),
  column("sex", "Sex", choice(SEX_NAMES), "mare", "gender"),
  column("class", "Horse or pony", choice(CLASS_NAMES), "horse", "class", "type"),
  column("heightCm", "Height", number("height"), "15.2 hh", "height cm", "hands", "hh", "withers height", "size"),
  column("toldKg", "Weight as told", number("weight"), "460 kg", "told kg", "weight", "weight told"),
  column("historyWords", "History", WORDS, "Ridden by a child until 2024", "history words", "notes", "background", "remarks"),
];

export const COLUMNS: Readonly<Record<ImportName, readonly Column[]>> = {
  people: [
    needed(column("name", "Name", WORDS, "Wren Holloway", "person", "staff", "employee", "full name", "rider")),
    column("role", "Role", choice(ROLE_NAMES), "rider", "job", "position"),
    column("signIn", "Sign-in name", WORDS, "wren", "sign in", "login", "user", "username", "user name"),
    column("grade", "Grade", PLAIN, "3", "level", "skill", "rider grade"),
    column("weightKg", "Weight with tack", number("weight"), "72 kg", "weight kg", "weight", "rider weight"),
    column("rides", "Rides", YES_NO, "yes", "rider", "can ride"),
    column("specialist", "Specialist", YES_NO, "no", "specialist work"),
    column("worksDays", "Works on", { holds: "weekdays" }, "Mon-Fri", "works days", "days", "workdays", "working days"),
    column("worksFrom", "From", CLOCK, "7:00", "works from", "start", "begins"),
    column("worksTo", "To", CLOCK, "16:00", "works to", "until", "end", "ends"),
    column("maxSaddle", "Rides a day", PLAIN, "6", "max saddle", "max rides", "rides per day"),
  ],
  clients: [
    needed(
      column("owner", "Client", WORDS, "Ottoline Fenn", "name", "owner", "client name", "owner name", "customer", "full name"),
    ),
    PHONE,
    EMAIL,
    column("emergencyName", "In an emergency", WORDS, "Ambrose Fenn", "emergency name", "emergency contact", "emergency"),
    column("emergencyPhone", "Emergency telephone", WORDS, "555 0102", "emergency phone"),
    column("vetName", "Vet", WORDS, "Dr Larkspur", "vet name", "veterinarian"),
    column("vetPhone", "Vet's telephone", WORDS, "555 0103", "vet phone", "vets telephone"),
    column("vetRelease", "Vet may be called", YES_NO, "yes", "vet release", "release"),
  ],
  horses: [HORSE, needed(OWNER), ...ABOUT_HORSE, PHONE, EMAIL],
  stays: [
    HORSE,
    OWNER,
    needed(
      column("firstDay", "First day", DAY, "14 Jul 2026", "arrival", "arrives", "start", "start date", "from", "arrived", "in"),
    ),
    column("length", "Term", PLAIN, "60", "length", "days", "term days", "term length"),
    column("sessionsAWeek", "Sessions a week", PLAIN, "5", "sessions week", "sessions per week", "per week", "times a week"),
    needed(
      column("aim", "Aim", WORDS, "Quiet on trails, ridden by his owner", "goal", "goals", "owners aim", "wants", "purpose"),
    ),
    column("complaint", "Main problem", WORDS, "Will not stand to be mounted", "problem", "complaint", "issue"),
    column("kind", "Handled so far", choice(KIND_NAMES), "halter-broke", "kind", "stage", "training level", "level"),
    column("givenBefore", "Sessions so far", PLAIN, "17", "given before", "sessions given", "given", "done"),
    column("method", "Method", WORDS, "", "way of working"),
    column("afterDays", "Days a week at home", PLAIN, "3", "after days"),
    column("wentHome", "Went home", DAY, "", "left", "out", "departure", "end date", "home"),
    ...ABOUT_HORSE,
    PHONE,
    EMAIL,
  ],
  sessions: [
    HORSE,
    needed(column("day", "Day", DAY, "15 Jul 2026", "date", "when", "session date")),
    needed(column("rider", "Rider", WORDS, "Wren Holloway", "by", "trainer", "person", "who", "worked by")),
    column("groundMinutes", "Ground minutes", PLAIN, "30", "ground", "minutes ground", "ground work", "groundwork"),
    column("saddleMinutes", "Saddle minutes", PLAIN, "15", "saddle", "ridden", "riding", "minutes ridden", "ride minutes"),
    column("start", "Start", CLOCK, "8:30", "time", "hour", "at", "from"),
    column("place", "Place", WORDS, "", "where", "location"),
    column("scores", "Scores", { holds: "scores" }, "Catch 3; Hindquarters over 2/3", "worked", "skills", "score"),
    column("endedWell", "Ended well", YES_NO, "yes", "good end"),
    column("word", "Word", WORDS, "Soft on the left, braces on the right", "notes", "remarks", "comment", "comments", "note"),
    column("nextTime", "Next time", WORDS, "Begin on the right", "next", "to do next"),
  ],
  measures: [
    HORSE,
    needed(column("day", "Day", DAY, "15 Jul 2026", "date", "when", "measured")),
    column("scaleKg", "Scale", number("weight"), "468 kg", "scale kg", "weight", "weight kg"),
    column("girthCm", "Girth", number("length"), "178 cm", "girth cm", "heart girth", "heartgirth"),
    column("lengthCm", "Body length", number("length"), "165 cm", "length cm", "length"),
    column("withersCm", "Withers", number("height"), "152 cm", "withers cm", "height", "withers height"),
    column("croupCm", "Croup", number("height"), "153 cm", "croup cm", "hip height", "croup height"),
    column("condition", "Condition", PLAIN, "5", "condition score", "bcs", "body condition"),
    column("pulse", "Pulse", PLAIN, "36", "heart rate", "hr"),
    column("breaths", "Breaths", PLAIN, "12", "breathing", "respiration", "rr"),
    column("temperatureC", "Temperature", number("temperature"), "37.8", "temperature c", "temp"),
    column("words", "Words", WORDS, "", "notes", "remarks", "comment"),
  ],
};

/** A heading as it is compared: small letters, signs and what stands in brackets left out. */
export const plain = (heading: string): string =>
  heading
    .toLowerCase()
    .normalize("NFKD")
    .replaceAll(/[\u0300-\u036f]/g, "")
    .replaceAll(/\(.*?\)|\[.*?\]/g, " ")
    .replaceAll(/['’]/g, "")
    .replaceAll(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

/**
 * Which of our columns each heading of a file means, by name; null: none of them. One column is never given to two headings; our own words win over
 * others'.
 */
export function matched(list: ImportName, headings: readonly string[]): (string | null)[] {
  const found: (string | null)[] = headings.map(() => null);
  const free = new Set(COLUMNS[list]);
  for (const namesOf of [(of: Column) => [plain(of.heading), plain(of.key)], (of: Column) => of.also.map(plain)])
    for (const [at, heading] of headings.entries()) {
      if (found[at]) continue;
      const one = [...free].find((of) => plain(heading) !== "" && namesOf(of).includes(plain(heading)));
      if (!one) continue;
      found[at] = one.key;
      free.delete(one);
    }
  return found;
}
