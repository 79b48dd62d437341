import type { LaneView, Need, RailView, RulerView } from "#contracts/views.ts";
import { heldOn } from "#core/calendar/holds.ts";
import { addDays, daysBetween, type LocalDate } from "#core/calendar/local-date.ts";
import { lengthsBehind, postsOf, readTerm } from "#core/calendar/term.ts";
import { daysLate } from "#core/check/check.ts";
import { must } from "#core/kernel/assert.ts";
import { type Barn, findBarn } from "#db/queries/barn.ts";
import { listUnlogged } from "#db/queries/day.ts";
import { type ForecastRecord, listLatestForecasts } from "#db/queries/plan.ts";
import { listGone, listStays, type Stay } from "#db/queries/stays.ts";
import type { Deps } from "../container.ts";
import { ALARM_DAYS } from "../plan/alarm.ts";
import { lastWorked, termFacts } from "./facts.ts";

export function rulerOf(stay: Stay, barn: Barn, today: LocalDate): RulerView {
  const facts = termFacts(stay, barn);
  // A stay that went home is read as it stood on that day.
  const at = stay.wentHome ?? today;
  const reading = readTerm(facts, at);
  const closed = stay.evaluations.filter((evaluation) => evaluation.closed).map((evaluation) => evaluation.kind);
  return {
    today: at,
    firstDay: stay.firstDay,
    reading,
    posts: postsOf(facts, reading, { evaluations: closed, reported: stay.reportNumber !== null }, at),
    holds: stay.holds,
    firsts: stay.firsts,
  };
}

const TIME_OFF_DAYS = 7;
const SOON_DAYS = 3;

/** What the manager should know of a horse today, most pressing first. */
export function needsOf(stay: Stay, ruler: RulerView): readonly Need[] {
  if (stay.wentHome) return [];
  const { today, reading, posts } = ruler;
  const needs: Need[] = [];
  const hold = heldOn(stay.holds, today);
  if (hold) needs.push({ code: "hold", kind: hold.kind, from: hold.from, to: hold.to });
  if (today > reading.lastDay) needs.push({ code: "over", days: daysBetween(reading.lastDay, today) });
  const post = posts.find(
    (one) => !one.done && one.kind !== "arrival" && (one.kind === "intake" || one.day <= addDays(today, SOON_DAYS)),
  );
  if (post?.kind === "intake") needs.push({ code: "evaluate", due: post.day });
  else if (post && post.kind !== "arrival") needs.push({ code: post.kind, due: post.day });
  const late = stay.checks.map((check) => ({ check, days: daysLate(check, today) })).filter(({ days }) => days > 0);
  const latest = late.sort((a, b) => b.days - a.days)[0];
  if (latest) needs.push({ code: "check-late", who: latest.check.who, days: latest.days, holds: latest.check.holds });
  const evaluated = stay.evaluations.filter((evaluation) => evaluation.closed).at(-1);
  if (evaluated && !evaluated.signed) needs.push({ code: "sign", evaluation: evaluated.id });
  const last = lastWorked(stay);
  if (!hold && last && daysBetween(last, today) >= TIME_OFF_DAYS)
    needs.push({ code: "time-off", days: daysBetween(last, today) });
  if (lengthsBehind(reading) >= 2)
    needs.push({ code: "behind", lengths: lengthsBehind(reading), feasible: reading.pace.feasible });
  return needs;
}

const toLane = (stay: Stay, barn: Barn, today: LocalDate, told: ForecastRecord | undefined): LaneView => {
  const ruler = rulerOf(stay, barn, today);
  return {
    stay: stay.id,
    horse: stay.horse,
    client: stay.client,
    kind: stay.kind,
    length: stay.length,
    ruler,
    needs: [...needsOf(stay, ruler), ...stallOf(stay, told, today)],
    weakest: weakestOf(told),
  };
};

/** A stall alarm that is no history yet, for the manager to see at once. */
function stallOf(stay: Stay, told: ForecastRecord | undefined, today: LocalDate): readonly Need[] {
  const last = told?.alarms.filter(({ kind }) => kind === "stall").at(-1);
  const day = last && addDays(stay.firstDay, last.day);
  return last && day && daysBetween(day, today) <= ALARM_DAYS ? [{ code: "stall", group: last.group, day }] : [];
}

function weakestOf(told: ForecastRecord | undefined): LaneView["weakest"] {
  const open = (told?.goals ?? []).filter(({ met }) => !met);
  const promised = open.filter(({ must: promise }) => promise);
  const [weakest] = [...(promised.length > 0 ? promised : open)].sort((a, b) => a.chance - b.chance);
  return weakest ? { skill: weakest.skill, chance: weakest.chance } : null;
}

const GONE_SHOWN = 5;

export async function readRail({ sql, clock }: Deps): Promise<RailView> {
  const barn = must(await findBarn(sql), "the barn is set up");
  const today = clock.today(barn.timeZone);
  const [stays, gone, unlogged] = await Promise.all([
    listStays(sql),
    listGone(sql, GONE_SHOWN),
    listUnlogged(sql, addDays(today, -1)),
  ]);
  const told = await listLatestForecasts(
    sql,
    stays.map(({ id }) => id),
  );
  const inWork = stays.filter((stay) => stay.firstDay <= today);
  return {
    barn: barn.name,
    today,
    inWork: inWork.map((stay) =>
      toLane(
        stay,
        barn,
        today,
        told.find(({ stayId }) => stayId === stay.id),
      ),
    ),
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
    unlogged: unlogged.map(({ id, horse, rider, day }) => ({ card: id, horse, rider, day })),
  };
}
