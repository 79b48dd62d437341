/** bin/check [--own]: what is amiss with this installation, each with its mend; by it the exit code. Changes nothing. */
import { existsSync, statfsSync, statSync } from "node:fs";
import { connect as connectTo } from "node:net";
import { dirname } from "node:path";
import { dateInZone, sayDate } from "#core/calendar/local-date.ts";
import { newerThanThis, pending } from "#db/migrate.ts";
import { listBackups } from "#db/queries/backup.ts";
import { findBarn } from "#db/queries/barn.ts";
import { backupMissing, madeOf } from "#server/backup/read-backups.ts";
import { plural } from "#ui/words/figures.ts";
import { postgresPrograms } from "./cluster.ts";
import { withDatabase } from "./prepare.ts";
import { atPlace, backupCount, backupFolder, type Place } from "./where.ts";

export interface Found {
  readonly what: string;
  /** Empty: nothing is amiss. Else what is, and the mend. */
  readonly amiss: string;
}
const GIGABYTE = 1024 ** 3;
const LEAST_FREE = 2 * GIGABYTE;
const CHROMIUM = "/usr/bin/chromium-headless-shell";

const folderThatIsThere = (path: string): string => (existsSync(path) ? path : folderThatIsThere(dirname(path)));
const isSet = (name: string): string => process.env[name] ?? "";

function programs(): readonly Found[] {
  const chromium = isSet("FURLONG_CHROMIUM") || CHROMIUM;
  return [
    { what: "PostgreSQL's programs", amiss: postgresPrograms() ? "" : "Not installed: apt-get install postgresql" },
    {
      what: "the browser that makes PDFs",
      amiss: existsSync(chromium) ? "" : `Not at ${chromium}: apt-get install chromium-headless-shell`,
    },
  ];
}

function disks({ data, cluster }: Place, isDemo: boolean): readonly Found[] {
  const folder = folderThatIsThere(backupFolder());
  const { bavail, bsize } = statfsSync(folder);
  const free = bavail * bsize;
  const sameDisk = !isDemo && cluster !== null && existsSync(data) && statSync(folder).dev === statSync(data).dev;
  return [
    {
      what: "space for backups",
      amiss:
        free >= LEAST_FREE
          ? ""
          : `${(free / GIGABYTE).toFixed(1)} GB are free in ${folder}. Make room, or name another folder in FURLONG_BACKUPS.`,
    },
    {
      what: "backups on another disk",
      amiss: sameDisk
        ? `${folder} lies on the barn's own disk: what takes the one takes both. Name another in FURLONG_BACKUPS.`
        : "",
    },
  ];
}

/** Asks a port of the address whether anybody is there. */
const answers = (address: string): Promise<boolean> =>
  new Promise((resolve) => {
    const { hostname, port } = new URL(address);
    const socket = connectTo({ host: hostname, port: Number(port || 25), timeout: 3000 });
    const end = (yes: boolean) => (): void => {
      socket.destroy();
      resolve(yes);
    };
    socket.once("connect", end(true)).once("error", end(false)).once("timeout", end(false));
  });
async function settings(isDemo: boolean): Promise<readonly Found[]> {
  if (isDemo) return [];
  const mail = isSet("FURLONG_SMTP_URL");
  const address = isSet("FURLONG_ADDRESS");
  return [
    {
      what: "letters to owners",
      amiss:
        mail === ""
          ? "No mail server: messages wait in the outbox. Name one in FURLONG_SMTP_URL."
          : (await answers(mail))
            ? ""
            : `Nobody answers at ${new URL(mail).host}.`,
    },
    {
      what: "the address in letters",
      amiss: address.startsWith("https://")
        ? ""
        : "FURLONG_ADDRESS is no https address: owners cannot open their page from outside.",
    },
    {
      what: "https",
      amiss:
        address.startsWith("https://") && isSet("FURLONG_TLS") !== "1"
          ? "FURLONG_TLS=1 is missing: the session's cookie would go over a plain connection too."
          : "",
    },
  ];
}

async function database({ url }: Place): Promise<{ readonly found: readonly Found[]; readonly isDemo: boolean }> {
  return withDatabase(url, async (sql) => {
    const waiting = await pending(sql);
    if (waiting === null)
      return { found: [{ what: "the barn", amiss: "Not begun yet: start it with bin/start --own." }], isDemo: false };
    const applied = (await sql`SELECT name FROM migration`).map(({ name }) => String(name));
    const newer = await newerThanThis(applied);
    const version = {
      what: "the database's version",
      amiss:
        newer.length > 0
          ? `Written by a newer version (${newer[0]}). Start that one.`
          : waiting.length > 0
            ? `${plural(waiting.length, "change waits", "changes wait")}: bin/start makes them, after a backup.`
            : "",
    };
    // A barn of another version cannot be read by this one.
    if (version.amiss !== "") return { found: [version], isDemo: false };
    const barn = await findBarn(sql);
    if (!barn)
      return { found: [version, { what: "the barn", amiss: "Not begun yet: bin/start --own shows where." }], isDemo: false };
    const made = madeOf(await listBackups(sql), barn.timeZone);
    const since = await backupMissing({ sql }, barn, dateInZone(barn.timeZone, Date.now()));
    const failed = made[0]?.problem ?? "";
    return {
      found: [
        version,
        {
          what: "backups",
          amiss: since ? `None that could be read back since ${sayDate(since)}. ${failed || "Run bin/backup."}` : failed,
        },
      ],
      isDemo: barn.demo,
    };
  });
}

export async function lookOver(place: Place): Promise<readonly Found[]> {
  const { found, isDemo } = await database(place);
  backupCount();
  return [...programs(), ...found, ...disks(place, isDemo), ...(await settings(isDemo))];
}

if (process.argv[1]?.endsWith("look-over.ts"))
  atPlace(process.argv.slice(2), lookOver).then(
    (all) => {
      for (const { what, amiss } of all) console.log(amiss === "" ? `✓ ${what}` : `▲ ${what}: ${amiss}`);
      process.exit(all.some(({ amiss }) => amiss !== "") ? 1 : 0);
    },
    (error: unknown) => {
      console.error(error instanceof Error ? error.message : error);
      process.exit(1);
    },
  );
