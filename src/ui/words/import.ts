/** Bringing a spreadsheet in, in words. */
import { type Came, CELL_LIMIT, COLUMNS_LIMIT, ROWS_LIMIT, type RowProblem } from "#contracts/import.ts";
import { COLUMNS, type ImportName } from "#core/import/columns.ts";
import type { FileFault } from "#ui/import/read-file.ts";
import { sayRefusal } from "./refusals.ts";

export const IMPORT: Readonly<
  Record<ImportName, { readonly words: string; readonly holds: string; readonly then: string; readonly path: string }>
> = {
  people: {
    words: "People",
    holds: "Who works here. Nobody can sign in yet: give each person a first password under People.",
    then: "Give each of them a first password",
    path: "/people",
  },
  clients: {
    words: "Clients",
    holds: "Owners with telephone, e-mail, emergency and vet.",
    then: "Import their horses",
    path: "/barn/import",
  },
  horses: {
    words: "Horses",
    holds: "Horses with their owners. New owners are added.",
    then: "Import their stays",
    path: "/barn/import",
  },
  stays: {
    words: "Stays",
    holds: "Who is here, from when, for how long and what for, including terms already running. New horses and owners are added.",
    then: "See them on the Rail",
    path: "/",
  },
  sessions: {
    words: "Past sessions",
    holds: "Sessions before today, one row each: horse, day, rider, minutes, scores, notes.",
    then: "See the horses",
    path: "/",
  },
  measures: {
    words: "Measures",
    holds: "Weights, lengths, heights, condition and resting values, each with a date.",
    then: "See the horses",
    path: "/",
  },
};

/** As they are called once they are in. */
export const CAME_WORDS: Readonly<Record<Came, string>> = {
  ...(Object.fromEntries(Object.entries(IMPORT).map(([list, { words }]) => [list, words])) as Record<ImportName, string>),
  archive: "A horse of another barn",
};

export const headingOf = (list: ImportName, key: string | null): string =>
  COLUMNS[list].find((one) => one.key === key)?.heading ?? key ?? "The row";

export function sayFileFault(fault: FileFault, line?: number): string {
  const at = line === undefined ? "" : ` (row ${line} of the file)`;
  switch (fault) {
    case "empty":
      return "This file is empty. Choose another.";
    case "too-large":
      return "This file is larger than 10 MB. Remove pictures and sheets you don't need, or save it as CSV.";
    case "unpacks-too-large":
      return "This workbook unpacks to far more than its size. Save the sheet you want as CSV.";
    case "old-workbook":
      return "This is an old Excel file. Open it and save it as .xlsx or CSV.";
    case "broken":
      return "We can't read this file: it is damaged or another type. Save it again as .xlsx or CSV.";
    case "not-a-table":
      return "This is not a table. Save it as .xlsx or CSV.";
    case "too-many-rows":
      return `More than ${ROWS_LIMIT} rows. Split the table and import the parts one after another.`;
    case "too-wide":
      return `More than ${COLUMNS_LIMIT} columns${at}. Remove the ones you don't need.`;
    case "long-cell":
      return `A cell holds more than ${CELL_LIMIT} characters${at}: shorten it.`;
  }
}

/** What is wrong in a row, and the mend. */
export function sayRowProblem(list: ImportName, problem: RowProblem): string {
  const what = `${headingOf(list, problem.column)}: `;
  if (problem.code === "field") return what + problem.message;
  if (problem.code === "refused") return what + sayRefusal(problem.refusal);
  const named = problem.named ? `“${problem.named}”` : "this";
  switch (problem.code) {
    case "missing":
      return `${what}this is empty: fill it in.`;
    case "not-a-day":
      return `${what}not a date: write 14 Jul 2026 or 2026-07-14. If day and month are swapped, say so above.`;
    case "not-a-birth":
      return `${what}not a year or date: write 2021 or 3 Apr 2021.`;
    case "not-a-number":
      return `${what}not a figure with a unit: write 460 kg, 1015 lb, 15.2 hh or 157 cm.`;
    case "not-yes-no":
      return `${what}write yes or no.`;
    case "not-a-choice":
      return `${what}not one of the choices.${choices(list, problem.column)}`;
    case "not-an-hour":
      return `${what}not a time: write 7:30 or 4 pm.`;
    case "not-weekdays":
      return `${what}not weekdays: write Mon-Fri or Mon, Wed, Fri.`;
    case "not-scores":
      return `${what}write each skill with its score, left and right: Catch 3; Hindquarters over 2/3.`;
    case "no-such-horse":
      return `${what}no horse called ${named} has been here. Import the stay first, or correct the name.`;
    case "which-horse":
      return `${what}more than one horse is called ${named}. Say whose it is, or give them different names.`;
    case "which-client":
      return `${what}more than one client is called ${named}. Add the e-mail of the right one.`;
    case "no-such-person":
      return `${what}nobody called ${named} works here. Import your people first, or correct the name.`;
    case "which-person":
      return `${what}more than one person is called ${named}. Write the sign-in name.`;
    case "no-such-place":
      return `${what}there is no place called ${named}. Correct the name, or leave it empty.`;
    case "no-such-skill":
      return `${what}no skill of your ladder is called ${named}, or it has no two sides.`;
    case "no-such-method":
      return `${what}you have no method called ${named}. Correct it, or leave it empty.`;
    case "not-in-a-stay":
      return `${what}${named} was not here on that day. Import the stay that covers it, or correct the date.`;
    case "no-minutes":
      return "This row has no minutes. Fill in ground or saddle minutes.";
    case "outside-hours":
      return `${what}sessions are between 5 am and 9 pm.`;
    case "owner-missing":
      return `${what}no horse called ${named} is known. Add the owner's name, and the horse is added.`;
    case "nothing-given":
      return "This row has no measurement. Fill in at least one.";
  }
}
function choices(list: ImportName, key: string | null): string {
  const kind = COLUMNS[list].find((one) => one.key === key)?.kind;
  if (kind?.holds !== "choice") return " Use 2 to 40 small letters, digits, dots or hyphens.";
  return ` Write one of: ${Object.values(kind.names)
    .map(([first]) => first)
    .join(", ")}.`;
}
