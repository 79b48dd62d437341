/** The year in its smallest form, what it is made of, and that what must hold can break. */
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { createDatabase, withDatabase } from "#bin/prepare.ts";
import { addDays } from "#core/calendar/local-date.ts";
import { KINDS } from "#core/horse/horse.ts";
import { connect, type Sql } from "#db/client.ts";
import { migrate } from "#db/migrate.ts";
import { ran } from "#tests/ran.ts";
import { compare, FIGURES, honestyOf } from "#year/figures.ts";
import { FurlongYear } from "#year/furlong.ts";
import { LADDER, LivingHorse } from "#year/horse.ts";
import { contractedIn, newTally, type YearTally } from "#year/tally.ts";
import { Broken } from "#year/watch.ts";
import { WhiteboardYear } from "#year/whiteboard.ts";
import { goalsOf, makeWorld, WISHES, type World, weatherOf } from "#year/world.ts";

const smallest = (seed: number): World => makeWorld({ seed, days: 28, horses: 4 });

describe("a year", () => {
  it("runs a month to its end, both ways, and everything holds", { timeout: 240_000 }, async () => {
    const { code, said } = await ran("year/year.ts", ["--days", "28", "--horses", "3"], inject("adminUrl"));
    expect([code, said]).toEqual([
      0,
      expect.stringMatching(/Manager's minutes a day[\s\S]*backup of 2026-01-\d\d read back[\s\S]*Everything held on every day/),
    ]);
  });
  it("has the same guests, weather and luck whoever runs it", () => {
    expect(makeWorld({ seed: 5, days: 90, horses: 6 })).toEqual(makeWorld({ seed: 5, days: 90, horses: 6 }));
    expect(makeWorld({ seed: 5, days: 90, horses: 6 })).not.toEqual(makeWorld({ seed: 6, days: 90, horses: 6 }));
    const world = smallest(5);
    const [guest] = world.guests;
    if (!guest) throw new Error("a barn has guests");
    const shown = () => new LivingHorse(world.seed, guest).shows(addDays(guest.firstDay, 3), { tacked: true, windMps: 4 });
    expect(shown()).toEqual(shown());
    expect(weatherOf(world, guest.firstDay)).toHaveLength(24);
  });
  it("calls nothing too early that a horse does anyway, and something that rests on what it cannot", () => {
    const horses = [1, 2, 3].flatMap((seed) =>
      makeWorld({ seed, days: 90, horses: 8 }).guests.map((guest) => new LivingHorse(seed, guest)),
    );
    const skills = LADDER.skills.map(({ id }) => id);
    const lacking = horses.flatMap((living) => skills.flatMap((id) => (living.horse.tooEarly(id) ? [{ living, id }] : [])));
    const lower = ({ living, id }: (typeof lacking)[number]): number =>
      Math.min(living.levelOf(id, "left"), living.levelOf(id, "right"));
    const [does, lacks] = [lacking.filter((one) => lower(one) >= 2), lacking.filter((one) => lower(one) < 2)];
    expect([does.length, lacks.length]).not.toContain(0);
    expect(does.filter(({ living, id }) => living.tooEarly(id))).toEqual([]);
    expect(lacks.filter(({ living, id }) => !living.tooEarly(id))).toEqual([]);
  });
  it("sends horses whose owners' words are read", () => {
    const [guest] = smallest(1).guests;
    if (!guest) throw new Error("a barn has guests");
    for (const kind of KINDS) {
      const { first, more } = WISHES[kind];
      const unread = [...first, ...more].filter((aim) => goalsOf({ ...guest, kind, aim, complaint: "" }).length === 0);
      // It says what the stay is, and names nothing to learn.
      expect([kind, unread]).toEqual([kind, kind === "unhandled" ? ["Ground work only"] : []]);
    }
    for (const one of [1, 2, 3].flatMap((seed) => makeWorld({ seed, days: 365, horses: 20 }).guests))
      expect([one.aim, goalsOf(one).length > 0]).toEqual([one.aim, true]);
  });
  it("gives by whiteboard no more than was contracted, and nothing on a day of rest", () => {
    const { guests, weeks } = new WhiteboardYear(makeWorld({ seed: 2, days: 120, horses: 8 })).run();
    expect(weeks.size).toBeGreaterThan(12);
    for (const { contracted, given, firstDay } of guests.values()) {
      expect(given.size).toBeLessThanOrEqual(contracted);
      for (const day of given)
        expect([day > firstDay, new Date(day).getUTCDay()]).toEqual([true, expect.not.toSatisfy((x: number) => x === 0)]);
    }
  });
});

describe("what came of it", () => {
  const yearWith = (by: YearTally["by"], given: number, falls = 0): YearTally => {
    const world = smallest(1);
    const year = newTally(by, world);
    const [guest] = world.guests;
    if (!guest) throw new Error("a barn has guests");
    const days = Array.from({ length: given }, (_, i) => addDays(guest.firstDay, i));
    const goal = { skill: "tie", target: 3, promised: true };
    year.guests.set(guest.key, {
      key: guest.key,
      kind: guest.kind,
      firstDay: guest.firstDay,
      wentHome: addDays(guest.firstDay, 30),
      contracted: 20,
      given: new Set(days),
      goals: [
        { ...goal, held: true },
        { ...goal, skill: "lead", held: false, promised: false },
      ],
      incidents: [
        { day: guest.firstDay, mounted: true, grave: false, warned: false },
        ...Array.from({ length: falls }, () => ({ day: guest.firstDay, mounted: true, grave: true, warned: false })),
      ],
      rides: 8,
      mountedChance: 0.04,
      overPain: 2,
      lookedAt: null,
      hurtFrom: addDays(guest.firstDay, 5),
      sessionsTooEarly: 1,
    });
    return year;
  };
  const figure = (id: string, year: YearTally) => FIGURES.find((one) => one.id === id)?.of(year);

  it("counts goals, sessions owed, incidents, and the days of a pain that nobody looked at", () => {
    const year = yearWith("furlong", 16);
    expect(figure("wishes", year)).toBe(50);
    expect(figure("promised", year)).toBe(100);
    expect(figure("owed", year)).toBe(20);
    expect(figure("mounted", year)).toBe(62.5);
    expect(figure("mounted-chance", year)).toBe(5);
    expect(figure("look", year)).toBe(25);
    expect(contractedIn({ length: 60, perWeek: 5 })).toBe(42);
  });
  it("compares pairs of a seed, and tells nothing where both are the same", () => {
    const rows = compare([yearWith("furlong", 18)], [yearWith("whiteboard", 16)]);
    expect(rows.find((row) => row.figure.id === "owed")).toMatchObject({ furlong: 10, whiteboard: 20, low: -10, high: -10 });
    expect(rows.find((row) => row.figure.id === "wishes")).toMatchObject({ low: 0, high: 0 });
  });
  it("does not take a handful of falls for a difference", () => {
    const grave = (falls: number) =>
      compare([yearWith("furlong", 16, falls)], [yearWith("whiteboard", 16, 1)]).find((row) => row.figure.id === "grave");
    const [few, many] = [grave(5), grave(60)];
    expect((few?.low ?? 1) < 0 && (few?.high ?? 0) > 0).toBe(true);
    expect(many?.low).toBeGreaterThan(0);
    expect(many?.furlong).toBe(60 / 0.016);
  });
  it("calls chances honest that come true as often as they were told", () => {
    const told = Array.from({ length: 100 }, (_, i) => ({ chance: 0.3, met: i < 30 }));
    expect(honestyOf(told).error).toBeCloseTo(0, 10);
    expect(honestyOf(told.map((one) => ({ ...one, met: true }))).error).toBeCloseTo(0.7, 10);
    expect(honestyOf([])).toMatchObject({ error: 0, count: 0 });
  });
});

describe("what must hold on every day", () => {
  const name = `year_watch_${process.pid}`;
  let sql: Sql;
  let year: FurlongYear;
  beforeAll(async () => {
    const admin = inject("adminUrl");
    await createDatabase(admin, name, { replace: true });
    const url = Object.assign(new URL(admin), { pathname: `/${name}` }).href;
    sql = connect(url, { max: 4 });
    await migrate(sql);
    year = new FurlongYear(sql, makeWorld({ seed: 3, days: 20, horses: 2 }), url);
    await year.run(() => undefined);
  }, 240_000);
  afterAll(async () => {
    await sql.end();
    await withDatabase(inject("adminUrl"), (admin) => admin`DROP DATABASE IF EXISTS ${admin(name)} WITH (FORCE)`);
  });

  it("breaks where somebody was ridden on a hold and nobody was told", async () => {
    await expect(year.watch.evening()).resolves.toBeUndefined();
    const [card] = await sql`SELECT id, stay_id AS stay FROM card WHERE state = 'closed' ORDER BY day DESC LIMIT 1`;
    await sql`UPDATE card SET day = ${year.today} WHERE id = ${card?.["id"] ?? null}`;
    await sql`UPDATE card_revision SET saddle_minutes = 20, against = '[]' WHERE card_id = ${card?.["id"] ?? null}`;
    await sql`INSERT INTO hold (id, stay_id, kind, first_day, last_day, stops_clock, reason)
      VALUES (gen_random_uuid(), ${card?.["stay"] ?? null}, 'vet', ${year.today}, ${year.today}, true, 'A test')`;
    const told = sql`INSERT INTO alert (id, card_id, what, details, at, by_person)
      SELECT gen_random_uuid(), ${card?.["id"] ?? null}, 'against', '{}', now(), id FROM person WHERE role = 'rider' LIMIT 1`;
    // Neither marked nor told; told, and not marked; marked, and not told; both.
    await expect(year.watch.evening()).rejects.toThrow(Broken);
    await told;
    await expect(year.watch.evening()).rejects.toThrow("was ridden against the record");
    await sql`UPDATE card_revision SET against = '[{"code":"hold"}]' WHERE card_id = ${card?.["id"] ?? null}`;
    await expect(year.watch.evening()).resolves.toBeUndefined();
    await sql`DELETE FROM alert WHERE card_id = ${card?.["id"] ?? null}`;
    await expect(year.watch.evening()).rejects.toThrow(Broken);
  });
  it("breaks where a session is lost between the rider and the record", async () => {
    const [one] = year.stabled.values();
    if (!one) throw new Error("a horse that came");
    expect(year.tallyOf(one.guest).given.size).toBeGreaterThan(0);
    await expect(year.watch.goesHome(one)).resolves.toBeUndefined();
    year.tallyOf(one.guest).given.add(addDays(year.today, 1));
    await expect(year.watch.goesHome(one)).rejects.toThrow(/was given \d+ sessions, and its record has \d+/);
  });
});
