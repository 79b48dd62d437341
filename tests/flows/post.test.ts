/** The outbox against the simulated mail server: each letter once, whatever happens to either of them. */
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { type Mail, serveMail } from "#bin/serve.ts";
import { deliver } from "#server/owner/deliver.ts";
import { Barn, booking } from "#tests/barn.ts";

interface Kept {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly html: string;
  readonly messageId: string;
  readonly files: readonly { readonly filename: string }[];
}
let barn: Barn;
let mail: Mail & { stop(): Promise<void> };
let minute = 0;
beforeAll(async () => {
  [barn, mail] = await Promise.all([Barn.open(), serveMail(process.cwd())]);
  process.env["FURLONG_SMTP_URL"] = mail.smtp;
});
afterAll(async () => {
  delete process.env["FURLONG_SMTP_URL"];
  await mail.stop();
  await barn.close();
});
beforeEach(() => {
  minute += 10_000;
});
/** The same barn so many minutes later. */
const at = (minutes = 0) => ({
  ...barn.deps,
  clock: { ...barn.deps.clock, now: () => new Date(Date.UTC(2026, 6, 14, 15, minute + minutes)) },
});
const mails = async (): Promise<Kept[]> => (await (await fetch(`${mail.page}/mails`)).json()) as Kept[];
const rehearse = (trouble: object) => fetch(`${mail.page}/trouble`, { method: "POST", body: JSON.stringify(trouble) });
const trouble = (times: number, code: number) => rehearse({ times, code });
const stayWith = async (email: string): Promise<string> =>
  (await barn.ask<{ stay: string }>("stay/book", booking({ client: { email }, horse: { name: `Horse ${minute}` } }))).stay;
const write = (stay: string, about = "news") =>
  barn.code("owner/write", { stay, about, subject: "News", body: "Dear owner,\n\nall is well." });
const stateOf = async (stay: string) => (await barn.sql`SELECT state, tries, trouble FROM message WHERE stay_id = ${stay}`)[0];

describe("a letter to an owner", () => {
  it("goes out once, to the owner, with the address of their page; written again on the same day it is no other", async () => {
    const stay = await stayWith("fenn@example.invalid");
    expect(await write(stay)).toBe("done");
    expect(await write(stay)).toBe("written-already");
    expect(await Promise.all([deliver(at()), deliver(at()), deliver(at())]).then((sent) => sent.reduce((a, b) => a + b, 0))).toBe(
      1,
    );
    const mine = (await mails()).filter(({ to }) => to.includes("fenn@example.invalid"));
    expect(mine).toHaveLength(1);
    const [link] = await barn.sql`SELECT token, until FROM owner_link WHERE stay_id = ${stay}`;
    expect(mine[0]?.text).toContain(`/owner/${link?.["token"]}`);
    expect(mine[0]?.text).toContain("all is well");
    expect(await stateOf(stay)).toMatchObject({ state: "sent", tries: 1 });
  });
  it("has the same words as a plain page, in which nothing of a stranger's is markup", async () => {
    const stay = await stayWith("page@example.invalid");
    const body = "Dear <b>owner</b>,\n\nsee https://vet.example/a?b=1&c=2\nand 'rest'. <script>x</script>";
    expect(await barn.code("owner/write", { stay, about: "page", subject: "News", body })).toBe("done");
    await deliver(at());
    const [mine] = (await mails()).filter(({ to }) => to.includes("page@"));
    expect(mine?.text).toContain(body);
    expect(mine?.html).toContain('<a href="https://vet.example/a?b=1&#38;c=2">');
    expect(mine?.html).toMatch(/<a href="http[^"]+\/owner\/[\w-]{43}">/);
    expect(mine?.html).toContain("Dear &#60;b&#62;owner&#60;/b&#62;,");
    expect(mine?.html).not.toMatch(/<script|<b>/);
  });
  it("goes to whoever else hears of the horse too, greeted by name, each with the address of their own, and once each", async () => {
    const stay = await stayWith("");
    const contact = { stay, name: "Ines Marr", email: "agent@example.invalid", role: "agent" };
    await barn.ask("owner/add-contact", contact);
    const [client] =
      await barn.sql`SELECT c.name FROM stay s JOIN horse h ON h.id = s.horse_id JOIN client c ON c.id = h.client_id WHERE s.id = ${stay}`;
    const letter = { stay, about: "both", subject: "News", body: `Dear ${client?.["name"]},\n\nall is well.` };
    // The client has no address here: the agent hears all the same.
    expect(await barn.code("owner/write", letter)).toBe("done");
    await barn.sql`UPDATE client SET email = 'client@example.invalid' WHERE id = (SELECT h.client_id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE s.id = ${stay})`;
    expect(await barn.code("owner/write", { ...letter, about: "later" })).toBe("done");
    expect(await barn.code("owner/write", { ...letter, about: "later" })).toBe("written-already");
    await deliver(at());
    const all = await mails();
    const [agents, clients] = ["agent@", "client@"].map((name) => all.filter(({ to }) => to.includes(name)));
    expect([agents?.length, clients?.length]).toEqual([2, 1]);
    expect(agents?.[1]?.text).toContain("Dear Ines Marr,");
    expect(clients?.[0]?.text).toContain(`Dear ${client?.["name"]},`);
    const addressIn = (words = ""): string => /\/owner\/([\w-]+)/.exec(words)?.[1] ?? "";
    expect(addressIn(agents?.[1]?.text)).not.toBe(addressIn(clients?.[0]?.text));
    expect(addressIn(agents?.[1]?.text)).toBe(addressIn(agents?.[0]?.text));
  });
  it("is not written where the owner has no address, and says where to type one in", async () => {
    expect(await write(await stayWith(""))).toBe("no-address");
  });
  it("is tried again later after a trouble that passes, and is then kept by the other side once", async () => {
    const stay = await stayWith("later@example.invalid");
    await write(stay);
    await trouble(1, 451);
    expect(await deliver(at())).toBe(0);
    expect(await stateOf(stay)).toMatchObject({ state: "waiting", tries: 1, trouble: expect.stringContaining("451") });
    expect(await deliver(at(0.5))).toBe(0);
    expect(await deliver(at(2))).toBe(1);
    expect((await mails()).filter(({ to }) => to.includes("later@"))).toHaveLength(1);
  });
  it("is given up after a last word of the mail server, and taken up again by hand", async () => {
    const stay = await stayWith("never@example.invalid");
    await write(stay);
    await trouble(1, 550);
    expect(await deliver(at())).toBe(0);
    const [row] = await barn.sql`SELECT id, state FROM message WHERE stay_id = ${stay}`;
    expect(row?.["state"]).toBe("failed");
    expect(await deliver(at(60))).toBe(0);
    expect(await barn.code("owner/retry", { id: row?.["id"] })).toBe("done");
    expect(await barn.code("owner/retry", { id: row?.["id"] })).toBe("not-found");
    expect(await deliver(at(61))).toBe(1);
  });
  const mine = async (to: string) => (await mails()).filter((one) => one.to.includes(to));
  const idOf = async (stay: string) => (await barn.sql`SELECT id FROM message WHERE stay_id = ${stay}`)[0]?.["id"];
  it("that the mail server took and was late to answer, or hung up over, is not sent again but by a person's word", async () => {
    for (const [name, how, patience] of [
      ["late", { times: 1, seconds: 2 }, 400],
      ["silent", { times: 1, silent: true }, 5000],
    ] as const) {
      const stay = await stayWith(`${name}@example.invalid`);
      await write(stay);
      await rehearse(how);
      expect(await deliver(at(), undefined, patience)).toBe(0);
      expect(await stateOf(stay)).toMatchObject({ state: "unknown", tries: 1 });
      expect(await deliver(at(3000))).toBe(0);
      expect(await mine(`${name}@`)).toHaveLength(1);
    }
    const [late, silent] = await Promise.all(
      ["late", "silent"].map(
        async (name) =>
          (await barn.sql`SELECT m.id, m.stay_id FROM message m WHERE to_address = ${`${name}@example.invalid`}`)[0],
      ),
    );
    // It did come, says the owner; and of the other, that it did not.
    expect(await barn.code("owner/settle", { id: late?.["id"] })).toBe("done");
    expect(await barn.code("owner/settle", { id: late?.["id"] })).toBe("not-found");
    expect(await stateOf(late?.["stayId"])).toMatchObject({ state: "sent" });
    expect(await barn.code("owner/retry", { id: silent?.["id"] })).toBe("done");
    expect(await deliver(at(3001))).toBe(1);
    const both = await mine("silent@");
    expect(both).toHaveLength(2);
    expect(new Set(both.map(({ messageId }) => messageId)).size).toBe(1);
    expect(both[0]?.messageId).toMatch(/^<[0-9a-f-]{36}@steady-furlong>$/);
  });
  it("whose sender died over it is not sent again by itself either, and no connection is held while the mail server thinks", async () => {
    const stay = await stayWith("died@example.invalid");
    await write(stay);
    await barn.sql`UPDATE message SET state = 'sending', lease_until = ${at(5).clock.now()} WHERE stay_id = ${stay}`;
    expect(await deliver(at(4))).toBe(0);
    expect(await stateOf(stay)).toMatchObject({ state: "sending" });
    expect(await deliver(at(6))).toBe(0);
    expect(await stateOf(stay)).toMatchObject({ state: "unknown" });
    expect(await mine("died@")).toHaveLength(0);
    expect(await barn.code("owner/retry", { id: await idOf(stay) })).toBe("done");
    await rehearse({ times: 1, seconds: 1 });
    const sending = deliver(at(7));
    await expect.poll(async () => (await stateOf(stay))?.["state"]).toBe("sending");
    const [open] =
      await barn.sql`SELECT count(*)::int AS count FROM pg_stat_activity WHERE datname = current_database() AND state LIKE 'idle in transaction%'`;
    expect(open?.["count"]).toBe(0);
    expect(await sending).toBe(1);
    expect(await mine("died@")).toHaveLength(1);
  });
  it("waits, and harms nothing, where no mail server answers or none is set up", async () => {
    const stay = await stayWith("nobody@example.invalid");
    await write(stay);
    process.env["FURLONG_SMTP_URL"] = "smtp://127.0.0.1:9";
    expect(await deliver(at())).toBe(0);
    expect(await stateOf(stay)).toMatchObject({ state: "waiting", tries: 1 });
    delete process.env["FURLONG_SMTP_URL"];
    expect(await deliver(at(600))).toBe(0);
    process.env["FURLONG_SMTP_URL"] = mail.smtp;
    expect(await deliver(at(600))).toBe(1);
  });
  it("carries a report that was approved with it, in the same transaction", async () => {
    const stay = await stayWith("report@example.invalid");
    const evaluated = await barn.horse("Reported");
    expect(await barn.code("report/approve", { stay, kind: "end", ordinal: 0, version: null, send: true })).toBe(
      "nothing-to-report",
    );
    expect(await stateOf(stay)).toBeUndefined();
    // This owner has no address: nothing is numbered either.
    const [before] = await barn.sql`SELECT count(*)::int AS issues FROM report_issue`;
    expect(await barn.code("report/approve", { stay: evaluated, kind: "end", ordinal: 0, version: null, send: true })).toBe(
      "no-address",
    );
    const [after] = await barn.sql`SELECT count(*)::int AS issues FROM report_issue`;
    expect(after).toEqual(before);
    await barn.sql`UPDATE client SET email = 'report@example.invalid' WHERE id = (SELECT h.client_id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE s.id = ${evaluated})`;
    const which = { stay: evaluated, kind: "end", ordinal: 0 };
    const { number } = await barn.ask<{ number: number }>("report/approve", { ...which, version: null, send: true });
    const attach = async (message: { issue: number | null }) => [
      { filename: `report-${message.issue}.pdf`, content: Buffer.from("%PDF") },
    ];
    expect(await deliver(at(), attach)).toBe(1);
    const [mine] = (await mails()).filter(({ to }) => to.includes("report@"));
    expect(mine?.files.map(({ filename }) => filename)).toEqual([`report-${number}.pdf`]);
  });
});
