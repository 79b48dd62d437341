/** How a stay goes, and its log, for the horse's page: counted from the record each time. */
import type { BodyView, CourseView, LogView } from "#contracts/views.watch.ts";
import { addDays, type LocalDate } from "#core/calendar/local-date.ts";
import { daysOffOn, isLongOff } from "#core/calendar/time-off.ts";
import { minutesUntilSoft } from "#core/card/course.ts";
import { jumpDays } from "#core/card/jump.ts";
import { gearSpans } from "#core/card/worn.ts";
import { answeredSigns, resultsFor } from "#core/check/check.ts";
import { dayEffects } from "#core/forecast/day-effects.ts";
import { growthOf, measureCautions } from "#core/horse/measuring.ts";
import { weightsWith } from "#core/intake/cause-rules.ts";
import { signsNow } from "#core/intake/sign-trend.ts";
import { SIDES } from "#core/kernel/sides.ts";
import { trackKey } from "#core/ladder/level.ts";
import { factsOf } from "#core/plan/outlook.ts";
import { stayDay } from "#core/plan/planned-days.ts";
import { sinceArrival, weeksSeen } from "#core/watch/by-week.ts";
import { hardByBranch, incidentsOf, paceOf, riderMix, workedLately } from "#core/watch/course.ts";
import { slides, standstill } from "#core/watch/evidence.ts";
import { stallNotice } from "#core/watch/needs.ts";
import { schoolingOrPain } from "#core/watch/reasoning.ts";
import { weeksOf } from "#core/watch/weeks.ts";
import { listRevised, listScores, listWorked, type StayScore, type Worked } from "#db/queries/card.ts";
import { listChecksOf, listTrials } from "#db/queries/check.ts";
import { type Evaluation, listEvaluations } from "#db/queries/intake.ts";
import { listPeople } from "#db/queries/people.ts";
import { type ForecastRecord, listLatestForecasts, listTaken } from "#db/queries/plan.ts";
import { listStays } from "#db/queries/stays.ts";
import type { Deps } from "../container.ts";
import { recordOf } from "../plan/record.ts";
import { outcomeNow } from "../stay/facts.ts";
import { type Opened, toRevision, toSession } from "../stay/read-horse.ts";
import { recall } from "../stay/recall.ts";
import { readBodies } from "./bodies.ts";

const upTo = ({ stay, today }: Opened): LocalDate => stay.wentHome ?? today;

const byWeekOf = recall(
  (stay, worked: readonly Worked[], scores: readonly StayScore[], today: LocalDate) =>
    weeksSeen(worked, scores, stay.firstDay, today),
  1,
);

export async function readCourse({ sql }: Deps, opened: Opened): Promise<CourseView> {
  const { stay } = opened;
  const today = upTo(opened);
  const [evaluations, worked, scores, stays] = await Promise.all([
    listEvaluations(sql, stay.id),
    listWorked(sql, stay.id),
    listScores(sql, stay.id),
    listStays(sql),
  ]);
  const bodies = await readBodies(sql, opened, evaluations);
  const told = await listLatestForecasts(sql, [stay.id, ...stays.map(({ id }) => id)]);
  const mine = told.find(({ stayId }) => stayId === stay.id);
  const others = told.flatMap(({ stayId, rateMean }) => (stayId === stay.id || rateMean === null ? [] : [rateMean]));
  return {
    today,
    weeks: weeksOf(worked, stay.firstDay, today),
    byWeek: byWeekOf(stay, worked, scores, today),
    arrival: sinceArrival(scores),
    lately: workedLately(worked, today),
    riders: riderMix(worked),
    incidents: incidentsOf(worked),
    hardBy: hardByBranch(scores, opened.barn.ladder),
    pace:
      mine && mine.rateMean !== null && mine.rateVariance !== null && worked.length > 0
        ? paceOf({ mean: mine.rateMean, variance: mine.rateVariance }, others)
        : null,
    bodies,
    measureCautions: measureCautions(
      {
        condition: bodies.findLast(({ condition }) => condition !== null)?.condition ?? null,
        growthCm: growthNow(bodies),
        saddleFit: bodies.findLast(({ saddleFit }) => saddleFit !== null)?.saddleFit ?? null,
      },
      bodies.flatMap(({ day, kilograms }) => (kilograms === null ? [] : [{ day, kilograms }])),
    ),
    gear: gearSpans(worked.map((session) => ({ day: session.day, record: session }))),
    jumps: jumpDays(worked.map((session) => ({ day: session.day, record: session }))),
    firsts: stay.firsts,
    slides: slides(scores, stay.delivered),
    stuck: mine?.stuck ?? [],
    settles: worked.flatMap(({ day, course }) => {
      const [left, right, both] = ([...SIDES, null] as const).map((side) => minutesUntilSoft(course, side));
      return course.length > 0 ? [{ day, left: left ?? both ?? null, right: right ?? both ?? null }] : [];
    }),
    reasoned: schoolingOrPain({
      answered: answeredOf(opened, evaluations, worked),
      signs: signsOf(opened, evaluations, worked),
      trials: stay.trials,
      standing: standingOf(opened, mine, scores),
    }),
  };
}

/** Croup above withers when both were last taken. */
function growthNow(bodies: readonly BodyView[]): number | null {
  const last = bodies.findLast((body) => growthOf(body) !== null);
  return last ? growthOf(last) : null;
}

/** Signs as they stand after the last session; without an evaluation nothing is known of them. */
function signsOf({ stay, barn }: Opened, evaluations: readonly Evaluation[], worked: readonly Worked[]) {
  const latest = evaluations.filter((one) => one.closedAt).at(-1);
  if (!latest || stay.wentHome) return [];
  return signsNow(
    { day: latest.day, signs: latest.walk.signs },
    worked.filter((session) => session.day >= latest.day),
    barn.ladder,
  ).signs;
}
function answeredOf({ stay, barn, today }: Opened, evaluations: readonly Evaluation[], worked: readonly Worked[]) {
  const latest = evaluations.filter((one) => one.closedAt).at(-1);
  if (!latest || stay.wentHome) return new Set<string>();
  const { weighed } = outcomeNow(stay, barn, latest, worked, today);
  return answeredSigns(weighed, resultsFor(stay.checks, today), weightsWith(barn.weights));
}
/** What stands still since the last stall alarm, or in the skills that gain nothing. */
function standingOf({ stay, today }: Opened, told: ForecastRecord | undefined, scores: readonly StayScore[]) {
  const days = stay.delivered.map((day) => stayDay(stay.firstDay, day));
  const alarm = stallNotice(told?.alarms ?? [], days, stayDay(stay.firstDay, today));
  if (alarm) return standstill(scores, alarm.tracks, addDays(stay.firstDay, alarm.since));
  const stuck = new Set(told?.stuck ?? []);
  const last = scores.at(-1)?.day;
  if (stuck.size === 0 || !last) return [];
  const tracks = [...new Set(scores.filter(({ skill }) => stuck.has(skill)).map(({ skill, side }) => trackKey(skill, side)))];
  return standstill(scores, tracks, addDays(last, -STANDS_FOR));
}
/** Days over which a stuck skill is looked back on. */
const STANDS_FOR = 14;

/** Days without work that count as time off, from the day after the last session to the day before the next. */
function daysOff(worked: readonly LocalDate[], first: LocalDate, last: LocalDate): LogView["off"] {
  const days = [addDays(first, -1), ...worked, addDays(last, 1)];
  return days.slice(1).flatMap((day, i) => {
    const before = days[i] ?? day;
    return isLongOff(daysOffOn(before, day))
      ? [{ from: addDays(before, 1), to: addDays(day, -1), what: "time-off" as const }]
      : [];
  });
}

export async function readLogView({ sql }: Deps, opened: Opened): Promise<LogView> {
  const { stay, barn } = opened;
  const today = upTo(opened);
  const [evaluations, worked, scores, checks, trials, taken, revised, people] = await Promise.all([
    listEvaluations(sql, stay.id),
    listWorked(sql, stay.id),
    listScores(sql, stay.id),
    listChecksOf(sql, stay.id),
    listTrials(sql, stay.id),
    listTaken(sql),
    listRevised(sql, stay.id),
    listPeople(sql),
  ]);
  const record = recordOf({
    stuck: [],
    stay,
    barn,
    today,
    worked,
    evaluations,
    scores,
    goals: [],
    pins: [],
    taken,
    riders: [],
    people: null,
  });
  const effects = new Map(dayEffects(factsOf(record)).map(({ day, effect }) => [day, effect]));
  const holds = stay.holds.map(({ from, to }) => ({ from, to: to ?? today, what: "hold" as const }));
  return {
    today,
    firstDay: stay.firstDay,
    sessions: [...worked].reverse().map(toSession),
    measures: worked.flatMap(({ day, measures }) => measures.map((one) => ({ ...one, day }))),
    scores: scores.map(({ skill, side, score, day }) => ({
      skill,
      side,
      score,
      day,
      effect: effects.get(stayDay(stay.firstDay, day)) ?? 0,
    })),
    off: [
      ...holds,
      ...daysOff(stay.delivered, stay.firstDay, today).filter(
        (off) => !holds.some((hold) => hold.from <= off.to && off.from <= hold.to),
      ),
    ],
    revised: revised.map(toRevision),
    people: people.map(({ id, name }) => ({ id, name })),
    events: [
      ...checks.flatMap((check) =>
        check.doneOn
          ? [{ day: check.doneOn, what: "check" as const, words: `${check.who}: ${check.answer || check.asked}` }]
          : [],
      ),
      ...gearSpans(worked.map((session) => ({ day: session.day, record: session })))
        .filter(({ from }) => from > (worked[0]?.day ?? from))
        .map(({ from, tack }) => ({ day: from, what: "tack" as const, words: "", gear: tack })),
      ...trials.flatMap((trial) => [{ day: trial.fromDay, what: "tack" as const, words: trial.change }]),
      ...evaluations
        .filter(({ closedAt }) => closedAt)
        .map(({ day, kind }) => ({ day, what: "evaluation" as const, words: kind })),
      ...worked.flatMap(({ day, incidents }) => incidents.map(({ kind }) => ({ day, what: "incident" as const, words: kind }))),
    ].sort((a, b) => a.day.localeCompare(b.day)),
  };
}
