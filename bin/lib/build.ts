/** Builds the application when its sources have changed since the last build. */
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";

const SOURCES = ["src", "public", "bin/lib/service-worker.ts", "astro.config.mjs", "package-lock.json", "tsconfig.json"];
const STAMP = "dist/source-hash";

function hashOf(root: string): string {
  const hash = createHash("sha256");
  const visit = (path: string): void => {
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) visit(join(path, name));
    else if (!path.endsWith(".test.ts")) hash.update(path).update(readFileSync(path));
  };
  for (const source of SOURCES) visit(join(root, source));
  return hash.digest("hex");
}

/** Returns whether it had to build; throws with the build's own words where that fails. */
export function buildIfChanged(root: string): boolean {
  const hash = hashOf(root);
  const stamp = join(root, STAMP);
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === hash) return false;
  const built = spawnSync("npx", ["astro", "build", "--silent"], {
    cwd: root,
    encoding: "utf8",
    stdio: ["ignore", "pipe", "pipe"],
    env: { ...process.env, NODE_ENV: "production", ASTRO_TELEMETRY_DISABLED: "1" },
  });
  if (built.status !== 0) throw new Error(`The build failed:\n${built.stdout}\n${built.stderr}`);
  writeFileSync(stamp, hash);
  return true;
}
