/** Coming in: what strangers' tries do and do not do, known devices, one-time passwords, the second proof, sessions that end. */
import { Secret, TOTP } from "otpauth";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { decode } from "#contracts/decode.ts";
import type { Actor, Role } from "#contracts/people.ts";
import { must } from "#core/kernel/assert.ts";
import { hashPassword } from "#server/auth/password.ts";
import { confirm, giveCode, rememberDevice, signIn, visitorOf } from "#server/auth/sign-in.ts";
import { COMMANDS } from "#server/commands.ts";
import { runCommand } from "#server/http/command.ts";
import { readAccount } from "#server/people/account.ts";
import type { Session } from "#server/work.ts";
import { actorOf, Barn, PASSWORD, PERSON } from "#tests/barn.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
  cheap = await hashPassword(PASSWORD, { N: 1024, r: 8, p: 1 });
});
afterAll(() => barn.close());

const PHONE = "Mozilla/5.0 (Linux; Android 14) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/126.0.0.0 Mobile Safari/537.36";
/** The barn's own clock stands; this one goes on. */
let seconds = 0;
const deps = () => ({
  ...barn.deps,
  clock: { ...barn.deps.clock, now: () => new Date(Date.UTC(2026, 6, 14, 15) + seconds * 1000) },
});
/** A minute and more between tests, so that tries of one do not count in another. */
beforeEach(() => {
  seconds += 7200;
});
/** Half a second for each of many tries is not what is tested here. */
let cheap = "";
let names = 0;
const someone = async (role: Role = "rider"): Promise<{ name: string; actor: Actor; id: string }> => {
  const name = `person${(names += 1)}`;
  const { id } = await barn.ask<{ id: string }>("people/add", {
    signIn: name,
    password: PASSWORD,
    person: { ...PERSON, name: `Tansy ${"bcdefghijk"[names]}`, role },
  });
  await barn.sql`UPDATE person SET password_hash = ${cheap} WHERE id = ${id}`;
  return { name, id, actor: await actorOf(barn.sql, name) };
};
const enter = (name: string, password = PASSWORD, address = "10.0.0.1", device?: string) =>
  signIn(deps(), { signIn: name, password }, { address, device, agent: PHONE });
const codeOf = async (tried: ReturnType<typeof enter>): Promise<string> => {
  const answer = await tried;
  return answer.ok ? "in" : answer.error.code;
};
const tokenOf = async (tried: ReturnType<typeof enter>): Promise<string> => {
  const answer = await tried;
  if (!answer.ok) throw new Error(answer.error.code);
  return answer.value.token;
};
const visitor = async (token: string) => must(await visitorOf(deps(), token), "a session");
const run = async (actor: Actor, session: Session | null, route: string, input: unknown): Promise<string> => {
  const command = must(COMMANDS[route], route);
  const decoded = decode(command.schema, input);
  if (!decoded.ok) return decoded.error[0]?.message ?? "invalid";
  const answer = await runCommand(deps(), { route, command, actor, session, key: crypto.randomUUID(), input: decoded.value });
  return answer.ok ? "done" : answer.error.code;
};

describe("wrong tries", () => {
  it("make the next wait longer and longer, at this name from this address; all at once count too", async () => {
    const { name } = await someone();
    const tries = await Promise.all(Array.from({ length: 12 }, () => codeOf(enter(name, "a wrong guess"))));
    expect(tries.filter((one) => one === "wrong-password").length).toBeLessThanOrEqual(6);
    expect(tries.filter((one) => one === "too-many-tries").length).toBeGreaterThanOrEqual(6);
    // How many of those at once were looked at is luck; after seven more in the same second all free ones are gone.
    for (let i = 0; i < 7; i += 1) await codeOf(enter(name, "a wrong guess"));
    seconds += 1;
    const refused = await enter(name);
    expect(refused).toMatchObject({ ok: false, error: { code: "too-many-tries", waitSeconds: expect.any(Number) } });
    seconds += 901;
    expect(await codeOf(enter(name))).toBe("in");
    expect(await codeOf(enter(name, "a wrong guess"))).toBe("wrong-password");
  });
  it("of a stranger keep nobody out who is elsewhere, nor anybody in a browser that knows them", async () => {
    const { name } = await someone();
    const device = await rememberDevice(deps(), await tokenOf(enter(name)), undefined);
    for (let i = 0; i < 8; i += 1) await codeOf(enter(name, "a wrong guess", "192.0.2.1"));
    expect(await codeOf(enter(name, PASSWORD, "192.0.2.1"))).toBe("too-many-tries");
    expect(await codeOf(enter(name, PASSWORD, "10.0.0.9"))).toBe("in");
    // From many addresses at once: then only the known browser is let through.
    for (let i = 0; i < 40; i += 1)
      await barn.sql`INSERT INTO sign_in_try (name, address, at) VALUES (${name}, ${`192.0.2.${i}`}, ${deps().clock.now()})`;
    expect(await codeOf(enter(name, PASSWORD, "10.0.0.9"))).toBe("too-many-tries");
    expect(await codeOf(enter(name, PASSWORD, "10.0.0.9", "x".repeat(43)))).toBe("too-many-tries");
    expect(await codeOf(enter(name, PASSWORD, "192.0.2.1", device))).toBe("in");
    for (let i = 0; i < 8; i += 1) await codeOf(enter(name, "a wrong guess", "192.0.2.1", device));
    expect(await codeOf(enter(name, PASSWORD, "192.0.2.1", device))).toBe("too-many-tries");
  });
});

describe("passwords", () => {
  it("that are common, a pattern or made of a name are refused, with what to do", async () => {
    for (const password of ["password1234", "123456789012", "aaaaaaaaaaaa", "qwertyuiopas", "hespervole12"])
      expect(await run(barn.boss, null, "people/add", { signIn: "weak", password, person: PERSON })).toBe("weak-password");
  });
  it("given by the manager open nothing but the page on which one's own is chosen", async () => {
    const { name, actor } = await someone();
    const token = await tokenOf(enter(name));
    const { session, mustChange } = await visitor(token);
    expect(mustChange).toBe(true);
    const other = await tokenOf(enter(name));
    expect(await run(actor, session, "account/change-password", { password: "password1234" })).toBe("weak-password");
    expect(await run(actor, session, "account/change-password", { password: "seven hens in a loft" })).toBe("done");
    expect((await visitor(token)).mustChange).toBe(false);
    expect(await visitorOf(deps(), other)).toBeNull();
    expect(await codeOf(enter(name))).toBe("wrong-password");
    expect(await codeOf(enter(name, "seven hens in a loft"))).toBe("in");
  });
  it("are asked for again before what much hangs on, and not for what is done every day", async () => {
    const { name, actor, id } = await someone("manager");
    const token = await tokenOf(enter(name));
    expect((await visitor(token)).session.confirmed).toBe(true);
    seconds += 16 * 60;
    const { session } = await visitor(token);
    expect(session.confirmed).toBe(false);
    for (const route of [
      "people/add",
      "people/reset-password",
      "people/retire",
      "owner/make-link",
      "owner/drop-link",
      "account/change-password",
      "account/begin-codes",
      "account/turn-off-codes",
    ])
      expect([route, must(COMMANDS[route], route).confirmed]).toEqual([route, true]);
    expect(await run(actor, session, "account/begin-codes", { sure: true })).toBe("confirm-password");
    const edit = (person: object) =>
      run(actor, session, "people/edit", { id: barn.rider.id, version: 1, person: { ...PERSON, ...person } });
    expect(await edit({ role: "manager" })).toBe("confirm-password");
    const wrong = await confirm(deps(), { person: actor.id, session: session.id, password: "not this one" });
    expect(wrong).toMatchObject({ ok: false, error: { code: "wrong-password" } });
    expect((await visitor(token)).session.confirmed).toBe(false);
    expect((await confirm(deps(), { person: actor.id, session: session.id, password: PASSWORD })).ok).toBe(true);
    expect(await run(actor, (await visitor(token)).session, "account/begin-codes", { sure: true })).toBe("done");
    for (let i = 0; i < 8; i += 1) await confirm(deps(), { person: actor.id, session: session.id, password: "not this one" });
    expect(await confirm(deps(), { person: actor.id, session: session.id, password: PASSWORD })).toMatchObject({
      ok: false,
      error: { code: "too-many-tries" },
    });
    expect(id).toBe(actor.id);
  });
});

describe("the second proof", () => {
  it("is set up, asked for after the password, taken once, and replaced by printed codes that each open once", async () => {
    const { name, actor } = await someone("manager");
    const token = await tokenOf(enter(name));
    const { session } = await visitor(token);
    expect(await run(actor, session, "account/begin-codes", { sure: true })).toBe("done");
    const begun = (await readAccount(deps(), actor, session)).secondProof;
    if (begun?.state !== "begun") throw new Error("not begun");
    const app = new TOTP({ secret: Secret.fromBase32(begun.secret), period: 30 });
    const now = () => app.generate({ timestamp: deps().clock.now().getTime() });
    expect(begun.address).toContain(begun.secret);
    const oneTime = Array.from({ length: 10 }, (_, i) => "ABCDEFGHIJKLMNO" + "ABCDEFGHIJ"[i]);
    expect(await run(actor, session, "account/turn-on-codes", { code: "000000", oneTime })).toBe("wrong-code");
    // Begun and not proven: nobody is kept out by it.
    expect(await codeOf(enter(name))).toBe("in");
    expect(await run(actor, session, "account/turn-on-codes", { code: now(), oneTime })).toBe("done");

    const used = now();
    const half = await enter(name);
    expect(half).toMatchObject({ ok: true, value: { awaitsCode: true } });
    const owed = half.ok ? half.value.token : "";
    expect(await visitorOf(deps(), owed)).toBeNull();
    expect(await giveCode(deps(), owed, used)).toMatchObject({ ok: false, error: { code: "wrong-code" } });
    seconds += 30;
    expect((await giveCode(deps(), owed, now())).ok).toBe(true);
    expect((await visitor(owed)).actor.id).toBe(actor.id);

    const printed = await tokenOf(enter(name));
    expect((await giveCode(deps(), printed, "abcd-efgh-ijkl-mnoa")).ok).toBe(true);
    const again = await tokenOf(enter(name));
    expect((await giveCode(deps(), again, "ABCDEFGHIJKLMNOA")).ok).toBe(false);
    expect((await readAccount(deps(), actor, session)).secondProof).toEqual({ state: "on", codesLeft: 9 });
    // Guessed at five times, it is over, also for the right one.
    for (let i = 0; i < 4; i += 1) await giveCode(deps(), again, `00000${i}`);
    seconds += 30;
    expect(await giveCode(deps(), again, now())).toMatchObject({ ok: false, error: { code: "code-too-late" } });
    const late = await tokenOf(enter(name));
    seconds += 11 * 60;
    expect(await giveCode(deps(), late, now())).toMatchObject({ ok: false, error: { code: "code-too-late" } });
    // A new password by another manager takes it away: the telephone may be what was lost.
    expect(await run(barn.boss, null, "people/reset-password", { id: actor.id, password: "eleven grey geese" })).toBe("done");
    expect(await enter(name, "eleven grey geese")).toMatchObject({ ok: true, value: { awaitsCode: false } });
  });
  it("is kept as hashes where it can be", async () => {
    const kept = JSON.stringify(await barn.sql`SELECT encode(code_hash, 'escape') FROM one_time_code`);
    expect(kept).not.toContain("ABCDEFGH");
  });
});

describe("a session", () => {
  it("ends when nobody used it for as long as the barn says, is listed, and is ended by its owner alone", async () => {
    const { name, actor } = await someone();
    const [first, second] = [await tokenOf(enter(name)), await tokenOf(enter(name))];
    const { session } = await visitor(first);
    const other = (await readAccount(deps(), actor, session)).sessions.find(({ own }) => !own);
    expect((await readAccount(deps(), actor, session)).sessions).toMatchObject([
      { device: "Chrome on Android" },
      { device: "Chrome on Android" },
    ]);
    expect(await run(barn.helper, null, "account/end-session", { id: other?.id })).toBe("not-found");
    expect(await run(actor, session, "account/end-session", { id: other?.id })).toBe("done");
    expect(await visitorOf(deps(), second)).toBeNull();
    await barn.sql`UPDATE barn SET idle_hours = 3`;
    seconds += 2 * 3600;
    expect(await visitorOf(deps(), first)).not.toBeNull();
    seconds += 2 * 3600;
    expect(await visitorOf(deps(), first)).not.toBeNull();
    seconds += 4 * 3600;
    expect(await visitorOf(deps(), first)).toBeNull();
    await barn.sql`UPDATE barn SET idle_hours = 72`;
  });
});
