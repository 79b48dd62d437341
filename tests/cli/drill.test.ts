/** The drill in its smallest form: that it works, and that one of each hurt is lived through. */
import { spawn } from "node:child_process";
import { once } from "node:events";
import { expect, it } from "vitest";

it("lives through one cut, one restart, one kill, one round of races and one destroyed database", {
  timeout: 120_000,
}, async () => {
  const child = spawn("npx", ["tsx", "drill/drill.ts", "--smallest"], { stdio: ["ignore", "pipe", "pipe"] });
  let said = "";
  for (const stream of [child.stdout, child.stderr])
    stream.setEncoding("utf8").on("data", (text: string) => {
      said += text;
    });
  const [code] = (await once(child, "close")) as [number | null];
  expect([code, said]).toEqual([
    0,
    expect.stringMatching(
      /✓ 1 cuts[\s\S]*✓ 1 restarts[\s\S]*✓ 1 kills[\s\S]*✓ 1 rounds of races[\s\S]*✓ destroyed, and restored/,
    ),
  ]);
});
