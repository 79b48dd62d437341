/** Which tests a change since the last commit touches: by imports where a test loads the code, by the feature's word where it drives the built application. */
import { spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { join } from "node:path";

/** What everything rests on: a change here touches every test. */
const EVERYTHING =
  /^(package(-lock)?\.json|vitest\.config\.ts|tsconfig.*|astro\.config\.mjs|server\.mjs|bin\/|tests\/support\/|demo\/|src\/(middleware\.ts|ui\/kit\/|server\/(http|auth)\/|server\/[^/]+\.ts|db\/(migrations\/|[^/]+\.ts)))/;
const DRIVEN = /^tests\/(e2e|http)\/.*\.test\.ts$/;
/** The folder or file under these is the feature's word. */
const FEATURE = /^src\/(?:core|contracts|server|ui|pages|db\/queries)\/(?:words\/)?\[?([a-z0-9-]+)/;

const git = (root: string, ...args: string[]): string[] => {
  const { status, stdout, stderr } = spawnSync("git", args, { cwd: root, encoding: "utf8" });
  if (status !== 0) throw new Error(`git ${args.join(" ")}: ${stderr}`);
  return stdout.split("\n").filter(Boolean);
};

export const changedFiles = (root: string): readonly string[] => [
  ...new Set([...git(root, "diff", "--name-only", "HEAD"), ...git(root, "ls-files", "--others", "--exclude-standard")]),
];

function byImports(root: string): string[] {
  const listed = spawnSync("npx", ["vitest", "list", "--filesOnly", "--json", "--changed", "HEAD"], {
    cwd: root,
    encoding: "utf8",
  });
  if (listed.status !== 0) throw new Error(`vitest list: ${listed.stderr}`);
  const files = JSON.parse(listed.stdout || "[]") as { file: string }[];
  return files.map(({ file }) => file.slice(root.length).replace(/^\//, ""));
}

/** Paths of test files, or 'everything'. */
export async function touchedTests(root: string, changed: readonly string[]): Promise<readonly string[] | "everything"> {
  if (changed.some((file) => EVERYTHING.test(file))) return "everything";
  const code = changed.filter((file) => !file.endsWith(".test.ts"));
  const features = new Set(code.flatMap((file) => FEATURE.exec(file)?.[1]?.replace(/\.(ts|tsx|astro)$/, "") ?? []));
  const driven = git(root, "ls-files", "tests")
    .filter((file) => DRIVEN.test(file))
    .filter((file) => {
      const text = file + readFileSync(join(root, file), "utf8");
      return [...features].some((feature) => new RegExp(`\\b${feature}s?\\b`, "i").test(text));
    });
  return [...new Set([...driven, ...byImports(root), ...changed.filter((file) => file.endsWith(".test.ts"))])];
}
