/** Made-up horses on one day each, and what a trainer would insist on. */
import { spawnSync } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import { expect, it } from "vitest";
import { adviseCommand } from "#cli/advise.ts";
import { ladderIs } from "#contracts/ladder.here.ts";
import { SHIPPED } from "#shipped/ladder.ts";
import { CHANGED_FILE, OFF } from "#tests/changed-ladder.ts";

type Work = Readonly<Record<"warmUp" | "main" | "handling" | "finish", readonly string[]>>;
interface Answer {
  readonly card: Work & { readonly smaller: readonly string[] };
  readonly sessions: readonly Work[];
  readonly levels: object;
}

it("holds in every case", () => {
  const run = spawnSync("node", ["tests/cases/run.mjs", "."], { encoding: "utf8", maxBuffer: 1 << 26 });
  expect(run.stderr).toBe("");
  const failed = run.stdout.split("\n").filter((line) => line.includes(": at "));
  expect(failed).toEqual([]);
}, 120_000);

it("reads every case on a ladder with a third off, ten called otherwise and ten of a barn's own, and asks for nothing that is off", () => {
  try {
    for (const name of readdirSync("tests/cases").filter((one) => one.endsWith(".json"))) {
      const { input } = JSON.parse(readFileSync(`tests/cases/${name}`, "utf8")) as { input: Record<string, object> };
      const answer = adviseCommand.run({ ...input, barn: { ...input["barn"], ladder: CHANGED_FILE } }, {}) as Answer;
      const { warmUp, main, handling, finish, smaller } = answer.card;
      const asked = [
        ...[warmUp, main, handling, finish, smaller].flat(),
        ...answer.sessions.flatMap((one) => [...one.warmUp, ...one.main, ...one.handling, ...one.finish]),
      ];
      expect([name, asked.filter((skill) => OFF.has(skill))]).toEqual([name, []]);
      expect(Object.keys(answer.levels).length, name).toBeGreaterThan(2);
    }
  } finally {
    ladderIs(SHIPPED);
  }
});
