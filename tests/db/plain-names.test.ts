import { expect, it } from "vitest";
import { migrate } from "#db/migrate.ts";
import { oldBarn } from "#tests/old-barn.ts";

it("0048 renames what still has its standard name, and leaves a barn's own name", async () => {
  const { sql } = await oldBarn("old_names", "0048");
  const named = async (id: string) => (await sql`SELECT words FROM skill WHERE id = ${id}`)[0]?.["words"];
  await sql`UPDATE skill SET words = 'Trot up in hand' WHERE id = 'trot-up'`;
  await sql`UPDATE skill SET words = 'Spraying our way' WHERE id = 'spray'`;
  // The new name is taken already: two skills by one name would be no ladder.
  await sql`UPDATE skill SET words = 'Hose' WHERE id = 'hose'`;
  await sql`UPDATE skill SET words = 'Hosing' WHERE id = 'clippers'`;
  await sql`UPDATE branch SET words = 'Yields' WHERE id = 'yields'`;
  await migrate(sql);
  expect(await Promise.all(["trot-up", "spray", "hose"].map(named))).toEqual(["Trot in hand", "Spraying our way", "Hose"]);
  expect((await sql`SELECT words FROM branch WHERE id = 'yields'`)[0]?.["words"]).toBe("Yielding");
  await sql.end();
});
