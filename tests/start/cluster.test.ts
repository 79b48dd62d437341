import { execFileSync, spawn } from "node:child_process";
import { once } from "node:events";
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { freePort, startCluster, stopCluster } from "#bin/cluster.ts";
import { restarts } from "#bin/keep-alive.ts";
import { createDatabase, withDatabase } from "#bin/prepare.ts";
import { cloned } from "#tests/barn.ts";

const folder = mkdtempSync(join(tmpdir(), "furlong-cluster-"));
const data = join(folder, "postgres");
beforeAll(() => {
  // The package's own account has to pass through.
  execFileSync("chmod", ["755", folder]);
});
afterAll(() => {
  stopCluster(data);
  rmSync(folder, { recursive: true, force: true });
});

const pid = (): number => Number(readFileSync(join(data, "postmaster.pid"), "utf8").split("\n")[0]);
const words = (url: string) => withDatabase(url, async (sql) => (await sql`SELECT words FROM kept`).map((row) => row["words"]));

describe("the private cluster", () => {
  it("is made once, joined by the second who starts it, and lets nobody in without its password", async () => {
    const first = await startCluster({ data });
    await createDatabase(first.url("postgres"), "barn");
    await withDatabase(first.url("barn"), async (sql) => {
      await sql`CREATE TABLE kept (words text)`;
      await sql`INSERT INTO kept VALUES ('still here')`;
    });
    const second = await startCluster({ data });
    expect(second.url("barn")).toBe(first.url("barn"));
    expect(statSync(`${data}.password`).mode & 0o077).toBe(0);
    const stranger = new URL(first.url("barn"));
    stranger.password = "guessed";
    await expect(words(stranger.href)).rejects.toThrow(/password authentication failed/);
  });
  it("comes back with its data after it was killed, and after a pid file that names somebody else", async () => {
    process.kill(pid(), "SIGKILL");
    const again = await startCluster({ data });
    expect(await words(again.url("barn"))).toEqual(["still here"]);
    again.stop();
    writeFileSync(join(data, "postmaster.pid"), `${process.pid}\n${data}\n0\n5432\n`);
    const third = await startCluster({ data });
    expect(await words(third.url("barn"))).toEqual(["still here"]);
    third.stop();
    expect(existsSync(join(data, "postmaster.pid"))).toBe(false);
  });
});

describe("ports", () => {
  it("that are taken lead to the next free one", async () => {
    const taken = createServer().listen(0, "127.0.0.1");
    await once(taken, "listening");
    const address = taken.address();
    const port = typeof address === "object" && address ? address.port : 0;
    expect(await freePort(port)).toBeGreaterThan(port);
    taken.close();
  });
});

/** A process may end while one looks at it. */
const readIfThere = (path: string): string => {
  try {
    return readFileSync(path, "utf8");
  } catch {
    return "";
  }
};

describe("starting again", () => {
  it("is done a few times in a while, and then left", () => {
    const may = restarts({ times: 3, within: 1000 });
    expect([0, 10, 20, 30, 1015, 1016].map((at) => may(at))).toEqual([true, true, true, false, true, false]);
    expect(may(5000)).toBe(true);
  });
});

describe("bin/start", () => {
  /** The real script on a database of the test's own: prints the address, and leaves nothing running. */
  async function start(port: string) {
    const { sql, url } = await cloned("demo");
    await sql.end();
    const child = spawn("bin/start", [], {
      env: { ...process.env, DATABASE_URL: url, PORT: port, FURLONG_TODAY: "2026-07-14" },
      stdio: ["ignore", "pipe", "pipe"],
    });
    let said = "";
    child.stdout.on("data", (chunk: Buffer) => (said += chunk.toString()));
    child.stderr.on("data", (chunk: Buffer) => (said += chunk.toString()));
    await new Promise<void>((resolve, reject) => {
      const timer = setInterval(() => said.includes("Ctrl-C stops everything") && (clearInterval(timer), resolve()), 50);
      child.once("exit", () => (clearInterval(timer), reject(new Error(said))));
    });
    return { child, said: () => said, address: /http:\/\/127\.0\.0\.1:\d+/.exec(said)?.[0] ?? "" };
  }
  it("serves on the next free port, says who can sign in, and stops everything on Ctrl-C", async () => {
    const taken = createServer().listen(0, "127.0.0.1");
    await once(taken, "listening");
    const address = taken.address();
    const port = typeof address === "object" && address ? address.port : 0;
    const started = await start(String(port));
    expect(started.address).not.toBe("");
    expect(started.address).not.toBe(`http://127.0.0.1:${port}`);
    expect(started.said()).toMatch(/manager\s+odalys/);
    expect((await fetch(`${started.address}/health`)).status).toBe(200);
    started.child.kill("SIGINT");
    expect(await once(started.child, "exit")).toEqual([0, null]);
    await expect(fetch(`${started.address}/health`)).rejects.toThrow();
    taken.close();
  });
  it("starts the server again at the same address where it ended by itself, and says so", async () => {
    const started = await start("0");
    const port = new URL(started.address).port;
    const server = readdirSync("/proc").find(
      (pid) =>
        /^\d+$/.test(pid) &&
        readIfThere(`/proc/${pid}/cmdline`).includes("server.mjs") &&
        readIfThere(`/proc/${pid}/environ`).split("\0").includes(`PORT=${port}`),
    );
    process.kill(Number(server), "SIGKILL");
    await expect.poll(started.said, { timeout: 20_000 }).toContain("Started the server again");
    expect(started.said()).toContain("The server ended by itself (SIGKILL)");
    expect((await fetch(`${started.address}/health`)).status).toBe(200);
    started.child.kill("SIGINT");
    expect(await once(started.child, "exit")).toEqual([0, null]);
  });
  it("leaves no server behind when it is killed", async () => {
    const started = await start("0");
    started.child.kill("SIGKILL");
    await once(started.child, "exit");
    const gone = async (): Promise<boolean> =>
      fetch(`${started.address}/health`).then(
        () => false,
        () => true,
      );
    for (let tries = 0; tries < 60 && !(await gone()); tries += 1) await new Promise((resolve) => setTimeout(resolve, 100));
    expect(await gone()).toBe(true);
  });
  it("explains itself, and does not guess at words it does not know", () => {
    expect(execFileSync("bin/start", ["--help"], { encoding: "utf8" })).toContain("--fresh");
    expect(() => execFileSync("bin/start", ["--frehs"], { stdio: "pipe" })).toThrow();
  });
  it("refuses to throw away a database that is not its own", () => {
    expect(() =>
      execFileSync("bin/start", ["--fresh"], {
        env: { ...process.env, DATABASE_URL: "postgres://127.0.0.1:1/x" },
        stdio: "pipe",
      }),
    ).toThrow(/unset DATABASE_URL/);
  });
});
