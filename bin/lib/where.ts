/** Which database is meant, and where its backups go: the demo's, one's own, or one that DATABASE_URL names. */

import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { type Cluster, clusterRuns, dataFolder, startCluster } from "./cluster.ts";
import { createDatabase } from "./prepare.ts";

export const root = fileURLToPath(new URL("../..", import.meta.url));
export const DEMO = "furlong";
export const OWN = "furlong_own";

export interface Place {
  readonly url: string;
  /** Names its backups. */
  readonly name: string;
  /** Null where DATABASE_URL names another. */
  readonly cluster: Cluster | null;
  readonly data: string;
}

/** Names the private database that is meant by the words of a command. */
export const nameOf = (words: readonly string[]): string => (words.includes("--own") ? OWN : DEMO);

/** By the name of a private database, or by the address of any. */
export async function placeOf(name: string, options: { replace?: boolean } = {}): Promise<Place> {
  const data = dataFolder(root, "postgres");
  const outside = /^postgres(ql)?:\/\//.test(name) ? name : process.env["DATABASE_URL"];
  if (outside)
    return { url: outside, name: decodeURIComponent(new URL(outside).pathname.slice(1)) || "furlong", cluster: null, data };
  const cluster = await startCluster({ data });
  await createDatabase(cluster.url("postgres"), name, options);
  return { url: cluster.url(name), name, cluster, data };
}
/** For a command beside the server: a cluster that was not running is stopped again at its end. */
export async function atPlace<T>(words: readonly string[], run: (place: Place) => Promise<T>): Promise<T> {
  const ran = clusterRuns(dataFolder(root, "postgres"));
  const place = await placeOf(nameOf(words));
  try {
    return await run(place);
  } finally {
    if (!ran) place.cluster?.stop();
  }
}

const USUAL_COUNT = 14;
export const backupFolder = (): string => process.env["FURLONG_BACKUPS"] || join(root, ".data-backups");
export function backupCount(): number {
  const said = process.env["FURLONG_BACKUPS_KEPT"];
  if (said === undefined || said === "") return USUAL_COUNT;
  const count = Number(said);
  if (!Number.isInteger(count) || count < 1) throw new Error("FURLONG_BACKUPS_KEPT is no number of days: write one from 1 on.");
  return count;
}
