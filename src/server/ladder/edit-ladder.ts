/** What a manager changes of the ladder. A skill is never taken away, and keeps what its scores mean; plans are laid anew from here on. */
import { randomUUID } from "node:crypto";
import type { Practise, SaveLadder, WritePage } from "#contracts/ladder.ts";
import { ok } from "#core/kernel/result.ts";
import { changesMeaning, ladderEditFaults } from "#core/ladder/faults.ts";
import type { KeptLadder, KeptSkill } from "#core/ladder/ladder.ts";
import { type Agreement, agreementOf, practiceAnswer } from "#core/ladder/practice.ts";
import { findBarn } from "#db/queries/barn.ts";
import { findKeptLadder, listPages, moveLadderOn, saveBranches, savePage, saveSkills } from "#db/queries/ladder.ts";
import { insertPractice } from "#db/queries/practice.ts";
import { type Answer, no, note, type Work } from "../work.ts";

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Version of a page that nobody here has written on. */
const AS_SHIPPED = 1;

/** Given whole, a list is in its own order; else what it names is put in its place, and what is new comes last. */
function over<T extends { readonly id: string }>(there: readonly T[], given: readonly T[]): readonly T[] {
  const byId = new Map(given.map((one) => [one.id, one]));
  if (there.every(({ id }) => byId.has(id))) return given;
  const known = new Set(there.map(({ id }) => id));
  return [...there.map((one) => byId.get(one.id) ?? one), ...given.filter(({ id }) => !known.has(id))];
}
/** What stands now with what of it is to be changed; nothing is taken away. */
const joined = (there: KeptLadder, input: Pick<SaveLadder, "branches" | "skills">): KeptLadder => ({
  branches: over(there.branches, input.branches),
  skills: over<KeptSkill>(there.skills, input.skills),
});

export async function saveLadder(work: Work, input: SaveLadder): Answer<{ version: number }> {
  const there = await findKeptLadder(work.tx);
  const before = new Map(there.skills.map((skill, place) => [skill.id, { skill, place }]));
  const ladder = joined(there, input);
  const [fault] = ladderEditFaults(ladder);
  if (fault) return no({ code: "ladder-faulty", path: "skills", fault });
  const known = (skill: KeptSkill): KeptSkill | undefined => before.get(skill.id)?.skill;
  const altered = ladder.skills.find((skill) => {
    const old = known(skill);
    return old !== undefined && changesMeaning(old, skill);
  });
  if (altered) return no({ code: "meaning-changed", path: "skills", skill: altered.id });
  if (!(await moveLadderOn(work.tx, input.version))) {
    const barn = await findBarn(work.tx);
    return no({ code: "changed-meanwhile", path: "version", current: { version: barn?.ladderVersion, ...there } });
  }
  if (!same(there.branches, ladder.branches)) await saveBranches(work.tx, ladder.branches);
  const changed = ladder.skills
    .map((skill, place) => ({ skill, place }))
    .filter(({ skill, place }) => before.get(skill.id)?.place !== place || !same(known(skill), skill));
  await saveSkills(work.tx, changed);
  const ids = new Set(ladder.skills.map(({ id }) => id));
  for (const { skill, page } of input.pages.filter(({ skill: id }) => ids.has(id))) {
    const [old] = await listPages(work.tx, [skill]);
    if (old && old.version > AS_SHIPPED && !input.replacePages) continue;
    await savePage(work.tx, skill, old?.version ?? 0, page);
  }
  const told = changed.filter(({ skill }) => !same(known(skill), skill)).map(({ skill }) => skill);
  await note(work, "barn", "barn", "ladder changed", {
    before: told.flatMap((skill) => known(skill) ?? []),
    after: told,
  });
  return ok({ version: input.version + 1 });
}

/** Practice of whoever asks; the barn's answers are looked up here, and not believed of the phone. */
export async function practise(work: Work, { skill, given }: Practise): Answer<Agreement> {
  const known = work.barn.ladder.find(skill);
  if (!known) return no({ code: "not-found", path: "skill" });
  const answers = given.flatMap(({ situation, score }) => {
    const answer = practiceAnswer(situation, known.measure);
    return answer === null ? [] : [{ answer, given: score }];
  });
  // The measure was taken away while somebody practised: the page is not the one that he was shown.
  if (answers.length < given.length) return no({ code: "not-found", path: "skill" });
  await insertPractice(work.tx, { id: randomUUID(), person: work.actor.id, skill, at: work.now, answers });
  return ok(agreementOf(answers));
}

export async function writePage(work: Work, { skill, version, page }: WritePage): Answer<{ version: number }> {
  if (!work.barn.ladder.find(skill)) return no({ code: "not-found", path: "skill" });
  const [before] = await listPages(work.tx, [skill]);
  if (!(await savePage(work.tx, skill, version, page)))
    return no({
      code: "changed-meanwhile",
      path: "version",
      current: { version: before?.version ?? 0, page: before?.page ?? null },
    });
  await note(work, "barn", skill, "skill's page written", { before: before?.page ?? null, after: page });
  return ok({ version: version + 1 });
}
