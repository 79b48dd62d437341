/** From the record of a stay to the facts that the core asks for. */

import type { InForceView } from "#contracts/views.ts";
import { daysBetween, type LocalDate } from "#core/calendar/local-date.ts";
import { daysGivenBefore, type TermFacts, workFromOf } from "#core/calendar/term.ts";
import { daysOffOn } from "#core/calendar/time-off.ts";
import type { Complaint } from "#core/card/complaint.ts";
import { resultsFor } from "#core/check/check.ts";
import { ageInYears } from "#core/horse/horse.ts";
import { growthOf, type MeasuringDue, measuringDue } from "#core/horse/measuring.ts";
import { toldHistory } from "#core/horse/told.ts";
import { weightsWith } from "#core/intake/cause-rules.ts";
import { conditionOf, type FatPlace, type Measures, PLACES } from "#core/intake/measures.ts";
import { HEARD_NOTHING, type Heard, type Outcome, readWalk, type WalkedHorse } from "#core/intake/outcome.ts";
import { signsNow } from "#core/intake/sign-trend.ts";
import { remember } from "#core/kernel/remember.ts";
import { ladderFor } from "#core/ladder/for-method.ts";
import type { Ladder } from "#core/ladder/ladder.ts";
import { type Method, methodOf, methodsWith } from "#core/ladder/methods.ts";
import type { Skill } from "#core/ladder/skill.ts";
import { type HorseRecord, inForceOn } from "#core/permission/from-record.ts";
import type { PermitPerson } from "#core/permission/horse.ts";
import { type NobodyLightEnough, nobodyLightEnough } from "#core/permission/lightest.ts";
import { pastScores } from "#core/permission/trouble.ts";
import { loadLimit } from "#core/tools/load.ts";
import { weightOf } from "#core/tools/weight.ts";
import type { Barn } from "#db/queries/barn.ts";
import type { StayScore, Worked } from "#db/queries/card.ts";
import type { Evaluation } from "#db/queries/intake.ts";
import { PAST_SESSIONS, type Past } from "#db/queries/past.ts";
import type { Person } from "#db/queries/people.ts";
import type { Stay } from "#db/queries/stays.ts";
import { recall, recallByContent } from "./recall.ts";

/** The day of the closed intake evaluation. */
export const intakeDay = (stay: Stay): LocalDate | null =>
  stay.evaluations.find((evaluation) => evaluation.kind === "intake" && evaluation.closed)?.day ?? null;

/** What its term is read from. */
export const termFacts = recall((stay: Stay, barn: Barn): TermFacts => {
  const { firstDay, holds } = stay;
  const before = { firstDay, holds, firstDayIs: barn.firstDayIs, restDays: barn.restDays, holidays: barn.holidays };
  return {
    length: stay.length,
    firstDay: stay.firstDay,
    firstDayIs: barn.firstDayIs,
    sessionsAWeek: stay.sessionsAWeek,
    counting: stay.counting,
    restDays: barn.restDays,
    holidays: barn.holidays,
    holds: stay.holds,
    workFrom: workFromOf({ firstDay: stay.firstDay, firstDayIs: barn.firstDayIs }, intakeDay(stay)),
    delivered: [...(stay.givenUntil ? daysGivenBefore(before, stay.givenBefore, stay.givenUntil) : []), ...stay.delivered],
  };
});

export const ageOf = (stay: Stay, today: LocalDate): number | null =>
  ageInYears({ date: stay.birthDate, year: stay.birthYear }, today);

/** What it was sent for; null: nothing in particular. */
export const complaintOf = ({ complaint, complaintDuring, complaintLedBy }: Stay): Complaint | null =>
  complaint === "" ? null : { words: complaint, during: complaintDuring, ledBy: complaintLedBy };

/** All that the booking says of it in words. */
const toldBy = ({ aim, complaint, historyWords }: Stay): string => `${aim} ${complaint} ${historyWords}`;

export const walkedHorse = (stay: Stay, today: LocalDate): WalkedHorse => ({
  horseClass: stay.class,
  horseKind: stay.kind,
  ageYears: ageOf(stay, today),
  sex: stay.sex,
  history: stay.history,
  told: toldBy(stay),
});

/** What is read of a walk beside what is written in it: the horse, what stands in the place of the walk's own signs and measures, what was heard since. */
interface ReadWith {
  readonly horse: WalkedHorse;
  readonly now: Partial<Pick<Evaluation["walk"], "signs" | "measures">>;
  readonly heard: Heard;
}
const readOnce = recallByContent(
  ({ walk }: Evaluation, { horse, now, heard }: ReadWith, ladder: Ladder): Outcome =>
    readWalk({ ...horse, ...walk, ...now }, ladder, heard),
);
/** The walk's own reading; `heard` adds what was checked and tried since, and the barn's weights. */
export const outcomeOf = (
  stay: Stay,
  evaluation: Evaluation,
  today: LocalDate,
  ladder: Ladder,
  heard: Heard = HEARD_NOTHING,
): Outcome => readOnce(evaluation, { horse: walkedHorse(stay, today), now: {}, heard }, ladder);

/** What the record says to the findings on a day on which signs were last seen. */
export function heardOf(stay: Stay, barn: Barn, lastSeen: LocalDate): Heard {
  const worked = stay.delivered.findLast((day) => day < lastSeen);
  const shod = stay.checks
    .flatMap(({ who, doneOn }) => (who === "farrier" && doneOn && doneOn <= lastSeen ? [doneOn] : []))
    .sort()
    .at(-1);
  return {
    checks: resultsFor(stay.checks, lastSeen),
    trials: stay.trials,
    daysOff: daysOffOn(worked ?? null, lastSeen),
    shodDaysAgo: shod ? daysBetween(shod, lastSeen) : null,
    signWeights: weightsWith(barn.weights),
  };
}

export const lastWorked = (stay: Stay): LocalDate | null => stay.delivered.at(-1) ?? null;

/** The weight that was taken last, in an evaluation or between two. */
export function weightNow(
  { class: horseClass, measured, weighed }: Stay,
  day: LocalDate,
): { readonly kilograms: number; readonly day: LocalDate } | null {
  const inWalk = measured && measured.day <= day ? weightOf(horseClass, measured) : null;
  const between = weighed && weighed.day <= day && (!inWalk || !measured || weighed.day >= measured.day) ? weighed : null;
  if (between) return { kilograms: between.kilograms, day: between.day };
  return inWalk && measured ? { kilograms: inWalk.kilograms, day: measured.day } : null;
}
/** The evaluation's measures, with what was taken since in their place. */
function measuresNow({ measuredLast: last }: Pick<Stay, "measuredLast">, evaluation: Evaluation, day: LocalDate): Measures {
  const { measures } = evaluation.walk;
  const isNewer = (on: LocalDate | null): boolean => on !== null && on <= day && on >= evaluation.day;
  if (!last) return measures;
  const heights = isNewer(last.heightsOn) ? { withersCm: last.withersCm, croupCm: last.croupCm } : {};
  // Felt as a whole, the six places of the walk do not count any more.
  const felt = Object.fromEntries(PLACES.map((place) => [place, null])) as Pick<Measures, FatPlace>;
  const condition = isNewer(last.conditionOn) ? { ...felt, condition: last.condition } : {};
  return { ...measures, ...heights, ...condition };
}
/** Whether heights, condition and the saddle's fit are asked for again; null: not now. */
export function measuringDueFor(stay: Stay, today: LocalDate): MeasuringDue | null {
  if (stay.wentHome) return null;
  const walked = stay.evaluations.flatMap(({ closed, day, ...heights }) => {
    const growthCm = closed ? growthOf(heights) : null;
    return growthCm === null ? [] : [{ day, growthCm }];
  });
  const between = stay.measuredLast?.heightsOn
    ? { day: stay.measuredLast.heightsOn, growthCm: growthOf(stay.measuredLast) }
    : null;
  const last = walked.at(-1);
  return measuringDue(
    {
      ageYears: ageOf(stay, today),
      growthCm: (between && (!last || between.day >= last.day) ? between.growthCm : last?.growthCm) ?? null,
      firstDay: stay.firstDay,
      measured: [...walked.map(({ day }) => day), ...(between ? [between.day] : [])],
      daysOff: daysOffOn(lastWorked(stay), today),
    },
    today,
  );
}
export interface RecordOfHorse {
  readonly stay: Stay;
  readonly barn: Barn;
  /** The last closed one. */
  readonly evaluation: Evaluation | null;
  readonly past: Omit<Past, "stayId"> & Pick<HorseRecord, "earlier">;
}
/** The same past from what a stay's own pages have read already. */
export const pastFrom = ({
  scores,
  worked,
}: {
  readonly scores: readonly StayScore[];
  readonly worked: readonly Worked[];
}): Omit<Past, "stayId"> => ({
  scores: [...scores],
  sessions: worked.slice(-PAST_SESSIONS).map((one) => ({ ...one, scores: pastScores(one.scores) })),
  incidents: worked.flatMap(({ day, incidents }) => incidents.map(({ kind, hurt, strength }) => ({ kind, hurt, strength, day }))),
});

/** A method's ladder is the very same list for as long as both are what they were, so that what is looked up in it once is known. */
const ladderBy = remember((skills: readonly Skill[], method: string) => ladderFor(skills, JSON.parse(method) as Method));
const recordOn = recall(
  (stay, barn: Barn, evaluation: Evaluation | null, past: RecordOfHorse["past"], day: LocalDate): HorseRecord => {
    const method = methodOf(stay.method, methodsWith(barn.methods));
    return {
      kind: stay.kind,
      horseClass: stay.class,
      history: toldHistory(stay.history, toldBy(stay)),
      ageYears: ageOf(stay, day),
      ladder: ladderBy(barn.ladder.skills, JSON.stringify(method)),
      groundSessionsFirst: method.groundSessionsFirst,
      stepChanges: barn.stepChanges,
      holds: stay.holds,
      checks: stay.checks,
      signed: stay.judged,
      riskSet: stay.riskSet === null ? null : { risk: stay.riskSet, day: stay.riskSetOn ?? stay.firstDay },
      riskRead: evaluation && outcomeOf(stay, evaluation, day, barn.ladder).risk,
      walked: evaluation && { day: evaluation.day, signs: evaluation.walk.signs },
      limits: barn.workLimits,
      weight: weightNow(stay, day),
      fitness: evaluation?.walk.measures.fitness ?? "unknown",
      condition: evaluation && conditionOf(measuresNow(stay, evaluation, day)),
      keptFrom: stay.keptFrom,
      worked: stay.delivered,
      rides: stay.rides,
      ...past,
    };
  },
);
/** What is asked of the record before something is done with the horse on a day. */
export const horseRecord = ({ stay, barn, evaluation, past }: RecordOfHorse, day: LocalDate): HorseRecord =>
  recordOn(stay, barn, evaluation, past, day);
/** Whether anybody here is light enough, by its weight or, before there is one, by what the owner tells; null: somebody is, or nobody can say. */
export function nobodyLightFor(
  stay: Stay,
  evaluations: readonly Evaluation[],
  people: readonly Person[],
  day: LocalDate,
): NobodyLightEnough | null {
  const latest = evaluations.filter(({ closedAt, day: on }) => closedAt && on <= day).at(-1);
  const measures = latest ? measuresNow(stay, latest, day) : null;
  const weightKg = weightNow(stay, day)?.kilograms ?? stay.toldKg;
  const load =
    weightKg === null
      ? null
      : loadLimit({
          weightKg,
          ageYears: ageOf(stay, day),
          fitness: measures?.fitness ?? "fit",
          condition: measures && conditionOf(measures),
          daysOff: daysOffOn(lastWorked(stay), day),
        });
  return nobodyLightEnough(
    load,
    people.filter(({ retiredOn }) => retiredOn === null),
  );
}
export const permitPerson = ({ id, grade, weightKg, rides, specialist }: Person): PermitPerson => ({
  id,
  grade,
  weightKg,
  rides,
  specialist,
});

/** First-week focus is shown for so many days after the evaluation. */
const FOCUS_DAYS = 7;
/** What holds back a horse's work: checks, and what the manager signed last. */
export const limitsInForce = (stay: Stay, barn: Barn, day: LocalDate): InForceView => {
  const { ridden, ...limits } = inForceOn(
    { checks: stay.checks, signed: stay.judged, ageYears: ageOf(stay, day), ladder: barn.ladder.skills },
    day,
  );
  const judged = stay.judged && stay.judged.day <= day ? stay.judged : null;
  return {
    ...limits,
    ridden: ridden ?? true,
    focus: judged && daysBetween(judged.day, day) <= FOCUS_DAYS ? judged.focus : [],
  };
};

/** The horse as it stands today: the evaluation's signs carried on by what riders wrote since, with what was checked and tried. */
export const outcomeNow = recall(
  (stay, barn: Barn, evaluation: Evaluation, worked: readonly Worked[], today: LocalDate): Outcome => {
    const since = worked.filter((session) => session.day >= evaluation.day);
    const { signs, lastSeen } = signsNow({ day: evaluation.day, signs: evaluation.walk.signs }, since, barn.ladder);
    const now = { signs: [...signs], measures: measuresNow(stay, evaluation, today) };
    return readOnce(evaluation, { horse: walkedHorse(stay, today), now, heard: heardOf(stay, barn, lastSeen) }, barn.ladder);
  },
);
