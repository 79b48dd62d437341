/** Puts the shipped ladder into a database that has none, and later what newer versions ship besides; what is there stays as the barn has it. */
import { keptOf } from "#contracts/ladder.file.ts";
import type { KeptSkill } from "#core/ladder/ladder.ts";
import { SHIPPED_FILE } from "#shipped/ladder.ts";
import type { Sql } from "./client.ts";
import { findKeptLadder, isThere, listWrittenOf, saveBranches, savePage, saveSkills, takeOldChanges } from "./queries/ladder.ts";

export async function seedLadder(sql: Sql): Promise<void> {
  if (!(await isThere(sql))) return;
  await sql.begin(async (tx) => {
    await tx`LOCK TABLE branch, skill IN SHARE ROW EXCLUSIVE MODE`;
    const there = await findKeptLadder(tx);
    const shipped = keptOf(SHIPPED_FILE);
    const lanes = new Set(there.branches.map(({ id }) => id));
    const newLanes = shipped.branches.filter(({ id }) => !lanes.has(id));
    if (newLanes.length > 0) await saveBranches(tx, [...there.branches, ...newLanes]);
    const known = new Set(there.skills.map(({ id }) => id));
    const changes = new Map((await takeOldChanges(tx)).map((change) => [change["skill"], change]));
    // Those that came in later stand behind what is there.
    const first = known.size === 0 ? 0 : there.skills.length;
    const fresh = shipped.skills.filter(({ id }) => !known.has(id));
    await saveSkills(
      tx,
      fresh.map((skill, i) => ({ skill: changedBy(skill, changes.get(skill.id)), place: first + i })),
    );
    const written = new Set(await listWrittenOf(tx));
    for (const { id, page } of SHIPPED_FILE.branches.flatMap(({ skills }) => skills))
      if (page && !written.has(id)) await savePage(tx, id, 0, page);
  });
}

const CHANGEABLE = ["after", "grade", "second", "specialist", "place", "to3", "to4", "halfLife", "used"] as const;
const changedBy = (skill: KeptSkill, change: Readonly<Record<string, unknown>> | undefined): KeptSkill =>
  change ? { ...skill, ...Object.fromEntries(CHANGEABLE.flatMap((key) => (key in change ? [[key, change[key]]] : []))) } : skill;
