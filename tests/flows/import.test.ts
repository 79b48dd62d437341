/** Spreadsheets that come in: found, changed, new; looked at before; all or the good ones; taken out again as a whole. */
import { randomUUID } from "node:crypto";
import fc from "fast-check";
import Papa from "papaparse";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { ImportReport, TakeImport } from "#contracts/import.ts";
import { addDays, localDate } from "#core/calendar/local-date.ts";
import { type ImportName, matched } from "#core/import/columns.ts";
import { tableOf } from "#core/import/table.ts";
import type { DateOrder } from "#core/import/values.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { findStay } from "#db/queries/stays.ts";
import { COMMANDS } from "#server/commands.ts";
import { writeList } from "#server/export/write-list.ts";
import { runCommand } from "#server/http/command.ts";
import { actorOf, Barn, cloned, depsOn, TODAY } from "#tests/barn.ts";
import { sayExported } from "#ui/words/export.ts";

const METRIC: DateOrder = {
  days: "day-first",
  decimals: "point",
  weights: "kg",
  heights: "cm",
  lengths: "cm",
  temperatures: "C",
};
/** A table as a person types it, with its headings. */
function input(list: ImportName, csv: string, how: TakeImport["how"] = "all", reading: Partial<DateOrder> = {}): TakeImport {
  const table = tableOf(list, Papa.parse<string[]>(csv.trim()).data);
  if (!table) throw new Error("no table");
  return {
    list,
    file: `${list}.csv`,
    columns: matched(list, table.headings),
    rows: table.rows.map((row) => [...row]),
    reading: { ...METRIC, ...reading },
    how,
  };
}

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());
const take = (list: ImportName, csv: string, how: TakeImport["how"] = "all", reading: Partial<DateOrder> = {}) =>
  barn.ask<ImportReport>("import/take", input(list, csv, how, reading));
const count = async (from: string): Promise<number> =>
  Number((await barn.sql.unsafe(`SELECT count(*) AS n FROM ${from}`))[0]?.["n"]);
/** Everything that an import may touch, but what only says that something was written. */
const everything = async (): Promise<unknown> =>
  Promise.all(
    ["person", "client", "horse", "stay", "card", "card_revision", "card_score", "measuring", "weighing", "booked"].map(
      async (table) =>
        (await barn.sql.unsafe(`SELECT to_jsonb(t) AS row FROM ${table} t ORDER BY to_jsonb(t)::text`)).map((one) => one["row"]),
    ),
  );

describe("stays with horses and owners", () => {
  const CSV = `
Arrivals this summer
Horse;Client;DOB;Height;Weight;Arrival;Term;Goal;Sessions so far;Phone
Cricket;Ambrose Fenn;2021;15.1 hh;440 kg;22.6.2026;60;Quiet on trails;13;555 0110
Burdock;Ambrose Fenn;3.4.2019;1,58 m;;6 Jul 2026;30;Stand to be mounted;;`;

  it("are told of before, with nothing written, not even as somebody's change", async () => {
    const before = await everything();
    const changes = await count("change");
    const looked = await take("stays", CSV, "look");
    expect(looked).toMatchObject({ id: null, rows: "nn", counts: { new: 2, faulty: 0 } });
    expect(await everything()).toEqual(before);
    expect([await count("change"), await count("import"), await count("import_item")]).toEqual([changes, 0, 0]);
  });

  it("come in with what is written of each, the owner once, a running term as it stands", async () => {
    expect(await take("stays", CSV)).toMatchObject({ rows: "nn" });
    expect(await barn.sql`SELECT name, phone FROM client`).toEqual([{ name: "Ambrose Fenn", phone: "555 0110" }]);
    expect(await barn.sql`SELECT name, birth_year, birth_date, height_cm, told_kg FROM horse ORDER BY name`).toEqual([
      { name: "Burdock", birthYear: null, birthDate: "2019-04-03", heightCm: 158, toldKg: null },
      { name: "Cricket", birthYear: 2021, birthDate: null, heightCm: 154.9, toldKg: 440 },
    ]);
    const [row] = await barn.sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Cricket'`;
    expect(await findStay(barn.sql, row?.["id"] as StayId)).toMatchObject({
      aim: "Quiet on trails",
      firstDay: "2026-06-22",
      length: 60,
      givenBefore: 13,
      givenUntil: TODAY,
    });
  });

  it("the same file again leaves everything; a cell that is another changes that field alone", async () => {
    expect(await take("stays", CSV)).toMatchObject({ rows: "ll", counts: { new: 0, changed: 0 } });
    const changed = await take("stays", CSV.replace("Quiet on trails", "Quiet on trails, alone"));
    expect(changed).toMatchObject({
      rows: "cl",
      changes: [{ row: 0, changes: [{ column: "aim", from: "Quiet on trails", to: "Quiet on trails, alone" }] }],
    });
  });

  it("with faults: each with its column; all or none writes none, the good ones come in", async () => {
    const faulty = `
Horse,Owner,First day,Aim,Term,Height
Dunnock,Ottoline Fenn,9.7.2026,To be led,30,150
,Ottoline Fenn,9.7.2026,To be led,30,150
Sorrel,Ottoline Fenn,31.6.2026,To be led,45,tall
Teal,,9.7.2026,To be led,30,
Sedge,Ottoline Fenn,9.7.2026,To be led,45,150
Cricket,Ambrose Fenn,10.7.2026,Again,30,
Plover,Ottoline Fenn,9.7.2026,To be led,30,900`;
    const looked = await take("stays", faulty, "look");
    expect(looked.rows).toBe("nffffff");
    expect(looked.problems.map(({ problems }) => problems.map(({ column, code }) => [column, code]))).toEqual([
      [["horse", "missing"]],
      [
        ["firstDay", "not-a-day"],
        ["heightCm", "not-a-number"],
      ],
      [["owner", "owner-missing"]],
      [["length", "field"]],
      [["firstDay", "refused"]],
      [["heightCm", "field"]],
    ]);
    const before = await everything();
    expect(await barn.code("import/take", input("stays", faulty))).toBe("rows-faulty");
    expect(await everything()).toEqual(before);
    expect(await take("stays", faulty, "good")).toMatchObject({ rows: "nffffff" });
    expect(await count("horse WHERE name = 'Dunnock'")).toBe(1);
    // A row that failed left neither its owner nor its horse behind.
    expect(await count("horse WHERE name IN ('Sedge', 'Plover', 'Teal')")).toBe(0);
  });

  it("that are over are past stays, and a horse stands here once at a time", async () => {
    expect(
      await take("stays", "Horse,Owner,First day,Aim,Went home\nCricket,Ambrose Fenn,1.3.2025,To lead,30.4.2025"),
    ).toMatchObject({ rows: "n" });
    expect(await count("stay WHERE went_home = '2025-04-30'")).toBe(1);
    expect(
      await take("stays", "Horse,Owner,First day,Aim,Went home\nCricket,Ambrose Fenn,15.4.2025,To lead,30.5.2025", "look"),
    ).toMatchObject({
      rows: "f",
      problems: [{ problems: [{ code: "refused", refusal: { code: "here-already" } }] }],
    });
  });
});

describe("people", () => {
  it("come in without a password that opens, under sign-in names that are free", async () => {
    const report = await take(
      "people",
      "Name,Role,Weight,Days,From,To\nMarl Otterbourne,trainer,165 lb,Mon-Sat,6:30,3 pm\nPim Sallow,groom,,Mon-Fri,,",
    );
    expect(report.rows).toBe("nn");
    expect(
      await barn.sql`SELECT sign_in, role, weight_kg, works_days, works_from, works_to, password_hash FROM person WHERE name IN ('Marl Otterbourne', 'Pim Sallow') ORDER BY name`,
    ).toEqual([
      {
        signIn: "marl",
        role: "rider",
        weightKg: 74.8,
        worksDays: [1, 2, 3, 4, 5, 6],
        worksFrom: 390,
        worksTo: 900,
        passwordHash: "none",
      },
      {
        signIn: "pim2",
        role: "helper",
        weightKg: null,
        worksDays: [1, 2, 3, 4, 5],
        worksFrom: 420,
        worksTo: 960,
        passwordHash: "none",
      },
    ]);
    expect(await take("people", "Name,Grade\nMarl Otterbourne,4\nLorcan Teasel,9", "good")).toMatchObject({
      rows: "cf",
      changes: [{ changes: [{ column: "grade", from: "2", to: "4" }] }],
    });
  });
  it("only a manager brings anything in, and only after the password", async () => {
    expect(await barn.code("import/take", input("people", "Name\nWho Ever"), barn.rider)).toBe("not-allowed");
    const call = {
      route: "import/take",
      command: COMMANDS["import/take"] as never,
      actor: barn.boss,
      key: randomUUID(),
      input: input("people", "Name\nWho Ever"),
    };
    expect(await runCommand(barn.deps, { ...call, session: { id: randomUUID(), confirmed: false } })).toMatchObject({
      error: { code: "confirm-password" },
    });
  });
});

describe("past sessions", () => {
  const CSV = `
Date,Horse,Trainer,Groundwork,Riding,Time,Scores,Notes
23.6.2026,Cricket,Hesper Vole,30,,8:30,Catch 3; Hindquarters over 2/3,Soft on the left
24.6.2026,Cricket,hesper,20,15,,,
24.6.2026,Cricket,hesper,20,15,,,
25.6.2026,Cricket,Nobody,20,,,,
21.6.2026,Cricket,Hesper Vole,20,,,,
25.6.2026,Wolf,Hesper Vole,20,,,,
25.6.2026,Cricket,Hesper Vole,,,,,
25.6.2026,Cricket,Hesper Vole,20,,,Flying 3,`;

  it("are closed cards that count, and take the place of what was counted on paper", async () => {
    const looked = await take("sessions", CSV, "look");
    expect(looked.rows).toBe("nnnfffff");
    expect(looked.problems.map(({ problems }) => problems[0]?.code)).toEqual([
      "no-such-person",
      "not-in-a-stay",
      "no-such-horse",
      "no-minutes",
      "no-such-skill",
    ]);
    expect(looked.counted).toEqual([{ horse: "Cricket", before: 13, after: 10 }]);
    await take("sessions", CSV, "good");
    const [row] =
      await barn.sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Cricket' AND went_home IS NULL`;
    expect(await findStay(barn.sql, row?.["id"] as StayId)).toMatchObject({
      delivered: ["2026-06-23", "2026-06-24", "2026-06-24"],
      rides: 2,
      givenBefore: 10,
    });
    expect(await barn.sql`SELECT skill, side, score FROM card_score ORDER BY skill, side`).toEqual([
      { skill: "catch", side: "both", score: 3 },
      { skill: "hindquarters", side: "left", score: 2 },
      { skill: "hindquarters", side: "right", score: 3 },
    ]);
    // Nobody is told of what is over, and nobody is taken up by it.
    expect([await count("alert"), await count("booked")]).toEqual([0, 0]);
  });
  it("the same again are left, as often as the file has them", async () => {
    expect((await take("sessions", CSV, "look")).rows).toBe("lllfffff");
  });
  it("ten thousand tell how far they are, and stopped leave nothing", async () => {
    const rows = Array.from(
      { length: 10_000 },
      (_, at) =>
        `${addDays(localDate("2026-06-22"), at % 20)},Cricket,Hesper Vole,${(at % 60) + 1},${Math.floor(at / 1200) + 30}`,
    );
    const asked = input("sessions", ["Date,Horse,Rider,Ground,Saddle", ...rows].join("\n"), "all");
    const told: number[] = [];
    const call = { route: "import/take", command: COMMANDS["import/take"] as never, actor: barn.boss, session: null };
    const before = await count("card");
    const stopped = await runCommand(barn.deps, {
      ...call,
      key: randomUUID(),
      input: asked,
      tell: (done) => {
        told.push(done);
        if (done >= 2000) throw new (class extends Error {})("gone");
      },
    }).catch((error: unknown) => String(error));
    expect(stopped).toContain("gone");
    expect(told.length).toBeGreaterThan(10);
    expect(await count("card")).toBe(before);
    const done = await runCommand(barn.deps, { ...call, key: randomUUID(), input: asked });
    expect(done).toMatchObject({ ok: true, value: { counts: { faulty: 0 } } });
    expect(await count("card")).toBe(before + 10_000);
  });
});

describe("measures", () => {
  it("come in by horse and day, and change what was taken that day", async () => {
    expect(await take("measures", "Horse,Date,Weight,Girth,Withers\nCricket,1.7.2026,968 lb,70 in,15.1 hh")).toMatchObject({
      rows: "n",
    });
    expect(await barn.sql`SELECT scale_kg, girth_cm, withers_cm FROM measuring`).toEqual([
      { scaleKg: 439.1, girthCm: 177.8, withersCm: 154.9 },
    ]);
    expect(await count("weighing")).toBe(1);
    expect(await take("measures", "Horse,Date,Weight\nCricket,1.7.2026,439.1")).toMatchObject({ rows: "l" });
    expect(await take("measures", "Horse,Date,Weight,Croup\nCricket,1.7.2026,441,154")).toMatchObject({ rows: "c" });
    expect(await take("measures", "Horse,Date,Notes\nCricket,2.7.2026,thin", "look")).toMatchObject({ rows: "f" });
  });
});

describe("taking out again", () => {
  const last = async (): Promise<string> =>
    String((await barn.sql`SELECT id FROM import ORDER BY at DESC, made DESC LIMIT 1`)[0]?.["id"]);
  it("leaves everything as it was before, whatever came in", async () => {
    const own = await Barn.open();
    const rows = fc.record({
      horse: fc.constantFrom("Cricket", "Burdock", "Sorrel"),
      owner: fc.constantFrom("Ambrose Fenn", "Ottoline Fenn"),
      firstDay: fc.constantFrom("2026-07-01", "2025-01-10", "2024-02-20"),
      aim: fc.constantFrom("Lead", "Load", "Trot"),
      wentHome: fc.constantFrom("", "2026-07-10"),
      givenBefore: fc.constantFrom("", "3"),
    });
    await fc.assert(
      fc.asyncProperty(
        fc.array(rows, { minLength: 1, maxLength: 6 }),
        fc.array(rows, { minLength: 1, maxLength: 6 }),
        async (first, second) => {
          const csv = (all: typeof first): string =>
            Papa.unparse(
              all.map(({ horse, owner, firstDay, aim, wentHome, givenBefore }) => ({
                horse,
                owner,
                firstDay,
                aim,
                wentHome,
                givenBefore,
              })),
            );
          const all = async (): Promise<unknown> =>
            Promise.all(
              ["client", "horse", "stay"].map(async (table) =>
                (await own.sql.unsafe(`SELECT to_jsonb(t) AS row FROM ${table} t ORDER BY id`)).map((one) => one["row"]),
              ),
            );
          const take = (rows: typeof first) => own.ask<ImportReport>("import/take", input("stays", csv(rows), "good"));
          await take(first);
          const before = await all();
          const { id } = await take(second);
          await own.ask("import/undo", { id });
          expect(await all()).toEqual(before);
        },
      ),
      { numRuns: 12 },
    );
    await own.close();
  });
  it("is refused by name where something was written since, and once it was done", async () => {
    const { id } = await take("stays", "Horse,Owner,First day,Aim\nMerlin,Ottoline Fenn,7.7.2026,To load");
    const [row] = await barn.sql`SELECT s.id, s.version FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Merlin'`;
    const stay = row?.["id"] as StayId;
    await barn.evaluate(stay);
    expect(await barn.code("import/undo", { id })).toBe("changed-since");
    const horse = await barn.sql`SELECT count(*)::int AS n FROM horse WHERE name = 'Merlin'`;
    expect(horse).toEqual([{ n: 1 }]);
    const other = await take("clients", "Name,Phone\nTansy Quillback,555 0199");
    await barn.ask("import/undo", { id: other.id });
    expect(await count("client WHERE name = 'Tansy Quillback'")).toBe(0);
    expect(await barn.code("import/undo", { id: other.id })).toBe("undone-already");
  });
  it("takes sessions out with all that hangs on them, and counts those of paper again", async () => {
    await take("stays", "Horse,Owner,First day,Aim,Sessions so far\nFescue,Ottoline Fenn,22.6.2026,To tie,5");
    const counted = async (): Promise<unknown> =>
      barn.sql`SELECT given_before, (SELECT count(*)::int FROM card k WHERE k.stay_id = s.id) AS cards FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Fescue'`;
    const { id } = await take(
      "sessions",
      "Date,Horse,Rider,Ground,Scores\n26.6.2026,Fescue,Hesper Vole,25,Catch 4\n27.6.2026,Fescue,Hesper Vole,25,",
    );
    expect(await counted()).toEqual([{ givenBefore: 3, cards: 2 }]);
    await barn.ask("import/undo", { id });
    expect(await counted()).toEqual([{ givenBefore: 5, cards: 0 }]);
  });
  it("not after a week", async () => {
    const { id } = await take("clients", "Name\nYarrow Tidd");
    const was = barn.today;
    barn.today = addDays(localDate(TODAY), 8);
    expect(await barn.code("import/undo", { id })).toBe("undo-too-late");
    barn.today = was;
    expect(await last()).toBeDefined();
  });
});

describe("what went out comes in", () => {
  it.each(["people", "clients", "horses", "stays", "sessions"] as const)("%s of the demo are all there already", async (list) => {
    const { sql } = await cloned("demo");
    const deps = depsOn(sql, () => localDate(TODAY));
    const csv = await new Response(writeList({ sql }, list, sayExported)).text();
    const result = await runCommand(deps, {
      route: "import/take",
      command: COMMANDS["import/take"] as never,
      actor: await actorOf(sql, "odalys"),
      session: null,
      key: randomUUID(),
      input: input(list, csv, "look"),
    });
    await sql.end();
    expect(result).toMatchObject({ ok: true });
    const report = (result as unknown as { value: ImportReport }).value;
    expect(report.problems).toEqual([]);
    expect([report.counts.changed, report.counts.new]).toEqual([0, 0]);
  });
});
