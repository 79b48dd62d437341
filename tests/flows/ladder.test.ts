/** A barn that has switched off a third of the ladder: nobody is asked for what is not used there. What was scored before may still be read. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Actor } from "#contracts/people.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { must } from "#core/kernel/assert.ts";
import { editFaults, editOf } from "#core/ladder/edits.ts";
import { SKILLS } from "#core/ladder/skills.ts";
import type { Sql } from "#db/client.ts";
import { ask } from "#demo/ask.ts";
import { readCard } from "#server/card/read-card.ts";
import type { Deps } from "#server/container.ts";
import { readEvaluate } from "#server/intake/read-evaluate.ts";
import { sweep } from "#server/plan/sweep.ts";
import { readReport } from "#server/report/read-report.ts";
import { openStay } from "#server/stay/read-horse.ts";
import { readRail } from "#server/stay/read-rail.ts";
import { actorOf, cloned, depsOn, TODAY } from "#tests/barn.ts";

const THIRD = Math.floor(SKILLS.length / 3);
/** Every third skill, and what rests on it rests on what that rested on; those without which the ladder would be none stay. */
function aThirdOff() {
  const off = new Set<string>();
  const without = (ids: ReadonlySet<string>) => {
    const under = (id: string): readonly string[] =>
      ids.has(id)
        ? must(
            SKILLS.find((one) => one.id === id),
            "a skill",
          ).after.flatMap(under)
        : [id];
    return SKILLS.map((skill) => ({ ...editOf(skill, !ids.has(skill.id)), after: [...new Set(skill.after.flatMap(under))] }));
  };
  for (const { id } of SKILLS.filter((_, i) => i % 2 === 1)) {
    if (off.size < THIRD && editFaults(without(new Set([...off, id]))).length === 0) off.add(id);
  }
  return { off, edits: without(off) };
}

let sql: Sql;
let deps: Deps;
let boss: Actor;
const { off, edits } = aThirdOff();
beforeAll(async () => {
  ({ sql } = await cloned("demo"));
  deps = depsOn(sql, () => localDate(TODAY));
  boss = await actorOf(sql, "odalys");
  const [barn] = await sql`SELECT version FROM barn`;
  await ask(deps, { route: "barn/edit-ladder", actor: boss, input: { version: barn?.["version"], edits } });
  await sweep(deps);
});
afterAll(() => sql.end());

const stays = async (): Promise<readonly string[]> =>
  (
    await sql`SELECT s.id FROM stay s WHERE s.went_home IS NULL AND EXISTS (SELECT FROM plan p WHERE p.stay_id = s.id) ORDER BY s.id`
  ).map((row) => String(row["id"]));
const opened = async () => Promise.all((await stays()).map(async (id) => must(await openStay(deps, id), "a stay")));
/** Skills that are off and are asked for all the same. */
const still = (asked: readonly string[]): readonly string[] => [...new Set(asked)].filter((skill) => off.has(skill)).sort();
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
      .flatMap((need) => JSON.stringify(need).match(/"skill":"[^"]+"/g) ?? [])
      .map((it) => it.slice(9, -1)),
  "the home plan of a report": async () => {
    const views = await Promise.all((await opened()).map((one) => readReport(deps, one, { kind: "end", ordinal: 0 })));
    return views.flatMap(({ content }) => [...JSON.stringify(content.home).matchAll(SKILL_IDS)].map(([, id]) => id ?? ""));
  },
};

const READ_THE_SHIPPED_ONE = ["the walk"];

describe("a ladder with a third of its skills off", () => {
  it("is one, and was taken", async () => {
    expect(off.size).toBe(THIRD);
    const [barn] = await sql`SELECT ladder FROM barn`;
    expect((barn?.["ladder"] as { used: boolean }[]).filter(({ used }) => !used)).toHaveLength(THIRD);
    expect((await stays()).length).toBeGreaterThan(5);
  });
  const asksForNone = async (name: string): Promise<void> => {
    const asked = (await CONSUMERS[name]?.()) ?? [];
    expect(asked.length).toBeGreaterThan(0);
    expect(still(asked)).toEqual([]);
  };
  it.each(Object.keys(CONSUMERS).filter((name) => !READ_THE_SHIPPED_ONE.includes(name)))("%s asks for none of them", asksForNone);
  // Until the ladder is a value that is handed to everybody: then these tests fail, and the word goes.
  it.fails.each(READ_THE_SHIPPED_ONE)("%s asks for none of them", asksForNone);
});
