/** Builds the application when its sources have changed since the last build, here or in another checkout of the same files. */
import { spawn } from "node:child_process";
import { once } from "node:events";
import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { keep, keyOf, takeKept } from "./kept.ts";

const SOURCES = [
  "src",
  "public",
  "bin/lib/service-worker.ts",
  "bin/lib/beside.ts",
  "astro.config.mjs",
  "package-lock.json",
  "tsconfig.json",
];
const STAMP = "dist/source-hash";

/** Returns whether it had to build; throws with the build's own words where that fails. */
export async function buildIfChanged(root: string): Promise<boolean> {
  const key = keyOf(root, SOURCES, [process.versions.node]);
  const [dist, stamp] = [join(root, "dist"), join(root, STAMP)];
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === key) return false;
  rmSync(dist, { recursive: true, force: true });
  if (takeKept("builds", key, dist)) return false;
  const building = spawn("npx", ["astro", "build", "--silent"], {
    cwd: root,
    stdio: ["ignore", "pipe", "pipe"],
    env: { ...process.env, NODE_ENV: "production", ASTRO_TELEMETRY_DISABLED: "1" },
  });
  let said = "";
  for (const stream of [building.stdout, building.stderr])
    stream.setEncoding("utf8").on("data", (text: string) => {
      said += text;
    });
  const [code] = (await once(building, "close")) as [number | null];
  if (code !== 0) throw new Error(`The build failed:\n${said}`);
  writeFileSync(stamp, key);
  keep("builds", key, dist);
  return true;
}
