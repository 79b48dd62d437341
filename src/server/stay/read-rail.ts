import type { LaneView, RailView, RulerView } from "#contracts/views.ts";
import { addDays, daysBetween, type LocalDate, later, mondayOf } from "#core/calendar/local-date.ts";
import { isWorkable, milestonesOf, readTerm, TERM_LENGTHS } from "#core/calendar/term.ts";
import { must } from "#core/kernel/assert.ts";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import { stayDay } from "#core/plan/planned-days.ts";
import { type Need, stallNotice } from "#core/watch/needs.ts";
import { firstFree, takenOn } from "#core/watch/stalls.ts";
import { termNeeds } from "#core/watch/term-needs.ts";
import { type Barn, findBarn } from "#db/queries/barn.ts";
import { listCardsBetween, listPairings, listUnlogged } from "#db/queries/day.ts";
import { listUnseenHomework } from "#db/queries/homework.ts";
import { listOpenQuestions, listUnseenCheckBacks } from "#db/queries/owner-answers.ts";
import { listPeople } from "#db/queries/people.ts";
import { type ForecastRecord, listLatestForecasts, listPlans, type PlanRecord } from "#db/queries/plan.ts";
import { type Issue, listIssues } from "#db/queries/report.ts";
import { listGone, listStays, type Stay } from "#db/queries/stays.ts";
import { listSudden } from "#db/queries/watch.ts";
import { listLaid, listWeekDays } from "#db/queries/week.ts";
import { backupMissing } from "../backup/read-backups.ts";
import type { Deps } from "../container.ts";
import { readFirstSteps } from "../first-start/steps.ts";
import { dueOf } from "../report/due-of.ts";
import { restOfWeek } from "../watch/propose.ts";
import { readNeeds } from "../watch/read-needs.ts";
import { lastWorked, measuringDueFor, termFacts } from "./facts.ts";

/** The next session of the plan that is a big step. */
function stepAhead(stay: Stay, laid: PlanRecord["laid"], today: LocalDate): RulerView["ahead"] {
  const from = stayDay(stay.firstDay, today) + (stay.delivered.includes(today) ? 1 : 0);
  for (const { day, because } of laid)
    if (day >= from && because.code === "step") return { day: addDays(stay.firstDay, day), step: because.step };
  return null;
}

export function rulerOf(stay: Stay, barn: Barn, today: LocalDate, laid: PlanRecord["laid"] = []): RulerView {
  const facts = termFacts(stay, barn);
  // A stay that went home is read as it stood on that day.
  const at = stay.wentHome ?? today;
  const reading = readTerm(facts, at);
  const closed = stay.evaluations.filter((evaluation) => evaluation.closed).map((evaluation) => evaluation.kind);
  return {
    today: at,
    firstDay: stay.firstDay,
    reading,
    posts: milestonesOf(facts, reading, { evaluations: closed, reported: stay.reportNumber !== null }, at),
    holds: stay.holds,
    firsts: stay.firsts,
    ahead: stay.wentHome ? null : stepAhead(stay, laid, at),
  };
}

/** What the manager should know of a horse today, most pressing first. */
export const needsOf = (stay: Stay, { today, reading, posts }: RulerView): readonly Need[] =>
  stay.wentHome
    ? []
    : termNeeds({
        today,
        reading,
        posts,
        holds: stay.holds,
        checks: stay.checks,
        evaluations: stay.evaluations,
        lastWorked: lastWorked(stay),
        measuring: measuringDueFor(stay, today),
      });

/** A stall alarm that is no history yet, for the manager to see at once. */
function stallOf(stay: Stay, told: ForecastRecord | undefined, today: LocalDate): readonly Need[] {
  const day = (date: LocalDate): number => daysBetween(stay.firstDay, date);
  const alarm = stallNotice(told?.alarms ?? [], stay.delivered.map(day), day(today));
  return alarm ? [{ code: "stall", group: alarm.group, day: addDays(stay.firstDay, alarm.day) }] : [];
}

function weakestOf(told: ForecastRecord | undefined): LaneView["weakest"] {
  const open = (told?.goals ?? []).filter(({ met }) => !met);
  const promised = open.filter(({ must: promise }) => promise);
  const [weakest] = [...(promised.length > 0 ? promised : open)].sort((a, b) => a.chance - b.chance);
  return weakest ? { skill: weakest.skill, chance: weakest.chance } : null;
}

/** What the trainer's reading asked for when the plan was last laid. Of what stands still nothing while the plan leaves it alone. */
function trainerNeedsOf(
  stay: Stay,
  told: ForecastRecord | undefined,
  plan: PlanRecord | undefined,
  today: LocalDate,
): readonly Need[] {
  const day = stayDay(stay.firstDay, today);
  const rests = (skill: string): boolean =>
    (plan?.pins ?? []).some((pin) => pin.kind === "forbid" && pin.skill === skill && day <= (pin.to ?? day));
  return (told?.needs ?? []).filter((need) => !(need.code === "stuck" && rests(need.skill)));
}
/** Notes rather than alarms: for the short list only, a lane shows its weakest goal already. */
const NOTES: readonly Need["code"][] = ["goal", "stuck"];
/** A sudden change in a session of late, until a vet has been asked about it. */
function suddenOf(stay: Stay, seen: LocalDate | undefined): readonly Need[] {
  const asked = stay.checks.some((check) => check.who === "vet" && seen !== undefined && check.orderedOn >= seen);
  return seen && !asked ? [{ code: "sudden", day: seen }] : [];
}

interface LaidWeek {
  /** Days of this week, from tomorrow, that a laid-out week decides. */
  readonly laid: readonly LocalDate[];
  /** Who is meant to be worked on them, and who has a card there. */
  readonly on: ReadonlySet<StayId>;
}
/** A horse that the laid-out week forgot: signed, workable on one of its days, with sessions to give, and on none. */
function noDayOf(stay: Stay, barn: Barn, today: LocalDate, { laid, on }: LaidWeek): readonly Need[] {
  const facts = termFacts(stay, barn);
  const days = laid.filter((day) => isWorkable(facts, day));
  const signed = stay.evaluations.some(({ closed, signed: done }) => closed && done);
  if (!signed || days.length === 0 || on.has(stay.id)) return [];
  const monday = mondayOf(today);
  const given = stay.delivered.filter((day) => monday <= day && day <= today).length;
  const sessions = Math.min(days.length, stay.sessionsAWeek - given, readTerm(facts, today).pace.remaining);
  return sessions > 0 ? [{ code: "no-day", sessions }] : [];
}

const GONE_SHOWN = 5;
const SUDDEN_DAYS = 7;

/** The barn's stalls, by the stays that are here and to come, each to the end that its term has today. */
function stallsOf(stays: readonly Stay[], barn: Barn, today: LocalDate): RailView["stalls"] {
  const standing = stays.map((stay) => ({
    from: stay.firstDay,
    to: later(readTerm(termFacts(stay, barn), today).lastDay, today),
  }));
  return {
    all: barn.stalls,
    taken: takenOn(standing, today),
    free: TERM_LENGTHS.map((days) => ({ days, from: firstFree(standing, barn.stalls, days, today) })),
  };
}

const WEEK = 7;
/** Reports of this week and the last that are due by today and have no number yet. */
function lateReports(stay: Stay, barn: Barn, ruler: RulerView, today: LocalDate, issues: readonly Issue[]): number {
  return dueOf(stay, barn, ruler, addDays(mondayOf(today), -WEEK), today).filter(
    ({ kind, ordinal }) => !issues.some((one) => one.stayId === stay.id && one.kind === kind && one.ordinal === ordinal),
  ).length;
}

export async function readRail(deps: Deps): Promise<RailView> {
  const { sql, clock } = deps;
  const barn = must(await findBarn(sql), "the barn is set up");
  const today = clock.today(barn.timeZone);
  const [stays, gone, unlogged, pairings, people, sudden] = await Promise.all([
    listStays(sql),
    listGone(sql, GONE_SHOWN),
    listUnlogged(sql, addDays(today, -1)),
    listPairings(sql),
    listPeople(sql),
    listSudden(sql, addDays(today, -SUDDEN_DAYS)),
  ]);
  const inWork = stays.filter((stay) => stay.firstDay <= today);
  const ids = inWork.map(({ id }) => id);
  const rest = restOfWeek(today);
  const [told, plans, issues, laid, meant, cards, questions, backs, routines] = await Promise.all([
    listLatestForecasts(sql, ids),
    listPlans(sql, ids),
    listIssues(sql, ids),
    rest.length > 0 ? listLaid(sql, rest) : [],
    rest.length > 0 ? listWeekDays(sql, rest) : [],
    listCardsBetween(sql, today, rest.at(-1) ?? today),
    listOpenQuestions(sql),
    listUnseenCheckBacks(sql),
    listUnseenHomework(sql),
  ]);
  const [firstSteps, missing] = await Promise.all([readFirstSteps(deps, barn), backupMissing(deps, barn, today)]);
  const week: LaidWeek = {
    laid,
    on: new Set(
      [...meant, ...cards.filter(({ state, day }) => state !== "cancelled" && day > today)].map(({ stayId }) => stayId),
    ),
  };
  const toldOf = new Map(told.map((one) => [one.stayId, one]));
  const nameOf = new Map(people.map(({ id, name }) => [id, name]));
  const lanes = inWork.map((stay) => {
    const plan = plans.find(({ stayId }) => stayId === stay.id);
    const ruler = rulerOf(stay, barn, today, plan?.laid);
    const mine = toldOf.get(stay.id);
    const seen = sudden.find(({ stayId }) => stayId === stay.id)?.day;
    const read = stay.wentHome ? [] : trainerNeedsOf(stay, mine, plan, today);
    const needs = [
      ...suddenOf(stay, seen),
      ...needsOf(stay, ruler),
      ...(stay.wentHome ? [] : noDayOf(stay, barn, today, week)),
      ...stallOf(stay, mine, today),
      ...read.filter(({ code }) => !NOTES.includes(code)),
    ];
    const notes = read.filter(({ code }) => NOTES.includes(code));
    return { stay, ruler, told: mine, needs, notes };
  });
  return {
    barn: barn.name,
    demo: barn.demo,
    firstSteps,
    backupMissing: missing,
    today,
    inWork: lanes.map(({ stay, ruler, needs, told: mine }) => ({
      stay: stay.id,
      horse: stay.horse,
      client: stay.client,
      kind: stay.kind,
      length: stay.length,
      ruler,
      needs,
      rider: nameOf.get(pairings.find(({ stayId }) => stayId === stay.id)?.riderId ?? ("" as PersonId)) ?? null,
      todays: cards
        .filter((card) => card.stayId === stay.id && card.day === today && card.state !== "cancelled")
        .map(({ rider, start, state }) => ({ rider: rider.split(" ")[0] ?? rider, start, state })),
      weakest: weakestOf(mine),
    })),
    needsYou: await readNeeds(
      deps,
      barn,
      today,
      lanes.map(({ notes, needs, ...lane }) => ({ ...lane, needs: [...needs, ...notes] })),
    ),
    stalls: stallsOf(stays, barn, today),
    coming: stays
      .filter((stay) => stay.firstDay > today)
      .map(({ id, horse, client, length, firstDay }) => ({ stay: id, horse, client, length, firstDay })),
    gone: gone.map((stay) => ({
      stay: stay.id,
      horse: stay.horse,
      client: stay.client,
      length: stay.length,
      wentHome: stay.wentHome,
      report: stay.reportNumber,
    })),
    fromOwners: [
      ...questions.map(({ stayId, horse, client, question }) => ({
        stay: stayId,
        horse,
        client,
        what: "question" as const,
        words: question,
      })),
      ...backs.map(({ stayId, horse, client, goes }) => ({
        stay: stayId,
        horse,
        client,
        what: "check-back" as const,
        words: goes,
      })),
      ...routines.map(({ stayId, horse, client, words }) => ({
        stay: stayId,
        horse,
        client,
        what: "routine" as const,
        words,
      })),
    ],
    reportsDue: lanes.reduce((sum, { stay, ruler }) => sum + lateReports(stay, barn, ruler, today, issues), 0),
    unlogged: unlogged.map(({ id, horse, rider, day }) => ({ card: id, horse, rider, day })),
  };
}
