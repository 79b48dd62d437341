/** Photos and short clips: what is kept and what is refused, who sees them, and that each arrives once whatever the network does. */
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { Site } from "#tests/site.ts";

let site: Site;
let [stay, other, card] = ["", "", ""];
let jpeg: Buffer;
const stayOf = async (horse: string): Promise<string> =>
  (await site.sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = ${horse}`)[0]?.["id"] as string;
beforeAll(async () => {
  site = await Site.open("demo");
  [stay, other] = [await stayOf("Tin Whistle"), await stayOf("Gannet")];
  card = (await site.sql`SELECT id FROM card WHERE stay_id = ${stay} AND state = 'closed' ORDER BY day DESC LIMIT 1`)[0]?.[
    "id"
  ] as string;
  jpeg = await sharp({ create: { width: 3000, height: 2000, channels: 3, background: "#7a5c3a" } })
    .withExif({ IFD0: { Make: "A phone" }, IFD3: { GPSLatitudeRef: "N" } })
    .jpeg()
    .toBuffer();
});
afterAll(() => site.close());

/** A movie header of so many seconds behind the mark of an MP4 file: as much of a clip as is looked at. */
function clipOf(seconds: number, size = 4096): Buffer {
  const clip = Buffer.alloc(size);
  clip.writeUInt32BE(24, 0);
  clip.write("ftypisom", 4, "latin1");
  clip.write("isomiso2", 16, "latin1");
  clip.write("mvhd", 64, "latin1");
  clip.writeUInt32BE(1000, 80);
  clip.writeUInt32BE(seconds * 1000, 84);
  return clip;
}
const fields = (content: Buffer, more: object = {}) => ({
  id: crypto.randomUUID(),
  stay,
  card: null,
  evaluation: null,
  day: "2026-07-14",
  skill: null,
  side: "both",
  words: "",
  content: content.toString("base64"),
  ...more,
});
const add = (content: Buffer, more: object = {}, options: object = { who: "wren" }) =>
  site.post("media/add", fields(content, more), options as never);
const codeOf = async (answer: Response): Promise<string> => ((await answer.json()) as { code?: string }).code ?? "done";

describe("a photo", () => {
  it("is cut down, loses what the camera wrote into it, and is shown to staff, not to strangers", async () => {
    const { id } = (await (await add(jpeg, { card, skill: "lead", side: "left", words: "Loose rope" })).json()) as { id: string };
    const answer = await site.get(`/api/media-file/${id}`, "wren");
    expect(answer.headers.get("content-type")).toBe("image/jpeg");
    const { width, height, exif } = await sharp(Buffer.from(await answer.arrayBuffer())).metadata();
    expect([width, height, exif]).toEqual([1600, 1067, undefined]);
    expect((await site.get(`/api/media-file/${id}`)).status).not.toBe(200);
    const page = await (await site.get(`/horse/${stay}`, "wren")).text();
    expect(page).toContain(`/api/media-file/${id}`);
    expect(page).toContain("Loose rope");
    expect(await (await site.get(`/horse/${other}`, "wren")).text()).not.toContain(`/api/media-file/${id}`);
  });
  it("of another horse's card, of a day to come, or that is no photo, is refused; so is one that says it is something else", async () => {
    const strange = (await site.sql`SELECT id FROM card WHERE stay_id = ${other} LIMIT 1`)[0]?.["id"];
    expect(await codeOf(await add(jpeg, { card: strange }))).toBe("not-found");
    expect(await codeOf(await add(jpeg, { evaluation: crypto.randomUUID() }))).toBe("not-found");
    expect(await codeOf(await add(jpeg, { day: "2026-07-15" }))).toBe("in-the-future");
    expect(await codeOf(await add(Buffer.from("<svg onload='x'/>")))).toBe("file-type");
    expect(await codeOf(await add(Buffer.from("%PDF-1.7 not a photo of a horse")))).toBe("file-type");
    expect((await add(jpeg, { content: "not base64!" })).status).toBe(422);
  });
});

describe("a clip", () => {
  it("is kept as the phone gave it, and answered in parts as players ask for it", async () => {
    const clip = clipOf(20);
    const { id } = (await (await add(clip)).json()) as { id: string };
    const whole = await site.get(`/api/media-file/${id}`, "wren");
    expect([whole.headers.get("content-type"), whole.headers.get("accept-ranges")]).toEqual(["video/mp4", "bytes"]);
    expect(Buffer.from(await whole.arrayBuffer()).equals(clip)).toBe(true);
    const part = async (range: string) => {
      const answer = await fetch(`${site.address}/api/media-file/${id}`, {
        headers: { ...(await site.cookie("wren")), Range: range },
      });
      return [answer.status, answer.headers.get("content-range"), (await answer.arrayBuffer()).byteLength];
    };
    expect(await part("bytes=0-3")).toEqual([206, "bytes 0-3/4096", 4]);
    expect(await part("bytes=4090-")).toEqual([206, "bytes 4090-4095/4096", 6]);
    expect(await part("bytes=-10")).toEqual([206, "bytes 4086-4095/4096", 10]);
    expect((await part("bytes=5000-"))[0]).toBe(416);
  });
  it("of more than twenty seconds, or more than fifteen megabytes, is refused; just below it is kept", async () => {
    expect(await codeOf(await add(clipOf(22)))).toBe("clip-too-long");
    expect((await add(clipOf(10, 15 * 1024 * 1024 - 2))).status).toBe(200);
    expect((await add(clipOf(10, 15 * 1024 * 1024 + 3))).status).toBe(422);
    expect((await add(clipOf(10, 17 * 1024 * 1024))).status).toBe(413);
  });
});

describe("over a network that comes and goes", () => {
  it("two hundred arrive once each, though answers are lost and everything is sent again and again, at once and later", async () => {
    const count = async () => (await site.sql`SELECT count(*)::int AS n FROM media`)[0]?.["n"] as number;
    const before = await count();
    const small = clipOf(3, 512);
    let seed = 7;
    const chance = (): number => (seed = (seed * 16807) % 2147483647) / 2147483647;
    const one = async (i: number): Promise<void> => {
      const input = fields(small, { words: `Clip ${i}` });
      const key = crypto.randomUUID();
      for (let tries = 0; ; tries += 1) {
        const cut = new AbortController();
        // The signal goes before the answer is there, or after it was sent; the phone never knows which.
        const timer = tries < 4 && chance() < 0.6 ? setTimeout(() => cut.abort(), chance() * 30) : undefined;
        try {
          const again = chance() < 0.3 ? crypto.randomUUID() : key;
          const answer = await site.post("media/add", input, { who: "wren", key: again, signal: cut.signal });
          if (answer.ok) return;
          if (answer.status < 500 && answer.status !== 429) throw new Error(`refused: ${await answer.text()}`);
        } catch (error) {
          if ((error as Error).message.startsWith("refused")) throw error;
        } finally {
          clearTimeout(timer);
        }
      }
    };
    for (let batch = 0; batch < 20; batch += 1) await Promise.all(Array.from({ length: 10 }, (_, i) => one(batch * 10 + i)));
    expect((await count()) - before).toBe(200);
    const [words] = await site.sql`SELECT count(DISTINCT words)::int AS n FROM media WHERE words LIKE 'Clip %'`;
    expect(words?.["n"]).toBe(200);
  }, 60_000);
});

describe("space", () => {
  it("is shown and has a limit that is a setting; what does not fit is refused and nothing is lost by it", async () => {
    const [used] = await site.sql`SELECT ceil(sum(size) / 1048576.0)::int AS mb FROM media`;
    await site.sql`UPDATE barn SET media_mb = ${Math.max(10, used?.["mb"] as number)}`;
    await site.sql`UPDATE written SET mark = gen_random_uuid()`;
    expect(await codeOf(await add(clipOf(5, 2 * 1024 * 1024)))).toBe("space-full");
    expect(await (await site.get("/barn", "odalys")).text()).toMatch(/\d+ take \d+ MB/);
    await site.sql`UPDATE barn SET media_mb = 2000`;
    await site.sql`UPDATE written SET mark = gen_random_uuid()`;
    expect((await add(clipOf(5, 2 * 1024 * 1024))).status).toBe(200);
  });
});

describe("in a report", () => {
  it("one of the record's is chosen, shown on the owner's page once it is approved, and stays there when it is taken off", async () => {
    const { id } = (await (await add(clipOf(8), { skill: "lead", words: "Walks on" })).json()) as { id: string };
    const which = { stay, kind: "end", ordinal: 0 };
    const manager = { who: "odalys" };
    const strange = await site.post("report/take-media", { ...which, stay: other, media: id, caption: "" }, manager);
    expect(strange.status).toBe(404);
    const taken = await site.post("report/take-media", { ...which, media: id, caption: "Walks on" }, manager);
    const { photo } = (await taken.json()) as { photo: { id: string } };
    const { path } = (await (await site.post("owner/make-link", { stay, until: "2026-12-01" }, manager)).json()) as {
      path: string;
    };
    expect((await site.get(`${path}/photo/${photo.id}`)).status).toBe(404);
    const approved = await site.post("report/approve", { ...which, version: 1, send: false }, manager);
    const { number } = (await approved.json()) as { number: number };
    const page = await (await site.get(`${path}/report/${number}`)).text();
    expect(page).toMatch(new RegExp(`<video[^>]+${photo.id}`));
    expect((await site.get(`${path}/photo/${photo.id}`)).headers.get("content-type")).toBe("video/mp4");
    expect((await site.post("media/remove", { id }, { who: "wren" })).status).toBe(403);
    expect((await site.post("media/remove", { id }, manager)).status).toBe(200);
    expect((await site.get(`/api/media-file/${id}`, "odalys")).status).toBe(404);
    expect((await site.get(`${path}/photo/${photo.id}`)).status).toBe(200);
    // The record's own is no owner's to fetch.
    expect((await site.get(`${path}/photo/${id}`)).status).toBe(404);
  });
});
