/** The barn's own rules: policies, places, weights of the findings. */
import type { AddPlace, EditPlace, EditPolicies, EditSteps, EditWays, EditWeights } from "#contracts/barn.ts";
import { must } from "#core/kernel/assert.ts";
import { ok } from "#core/kernel/result.ts";
import { mayAskFor } from "#core/permission/steps.ts";
import { findBarn, updatePolicies, updateSteps, updateWays, updateWeights } from "#db/queries/barn.ts";
import { countOpenCardsAt, insertPlace, listPlaces, lockPlaces, updatePlace } from "#db/queries/day.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";
import { policiesOf } from "./read-barn.ts";

async function current({ tx }: Work) {
  const barn = must(await findBarn(tx), "the barn is set up");
  return { ...policiesOf(barn), weights: barn.weights, steps: barn.stepChanges, ways: barn.cardWays, version: barn.version };
}

/** Terms are read anew with the new rules from the next page on; nothing that was worked changes. */
export async function editPolicies(work: Work, input: EditPolicies): Answer<{ version: number }> {
  if (!(await updatePolicies(work.tx, input.version, input.policies)))
    return no({ code: "changed-meanwhile", path: "version", current: await current(work) });
  await note(work, "barn", "barn", "policies changed", { before: work.barn, after: input.policies });
  return ok({ version: input.version + 1 });
}

export async function editWeights(work: Work, input: EditWeights): Answer<{ version: number }> {
  if (!(await updateWeights(work.tx, input.version, input.weights)))
    return no({ code: "changed-meanwhile", path: "version", current: await current(work) });
  await note(work, "barn", "barn", "weights changed", { before: work.barn.weights, after: input.weights });
  return ok({ version: input.version + 1 });
}

/** The lists that big steps ask for; a step that would wait for itself is refused. */
export async function editSteps(work: Work, input: EditSteps): Answer<{ version: number }> {
  const { skills } = work.barn.ladder;
  const round = input.steps.findIndex(({ step, skill, at }) => at > 0 && !mayAskFor(step, skill, skills));
  if (round >= 0) return no({ code: "step-circle", path: `steps.${round}.skill` });
  if (!(await updateSteps(work.tx, input.version, input.steps)))
    return no({ code: "changed-meanwhile", path: "version", current: await current(work) });
  await note(work, "barn", "barn", "big steps changed", { before: work.barn.stepChanges, after: input.steps });
  return ok({ version: input.version + 1 });
}

/** What is asked on every card, or on none: plans are laid anew with it. */
export async function editWays(work: Work, input: EditWays): Answer<{ version: number }> {
  const unknown = input.ways.findIndex(({ skill }) => !work.barn.ladder.find(skill));
  if (unknown >= 0) return no({ code: "not-found", path: `ways.${unknown}.skill` });
  if (!(await updateWays(work.tx, input.version, input.ways)))
    return no({ code: "changed-meanwhile", path: "version", current: await current(work) });
  await note(work, "barn", "barn", "cards changed", { before: work.barn.cardWays, after: input.ways });
  return ok({ version: input.version + 1 });
}

const sameName = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

export async function addPlace(work: Work, input: AddPlace): Answer<{ id: string }> {
  await lockPlaces(work.tx);
  const places = await listPlaces(work.tx);
  if (places.some((place) => sameName(place.name, input.place.name))) return no({ code: "place-taken", path: "place.name" });
  const id = newId<"place">();
  await insertPlace(work.tx, { id, ...input.place }, places.length);
  await note(work, "place", id, "added", input.place);
  return ok({ id });
}

export async function editPlace(work: Work, input: EditPlace): Answer<{ version: number }> {
  await lockPlaces(work.tx);
  const places = await listPlaces(work.tx);
  const before = places.find((place) => place.id === input.id);
  if (!before) return no({ code: "not-found", path: "id" });
  if (before.version !== input.version) return no({ code: "changed-meanwhile", path: "version", current: before });
  if (places.some((place) => place.id !== input.id && sameName(place.name, input.place.name)))
    return no({ code: "place-taken", path: "place.name" });
  if (input.place.closed && !places.some((place) => place.id !== input.id && !place.closed))
    return no({ code: "last-place", path: "place.closed" });
  const cards = input.place.closed && !before.closed ? await countOpenCardsAt(work.tx, input.id, work.today) : 0;
  if (cards > 0) return no({ code: "place-in-use", path: "place.closed", cards });
  await updatePlace(work.tx, input.id, input.place);
  await note(work, "place", input.id, "changed", { before, after: input.place });
  return ok({ version: input.version + 1 });
}
