import type { Actor } from "#contracts/people.ts";
import type { ChecksView, CheckView, HorseChecksView } from "#contracts/views.check.ts";
import { addDays, type LocalDate } from "#core/calendar/local-date.ts";
import { gearTrials } from "#core/card/gear-trials.ts";
import { daysLate, isOpen } from "#core/check/check.ts";
import { weightsWith } from "#core/intake/cause-rules.ts";
import { HOLDS } from "#core/intake/findings.ts";
import type { FileId } from "#core/kernel/brand.ts";
import { listWorked } from "#db/queries/card.ts";
import { type CheckRecord, findFile, listChecks, listChecksOf, listTrials } from "#db/queries/check.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { listStays } from "#db/queries/stays.ts";
import { barnOf } from "../barn/barn-of.ts";
import type { Deps } from "../container.ts";
import { outcomeNow } from "../stay/facts.ts";
import type { Opened } from "../stay/read-horse.ts";

const ENDED_SHOWN_DAYS = 30;

const toView = ({ stayId, ...check }: CheckRecord, today: LocalDate): CheckView => ({
  ...check,
  stay: stayId,
  late: daysLate(check, today),
});
/** What holds most comes first, then what is due first; ended ones last, newest first. */
const pressing = (a: CheckView, b: CheckView): number => {
  if (isOpen(a) !== isOpen(b)) return isOpen(a) ? -1 : 1;
  if (!isOpen(a)) return (b.doneOn ?? b.orderedOn).localeCompare(a.doneOn ?? a.orderedOn);
  return (
    b.late - a.late ||
    HOLDS.indexOf(b.holds) - HOLDS.indexOf(a.holds) ||
    (a.bookedFor ?? a.due).localeCompare(b.bookedFor ?? b.due)
  );
};

export async function readChecks(deps: Deps, actor: Actor): Promise<ChecksView> {
  const today = deps.clock.today((await barnOf(deps)).timeZone);
  const [checks, stays] = await Promise.all([listChecks(deps.sql, addDays(today, -ENDED_SHOWN_DAYS)), listStays(deps.sql)]);
  return {
    today,
    checks: checks.map((check) => toView(check, today)).sort(pressing),
    horses: stays.filter((stay) => stay.firstDay <= today).map(({ id, horse }) => ({ stay: id, horse })),
    mayWrite: actor.role === "manager",
  };
}

export async function readHorseChecks({ sql }: Deps, { stay, barn, today }: Opened, actor: Actor): Promise<HorseChecksView> {
  const [checks, trials, evaluations, worked] = await Promise.all([
    listChecksOf(sql, stay.id),
    listTrials(sql, stay.id),
    listEvaluations(sql, stay.id),
    listWorked(sql, stay.id),
  ]);
  const latest = evaluations.filter((evaluation) => evaluation.closedAt).at(-1);
  return {
    today,
    checks: checks.map((check) => toView(check, today)).sort(pressing),
    horses: [{ stay: stay.id, horse: stay.horse }],
    mayWrite: actor.role === "manager" && !stay.wentHome,
    stay: stay.id,
    horse: stay.horse,
    trials: trials.map(({ stayId: _stay, ...trial }) => trial),
    inGear: gearTrials(
      worked.map((record) => ({ day: record.day, record })),
      trials,
      weightsWith(barn.weights),
    ),
    weighed: latest ? outcomeNow(stay, barn, latest, worked, today).weighed : null,
    wentHome: stay.wentHome !== null,
  };
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** An attached file, or null. */
export const readFile = ({ sql }: Deps, asked: string | undefined) =>
  asked && UUID.test(asked) ? findFile(sql, asked as FileId) : null;
