/** Whether work can be done. */
import { findMigrations, MIGRATIONS } from "#db/queries/migrations.ts";
import type { Deps } from "../container.ts";

export interface Health {
  readonly ok: boolean;
  readonly database: "reached" | "away";
  /** `behind`: the application is newer than its database, and has to be started through bin/start. */
  readonly migrations: "current" | "behind" | "unknown";
}
const PATIENCE = 2_000;

export async function readHealth({ sql }: Deps, known: readonly string[] = MIGRATIONS): Promise<Health> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<null>((resolve) => {
    timer = setTimeout(() => resolve(null), PATIENCE);
  });
  const applied = await Promise.race([findMigrations(sql).catch(() => null), late]).finally(() => clearTimeout(timer));
  if (applied === null) return { ok: false, database: "away", migrations: "unknown" };
  const current = known.every((name) => applied.includes(name));
  return { ok: current, database: "reached", migrations: current ? "current" : "behind" };
}
