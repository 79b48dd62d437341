/** Lists that leave the barn, in words. */
import type { ListName } from "#contracts/export.ts";
import { clock, minutesAsClock } from "./figures.ts";

export const LIST: Readonly<Record<ListName, { readonly words: string; readonly holds: string }>> = {
  people: { words: "People", holds: "Roles, grades, weights, hours" },
  clients: { words: "Clients", holds: "Telephone, e-mail, emergency, vet" },
  horses: { words: "Horses", holds: "Owner, age, height" },
  stays: { words: "Stays", holds: "Aim, term, method, going home" },
  holds: { words: "Holds", holds: "Days without work, and why" },
  sessions: { words: "Sessions", holds: "Every closed card: who, where, minutes, words" },
  scores: { words: "Scores", holds: "Every score, of sessions and evaluations, by side" },
  signs: { words: "Signs", holds: "What horses showed in sessions" },
  incidents: { words: "Incidents", holds: "What happened, before what, who was hurt" },
  evaluations: { words: "Evaluations", holds: "When, which, by whom" },
  measures: { words: "Measures", holds: "Weights, lengths, heights, condition" },
  checks: { words: "Checks", holds: "What vets, dentists, farriers and fitters were asked and answered" },
};
/** Hours of the day as a clock, yes and no as words; an instant by its day is the database's own. */
export function sayExported(column: string, value: unknown): unknown {
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (column === "start" && typeof value === "number") return clock(value);
  if ((column === "worksFrom" || column === "worksTo") && typeof value === "number") return minutesAsClock(value);
  return value;
}
