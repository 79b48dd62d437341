import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { HorseNowView, LaneView } from "#contracts/views.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { must } from "#core/kernel/assert.ts";
import type { Sql } from "#db/client.ts";
import { APART, HORSES, PEOPLE } from "#demo/cast.ts";
import type { Deps } from "#server/container.ts";
import { readDay } from "#server/day/read-day.ts";
import { openStay, readHorseNow } from "#server/stay/read-horse.ts";
import { readRail } from "#server/stay/read-rail.ts";
import { readLogView } from "#server/watch/read-course.ts";
import { cloned, TODAY } from "#tests/barn.ts";

let sql: Sql;
let deps: Deps;
let lanes: Map<string, LaneView>;
beforeAll(async () => {
  ({ sql } = await cloned("demo"));
  deps = { sql, clock: { now: () => new Date(`${TODAY}T15:00:00Z`), today: () => localDate(TODAY) } };
  lanes = new Map((await readRail(deps)).inWork.map((lane) => [lane.horse, lane]));
});
afterAll(() => sql.end());

const lane = (name: string): LaneView => {
  const found = lanes.get(name);
  if (!found) throw new Error(`${name} is not in work`);
  return found;
};
const now = async (name: string): Promise<HorseNowView> => {
  const opened = await openStay(deps, lane(name).stay);
  if (!opened) throw new Error(name);
  return readHorseNow(deps, opened);
};
const codes = (name: string): string[] => lane(name).needs.map((need) => need.code);

describe("the demo barn", () => {
  it("has twelve to sixteen horses in work, one manager, five riders and three helpers", () => {
    expect(lanes.size).toBeGreaterThanOrEqual(12);
    expect(lanes.size).toBeLessThanOrEqual(16);
    const count = (role: string) => PEOPLE.filter(({ person }) => person.role === role).length;
    expect([count("manager"), count("rider"), count("helper")]).toEqual([1, 5, 3]);
  });
  it("shows every case that a barn meets: just arrived, on hold, behind, finishing, home already", async () => {
    const { gone, unlogged } = await readRail(deps);
    expect(codes("Brickle")).toContain("evaluate");
    expect(codes("Saltmarsh")).toContain("hold");
    expect(codes("Juniper Tax")).toContain("behind");
    expect(codes("Tin Whistle")).toContain("exit");
    expect(gone.length).toBeGreaterThanOrEqual(1);
    expect(unlogged).toHaveLength(1);
  });
  it("has a stalled horse, and its scores alone tell the Rail so", () => {
    const stalls = HORSES.find((horse) => horse.stallsFrom !== undefined);
    expect(codes(stalls?.horse ?? "")).toContain("stall");
  });
  it("has a pony that two riders are too heavy for", async () => {
    const pony = HORSES.find((horse) => horse.class === "pony" && lanes.has(horse.horse) && horse.kind === "started");
    const limit = (await now(pony?.horse ?? "")).outcome?.load?.refuseKg ?? 0;
    const heavy = PEOPLE.filter(({ person }) => person.role === "rider" && (person.weightKg ?? 0) > limit);
    expect(heavy.length).toBeGreaterThanOrEqual(2);
    expect(heavy.length).toBeLessThan(5);
  });
  it("keeps two horses apart, both ways", async () => {
    for (const [a, b] of APART) {
      expect((await now(a)).apart.map((one) => one.horse)).toContain(b);
      expect((await now(b)).apart.map((one) => one.horse)).toContain(a);
    }
  });
  it("has a morning that is handed out in part, with horses not on a string and one card still the manager's", async () => {
    const day = await readDay(deps, null);
    expect(day.handedOut?.by).toBe("Odalys Brandt");
    expect(day.due.length).toBeGreaterThan(0);
    expect(day.cards.filter((card) => card.state === "placed").length).toBeGreaterThan(0);
    expect(new Set(day.cards.map((card) => card.rider)).size).toBeGreaterThanOrEqual(4);
  });
  it("has history that hangs together: no session on a rest day, on hold, before the intake or after going home", async () => {
    for (const { stay, ruler } of lanes.values()) {
      const opened = await openStay(deps, stay);
      const intake = opened?.stay.evaluations.find((one) => one.kind === "intake" && one.closed)?.day ?? "9999";
      for (const session of (await readLogView(deps, must(opened, "a stay of the Rail"))).sessions) {
        expect(new Date(`${session.day}T12:00:00Z`).getUTCDay()).not.toBe(0);
        expect(session.day > intake).toBe(true);
        expect(ruler.holds.some((hold) => hold.from <= session.day && (hold.to === null || session.day <= hold.to))).toBe(false);
        if (session.record.saddleMinutes > 0) expect(session.gateState === "open" || session.overrideBy !== null).toBe(true);
      }
    }
  });
  it("was ridden, scored on both sides and had its firsts", async () => {
    const [row] = await sql`
      SELECT count(*) FILTER (WHERE r.saddle_minutes > 0)::int AS rides, count(*)::int AS sessions FROM card k JOIN card_revision r ON r.card_id = k.id AND r.revision = k.revision`;
    expect(row?.["sessions"]).toBeGreaterThan(220);
    expect(row?.["rides"]).toBeGreaterThan(60);
    const [firsts] = await sql`SELECT count(*)::int AS count FROM card_first`;
    expect(firsts?.["count"]).toBeGreaterThan(20);
  });
});
