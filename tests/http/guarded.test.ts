/** What a role may not see is in no page, no data and no stream that it may open: looked for by values that stand nowhere else. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { ROLES, type Role } from "#contracts/people.ts";
import { maySee, PAGES } from "#server/auth/access.ts";
import { addressesOf, SIGN_IN } from "#tests/pages.ts";
import { Site } from "#tests/site.ts";

let site: Site;
let paths: Awaited<ReturnType<typeof addressesOf>>;
/** What only some may read, by what it is called; a role's own stands in it too. */
let guarded: Readonly<Record<string, readonly { readonly value: string; readonly of: string | null }[]>>;

beforeAll(async () => {
  site = await Site.open("demo");
  paths = await addressesOf(site);
  const { sql } = site;
  // A weight of each that no other figure in the barn has.
  const people = await sql`SELECT id, sign_in, password_hash FROM person ORDER BY id`;
  for (const [i, { id }] of people.entries())
    await sql`UPDATE person SET weight_kg = ${61.1 + i * 1.3} WHERE id = ${id} AND weight_kg IS NOT NULL`;
  await sql`UPDATE client SET phone = '+1 555 0177 ' || left(id::text, 4), email = left(id::text, 8) || '@guarded.example'`;
  await sql`UPDATE written SET mark = gen_random_uuid()`;
  const weights = await sql`SELECT sign_in, weight_kg FROM person WHERE weight_kg IS NOT NULL`;
  const clients = await sql`SELECT phone, email FROM client`;
  const tokens = await sql`SELECT token FROM owner_link`;
  const plan = await read("/horse/[id]/plan", "manager");
  const told = /"leanings":(\[.*?\])[,}]/s.exec(plan)?.[1] ?? "";
  // A leaning that nothing is known of is the same for everybody.
  const means = [...told.matchAll(/"mean":-?[\d.e-]+,"variance":[\d.e-]+/g)]
    .map(String)
    .filter((one) => !one.startsWith('"mean":0,'));
  const all = (values: readonly unknown[]) => [...new Set(values.map(String))].map((value) => ({ value, of: null }));
  guarded = {
    weights: weights.map((row) => ({ value: `"weightKg":[0,${row["weightKg"]}]`, of: String(row["signIn"]) })),
    "weights in data": weights.map((row) => ({ value: `"weightKg":${row["weightKg"]}`, of: String(row["signIn"]) })),
    "weights in words": weights.map((row) => ({ value: `${row["weightKg"]} kg`, of: String(row["signIn"]) })),
    leanings: all(means),
    "telephone numbers of owners": all(clients.map(({ phone }) => phone)),
    "addresses of owners": all(clients.map(({ email }) => email)),
    "secret addresses": all(tokens.map(({ token }) => token)),
    hashes: all(people.map((row) => row["passwordHash"])),
  };
});
afterAll(() => site.close());

/** Streams never end, files are no text, and these answer by themselves. */
const LEFT_OUT = /^\/(api|owner|print|calendar|sign-out|sign-in|health|40|50)|\.pdf$/;
const open = (role: Role) =>
  Object.entries(PAGES).filter(([route, access]) => !LEFT_OUT.test(route) && access !== "anybody" && maySee(access, role));
/** Quotes stand as entities in a page and as themselves in data. */
const read = async (route: string, role: Role): Promise<string> =>
  (await (await site.get(paths[route] ?? route, SIGN_IN[role])).text()).replaceAll("&quot;", '"').replaceAll("&#34;", '"');

describe("what is guarded", () => {
  it("is there to be found: the manager's pages hold it", async () => {
    const texts = await Promise.all(open("manager").map(([route]) => read(route, "manager")));
    const found = Object.entries(guarded).filter(([, values]) =>
      values.some(({ value }) => texts.some((text) => text.includes(value))),
    );
    expect(found.map(([name]) => name)).toEqual(
      expect.arrayContaining(["weights", "weights in data", "leanings", "telephone numbers of owners", "addresses of owners"]),
    );
    expect(found.map(([name]) => name)).not.toContain("hashes");
  });
  it.each(ROLES.filter((role) => role !== "manager"))("is in no page of a %s", { timeout: 60_000 }, async (role) => {
    const leaks: string[] = [];
    for (const [route] of open(role)) {
      const text = await read(route, role);
      for (const [name, values] of Object.entries(guarded))
        if (values.some(({ value, of }) => of !== SIGN_IN[role] && text.includes(value))) leaks.push(`${route}: ${name}`);
    }
    expect(leaks).toEqual([]);
  });
});
