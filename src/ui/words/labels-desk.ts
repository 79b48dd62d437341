/** Codes in words that the desk alone says: a phone in the arena does not load them. */

import type { Surface } from "#contracts/barn.ts";
import type { Role } from "#contracts/people.ts";
import type { Counting, Milestone } from "#core/calendar/term.ts";
import type { AppointmentKind } from "#core/day/model.ts";
import type { HistoryAnswer, HistoryTopic, HorseClass, HorseKind, Sex } from "#core/horse/horse.ts";
import type { EvaluationKind } from "#core/intake/outcome.ts";
import type { Professional } from "#core/intake/signs.ts";
import type { UnitSystem } from "#core/kernel/units.ts";
import type { BlockId, OwedPolicy, ReportKind } from "#core/report/facts.ts";
import type { Fitness, LightReason } from "#core/tools/load.ts";

export const ROLE: Record<Role, string> = { manager: "Manager", rider: "Rider", helper: "Helper" };
export const KIND: Record<HorseKind, string> = {
  unhandled: "Barely handled",
  halter: "Halter-broke",
  started: "Riding",
  restart: "Restart",
};
export const SEX: Record<Sex, string> = { mare: "mare", gelding: "gelding", stallion: "stallion", unknown: "sex unknown" };
export const CLASS: Record<HorseClass, string> = { adult: "Horse", pony: "Pony", yearling: "Yearling", weanling: "Weanling" };
export const HISTORY_TOPIC: Record<HistoryTopic, string> = {
  haltered: "Haltered and led",
  feet: "Feet done",
  trailer: "Trailer",
  saddled: "Saddled",
  ridden: "Ridden",
  raced: "Raced",
  hurt: "Hurt or ill",
  foundered: "Foundered",
};
export const HISTORY_ANSWER: Record<HistoryAnswer, string> = { unknown: "Unknown", no: "No", yes: "Yes" };
export const COUNTING: Record<Counting, string> = { calendar: "Calendar days", sessions: "Worked sessions" };
export const SURFACE: Record<Surface, string> = {
  unknown: "Not said",
  sand: "Sand",
  dirt: "Dirt",
  grass: "Grass",
  fibre: "Fibre",
  track: "Track",
};
export const APPOINTMENT: Record<AppointmentKind, string> = {
  farrier: "Farrier",
  vet: "Vet",
  dentist: "Dentist",
  fitter: "Saddle and bit fitter",
  bodyworker: "Bodyworker",
  travel: "Away",
  other: "Something else",
};
export const POST: Record<Milestone["kind"], string> = {
  arrival: "Arrival",
  intake: "Evaluation",
  "mid-term": "Mid-term",
  exit: "Exit",
  report: "Report",
};
export const EVALUATION: Record<EvaluationKind, string> = { intake: "Intake", "mid-term": "Mid-term", exit: "Exit" };
export const FITNESS_WORDS: Record<Fitness, string> = { unknown: "Unknown", fit: "Fit", unfit: "Unfit" };
export const PROFESSIONAL: Record<Professional, string> = {
  vet: "vet",
  dentist: "dentist",
  farrier: "farrier",
  fitter: "saddle and bit fitter",
  bodyworker: "bodyworker",
};
export const LIGHT: Record<LightReason, string> = {
  "age-unknown": "age unknown",
  "under-four": "under four years",
  unfit: "not fit",
  "fitness-unknown": "fitness unknown",
  thin: "thin",
  "time-off": "back from time off",
};
export const BLOCK: Record<BlockId, string> = {
  "in-short": "In short",
  asked: "What we agreed on",
  found: "What we found",
  did: "What we did",
  "can-do": "What the horse can do now",
  firsts: "Firsts",
  "needs-help": "What still needs help",
  careful: "What to be careful with",
  "how-to-ask": "How to ask",
  care: "Vet, teeth, feet and saddle",
  next: "What we propose next",
};
export const REPORT_KIND: Record<ReportKind, string> = {
  intake: "Arrival report",
  weekly: "Weekly update",
  "mid-term": "Mid-term report",
  end: "Final report",
};
export const OWED: Record<OwedPolicy, string> = {
  days: "with extra days: the term goes on until they are done",
  credit: "as a credit toward the next stay",
  agreed: "as agreed with each owner",
};
export const AFTER_LEVEL = { unknown: "Unknown", novice: "Novice", steady: "Steady", able: "Able" } as const;
/** How the barn says lengths. */
export const UNITS = {
  metric: "Kilograms, centimetres, °C, metres a second",
  hands: "Pounds, hands and inches, °F, miles an hour",
} as const satisfies Readonly<Record<UnitSystem, string>>;
