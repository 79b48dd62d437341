import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { storedPage } from "#server/http/page-store.ts";
import { booking } from "#tests/barn.ts";
import { Site } from "#tests/site.ts";

let site: Site;
beforeAll(async () => {
  site = await Site.open("demo");
});
afterAll(() => site.close());

const book = (name: string) => site.post("stay/book", booking({ horse: { name } }), { who: "odalys" });
const page = async (path: string, who: string): Promise<string> => (await site.get(path, who)).text();

describe("kept pages", () => {
  it("show each write at once, to everybody", async () => {
    for (const name of ["Anise", "Borage", "Chicory"]) {
      expect(await page("/", "odalys")).not.toContain(name);
      expect(await page("/", "wren")).not.toContain(name);
      expect((await book(name)).status).toBe(200);
      expect(await page("/", "wren")).toContain(name);
      expect(await page("/", "odalys")).toContain(name);
    }
  });
  it("are never somebody else's: names, roles and drafts differ", async () => {
    const [manager, rider] = [await page("/today", "odalys"), await page("/today", "wren")];
    expect(manager).toContain("Book a stay");
    expect(rider).not.toContain("Book a stay");
    expect((await site.get("/people", "odalys")).status).toBe(200);
    expect((await site.get("/people", "wren")).status).toBe(403);
  });
  it("end with the session and with retiring", async () => {
    expect((await site.get("/", "minna")).status).toBe(200);
    const [row] = await site.sql`SELECT id, version FROM person WHERE sign_in = 'minna'`;
    expect((await site.post("people/retire", { id: row?.["id"], version: row?.["version"] }, { who: "odalys" })).status).toBe(
      200,
    );
    expect((await site.get("/", "minna")).status).toBe(302);
  });
  it("show no half of a write while writes and reads run at once", async () => {
    const names = Array.from({ length: 8 }, (_, i) => `Rush ${i}`);
    await Promise.all([
      ...names.map((name) => book(name)),
      ...Array.from({ length: 24 }, async () => expect((await site.get("/", "ines")).status).toBe(200)),
    ]);
    const last = await page("/", "ines");
    for (const name of names) expect(last).toContain(name);
  });
  it("differ by address, and come packed only to those who take it", async () => {
    expect(await page("/today?day=2026-07-15", "odalys")).toContain("Wed 15 Jul");
    expect(await page("/today?day=2026-07-16", "odalys")).toContain("Thu 16 Jul");
    const cookie = await site.cookie("odalys");
    const plain = await fetch(site.address, { headers: { ...cookie, "Accept-Encoding": "identity" } });
    const packed = await fetch(site.address, { headers: { ...cookie, "Accept-Encoding": "gzip" } });
    expect([plain.headers.get("content-encoding"), packed.headers.get("content-encoding")]).toEqual([null, "gzip"]);
    expect(await packed.text()).toBe(await plain.text());
  });
});

describe("the store itself", () => {
  let rendered = 0;
  const render = (status: number) => async () => {
    rendered += 1;
    await new Promise((resolve) => setTimeout(resolve, 20));
    return new Response(`page ${rendered}`, { status });
  };
  const key = (page: string, mark = "1") => ({ barn: "", mark, page });
  it("renders once for all who ask at the same time, and again for another key", async () => {
    rendered = 0;
    const texts = await Promise.all(
      Array.from({ length: 6 }, async () => (await storedPage(key("a"), false, render(200))).text()),
    );
    expect(new Set(texts)).toEqual(new Set(["page 1"]));
    expect(await (await storedPage(key("b"), false, render(200))).text()).toBe("page 2");
  });
  it("lets every page of before go with a barn's next write, and none of another barn's", async () => {
    rendered = 0;
    const text = async (barn: string, mark: string): Promise<string> =>
      (await storedPage({ barn, mark, page: "same" }, false, render(200))).text();
    expect([await text("north", "1"), await text("south", "1")]).toEqual(["page 1", "page 2"]);
    expect(await text("north", "2")).toBe("page 3");
    expect([await text("south", "1"), await text("north", "2")]).toEqual(["page 2", "page 3"]);
  });
  it("renders a page once at a time, and once for all who come meanwhile, after what they have seen written", async () => {
    const begun: number[] = [];
    let written = 0;
    const slow = async () => {
      const now = written;
      begun.push(now);
      await new Promise((resolve) => setTimeout(resolve, 20));
      return new Response(`as of ${now}`);
    };
    const ask = async (): Promise<string> => (await storedPage(key("busy", `write ${written}`), false, slow)).text();
    const first = ask();
    await new Promise((resolve) => setTimeout(resolve, 5));
    const later = [1, 2, 3, 4].map((write) => {
      written = write;
      return ask();
    });
    expect(await first).toBe("as of 0");
    expect(await Promise.all(later)).toEqual(later.map(() => "as of 4"));
    expect(begun).toEqual([0, 4]);
    // What the last of them saw is what stands.
    expect(await ask()).toBe("as of 4");
    expect(begun).toEqual([0, 4]);
    written = 5;
    expect(await ask()).toBe("as of 5");
  });
  it("renders a few pages at a time, and what is printed waits for none of them", async () => {
    const waiting: (() => void)[] = [];
    const begun: string[] = [];
    const held = (name: string) => async () => {
      begun.push(name);
      await new Promise<void>((resolve) => waiting.push(resolve));
      return new Response(name);
    };
    const pages = Array.from({ length: 5 }, (_, i) => storedPage(key(`held ${i}`), false, held(`held ${i}`)));
    const paper = storedPage({ ...key("paper"), printed: true }, false, held("paper"));
    await new Promise((resolve) => setTimeout(resolve, 5));
    expect(begun).toHaveLength(4);
    expect(begun).toContain("paper");
    while (begun.length < 6 || waiting.length > 0) {
      waiting.shift()?.();
      await new Promise((resolve) => setTimeout(resolve, 1));
    }
    expect((await Promise.all([...pages, paper])).map(({ status }) => status)).toEqual([200, 200, 200, 200, 200, 200]);
  });
  it("goes on after a rendering that failed while others waited for the next", async () => {
    let tries = 0;
    const failing = async () => {
      tries += 1;
      await new Promise((resolve) => setTimeout(resolve, 10));
      if (tries === 1) throw new Error("broken");
      return new Response("mended");
    };
    const first = storedPage(key("failing", "1"), false, failing);
    await new Promise((resolve) => setTimeout(resolve, 2));
    const second = storedPage(key("failing", "2"), false, failing);
    await expect(first).rejects.toThrow("broken");
    expect(await (await second).text()).toBe("mended");
  });
  it("keeps nothing that was not there or went wrong", async () => {
    rendered = 0;
    expect((await storedPage(key("not there"), false, render(404))).status).toBe(404);
    expect(await (await storedPage(key("not there"), false, render(200))).text()).toBe("page 2");
    await expect(storedPage(key("c"), false, () => Promise.reject(new Error("broken")))).rejects.toThrow("broken");
    expect(await (await storedPage(key("c"), false, render(200))).text()).toBe("page 3");
  });
  it("lets the oldest go when it is full", async () => {
    rendered = 0;
    const quick = () => Promise.resolve(new Response(`page ${(rendered += 1)}`));
    await storedPage(key("oldest"), false, quick);
    for (let i = 0; i < 420; i += 1) await storedPage(key(`fill ${i}`), false, quick);
    const before = rendered;
    await storedPage(key("oldest"), false, quick);
    expect(rendered).toBe(before + 1);
  });
});
