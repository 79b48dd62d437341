/** What a manager decides of a plan: its goals, and pins that every new laying keeps. And the barn's methods. */
import type { EditMethods, SetGoals, SetPins } from "#contracts/plan.ts";
import type { Refusal } from "#contracts/refusal.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { ok } from "#core/kernel/result.ts";
import { methodsWith, ownMethodOf } from "#core/ladder/methods.ts";
import { findBarn, updateMethods } from "#db/queries/barn.ts";
import { findPlan, listPlanGoals, movePlanOn, replacePlanGoals } from "#db/queries/plan.ts";
import { findStay, listMethods, lockStay } from "#db/queries/stays.ts";
import { type Answer, no, note, type Work } from "../work.ts";

/** Why the stay's plan cannot be changed; the stay is locked. */
async function whyNot(work: Work, id: StayId): Promise<Refusal | null> {
  if (!(await lockStay(work.tx, id))) return { code: "not-found", path: "stay" };
  const stay = await findStay(work.tx, id);
  return stay?.wentHome ? { code: "gone-home", path: "stay" } : null;
}
async function current(work: Work, stay: StayId) {
  const [plan, goals] = await Promise.all([findPlan(work.tx, stay), listPlanGoals(work.tx, [stay])]);
  return { version: plan?.version ?? 0, pins: plan?.pins ?? [], goals: goals.map(({ stayId: _stay, ...goal }) => goal) };
}

export async function setGoals(work: Work, { stay, version, goals }: SetGoals): Answer<{ version: number }> {
  const refusal = await whyNot(work, stay);
  if (refusal) return no(refusal);
  const before = await current(work, stay);
  if (!(await movePlanOn(work.tx, stay, version, null)))
    return no({ code: "changed-meanwhile", path: "version", current: before });
  await replacePlanGoals(work.tx, stay, goals);
  await note(work, "stay", stay, "goals changed", { before: before.goals, after: goals });
  return ok({ version: (await current(work, stay)).version });
}

export async function setPins(work: Work, { stay, version, pins }: SetPins): Answer<{ version: number }> {
  const refusal = await whyNot(work, stay);
  if (refusal) return no(refusal);
  const before = await current(work, stay);
  if (!(await movePlanOn(work.tx, stay, version, pins)))
    return no({ code: "changed-meanwhile", path: "version", current: before });
  await note(work, "stay", stay, "plan pinned", { before: before.pins, after: pins });
  return ok({ version: (await current(work, stay)).version });
}

/** Stays that are worked by a changed method are planned anew from here on; what was worked stays as it was. */
export async function editMethods(work: Work, input: EditMethods): Answer<{ version: number }> {
  const all = methodsWith(input.methods);
  if (!all.some(({ used }) => used)) return no({ code: "last-method", path: "methods" });
  const inUse = await listMethods(work.tx);
  if (inUse.some((id) => !all.some((method) => method.id === id))) return no({ code: "method-in-use", path: "methods" });
  const methods = ownMethodOf(input.methods);
  if (!(await updateMethods(work.tx, input.version, methods))) {
    const barn = await findBarn(work.tx);
    return no({ code: "changed-meanwhile", path: "version", current: { version: barn?.version, methods: barn?.methods } });
  }
  await note(work, "barn", "barn", "methods changed", { before: work.barn.methods, after: methods });
  return ok({ version: input.version + 1 });
}
