/** The short list of what needs the manager today: every need with why, what is proposed, and what was answered already; the dearest to leave alone first. */
import type { StepView } from "#contracts/views.plan.ts";
import type { NeedView, Proposal } from "#contracts/views.ts";
import { addDays, type LocalDate } from "#core/calendar/local-date.ts";
import { groupBy } from "#core/kernel/group.ts";
import { checkFirst } from "#core/watch/check-first.ts";
import { type ProgressEvidence, standstill } from "#core/watch/evidence.ts";
import { aboutOf, answerTo, costOfWaiting, type Need } from "#core/watch/needs.ts";
import type { Barn } from "#db/queries/barn.ts";
import { listScores, listWorked } from "#db/queries/card.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { type ForecastRecord, listPlanGoals, listPlans } from "#db/queries/plan.ts";
import type { Stay } from "#db/queries/stays.ts";
import { listNeedAnswers } from "#db/queries/watch.ts";
import { listLaid, listWeekDays } from "#db/queries/week.ts";
import type { Deps } from "../container.ts";
import { readSteps } from "../plan/read-step.ts";
import { outcomeNow } from "../stay/facts.ts";
import { type Proposing, proposalsFor, restOfWeek } from "./propose.ts";

export interface Watched {
  readonly stay: Stay;
  readonly needs: readonly Need[];
  readonly told: ForecastRecord | undefined;
}

export async function readNeeds(
  deps: Deps,
  barn: Barn,
  today: LocalDate,
  watched: readonly Watched[],
): Promise<readonly NeedView[]> {
  const ids = watched.map(({ stay }) => stay.id);
  const days = restOfWeek(today);
  const ready = watched.filter(({ needs }) => needs.some(({ code }) => code === "step-ready")).map(({ stay }) => stay);
  const [answers, plans, goals, steps, laid, weekDays] = await Promise.all([
    listNeedAnswers(deps.sql, ids),
    listPlans(deps.sql, ids),
    listPlanGoals(deps.sql, ids),
    readSteps(deps.sql, ready, barn, today),
    days.length > 0 ? listLaid(deps.sql, days) : [],
    days.length > 0 ? listWeekDays(deps.sql, days) : [],
  ]);
  const answersOf = groupBy(answers, ({ stayId }) => stayId);
  const views = watched.flatMap(({ stay, needs, told }) => {
    const proposing: Proposing = {
      stay,
      barn,
      today,
      plan: plans.find(({ stayId }) => stayId === stay.id),
      goals: goals.filter(({ stayId }) => stayId === stay.id),
      laid,
      weekDays,
    };
    return needs.map(async (need): Promise<NeedView> => {
      const answer = answerTo(need, answersOf.get(stay.id) ?? [], today);
      const step = need.code === "step-ready" ? stepProposed(stay, steps.get(stay.id)) : null;
      const looked = LOOKED_AT.includes(need.code) ? await lookAt(deps, barn, today, { stay, told, need }) : null;
      return {
        stay: stay.id,
        horse: stay.horse,
        need,
        about: aboutOf(need),
        cost: costOfWaiting(need, today),
        evidence: looked?.evidence ?? [],
        proposals: [...(looked?.proposal ? [looked.proposal] : []), ...(step ? [step] : []), ...proposalsFor(need, proposing)],
        putOff: answer && { until: answer.until, reason: answer.reason, by: answer.by },
      };
    });
  });
  return (await Promise.all(views)).sort((a, b) => b.cost - a.cost || a.horse.localeCompare(b.horse));
}

/** A step that is ready, with its people, where it is on no sheet yet. */
function stepProposed(stay: Stay, step: StepView | undefined): Proposal | null {
  if (!step?.proposed || step.proposed.laid) return null;
  const { day, rider, helper, place } = step.proposed;
  const input = { stay: stay.id, skill: step.skill, day, rider: rider.id, helper: helper?.id ?? null, place: place.id };
  return { code: "lay-step", step, input };
}

/** What may have its cause in the body. */
const LOOKED_AT: readonly Need["code"][] = ["stall", "same-trouble"];
/** Of a standstill which tracks stand still while others rise; and the check that the signs of the horse point to first. Soundness before schooling. */
async function lookAt(
  { sql }: Deps,
  barn: Barn,
  today: LocalDate,
  { stay, told, need }: Pick<Watched, "stay" | "told"> & { readonly need: Need },
): Promise<{ evidence: readonly ProgressEvidence[]; proposal: Proposal | null }> {
  const isStall = need.code === "stall";
  const alarm = isStall ? told?.alarms.filter(({ kind }) => kind === "stall").at(-1) : undefined;
  const [scores, evaluations, worked] = await Promise.all([
    listScores(sql, stay.id),
    listEvaluations(sql, stay.id),
    listWorked(sql, stay.id),
  ]);
  const evidence = alarm ? standstill(scores, alarm.tracks, addDays(stay.firstDay, alarm.since)) : [];
  const latest = evaluations.filter((one) => one.closedAt).at(-1);
  const ranked = latest ? outcomeNow(stay, barn, latest, worked, today).weighed.causes : [];
  const check = checkFirst(ranked, stay.checks, today, isStall);
  return { evidence, proposal: check && { code: "order-check", input: { stay: stay.id, ...check, skills: [] } } };
}
