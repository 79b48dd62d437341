/** A command of this repository, run to its end beside the tests' own cluster. */
import { spawn } from "node:child_process";
import { once } from "node:events";

export async function ran(
  file: string,
  words: readonly string[],
  cluster: string,
): Promise<{ code: number | null; said: string }> {
  const child = spawn("npx", ["tsx", file, ...words], {
    env: { ...process.env, FURLONG_BENCH_CLUSTER: cluster },
    stdio: ["ignore", "pipe", "pipe"],
  });
  let said = "";
  for (const stream of [child.stdout, child.stderr])
    stream.setEncoding("utf8").on("data", (text: string) => {
      said += text;
    });
  const [code] = (await once(child, "close")) as [number | null];
  return { code, said };
}
