/** Everything that a report of a stay is composed from, and the report as the record supports it today. */

import { addDays, earlier, type LocalDate, later } from "#core/calendar/local-date.ts";
import { readTerm } from "#core/calendar/term.ts";
import { cuesOf } from "#core/card/cues.ts";
import { gearNow } from "#core/card/worn.ts";
import { heldByChecks } from "#core/check/check.ts";
import { proofsOf } from "#core/forecast/goals.ts";
import type { HomeRecord } from "#core/home/own-words.ts";
import { ofAgeOn } from "#core/home/way-back.ts";
import type { Touch } from "#core/intake/body.ts";
import { skillsComplainedOf } from "#core/intake/request.ts";
import { groupBy } from "#core/kernel/group.ts";
import { readLevels } from "#core/ladder/level.ts";
import { permitOf, readingOf } from "#core/permission/from-record.ts";
import { type Act, barring, horseReasons, skillAct } from "#core/permission/permission.ts";
import { factsOf, goalsOf } from "#core/plan/outlook.ts";
import { hardSideOf } from "#core/reading/hard-side.ts";
import { type Claim, supportedClaims } from "#core/report/claims.ts";
import { composeReport } from "#core/report/compose.ts";
import { weekOf } from "#core/report/due.ts";
import type { ComposedReport, ReportFacts } from "#core/report/facts.ts";
import { LATELY } from "#core/report/seen.ts";
import { type Week, weeksOf } from "#core/watch/weeks.ts";
import type { Db } from "#db/client.ts";
import type { Barn } from "#db/queries/barn.ts";
import { listScores, listWorked } from "#db/queries/card.ts";
import { listChecksOf } from "#db/queries/check.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { findArrivalJudgement } from "#db/queries/judgement.ts";
import { listPages } from "#db/queries/ladder.ts";
import { listLatestForecasts, listPlanGoals, listTaken } from "#db/queries/plan.ts";
import type { Which } from "#db/queries/report.ts";
import type { Stay } from "#db/queries/stays.ts";
import { recordOf } from "../plan/record.ts";
import { complaintOf, horseRecord, pastFrom, termFacts } from "../stay/facts.ts";

/** A rider up, whatever is asked and for how long. */
const RIDDEN: Act = { bears: "rider", straightOn: false, skills: [], minutes: null, workMinutes: null, circleMinutes: null };

export interface Gathered {
  readonly composed: ComposedReport;
  readonly supported: readonly Claim[];
  readonly weeks: readonly Week[];
  /** Who worked it, most sessions first. */
  readonly people: readonly string[];
  readonly touches: readonly Touch[];
  /** Of a report at the end. */
  readonly home: HomeRecord | null;
  /** What statements rest on, to be looked at. */
  readonly sources: Readonly<Record<string, { readonly day: LocalDate; readonly path: string; readonly words: string }>>;
}

export async function gather(
  db: Db,
  stay: Stay,
  barn: Barn,
  today: LocalDate,
  { kind, ordinal }: Pick<Which, "kind" | "ordinal">,
): Promise<Gathered> {
  const [evaluations, allWorked, allScores, checks, judgement, goals, forecasts, taken] = await Promise.all([
    listEvaluations(db, stay.id),
    listWorked(db, stay.id),
    listScores(db, stay.id),
    listChecksOf(db, stay.id),
    findArrivalJudgement(db, stay.id),
    listPlanGoals(db, [stay.id]),
    listLatestForecasts(db, [stay.id]),
    listTaken(db),
  ]);
  const week = kind === "weekly" ? weekOf(stay.firstDay, ordinal, barn.weeklyAfter) : null;
  // A weekly word tells of its week, and does not know what came later.
  const at = earlier(stay.wentHome ?? today, week?.to ?? today);
  const until = <T extends { readonly day: LocalDate }>(list: readonly T[]): T[] => list.filter(({ day }) => day <= at);
  const [worked, scores] = [until(allWorked), until(allScores)];
  const closed = until(evaluations.filter(({ closedAt }) => closedAt !== null));
  const record = recordOf({
    stuck: [],
    stay,
    barn,
    today: at,
    worked,
    evaluations: closed,
    scores,
    goals,
    pins: [],
    taken,
    riders: [],
    people: null,
  });
  const facts = factsOf(record);
  const written = horseRecord({ stay, barn, evaluation: closed.at(-1) ?? null, past: pastFrom({ worked, scores }) }, at);
  const [reading, horse] = [readingOf(written), permitOf(written, at)];
  const told = forecasts[0]?.goals ?? [];
  const term = termFacts(stay, barn);
  const levels = readLevels(scores);
  const reportFacts: ReportFacts = {
    ladder: barn.ladder,
    kind,
    today: at,
    week,
    aim: stay.aim,
    complaint: complaintOf(stay),
    term,
    reading: readTerm(term, at),
    evaluations: closed.map(({ id, kind: of, day, walk }) => ({
      id,
      kind: of,
      day,
      marks: walk.marks,
      signs: walk.signs,
      stoppedAt: walk.stoppedAt,
    })),
    verdicts: judgement?.verdicts ?? [],
    focus: judgement?.focus ?? [],
    sessions: worked.map((session) => ({ card: session.cardId, day: session.day, kind: session.kind, record: session })),
    scores,
    levels,
    goals: goalsOf(record).map((goal) => ({
      skill: goal.skill,
      target: goal.target,
      side: goal.side,
      must: goals.find(({ skill }) => skill === goal.skill)?.must ?? false,
      met: proofsOf(facts.skills, facts.sessions, goal).metNow,
      chance: told.find(({ skill }) => skill === goal.skill)?.chance ?? null,
    })),
    checks: checks
      .filter(({ state, orderedOn }) => state !== "cancelled" && orderedOn <= at)
      .map((check) => {
        const { id, who, orderedOn, due, doneOn, result } = check;
        const held = heldByChecks([check], at, barn.ladder.skills).map(({ restricts }) => restricts);
        return {
          id,
          who,
          orderedOn,
          due,
          doneOn,
          result,
          restricted: check.restrictions.filter(({ what }) => held.includes(what)),
        };
      }),
    trials: stay.trials,
    waits: [
      ...(checks.some(
        (check) =>
          check.orderedOn <= at &&
          (check.state === "ordered" || check.state === "booked" || heldByChecks([check], at, barn.ladder.skills).length > 0),
      )
        ? (["check"] as const)
        : []),
      ...(horse.stepBack?.trouble ? (["trouble"] as const) : []),
      ...(horse.hold ? (["hold"] as const) : []),
    ],
    risk: horse.risk,
    known: barn.ladder.skills.flatMap((skill) => (reading.counts(skill) > 0 ? [skill.id] : [])),
    cues: cuesOf(barn.cues),
    owedPolicy: barn.owedPolicy,
  };
  const scored = worked.flatMap(({ scores: given }) => [...new Set(given.map(({ skill }) => skill))]);
  const pages = await listPages(db, [...new Set(scores.map(({ skill }) => skill))]);
  const ageYears = horse.ageYears;
  const mayCarry = barring(horseReasons({ ...horse, hold: null }, RIDDEN)).length === 0;
  const isTooYoung = horseReasons({ ...horse, hold: null }, RIDDEN).some(({ code }) => code === "age");
  const ofAge = isTooYoung ? ofAgeOn({ date: stay.birthDate, year: stay.birthYear }, horse.limits.noRiderUnder, today) : null;
  const home: HomeRecord = {
    from: addDays(later(stay.wentHome ?? readTerm(term, today).lastDay, today), 1),
    ladder: record.ladder,
    levels,
    timesWorked: new Map([...groupBy(scored, (skill) => skill)].map(([skill, list]) => [skill, list.length])),
    hard: hardSideOf(scores, record.ladder).side,
    ageYears,
    daysAWeek: stay.afterDays,
    level: stay.afterLevel,
    mostMinutes: horse.sessionMinutes,
    ridden: mayCarry && worked.some(({ saddleMinutes }) => saddleMinutes > 0),
    settled: reading.stage === "riding",
    complaint: skillsComplainedOf({ words: stay.complaint, during: stay.complaintDuring }, barn.ladder),
    goals: reportFacts.goals,
    forOwner: new Map(pages.map(({ skill, page }) => [skill, page.forOwner])),
    // A hold ends before it goes home, or the report says so; all else goes with the horse.
    barred: new Set(
      record.ladder
        .filter((skill) => barring(horseReasons({ ...horse, hold: null }, skillAct(skill, reading))).length > 0)
        .map(({ id }) => id),
    ),
    signs: [...new Set(worked.slice(-LATELY).flatMap(({ signs }) => signs.map(({ sign }) => sign)))],
    gear: gearNow(worked.map((session) => ({ record: session }))),
    incidents: [...new Set(worked.flatMap(({ incidents }) => incidents.map((incident) => incident.kind)))],
    proposedBack: ofAge && { on: ofAge, words: "" },
  };
  return {
    composed: composeReport(reportFacts),
    supported: supportedClaims(reportFacts),
    weeks: weeksOf(worked, stay.firstDay, at),
    people: [...groupBy(worked, ({ rider }) => rider)].sort(([, a], [, b]) => b.length - a.length).map(([rider]) => rider),
    touches: closed.at(-1)?.walk.touches ?? [],
    home: kind === "end" ? home : null,
    sources: Object.fromEntries([
      ...worked.map(({ cardId, day, rider }) => [cardId, { day, path: `/card/${cardId}`, words: rider }]),
      ...closed.map(({ id, day, kind: of }) => [id, { day, path: `/horse/${stay.id}/evaluation/${id}`, words: of }]),
      ...checks.map(({ id, orderedOn, who }) => [id, { day: orderedOn, path: `/horse/${stay.id}/checks`, words: who }]),
    ]),
  };
}
