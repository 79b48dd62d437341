import { z } from "zod";
import type { Db } from "../client.ts";
import { text } from "../rows.ts";
import { many } from "../run.ts";

/** Names of the migrations that this version of the application was built with. */
export const MIGRATIONS: readonly string[] = Object.keys(import.meta.glob("../migrations/*.sql", { query: "?raw" })).map(
  (path) => path.split("/").at(-1) ?? path,
);
const Row = z.object({ name: text });
/** Of those that the database has had. */
export const findMigrations = async (db: Db): Promise<readonly string[]> =>
  (await many(Row, db`SELECT name FROM migration`)).map(({ name }) => name);
