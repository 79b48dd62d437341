/** The server's own log: a line for each request and each sign-in, in a shape that programs read, and without a secret in it. */
import { spawn } from "node:child_process";
import { once } from "node:events";
import { createInterface } from "node:readline";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { freePort } from "#bin/cluster.ts";
import { cloned, PASSWORD, TODAY } from "#tests/barn.ts";

const lines: string[] = [];
let address = "";
let child: ReturnType<typeof spawn>;
beforeAll(async () => {
  const { sql, url } = await cloned("empty");
  await sql.end();
  const port = await freePort();
  address = `http://127.0.0.1:${port}`;
  child = spawn(process.execPath, ["server.mjs"], {
    stdio: ["ignore", "pipe", "inherit", "ipc"],
    env: {
      ...process.env,
      NODE_ENV: "production",
      DATABASE_URL: url,
      PORT: String(port),
      FURLONG_TODAY: TODAY,
      FURLONG_LOG: "json",
      FURLONG_TLS: "1",
      FURLONG_PROXY: "127.0.0.1",
    },
  });
  createInterface({ input: child.stdout as NodeJS.ReadableStream }).on("line", (line) => lines.push(line));
  await once(child, "message");
});
afterAll(async () => {
  child.kill("SIGTERM");
  await once(child, "exit");
});
const enter = (name: string, password: string, headers: Record<string, string> = {}) =>
  fetch(`${address}/sign-in`, { method: "POST", body: new URLSearchParams({ name, password }), headers, redirect: "manual" });
const said = (): Record<string, unknown>[] => lines.map((line) => JSON.parse(line) as Record<string, unknown>);
const TOKEN = "s".repeat(43);

describe("the log", () => {
  it("has one line a request with time, outcome and who asked, and a line for each sign-in and refusal", async () => {
    const entered = await enter("boss", PASSWORD, { "X-Forwarded-For": "203.0.113.9" });
    const cookies = entered.headers.getSetCookie();
    expect(cookies.map((one) => one.split("=")[0]).sort()).toEqual(["__Host-furlong_device", "__Host-furlong_session"]);
    for (const cookie of cookies) expect(cookie).toMatch(/; Path=\/; .*HttpOnly.*Secure.*SameSite=Lax|; Path=\/.*Secure/i);
    expect(entered.headers.get("strict-transport-security")).toBe("max-age=31536000");
    const cookie = cookies.map((one) => one.split(";")[0]).join("; ");
    await (await fetch(`${address}/people?x=${TOKEN}`, { headers: { Cookie: cookie } })).text();
    await enter("boss", "quite the wrong words");
    for (const path of [`/owner/${TOKEN}`, `/owner/${TOKEN}/home.ics`, `/calendar/${TOKEN}.ics`, `/print/${TOKEN}/1`])
      await (await fetch(address + path)).text();
    await expect.poll(() => said().filter(({ path }) => path === "/print/***/1").length).toBe(1);
    expect(said()).toEqual(
      expect.arrayContaining([
        expect.objectContaining({
          level: "info",
          event: "sign-in",
          outcome: "in",
          name: "boss",
          address: "203.0.113.9",
          time: expect.any(String),
        }),
        expect.objectContaining({ level: "warn", event: "sign-in", outcome: "wrong", name: "boss", address: "127.0.0.1" }),
        expect.objectContaining({
          event: "request",
          method: "GET",
          path: "/people",
          status: 200,
          who: "Boss",
          ms: expect.any(Number),
        }),
        expect.objectContaining({ event: "request", method: "POST", path: "/sign-in", status: 401 }),
        expect.objectContaining({ event: "request", path: "/owner/***" }),
        expect.objectContaining({ event: "request", path: "/owner/***/home.ics" }),
        expect.objectContaining({ event: "request", path: "/calendar/***" }),
      ]),
    );
    const all = lines.join("\n");
    for (const secret of [TOKEN, PASSWORD, "quite the wrong words", ...cookies.map((one) => /=([^;]+)/.exec(one)?.[1] ?? "none")])
      expect(all).not.toContain(secret);
  });
});
