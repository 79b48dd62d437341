import { expect, it } from "vitest";
import { migrate } from "#db/migrate.ts";
import { oldBarn } from "#tests/old-barn.ts";

it("0041 keeps a lesson of the hand-over as a visit, with every word of it, and what goes along where it was", async () => {
  const { sql, stay } = await oldBarn("old_lessons", "0041");
  const release = [{ item: "papers", done: true, words: "In the tack room" }];
  const lesson = {
    lessonDay: "2026-07-18",
    lessonMinute: 600,
    lessonPlan: ["lead"],
    lessonDone: true,
    lessonHelp: ["lead"],
    lessonWords: "Heels.",
  };
  await sql`INSERT INTO hand_over (stay_id, content) VALUES (${stay}, ${sql.json({ ...lesson, release })})`;
  await migrate(sql);
  const visits = await sql`SELECT content, version FROM owner_visit WHERE stay_id = ${stay}`;
  expect([...visits]).toEqual([
    {
      content: {
        kind: "lesson",
        day: "2026-07-18",
        minute: 600,
        plan: ["lead"],
        state: "given",
        help: ["lead"],
        words: "Heels.",
      },
      version: 1,
    },
  ]);
  const [row] = await sql`SELECT content FROM hand_over`;
  expect(row?.["content"]).toEqual({ release });
  await sql.end();
});
