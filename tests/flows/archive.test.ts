/** A horse that leaves with its record, and another barn that reads it in: the same sessions, scores and photos, of the past, and nobody who works there. */

import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { type ArchiveReport, HorseArchive } from "#contracts/archive.ts";
import { decode } from "#contracts/decode.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { withKnownSkills } from "#core/import/known-skills.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { ladderFrom } from "#core/ladder/ladder.ts";
import { listWorked } from "#db/queries/card.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { findStay } from "#db/queries/stays.ts";
import { writeArchive } from "#server/archive/write-archive.ts";
import { SHIPPED_KEPT } from "#shipped/ladder.ts";
import { Barn, cloned, depsOn, TODAY } from "#tests/barn.ts";

let there: Awaited<ReturnType<typeof cloned>>;
let barn: Barn;
let archive: HorseArchive;
let stays: StayId[];
beforeAll(async () => {
  [there, barn] = [await cloned("demo"), await Barn.open()];
  const { sql } = there;
  const [row] =
    await sql`SELECT s.id, s.horse_id FROM stay s WHERE s.went_home IS NULL AND EXISTS (SELECT FROM evaluation e WHERE e.stay_id = s.id AND closed_at IS NOT NULL)
    ORDER BY (SELECT count(*) FROM card_revision v JOIN card k ON k.id = v.card_id WHERE k.stay_id = s.id) DESC, s.id LIMIT 1`;
  stays = (await sql`SELECT id FROM stay WHERE horse_id = ${row?.["horseId"]} ORDER BY first_day`).map(({ id }) => id as StayId);
  const photo = await sharp({ create: { width: 40, height: 30, channels: 3, background: "#884422" } })
    .jpeg()
    .toBuffer();
  await sql`INSERT INTO media (id, stay_id, day, type, side, words, width, height, size, bytes, at, by_person)
    SELECT gen_random_uuid(), ${row?.["id"]}, '2026-07-10', 'image/jpeg', 'left', 'Standing at the block', 40, 30, ${photo.length}, ${photo}, now(), id FROM person LIMIT 1`;
  const pieces = await writeArchive(
    depsOn(sql, () => localDate(TODAY)),
    String(row?.["id"]),
    true,
  );
  let text = "";
  for await (const piece of pieces ?? []) text += piece;
  const decoded = decode(HorseArchive, JSON.parse(text));
  if (!decoded.ok) throw new Error(JSON.stringify(decoded.error.slice(0, 5)));
  archive = decoded.value;
});
afterAll(async () => {
  await there.sql.end();
  await barn.close();
});

describe("a horse's archive", () => {
  it("holds everything that was worked, scored and shown, and nobody's telephone", async () => {
    expect(archive.stays).toHaveLength(stays.length);
    const last = archive.stays.at(-1);
    expect(last?.sessions).toHaveLength((await listWorked(there.sql, stays.at(-1) as StayId)).length);
    expect(last?.sessions.length).toBeGreaterThan(5);
    expect(last?.media).toHaveLength(1);
    expect(Object.keys(archive)).not.toContain("client");
    expect(JSON.stringify(archive)).not.toContain("555");
  });
  it("is of the past where it is read in: the same sessions by the same riders, who do not work there", async () => {
    const staff = async (): Promise<unknown> => barn.sql`SELECT name FROM person WHERE retired_on IS NULL ORDER BY name`;
    const before = await staff();
    const report = await barn.ask<ArchiveReport>("import/horse", { archive });
    expect(report).toMatchObject({ stays: stays.length, photos: 1, left: 0 });
    const [row] =
      await barn.sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = ${archive.horse.name} ORDER BY s.first_day DESC LIMIT 1`;
    const [mine, theirs] = [row?.["id"] as StayId, stays.at(-1) as StayId];
    const [read, given] = await Promise.all([listWorked(barn.sql, mine), listWorked(there.sql, theirs)]);
    const plain = (all: typeof read) =>
      all.map(({ day, scores, signs, incidents, firsts, word, groundMinutes, saddleMinutes }) => ({
        day,
        scores: scores.map((x) => JSON.stringify(x)).sort(),
        signs,
        incidents,
        firsts,
        word,
        groundMinutes,
        saddleMinutes,
      }));
    expect(plain(read)).toEqual(plain(given));
    expect(new Set(read.map(({ rider }) => rider))).toEqual(new Set(given.map(({ rider }) => `${rider}, Quillfern Farm`)));
    const walks = async (sql: typeof barn.sql, stay: StayId) =>
      (await listEvaluations(sql, stay))
        .filter(({ closedAt }) => closedAt)
        .map(({ day, kind, walk }) => ({ day, kind, measures: walk.measures, marks: walk.marks.length }));
    expect(await walks(barn.sql, mine)).toEqual(await walks(there.sql, theirs));
    expect((await findStay(barn.sql, mine))?.wentHome).toBe(TODAY);
    expect(await staff()).toEqual(before);
    expect(await barn.sql`SELECT 1 FROM alert`).toEqual([]);
  });
  it("read in again changes nothing, and is removed again as a whole", async () => {
    const everything = async (): Promise<unknown> =>
      Promise.all(
        [
          "person",
          "client",
          "horse",
          "stay",
          "hold",
          "evaluation",
          "evaluation_mark",
          "card",
          "card_score",
          "media",
          "measuring",
        ].map(async (table) => (await barn.sql.unsafe(`SELECT count(*)::int AS n FROM ${table}`))[0]?.["n"]),
      );
    const before = await everything();
    expect(await barn.ask<ArchiveReport>("import/horse", { archive })).toMatchObject({ stays: 0, left: stays.length });
    expect(await everything()).toEqual(before);
    const [first] = await barn.sql`SELECT id FROM import ORDER BY made DESC LIMIT 1`;
    await barn.ask("import/undo", { id: first?.["id"] });
    expect(
      await barn.sql`SELECT (SELECT count(*)::int FROM horse) AS horses, (SELECT count(*)::int FROM card) AS cards, (SELECT count(*)::int FROM media) AS photos`,
    ).toEqual([{ horses: 0, cards: 0, photos: 0 }]);
    expect(await barn.sql`SELECT 1 FROM person WHERE retired_on IS NOT NULL`).toEqual([]);
  });
  it("of another ladder leaves out what is not known here, and names it", () => {
    const [branch] = SHIPPED_KEPT.branches;
    const small = ladderFrom({
      branches: branch ? [branch] : [],
      skills: SHIPPED_KEPT.skills.filter(({ id }) => id === "catch"),
    });
    const raw = {
      format: "furlong-horse/1",
      skills: { tie: "Tie and stand", catch: "Catch" },
      stays: [
        {
          sessions: [
            {
              record: {
                scores: [
                  { skill: "catch", score: 1 },
                  { skill: "tie", score: 2 },
                ],
                signs: [{ sign: "girthy", skill: "tie" }],
                offered: ["tie", "catch"],
                ifCalm: "tie",
              },
            },
          ],
        },
      ],
    };
    expect(withKnownSkills(raw, small)).toEqual({
      unknown: ["Tie and stand"],
      archive: {
        ...raw,
        stays: [
          {
            sessions: [
              {
                record: {
                  scores: [{ skill: "catch", score: 1 }],
                  signs: [{ sign: "girthy", skill: null }],
                  offered: ["catch"],
                  ifCalm: null,
                },
              },
            ],
          },
        ],
      },
    });
    for (const odd of [null, 3, "words", [], { skills: 3 }, { stays: [null, [[]]] }])
      expect(() => withKnownSkills(odd, small)).not.toThrow();
  });
  it("of tomorrow, broken or another barn's lie is refused, and nothing of it stays", async () => {
    expect(await barn.code("import/horse", { archive: { ...archive, at: "2026-07-15" } })).toBe("in-the-future");
    expect(await barn.code("import/horse", { archive: { ...archive, format: "furlong-barn/1" } })).toBe("issues");
    const [one, ...more] = archive.stays;
    const media = one?.media.map((photo) => ({ ...photo, content: Buffer.from("no photo").toString("base64") })) ?? [];
    const broken = {
      ...archive,
      stays: [
        {
          ...one,
          media: [
            ...media,
            ...archive.stays.flatMap((stay) => stay.media).map((photo) => ({ ...photo, content: "bm8gcGhvdG8=" })),
          ],
        },
        ...more,
      ],
    };
    expect(await barn.code("import/horse", { archive: broken })).toBe("file-type");
    expect(await barn.sql`SELECT 1 FROM horse`).toEqual([]);
    expect(await barn.code("import/horse", { archive }, barn.rider)).toBe("not-allowed");
  });
});
