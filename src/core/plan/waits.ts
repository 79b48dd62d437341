/** Skills that may not be worked as the record stands, whoever does it, and until when: the plan lays nothing of them before. */
import type { LocalDate } from "../calendar/local-date.ts";
import { later } from "../calendar/local-date.ts";
import { isOpen } from "../check/check.ts";
import { hasTag, ropesUnder } from "../ladder/ladder.ts";
import type { Nature, Skill } from "../ladder/skill.ts";
import { type HorseRecord, permitOf, readingOf, stepFacts } from "../permission/from-record.ts";
import type { PermitPerson } from "../permission/horse.ts";
import { nobodyLightEnough } from "../permission/lightest.ts";
import { nextStep, workTowards } from "../permission/next-step.ts";
import { barring, horseReasons, skillAct } from "../permission/permission.ts";
import type { Reason } from "../permission/reasons.ts";
import { lackingBelow } from "../permission/steps.ts";
import { type HorseReading, isImplied } from "../reading/reading.ts";
import { TACK_NATURES } from "./compose.ts";
import { stayDay } from "./planned-days.ts";

export interface Wait {
  readonly skill: string;
  /** As the forecast counts days: the first on which it may be asked. */
  readonly until: number;
  /** No lesson of this horse, which is taken to do it: nothing waits for it either. */
  readonly passed: boolean;
}
export interface WaitsAsked {
  readonly record: HorseRecord;
  readonly firstDay: LocalDate;
  readonly today: LocalDate;
  /** Who works here, where it is asked whether anybody is light enough; null: it is not. */
  readonly people: readonly Pick<PermitPerson, "rides" | "weightKg">[] | null;
  /** Skills of the goals: what is one is worked, whatever it rests on. */
  readonly goals: readonly string[];
  /** What the owner complains of: work, however well the horse does it else. */
  readonly complaint: readonly string[];
  /** Skills that stand still. */
  readonly stuck: readonly string[];
}

/** Long after any term. */
const NEVER = 1000;
/** A check whose day is past is still waited for so long. */
const WAITED_DAYS = 7;

/** The day of the stay on which what bars a skill may be over, by what is known today. */
function overBy(reason: Reason, { record, firstDay, today }: WaitsAsked): number {
  const number = (date: LocalDate): number => stayDay(firstDay, date);
  const never = number(today) + NEVER;
  switch (reason.code) {
    case "check": {
      if (reason.because === "found") return never;
      if (reason.because === "restricted") return reason.until ? number(reason.until) + 1 : never;
      const days = record.checks
        .filter((check) => isOpen(check) && check.holds !== "nothing")
        .map((check) => later(check.due, check.bookedFor ?? check.due));
      const day = days.reduce(later, today);
      return days.includes(day) ? number(day) + 1 : number(today) + WAITED_DAYS;
    }
    case "signed-off":
    case "age":
      return never;
    // A tape, a signature, a list that fills up: not today.
    default:
      return number(today) + 1;
  }
}

/** What riding shows anyway is never a lesson of a horse that does it, nor of one that is told to: it is looked at in passing. */
function isNoLesson(skill: Skill, reading: HorseReading): boolean {
  const { carriesRiders } = reading;
  const basis = reading.basisOf(skill);
  if (isImplied(skill, reading)) return true;
  if (basis === "told") return TOLD_NO_LESSON.includes(skill.nature);
  const known = basis === "none" || reading.counts(skill) >= MOSTLY || hasTag(skill, "lie-across");
  return carriesRiders && known && (TACK_NATURES.includes(skill.nature) || hasTag(skill, "bend-stop", "forward"));
}
/** From this level on it is no lesson of a horse that has carried riders. */
const MOSTLY = 3;
const TOLD_NO_LESSON: readonly Nature[] = ["handling", ...TACK_NATURES];

/** A hold is the term's to reckon with, and is left out. */
export function waitsOf(asked: WaitsAsked): readonly Wait[] {
  const { record, firstDay, today, people, goals, complaint, stuck } = asked;
  const horse = { ...permitOf(record, today), hold: null };
  const reading = readingOf(record);
  // What runs after trouble or time off, what a list still lacks, and what a standstill rests on, is work again.
  const facts = stepFacts(record, reading);
  const next = nextStep(facts, goals, false);
  // Saddles carried for years say nothing of a rope.
  const ropesBelow = record.ladder.filter(({ id }) => goals.includes(id)).flatMap((goal) => ropesUnder(goal, record.ladder));
  const trouble = record.ladder.find(({ id }) => id === horse.stepBack?.at);
  const again = new Set([
    ...complaint,
    ...ropesBelow.map(({ id }) => id),
    ...(horse.stepBack?.work ?? []),
    ...(next ? workTowards(next, facts) : []),
    ...(trouble ? lackingBelow(trouble, facts).map(({ id }) => id) : []),
    ...record.ladder.filter(({ id }) => stuck.includes(id)).flatMap(({ after }) => after),
  ]);
  const tooHeavy = people !== null && nobodyLightEnough(horse.load, people) !== null;
  return record.ladder.flatMap((skill) => {
    const days = barring(horseReasons(horse, skillAct(skill, reading))).map((reason) => overBy(reason, asked));
    const passed = isNoLesson(skill, reading) && !goals.includes(skill.id) && !again.has(skill.id);
    if (passed) days.push(stayDay(firstDay, today) + NEVER);
    if (tooHeavy && skill.bears !== "nothing") days.push(stayDay(firstDay, today) + NEVER);
    return days.length > 0 ? [{ skill: skill.id, until: Math.max(...days), passed }] : [];
  });
}
