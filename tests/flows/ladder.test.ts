/** A barn that has made the ladder its own: nobody is asked for what is not used there, and what was scored before may still be read. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { keptOf } from "#contracts/ladder.file.ts";
import { LadderFile } from "#contracts/ladder.ts";
import type { Actor } from "#contracts/people.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { must } from "#core/kernel/assert.ts";
import type { KeptSkill } from "#core/ladder/ladder.ts";
import type { Sql } from "#db/client.ts";
import { findBarn } from "#db/queries/barn.ts";
import { ask, attempt } from "#demo/ask.ts";
import { readCard } from "#server/card/read-card.ts";
import type { Deps } from "#server/container.ts";
import { readEvaluate } from "#server/intake/read-evaluate.ts";
import { readLadderFile } from "#server/ladder/read-ladder.ts";
import { sweep } from "#server/plan/sweep.ts";
import { readReport } from "#server/report/read-report.ts";
import { openStay } from "#server/stay/read-horse.ts";
import { readRail } from "#server/stay/read-rail.ts";
import { SKILLS } from "#shipped/ladder.ts";
import { actorOf, cloned, depsOn, TODAY } from "#tests/barn.ts";
import { CHANGED, OFF, THIRD } from "#tests/changed-ladder.ts";

let sql: Sql;
let deps: Deps;
let boss: Actor;
beforeAll(async () => {
  ({ sql } = await cloned("demo"));
  deps = depsOn(sql, () => localDate(TODAY));
  boss = await actorOf(sql, "odalys");
  const [barn] = await sql`SELECT ladder_version FROM barn`;
  await ask(deps, { route: "ladder/save", actor: boss, input: { version: barn?.["ladderVersion"], ...CHANGED, pages: [] } });
  await sweep(deps);
});
afterAll(() => sql.end());

const stays = async (): Promise<readonly string[]> =>
  (
    await sql`SELECT s.id FROM stay s WHERE s.went_home IS NULL AND EXISTS (SELECT FROM plan p WHERE p.stay_id = s.id) ORDER BY s.id`
  ).map((row) => String(row["id"]));
const opened = async () => Promise.all((await stays()).map(async (id) => must(await openStay(deps, id), "a stay")));
/** Skills that are off and are asked for all the same. */
const still = (asked: readonly string[]): readonly string[] => [...new Set(asked)].filter((skill) => OFF.has(skill)).sort();
const SKILL_IDS = new RegExp(`"(${SKILLS.map(({ id }) => id).join("|")})"`, "g");

/** Who asks somebody to work something, and what. */
const CONSUMERS: Readonly<Record<string, () => Promise<readonly string[]>>> = {
  "the plan of a term": async () =>
    (await sql`SELECT p.laid FROM plan p JOIN stay s ON s.id = p.stay_id WHERE s.went_home IS NULL`).flatMap((row) =>
      (row["laid"] as { items: { skill: string }[] }[]).flatMap(({ items }) => items.map(({ skill }) => skill)),
    ),
  "the card": async () => {
    const cards = await sql`SELECT id FROM card WHERE day = ${TODAY} AND state = 'handed-out'`;
    const views = await Promise.all(cards.map((row) => readCard(deps, String(row["id"]), boss)));
    return views.flatMap((view) => view?.work.items.map(({ skill }) => skill) ?? []);
  },
  "the walk": async () =>
    (await Promise.all((await opened()).map((one) => readEvaluate(deps, one)))).flatMap(({ rungs }) =>
      rungs.flatMap(({ skills }) => [...skills]),
    ),
  "the needs on the Rail": async () =>
    (await readRail(deps)).needsYou
      // What stands open of a promise stays written; it is not asked for.
      .map(({ need, about, proposals }) => [need, about, proposals.map((one) => ("skill" in one ? one.skill : ""))])
      .flatMap((need) => JSON.stringify(need).match(/"skill":"[^"]+"/g) ?? [])
      .map((it) => it.slice(9, -1)),
  "the home plan of a report": async () => {
    const views = await Promise.all((await opened()).map((one) => readReport(deps, one, { kind: "end", ordinal: 0 })));
    return views.flatMap(({ content }) => [...JSON.stringify(content.home).matchAll(SKILL_IDS)].map(([, id]) => id ?? ""));
  },
};

describe("a ladder with a third of its skills off, ten called otherwise and ten of the barn's own", () => {
  it("is one, and was taken", async () => {
    const [row] =
      await sql`SELECT count(*) FILTER (WHERE NOT used)::int AS off, count(*) FILTER (WHERE id ~ '^own-[0-9]+$')::int AS own FROM skill`;
    expect(row).toEqual({ off: THIRD, own: 10 });
    expect((await stays()).length).toBeGreaterThan(5);
  });
  it.each(Object.keys(CONSUMERS))("%s asks for none that is off", async (name) => {
    const asked = (await CONSUMERS[name]?.()) ?? [];
    expect(asked.length).toBeGreaterThan(0);
    expect(still(asked)).toEqual([]);
  });
  it("keeps the scores of what is off, under its name", async () => {
    const scored = await sql`SELECT DISTINCT skill FROM evaluation_mark`;
    expect(scored.some((row) => OFF.has(String(row["skill"])))).toBe(true);
    const views = await Promise.all((await opened()).map((one) => readReport(deps, one, { kind: "end", ordinal: 0 })));
    expect(views.every(({ content }) => content.blocks.length > 0)).toBe(true);
  });
  it("hands itself on whole, and takes itself in again", async () => {
    const file = LadderFile.parse(JSON.parse(JSON.stringify(await readLadderFile(deps))));
    expect(
      keptOf(file)
        .skills.map(({ id }) => id)
        .sort(),
    ).toEqual(CHANGED.skills.map(({ id }) => id).sort());
    expect(keptOf(file).skills.find(({ id }) => id === "own-3")).toEqual(CHANGED.skills.find(({ id }) => id === "own-3"));
  });
});

describe("two managers at the ladder", () => {
  const save = (version: unknown, skills: readonly KeptSkill[]) =>
    attempt(deps, { route: "ladder/save", actor: boss, input: { version, branches: CHANGED.branches, skills } });
  const skill = (id: string): KeptSkill =>
    must(
      CHANGED.skills.find((one) => one.id === id),
      id,
    );
  it("lose nothing: the second is shown what the first saved, and what somebody leaves out stays", async () => {
    const [barn] = await sql`SELECT ladder_version FROM barn`;
    const version = barn?.["ladderVersion"];
    expect(await save(version, [{ ...skill("own-2"), words: "First was here" }])).toMatchObject({ ok: true });
    const second = await save(version, [{ ...skill("own-3"), words: "Second was here" }]);
    expect(second).toMatchObject({ ok: false, error: { code: "changed-meanwhile" } });
    const { current } = (second as { error: { current: { version: number; skills: KeptSkill[] } } }).error;
    expect(current.skills.find(({ id }) => id === "own-2")?.words).toBe("First was here");
    expect(await save(current.version, [{ ...skill("own-3"), words: "Second was here" }])).toMatchObject({ ok: true });
    const { ladder } = must(await findBarn(sql), "the barn");
    expect([ladder.of("own-2").words, ladder.of("own-3").words, ladder.all.length]).toEqual([
      "First was here",
      "Second was here",
      CHANGED.skills.length,
    ]);
  });
  it("are refused what would give past scores another meaning, a circle, and a ladder without a girth", async () => {
    const [barn] = await sql`SELECT ladder_version FROM barn`;
    const version = barn?.["ladderVersion"];
    expect(await save(version, [{ ...skill("girth"), sided: false }])).toMatchObject({
      error: { code: "meaning-changed", skill: "girth" },
    });
    expect(await save(version, [{ ...skill("catch"), after: ["own-5"] }])).toMatchObject({ error: { code: "ladder-faulty" } });
    expect(await save(version, [{ ...skill("girth"), tags: [] }])).toMatchObject({
      error: { code: "ladder-faulty", fault: { kind: "never-without" } },
    });
    await expect(sql`DELETE FROM skill WHERE id = 'own-9'`).rejects.toThrow(/never taken away/);
  });
});
