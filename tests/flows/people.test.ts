import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { PersonId } from "#core/kernel/brand.ts";
import { findPerson } from "#db/queries/people.ts";
import { signIn, visitorOf } from "#server/auth/sign-in.ts";
import { Barn, PASSWORD, PERSON } from "#tests/barn.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

let addresses = 0;
/** Each from an address of its own, so that one test's tries do not count in another's. */
const enter = (name: string, password = PASSWORD, address = `10.0.0.${(addresses += 1)}`, device?: string) =>
  signIn(barn.deps, { signIn: name, password }, { address, device, agent: "" });
const add = async (name: string, changes = {}): Promise<PersonId> =>
  (await barn.ask<{ id: PersonId }>("people/add", { signIn: name, password: PASSWORD, person: { ...PERSON, ...changes } })).id;

describe("signing in", () => {
  it("opens a session for the right password and says the same of a wrong name as of a wrong password", async () => {
    const entered = await enter("hesper");
    expect(entered.ok && (await visitorOf(barn.deps, entered.value.token))?.actor.name).toBe("Hesper Vole");
    expect(await enter("hesper", "not this one")).toMatchObject({
      ok: false,
      error: { code: "wrong-password", path: "password" },
    });
    expect(await enter("nobody", "not this one")).toMatchObject({
      ok: false,
      error: { code: "wrong-password", path: "password" },
    });
    expect(await visitorOf(barn.deps, "made up")).toBeNull();
    expect(await visitorOf(barn.deps, undefined)).toBeNull();
  });
  it("keeps no password and no token that could be used", async () => {
    const entered = await enter("pim");
    const token = entered.ok ? entered.value.token : "";
    const kept = JSON.stringify([
      await barn.sql`SELECT * FROM person`,
      await barn.sql`SELECT encode(token_hash, 'hex') AS hash FROM sign_in_session`,
    ]);
    expect(kept).not.toContain(PASSWORD);
    expect(kept).not.toContain(token);
  });
});

describe("people", () => {
  it("are added once under one sign-in name", async () => {
    await add("twin");
    expect(await barn.code("people/add", { signIn: "twin", password: PASSWORD, person: PERSON })).toBe("sign-in-taken");
  });
  it("lose every session with a new password, and with retiring", async () => {
    const id = await add("leaver");
    const before = await enter("leaver");
    await barn.ask("people/reset-password", { id, password: "quite another one" });
    expect(before.ok && (await visitorOf(barn.deps, before.value.token))).toBeNull();
    expect((await enter("leaver")).ok).toBe(false);
    const after = await enter("leaver", "quite another one");
    await barn.ask("people/retire", { id, version: 1 });
    expect(after.ok && (await visitorOf(barn.deps, after.value.token))).toBeNull();
    expect((await enter("leaver", "quite another one")).ok).toBe(false);
    expect(await barn.code("people/edit", { id, version: 2, person: PERSON })).toBe("retired");
  });
  it("always leave the barn one manager, also when two retire each other", async () => {
    expect(await barn.code("people/retire", { id: barn.boss.id, version: 1 })).toBe("last-manager");
    expect(await barn.code("people/edit", { id: barn.boss.id, version: 1, person: { ...PERSON, role: "rider" } })).toBe(
      "last-manager",
    );
    const second = await add("second", { role: "manager" });
    const both = await Promise.all([
      barn.code("people/retire", { id: barn.boss.id, version: 1 }),
      barn.code("people/retire", { id: second, version: 1 }),
    ]);
    expect(both.sort()).toEqual(["done", "last-manager"]);
    await barn.sql`UPDATE person SET retired_on = NULL, version = 1 WHERE id IN (${barn.boss.id}, ${second})`;
  });
  it("tell the second of two editors", async () => {
    const id = await add("edited");
    const edit = (grade: number) => barn.code("people/edit", { id, version: 1, person: { ...PERSON, grade } });
    expect((await Promise.all([edit(2), edit(5)])).sort()).toEqual(["changed-meanwhile", "done"]);
    expect((await findPerson(barn.sql, id))?.version).toBe(2);
  });
  it("cannot be handed anything on a day away, and can again when the absence is removed", async () => {
    const stay = await barn.horse();
    const { id } = await barn.ask<{ id: string }>("people/add-absence", {
      person: barn.rider.id,
      firstDay: "2026-07-13",
      lastDay: "2026-07-15",
      fromMinute: null,
      toMinute: null,
      reason: "Course",
    });
    expect(await barn.code("day/place", barn.placement(stay))).toBe("blocked");
    await barn.ask("people/remove-absence", { id });
    expect(await barn.code("people/remove-absence", { id })).toBe("not-found");
    expect(await barn.code("day/place", barn.placement(stay))).toBe("done");
  });
});
