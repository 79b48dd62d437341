/** The short list of what needs the manager today: every need with why, what is proposed, and what was answered already; the dearest to leave alone first. */
import type { NeedView, Proposal } from "#contracts/views.ts";
import { addDays, daysBetween, type LocalDate } from "#core/calendar/local-date.ts";
import { dueDay, isOpen } from "#core/check/check.ts";
import { causeOf } from "#core/intake/causes.ts";
import { groupBy } from "#core/kernel/group.ts";
import { stayDay } from "#core/plan/planned-days.ts";
import { type Evidence, standstill } from "#core/watch/evidence.ts";
import { aboutOf, answerTo, costOfWaiting, type Need } from "#core/watch/needs.ts";
import type { Barn } from "#db/queries/barn.ts";
import { listScores, listWorked } from "#db/queries/card.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { type ForecastRecord, listPlanGoals, listPlans } from "#db/queries/plan.ts";
import type { Stay } from "#db/queries/stays.ts";
import { listNeedAnswers } from "#db/queries/watch.ts";
import type { Deps } from "../container.ts";
import { outcomeNow } from "../stay/facts.ts";

/** A skill that is stuck is left alone for so long, then tried anew. */
const REST_DAYS = 7;
/** Where needs are met, below the horse's page. */
const PATHS: Readonly<Partial<Record<Need["code"], string>>> = {
  evaluate: "/evaluate",
  "mid-term": "/evaluate",
  exit: "/evaluate",
  report: "/report",
  "check-late": "/checks",
  hold: "/terms",
  over: "/terms",
  goal: "/plan",
  stall: "/plan",
  stuck: "/plan",
};
const openOf = (stay: Stay, need: Need): Proposal => {
  if (need.code === "behind" || need.code === "time-off")
    return { code: "open", path: need.code === "behind" ? "/week" : "/today" };
  const below = need.code === "sign" ? `/evaluation/${need.evaluation}` : (PATHS[need.code] ?? "");
  return { code: "open", path: `/horse/${stay.id}${below}` };
};

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
  const [answers, plans, goals] = await Promise.all([
    listNeedAnswers(deps.sql, ids),
    listPlans(deps.sql, ids),
    listPlanGoals(deps.sql, ids),
  ]);
  const answersOf = groupBy(answers, ({ stayId }) => stayId);
  const views = watched.flatMap(({ stay, needs, told }) =>
    needs.map(async (need): Promise<NeedView> => {
      const answer = answerTo(need, answersOf.get(stay.id) ?? [], today);
      const plan = plans.find(({ stayId }) => stayId === stay.id);
      const at = { stay: stay.id, version: plan?.version ?? 0 };
      const looked = need.code === "stall" ? await lookAtStall(deps, barn, today, { stay, told }) : null;
      const proposal = (): Proposal => {
        if (looked?.proposal) return looked.proposal;
        if (need.code === "sudden")
          return {
            code: "order-check",
            input: {
              stay: stay.id,
              cause: "sudden",
              who: "vet",
              asked: causeOf("sudden").check,
              due: today,
              holds: "all",
              skills: [],
            },
          };
        if (need.code === "stuck") {
          const from = stayDay(stay.firstDay, today);
          const pin = { kind: "forbid" as const, skill: need.skill, from, to: from + REST_DAYS };
          return { code: "rest-skill", input: { ...at, pins: [...(plan?.pins ?? []), pin] } };
        }
        if (need.code === "goal") {
          const kept = goals.filter(({ stayId, skill }) => stayId === stay.id && skill !== need.skill);
          return { code: "drop-goal", input: { ...at, goals: kept.map(({ stayId: _stay, ...goal }) => goal) } };
        }
        return openOf(stay, need);
      };
      return {
        stay: stay.id,
        horse: stay.horse,
        need,
        about: aboutOf(need),
        cost: costOfWaiting(need, today),
        evidence: looked?.evidence ?? [],
        proposal: proposal(),
        putOff: answer && { until: answer.until, reason: answer.reason, by: answer.by },
      };
    }),
  );
  return (await Promise.all(views)).sort((a, b) => b.cost - a.cost || a.horse.localeCompare(b.horse));
}

/** Which tracks stand still while others rise, and the check that the signs of the horse point to first. Soundness before schooling. */
async function lookAtStall(
  { sql }: Deps,
  barn: Barn,
  today: LocalDate,
  { stay, told }: Pick<Watched, "stay" | "told">,
): Promise<{ evidence: readonly Evidence[]; proposal: Proposal | null }> {
  const alarm = told?.alarms.filter(({ kind }) => kind === "stall").at(-1);
  const [scores, evaluations, worked] = await Promise.all([
    listScores(sql, stay.id),
    listEvaluations(sql, stay.id),
    listWorked(sql, stay.id),
  ]);
  const evidence = alarm ? standstill(scores, alarm.tracks, addDays(stay.firstDay, alarm.since)) : [];
  const latest = evaluations.filter((one) => one.closedAt).at(-1);
  const asked = new Set(
    stay.checks.filter((check) => isOpen(check) || daysBetween(check.orderedOn, today) <= REST_DAYS).map(({ cause }) => cause),
  );
  const ranked = latest ? outcomeNow(stay, barn, latest, worked, today).weighed.causes : [];
  const first = ranked.find(({ cause }) => causeOf(cause).body && !asked.has(cause));
  // Where no sign points anywhere, what is asked first is whether it goes sound.
  const cause = first?.cause ?? (asked.has("lameness") ? null : "lameness");
  if (!cause) return { evidence, proposal: null };
  const { who, check } = causeOf(cause);
  return {
    evidence,
    proposal: {
      code: "order-check",
      input: {
        stay: stay.id,
        cause,
        who,
        asked: check,
        due: dueDay(today, first?.urgency ?? "days"),
        holds: first?.holds ?? "nothing",
        skills: [],
      },
    },
  };
}
