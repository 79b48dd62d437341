import { randomBytes } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { minuteInZone } from "#core/calendar/local-date.ts";
import { migrate, pending } from "#db/migrate.ts";
import { findBarn, isSetUp } from "#db/queries/barn.ts";
import { DEMO_PASSWORD, PEOPLE } from "#demo/cast.ts";
import { DEMO_ZONE, seedDemo } from "#demo/seed.ts";
import { barnsIn } from "#server/barns.ts";
import { systemClock } from "#server/container.ts";
import { backupName, makeBackup } from "./backup.ts";
import { buildIfChanged } from "./build.ts";
import { clusterRuns, startCluster } from "./cluster.ts";
import { keepBackedUp } from "./daily-backup.ts";
import { restarts, USUAL } from "./keep-alive.ts";
import { withDatabase } from "./prepare.ts";
import { type Served, serve, serveMail, serveStandin } from "./serve.ts";
import { backupCount, backupFolder, DEMO, OWN, type Place, placeOf, root } from "./where.ts";

const fresh = process.argv.includes("--fresh");
/** A barn of one's own: no demo is ever made in it. */
const isOwn = process.argv.includes("--own") || Boolean(process.env["DATABASE_URL"]) || Boolean(process.env["FURLONG_BARNS"]);
const today = process.env["FURLONG_TODAY"];
const say = (words: string): void => console.log(`· ${words}`);

/** Several starts may share one cluster, each with a file here that is named by its process; the last to leave stops the cluster. */
const starts = join(root, ".data-starts");
const own = join(starts, String(process.pid));
function otherStarts(): boolean {
  const living = (pid: string): boolean => {
    const command = `/proc/${pid}/cmdline`;
    return existsSync(command) && readFileSync(command, "utf8").includes("bin/lib/start.ts");
  };
  const noted = existsSync(starts) ? readdirSync(starts) : [];
  // Those that were killed could not take their file away.
  for (const pid of noted) if (!living(pid)) rmSync(join(starts, pid), { force: true });
  return noted.some((pid) => pid !== String(process.pid) && living(pid));
}

/** The barn's database, brought to this version; the demo's is filled the first time. One's own is begun in the browser, by who holds the code. */
async function prepare({ url, name }: Place): Promise<"own" | "demo" | "not-begun"> {
  return withDatabase(url, async (sql) => {
    const waiting = await pending(sql);
    if (waiting && waiting.length > 0 && (await isSetUp(sql))) {
      const file = join(backupFolder(), backupName(`before-${waiting.at(-1)?.slice(0, 4)}-${name}`, new Date()));
      await makeBackup(url, file, new Date());
      say(`This version changes the database. Backed up first: ${file}`);
    }
    const applied = await migrate(sql);
    if (applied.length > 0) say(`Migrated: ${applied.length === 1 ? applied[0] : `${applied[0]} to ${applied.at(-1)}`}`);
    const barn = await findBarn(sql);
    if (barn) return barn.demo ? "demo" : "own";
    if (isOwn) return "not-begun";
    say("Making the demo barn (a minute or two)");
    await seedDemo(sql, systemClock(today).today(DEMO_ZONE), minuteInZone(DEMO_ZONE, Date.now()));
    return "demo";
  });
}

/** The databases that are served, by host name; one alone stands under no name. */
async function housesOf(): Promise<ReadonlyMap<string, Place>> {
  const several = barnsIn(process.env["FURLONG_BARNS"]);
  if (!several) return new Map([["", await placeOf(isOwn ? OWN : DEMO, { replace: fresh })]]);
  const houses = new Map<string, Place>();
  for (const [host, database] of several) houses.set(host, await placeOf(database));
  return houses;
}

function saySignIns(): void {
  console.log(`Demo sign-ins, all with the password “${DEMO_PASSWORD}”:`);
  for (const role of ["manager", "rider", "helper"])
    console.log(
      `  ${role.padEnd(8)} ${PEOPLE.filter(({ person }) => person.role === role)
        .map(({ signIn }) => signIn)
        .join(", ")}`,
    );
  console.log("A barn of your own: bin/start --own");
}

async function main(): Promise<void> {
  const outside = process.env["DATABASE_URL"];
  if (outside && fresh)
    throw new Error("--fresh throws data away, so it works on the private database only: unset DATABASE_URL.");
  if (isOwn && fresh)
    throw new Error("--fresh throws data away, and never yours: it works on the demo barn only. Leave out --own.");
  if (fresh && otherStarts())
    throw new Error("Steady Furlong runs already from this folder: stop it first, then start with --fresh.");
  mkdirSync(starts, { recursive: true });
  writeFileSync(own, "");

  if (!outside) say("Starting PostgreSQL");
  const houses = await housesOf();
  const all = [...houses.values()];
  // The one whose PostgreSQL is ours to look after, where there is one.
  const place = all.find(({ cluster }) => cluster !== null) ?? all[0];
  if (!place) throw new Error("Broken assumption: there is a barn to serve");
  const { cluster, data, url: databaseUrl } = place;
  const found = new Map<string, "own" | "demo" | "not-begun">();
  for (const [host, house] of houses) found.set(host, await prepare(house));
  const barn = found.get([...houses.keys()][0] ?? "") ?? "own";
  // Only who sees this terminal begins a barn.
  const begins = [...found].filter(([, state]) => state === "not-begun").map(([host]) => host);
  const code = begins.length > 0 ? randomBytes(9).toString("base64url") : null;
  const several = houses.has("") ? undefined : [...houses].map(([host, { url }]) => `${host}=${url}`).join(" ");
  if (await buildIfChanged(root)) say("Built the application");

  // In a barn of one's own nothing pretends to be a scale, a station or a mail server.
  const simulated = barn === "demo" && !several;
  const scale = simulated && !process.env["FURLONG_SCALE_URL"] ? await serveStandin(root, "scale") : null;
  const station = simulated && !process.env["FURLONG_WEATHER_URL"] ? await serveStandin(root, "weather") : null;
  const strap = simulated && !process.env["FURLONG_STRAP_URL"] ? await serveStandin(root, "strap") : null;
  const mail = simulated && !process.env["FURLONG_SMTP_URL"] ? await serveMail(root) : null;
  const open = (port: number): Promise<Served> =>
    serve(root, {
      databaseUrl,
      port,
      today,
      scaleUrl: scale?.address,
      weatherUrl: station?.address,
      strapUrl: strap?.address,
      mail: mail ?? undefined,
      code: code ?? undefined,
      barns: several,
    });
  let served = await open(Number(process.env["PORT"] ?? 4321));
  console.log(`\nSteady Furlong: ${served.address}\n`);
  const { port } = new URL(served.address);
  if (several) console.log(`Barns at ${[...houses.keys()].join(", ")}, behind a proxy that hands the name on.\n`);
  for (const host of begins)
    console.log(`Set up your barn here: ${host === "" ? served.address : `http://${host}:${port}`}/start?code=${code}`);
  if (barn === "demo") saySignIns();
  if (mail) console.log(`\nLetters to owners go to a simulated mail server: ${mail.page}`);
  console.log("\nCtrl-C stops everything.");

  const backups = [...houses.values()].map(({ url, name }) =>
    keepBackedUp({ url, folder: backupFolder(), name, count: backupCount() }, say),
  );
  const stopBackups = (): void => {
    for (const stop of backups) stop();
  };

  let [ending, busy] = [false, false];
  const end = async (code: number): Promise<void> => {
    if (ending) return;
    ending = true;
    clearInterval(watch);
    stopBackups();
    await served.stop();
    await scale?.stop();
    await station?.stop();
    await strap?.stop();
    await mail?.stop();
    rmSync(own, { force: true });
    if (!otherStarts()) cluster?.stop();
    process.exit(code);
  };
  process.on("SIGINT", () => void end(0));
  process.on("SIGTERM", () => void end(0));

  const mayStartAgain = { server: restarts(USUAL), postgres: restarts(USUAL) };
  const follow = (): void => {
    served.child.on("exit", (code, signal) => {
      if (ending) return;
      console.error(`The server ended by itself (${signal ?? `code ${code}`}).`);
      if (!mayStartAgain.server(Date.now())) {
        console.error(`It did so ${USUAL.times} times in ten minutes: it is left alone. What it said stands above.`);
        return void end(1);
      }
      void open(Number(new URL(served.address).port)).then(
        (again) => {
          served = again;
          say(`Started the server again: ${served.address}`);
          follow();
        },
        (error: unknown) => {
          console.error(error);
          void end(1);
        },
      );
    });
  };
  follow();
  const watch = setInterval(() => {
    if (ending || !cluster || busy || clusterRuns(data)) return;
    busy = true;
    console.error("PostgreSQL ended by itself.");
    if (!mayStartAgain.postgres(Date.now())) {
      console.error(`It did so ${USUAL.times} times in ten minutes: it is left alone. See ${join(data, "server.log")}`);
      return void end(1);
    }
    void startCluster({ data, port: Number(new URL(databaseUrl).port) }).then(
      () => {
        say("Started PostgreSQL again");
        busy = false;
      },
      (error: unknown) => {
        console.error(error);
        void end(1);
      },
    );
  }, 1000);
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
