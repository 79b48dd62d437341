import { z } from "zod/mini";
import { HOLD_KINDS } from "#core/calendar/holds.ts";
import { COUNTINGS, TERM_LENGTHS } from "#core/calendar/term.ts";
import { KNOWN_DURINGS, LED_BYS } from "#core/card/card.ts";
import {
  HISTORY_ANSWERS,
  HISTORY_TOPICS,
  type HistoryAnswer,
  type HistoryTopic,
  HORSE_CLASSES,
  KINDS,
  SEXES,
} from "#core/horse/horse.ts";
import { SADDLE_FITS, TAKEN, type TakenName } from "#core/horse/measuring.ts";
import { MOST_GOALS } from "#core/intake/aims.ts";
import { BOUNDS } from "#core/intake/measures.ts";
import {
  centimetres,
  date,
  dial,
  EMAIL,
  flag,
  grade,
  id,
  list,
  methodId,
  number,
  oneOf,
  phone,
  said,
  setOf,
  version,
  whole,
  words,
} from "./fields.ts";
import { GoalFields } from "./intake.ts";

/** No horse weighs less or more. */
export const [LIGHTEST_KG, HEAVIEST_KG] = [50, 1200] as const;

export const AFTER_LEVELS = ["unknown", "novice", "steady", "able"] as const;
const email = z.string("An e-mail address.").check(
  z.trim(),
  z.maxLength(120, "At most 120 characters."),
  z.refine((x) => x === "" || EMAIL.test(x), "An address such as name@example.org, or nothing."),
);

export const ClientFields = z.object({
  name: said("The client's name", 120),
  phone,
  email,
  emergencyName: words(120),
  emergencyPhone: phone,
  vetName: words(120),
  vetPhone: phone,
  vetRelease: flag,
});
export type ClientFields = z.output<typeof ClientFields>;
/** A client of whom no more than the name is known. */
export const ONLY_NAMED: ClientFields = {
  name: "",
  phone: "",
  email: "",
  emergencyName: "",
  emergencyPhone: "",
  vetName: "",
  vetPhone: "",
  vetRelease: false,
};

export const History = z.record(oneOf(HISTORY_TOPICS), oneOf(HISTORY_ANSWERS));
export const UNKNOWN_HISTORY = Object.fromEntries(HISTORY_TOPICS.map((topic) => [topic, "unknown"])) as Record<
  HistoryTopic,
  HistoryAnswer
>;

export const HorseFields = z.object({
  name: said("The horse's name", 80),
  birthDate: z.nullable(date),
  birthYear: z.nullable(whole(1970, 2199)),
  sex: oneOf(SEXES),
  class: oneOf(HORSE_CLASSES),
  heightCm: z.nullable(centimetres(50, 220)),
  /** As the owner says: nobody rides by it. */
  toldKg: z.nullable(dial("weight", LIGHTEST_KG, HEAVIEST_KG)),
  history: History,
  historyWords: words(2000),
});
export type HorseFields = z.output<typeof HorseFields>;
/** A horse of which nothing is known. */
export const NOTHING_KNOWN: HorseFields = {
  name: "",
  birthDate: null,
  birthYear: null,
  sex: "unknown",
  class: "adult",
  heightCm: null,
  toldKg: null,
  history: UNKNOWN_HISTORY,
  historyWords: "",
};

export const StayFields = z.object({
  kind: oneOf(KINDS),
  aim: said("The owner's request", 2000),
  /** The one thing that the horse was sent for; when it comes, and what brings it on. */
  complaint: words(2000),
  complaintDuring: setOf(KNOWN_DURINGS),
  complaintLedBy: setOf(LED_BYS),
  length: z.literal([...TERM_LENGTHS], "A term of 30, 60 or 90 days."),
  firstDay: date,
  sessionsAWeek: whole(1, 7, "sessions a week"),
  /** Of a term that ran already when it was entered here: sessions given until then, counted on paper. */
  givenBefore: whole(0, 120, "sessions"),
  counting: oneOf(COUNTINGS),
  method: methodId,
  afterDays: z.nullable(whole(0, 7, "days a week")),
  afterLevel: oneOf(AFTER_LEVELS),
  afterWords: words(1000),
});
export type StayFields = z.output<typeof StayFields>;
/** What a booking begins with. */
export const USUAL_STAY: Omit<StayFields, "firstDay" | "method"> = {
  kind: "halter",
  aim: "",
  complaint: "",
  complaintDuring: [],
  complaintLedBy: [],
  length: 60,
  sessionsAWeek: 5,
  givenBefore: 0,
  counting: "calendar",
  afterDays: null,
  afterLevel: "unknown",
  afterWords: "",
};

/** A goal that the manager takes from the owner's words while booking; `by`: the day on which it is needed, null for the end of the term. */
const BookedGoal = z.object({ ...GoalFields.shape, by: z.nullable(date) });
export type BookedGoal = z.output<typeof BookedGoal>;
export const BookStay = z.object({
  /** A horse that the barn knows: what is known of it and its client stays as it is, whatever stands below. */
  known: z.optional(z.nullable(id<"horse">())),
  client: ClientFields,
  horse: HorseFields,
  stay: StayFields,
  goals: list(BookedGoal, MOST_GOALS).check(
    z.refine((goals) => new Set(goals.map(({ skill }) => skill)).size === goals.length, "A goal is listed twice. Remove one."),
  ),
});
export type BookStay = z.output<typeof BookStay>;
/** What an owner's words are read with. */
export const ReadAim = z.object({
  aim: words(2000),
  complaint: words(2000),
  kind: oneOf(KINDS),
  birthDate: z.nullable(date),
  birthYear: z.nullable(whole(1970, 2199)),
});
export type ReadAim = z.output<typeof ReadAim>;

const stay = id<"stay">();
export const EditStay = z.object({ id: stay, version, stay: StayFields, riskSet: z.nullable(grade) });
export type EditStay = z.output<typeof EditStay>;
/** Null: the evaluation's own reading counts. */
export type RiskSet = EditStay["riskSet"];

/** Client and horse as they are known now; `version` is the one of both together. */
export const EditDetails = z.object({ stay, version, client: ClientFields, horse: HorseFields });
export type EditDetails = z.output<typeof EditDetails>;
export type Details = Omit<EditDetails, "stay">;

export const AddHold = z
  .object({
    stay,
    kind: oneOf(HOLD_KINDS),
    firstDay: date,
    lastDay: z.nullable(date),
    stopsClock: flag,
    reason: said("The reason", 500),
  })
  .check(
    z.refine((x) => x.lastDay === null || x.firstDay <= x.lastDay, {
      path: ["lastDay"],
      message: "The last day must not come before the first.",
    }),
  );
export type AddHold = z.output<typeof AddHold>;
export const EndHold = z.object({ id: id<"hold">(), lastDay: date });
export type EndHold = z.output<typeof EndHold>;

export const SetApart = z.object({ stay, other: stay, apart: flag });
export type SetApart = z.output<typeof SetApart>;
export const KeepFrom = z.object({ stay, person: id<"person">(), kept: flag });
export type KeepFrom = z.output<typeof KeepFrom>;
export const SendHome = z.object({ id: stay, version, day: date });
export type SendHome = z.output<typeof SendHome>;

const taken = (name: Exclude<TakenName, "scaleKg" | "temperatureC">, unit: string) => z.nullable(number(...BOUNDS[name], unit));
/** Measures between two evaluations: whatever was taken. */
export const HorseMeasureFields = z.object({
  girthCm: z.nullable(centimetres(...BOUNDS.girthCm)),
  lengthCm: z.nullable(centimetres(...BOUNDS.lengthCm)),
  withersCm: z.nullable(centimetres(...BOUNDS.withersCm)),
  croupCm: z.nullable(centimetres(...BOUNDS.croupCm)),
  scaleKg: z.nullable(dial("weight", LIGHTEST_KG, HEAVIEST_KG)),
  condition: taken("condition", "on the scale of nine"),
  pulse: taken("pulse", "beats a minute"),
  breaths: taken("breaths", "breaths a minute"),
  temperatureC: z.nullable(dial("temperature", ...BOUNDS.temperatureC)),
  saddleFit: z.nullable(oneOf(SADDLE_FITS)),
  words: words(500),
});
export type HorseMeasureFields = z.output<typeof HorseMeasureFields>;
/** Before anything was taken. */
export const NOTHING_TAKEN: HorseMeasureFields = {
  girthCm: null,
  lengthCm: null,
  withersCm: null,
  croupCm: null,
  scaleKg: null,
  condition: null,
  pulse: null,
  breaths: null,
  temperatureC: null,
  saddleFit: null,
  words: "",
};
export const MeasureHorse = z.object({ stay, day: date, ...HorseMeasureFields.shape }).check(
  z.refine((x) => TAKEN.some((name) => x[name] !== null) || x.saddleFit !== null, {
    path: ["girthCm"],
    message: "Give one measure at least.",
  }),
);
export type MeasureHorse = z.output<typeof MeasureHorse>;
