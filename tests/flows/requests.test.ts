import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { attempt } from "#demo/ask.ts";
import { Barn, booking } from "#tests/barn.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

const stays = async (): Promise<number> => Number((await barn.sql`SELECT count(*) FROM stay`)[0]?.["count"]);
const changes = async (): Promise<number> => Number((await barn.sql`SELECT count(*) FROM change`)[0]?.["count"]);
const book = (key: string, name = "Repeat", actor = barn.boss) =>
  attempt<{ stay: string }>(barn.deps, { route: "stay/book", actor, input: booking({ horse: { name } }), key });

describe("a repeat of the same request", () => {
  it("is answered as the first was, and does nothing more", async () => {
    const [key, before] = [randomUUID(), await stays()];
    const first = await book(key);
    expect(await book(key)).toEqual(first);
    expect(await stays()).toBe(before + 1);
  });
  it("does nothing more when ten come at once", async () => {
    const [key, before] = [randomUUID(), await stays()];
    const answers = await Promise.all(Array.from({ length: 10 }, () => book(key)));
    expect(new Set(answers.map((answer) => JSON.stringify(answer))).size).toBe(1);
    expect(await stays()).toBe(before + 1);
  });
  it("is not mistaken for another's with the same key, nor for another request", async () => {
    const [key, before] = [randomUUID(), await stays()];
    await book(key);
    expect(await book(key, "Somebody else's horse")).toMatchObject({ ok: false, error: { code: "request-key-used" } });
    expect((await book(key, "Repeat", { ...barn.rider, role: "manager" })).ok).toBe(true);
    expect(await stays()).toBe(before + 2);
  });
  it("may be tried again after a refusal, of which nothing is left", async () => {
    const stay = await barn.book();
    const [key, before] = [randomUUID(), await changes()];
    const edit = (aim: string, version: number) =>
      barn.code("stay/edit", { id: stay, version, stay: { ...booking().stay, aim }, riskSet: null }, barn.boss, key);
    expect(await edit("Early.", 9)).toBe("changed-meanwhile");
    expect(await changes()).toBe(before);
    expect(await edit("Now.", 1)).toBe("done");
    expect(await edit("Now.", 1)).toBe("done");
    expect(await changes()).toBe(before + 1);
  });
});
