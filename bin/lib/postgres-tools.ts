/** PostgreSQL's own tools, run on a database by its address. The password goes by the environment, never by the command line, where others could read it. */
import { spawn } from "node:child_process";
import { once } from "node:events";
import { join } from "node:path";
import { postgresPrograms } from "./cluster.ts";

/** What a tool answered on its standard output; throws with its own words where it failed. `stop` ends it. */
export async function runTool(tool: "pg_dump" | "pg_restore", url: string, args: readonly string[]): Promise<string> {
  const programs = postgresPrograms();
  if (!programs) throw new Error("PostgreSQL's tools are not installed: apt-get install postgresql-client");
  const { hostname, port, username, password, pathname, searchParams } = new URL(url);
  const child = spawn(join(programs, tool), args, {
    stdio: ["ignore", "pipe", "pipe"],
    env: {
      ...process.env,
      PGHOST: hostname,
      PGPORT: port || "5432",
      PGUSER: decodeURIComponent(username),
      PGPASSWORD: decodeURIComponent(password),
      PGDATABASE: decodeURIComponent(pathname.slice(1)),
      ...(searchParams.has("sslmode") ? { PGSSLMODE: searchParams.get("sslmode") ?? "" } : {}),
    },
  });
  let [said, wrong] = ["", ""];
  child.stdout.setEncoding("utf8").on("data", (text: string) => {
    said += text;
  });
  child.stderr.setEncoding("utf8").on("data", (text: string) => {
    wrong = (wrong + text).slice(-4000);
  });
  const [code] = (await once(child, "close")) as [number | null];
  if (code !== 0) throw new Error(`${tool} ended with ${code ?? "a signal"}: ${wrong.trim() || "it said nothing"}`);
  return said;
}
/** The same address with another database. */
export function databaseAt(url: string, name: string): string {
  const other = new URL(url);
  other.pathname = `/${name}`;
  return other.href;
}
