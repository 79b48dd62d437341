import type { Actor } from "#contracts/people.ts";
import type { MethodsView, PlanView } from "#contracts/views.plan.ts";
import { permitOf, readingOf } from "#core/permission/from-record.ts";
import { barring, horseReasons, skillAct } from "#core/permission/permission.ts";
import type { Reason } from "#core/permission/reasons.ts";
import { stayDay } from "#core/plan/planned-days.ts";
import { stallNotice } from "#core/watch/needs.ts";
import { pastOf } from "#db/queries/past.ts";
import { findPlan, listForecasts, listPlanChanges } from "#db/queries/plan.ts";
import { barnOf } from "../barn/barn-of.ts";
import type { Deps } from "../container.ts";
import { horseRecord, nobodyLightFor } from "../stay/facts.ts";
import type { Opened } from "../stay/read-horse.ts";
import { keptOf } from "./kept.ts";
import { readStep } from "./read-step.ts";
import { recordOf } from "./record.ts";

/** Of what bars a goal, what is there for longer than a day's work: not that it is not ready yet. */
const LASTING: readonly Reason["code"][] = ["age", "signed-off", "check", "load"];

const CHANGES_SHOWN = 6;

export async function readPlan({ sql }: Deps, { stay, barn, today }: Opened, actor: Actor): Promise<PlanView> {
  const [kept, plan, forecasts, changes, step] = await Promise.all([
    keptOf(sql, stay, barn, stay.wentHome ?? today),
    findPlan(sql, stay.id),
    listForecasts(sql, stay.id),
    listPlanChanges(sql, stay.id, CHANGES_SHOWN),
    readStep(sql, stay, barn, today),
  ]);
  const { goals, worked, evaluations, people } = kept;
  const known = worked.length > 0 || evaluations.some(({ closedAt }) => closedAt !== null);
  const at = stay.wentHome ?? today;
  const latest = forecasts.at(-1);
  const day = stayDay(stay.firstDay, at);
  const ladder = barn.ladder.skills;
  const wantsBack = goals.some((goal) => ladder.some(({ id, bears }) => id === goal.skill && bears !== "nothing"));
  const evaluation = evaluations.filter(({ closedAt }) => closedAt !== null).at(-1) ?? null;
  const past = (await pastOf(sql, [stay.id]))(stay.id);
  const asked = stay.wentHome ? null : horseRecord({ stay, barn, evaluation, past }, today);
  const [horse, reading] = asked ? [permitOf(asked, today), readingOf(asked)] : [null, null];
  return {
    stay: stay.id,
    horse: stay.horse,
    aim: stay.aim,
    mayWrite: actor.role === "manager" && !stay.wentHome,
    record: known
      ? // How generous each rider scores is between them and the manager: others are reckoned with as with anybody.
        recordOf(actor.role === "manager" ? kept : { ...kept, riders: [] })
      : null,
    version: plan?.version ?? 0,
    laid: plan?.laid ?? [],
    told: latest?.goals ?? [],
    history: forecasts.map((one) => ({ day: stayDay(stay.firstDay, one.day), goals: one.goals })),
    changes: changes.map(({ day: on, causes, moved }) => ({ day: on, causes, moved })),
    held: horse?.checks ?? [],
    barred: goals.flatMap((goal) => {
      const skill = ladder.find(({ id }) => id === goal.skill);
      const reasons = skill && horse && reading ? barring(horseReasons(horse, skillAct(skill, reading))) : [];
      const lasting = reasons.filter(({ code }) => LASTING.includes(code));
      return lasting.length > 0 ? [{ skill: goal.skill, reasons: lasting }] : [];
    }),
    nobodyLight: wantsBack ? nobodyLightFor(stay, evaluations, people, today) : null,
    step,
    alarm: stallNotice(
      latest?.alarms ?? [],
      stay.delivered.map((one) => stayDay(stay.firstDay, one)),
      day,
    ),
  };
}

export async function readMethods(deps: Deps): Promise<MethodsView> {
  const barn = await barnOf(deps);
  return { version: barn.version, own: barn.methods };
}
