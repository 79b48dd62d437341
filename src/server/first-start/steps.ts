/** The steps of a barn's first start: what is done, and what the manager has looked at. */
import type { LookAt } from "#contracts/first-start.ts";
import { firstSteps, type StepState } from "#core/first-start/first-start.ts";
import { ok } from "#core/kernel/result.ts";
import { type Barn, lookAtStep } from "#db/queries/barn.ts";
import { listPeople } from "#db/queries/people.ts";
import { anyStays } from "#db/queries/stays.ts";
import type { Deps } from "../container.ts";
import { type Answer, no, type Work } from "../work.ts";

/** Null where nothing is left, and of the demo. */
export async function readFirstSteps({ sql }: Pick<Deps, "sql">, barn: Barn): Promise<readonly StepState[] | null> {
  // A barn of before there were steps runs already.
  if (barn.demo || barn.begunOn === null) return null;
  const [people, booked] = await Promise.all([listPeople(sql), anyStays(sql)]);
  const steps = firstSteps({ looked: barn.startSteps, people: people.filter(({ retiredOn }) => !retiredOn).length, booked });
  return steps.every(({ done }) => done) ? null : steps;
}
export async function lookAt(work: Work, { step }: LookAt): Answer {
  // The demo had no first start.
  if (work.barn.demo) return no({ code: "not-found", path: "step" });
  await lookAtStep(work.tx, step);
  return ok({});
}
