/** What the database itself refuses: two holds at once, and a horse, a person or a place that is asked for twice, by whatever way it comes. */
import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { troubleOf } from "#db/errors.ts";
import { Barn } from "#tests/barn.ts";

let barn: Barn;
const stays: string[] = [];
let [pen, arena] = ["", ""];
beforeAll(async () => {
  barn = await Barn.open();
  for (const name of ["Ferrule", "Gimlet", "Hasp", "Isinglass"]) stays.push(await barn.horse(name));
  const places = await barn.sql`SELECT id, capacity FROM place ORDER BY capacity`;
  pen = places.find(({ capacity }) => capacity === 1)?.["id"];
  arena = places.find(({ capacity }) => capacity === 3)?.["id"];
});
afterAll(() => barn.close());

const DAY = "2026-08-03";
interface Wish {
  readonly stay?: number;
  readonly rider?: string;
  readonly helper?: string | null;
  readonly start?: number;
  readonly place?: string;
  readonly helperSlots?: number | null;
  readonly then?: { readonly place: string; readonly from: number } | null;
  readonly state?: string;
  readonly unplanned?: string;
}
const row = ({
  stay = 0,
  rider = barn.rider.id,
  helper = null,
  start = 4,
  place = arena,
  helperSlots = null,
  then = null,
  state = "placed",
  unplanned = "",
}: Wish) => ({
  id: randomUUID(),
  stayId: stays[stay] ?? "",
  day: DAY,
  kind: "ground",
  length: 3,
  riderId: rider,
  start,
  placeId: place,
  helperId: helper,
  helperSlots,
  thenPlaceId: then?.place ?? null,
  thenFrom: then?.from ?? null,
  state,
  unplanned,
});
const cards = (...wishes: Wish[]) => barn.sql`INSERT INTO card ${barn.sql(wishes.map(row))}`;
const refused = async (run: PromiseLike<unknown>): Promise<string> =>
  Promise.resolve(run).then(
    () => "taken",
    (error: { code?: string; constraint_name?: string }) => `${error.code} ${error.constraint_name}`,
  );
const clear = () => barn.sql`DELETE FROM card`;

describe("the database", () => {
  it("keeps a horse, a rider and a helper from being asked for twice at a time, one after the other and at once", async () => {
    await cards({});
    for (const wish of [{ rider: barn.boss.id }, { stay: 1 }, { stay: 1, rider: barn.boss.id, helper: barn.rider.id }])
      expect(await refused(cards({ ...wish, start: 6 }))).toBe("23P01 booked_once");
    for (const wish of [
      { stay: 1, start: 7 },
      { stay: 2, rider: barn.boss.id, start: 5 },
      // What was worked though nobody had handed it out has happened; what was cancelled takes up nobody.
      { unplanned: "It was there" },
      { state: "cancelled" },
    ])
      expect(await refused(cards(wish))).toBe("taken");
    await clear();
    const race = await Promise.all([0, 1, 2, 3].map((stay) => refused(cards({ stay, start: 20 }))));
    expect(race.filter((one) => one === "taken")).toHaveLength(1);
    await clear();
  });
  it("counts a helper for as long as they stay, and each of two places for its own slots", async () => {
    await cards({ helper: barn.boss.id, helperSlots: 1, place: pen, then: { place: arena, from: 1 } });
    expect(await refused(cards({ stay: 1, rider: barn.boss.id, start: 2 }))).toBe("23P01 booked_once");
    expect(await refused(cards({ stay: 1, rider: barn.boss.id, start: 5, place: pen }))).toBe("taken");
    expect(await refused(cards({ stay: 2, rider: barn.other.id, start: 2, place: pen }))).toBe("23P01 place_has_room");
    // The pen is free again from the second slot on; the card that goes back to it all along is one too many there.
    expect(
      await refused(barn.sql`UPDATE card SET then_place_id = NULL, then_from = NULL WHERE stay_id = ${stays[0] ?? ""}`),
    ).toBe("23P01 place_has_room");
    await clear();
  });
  it("lets two cards change places in one write", async () => {
    await cards({ start: 4 }, { stay: 1, start: 8 });
    await barn.sql.begin(async (tx) => {
      await tx`UPDATE card SET start = 8 WHERE stay_id = ${stays[0] ?? ""}`;
      await tx`UPDATE card SET start = 4 WHERE stay_id = ${stays[1] ?? ""}`;
    });
    expect(await refused(barn.sql`UPDATE card SET start = 6 WHERE stay_id = ${stays[0] ?? ""}`)).toBe("23P01 booked_once");
    await clear();
  });
  it("keeps a place from holding more than it has room for, also when all come at once; one made smaller keeps what it has", async () => {
    const riders = [barn.rider.id, barn.boss.id, barn.helper.id];
    const wish = (at: number, place: string): Wish => ({ stay: at, rider: riders[at] ?? "", place, start: 30 });
    const race = await Promise.all([0, 1, 2].map((at) => refused(cards(wish(at, pen)))));
    expect(race.sort()).toEqual(["23P01 place_has_room", "23P01 place_has_room", "taken"]);
    await clear();
    expect(await refused(cards(wish(0, arena), wish(1, arena), wish(2, arena)))).toBe("taken");
    await barn.sql`UPDATE place SET capacity = 2 WHERE id = ${arena}`;
    expect(await refused(barn.sql`UPDATE card SET state = 'handed-out', locked = true`)).toBe("taken");
    expect(await refused(barn.sql`UPDATE card SET start = 31 WHERE stay_id = ${stays[0] ?? ""}`)).toBe("23P01 place_has_room");
    await barn.sql`UPDATE place SET capacity = 3 WHERE id = ${arena}`;
    await clear();
  });
  it("keeps a stay from being on hold twice, also where one has no end", async () => {
    const hold = (first: string, last: string | null) =>
      refused(barn.sql`INSERT INTO hold VALUES (gen_random_uuid(), ${stays[0] ?? ""}, 'vet', ${first}, ${last}, true, '')`);
    expect(await hold("2026-08-03", "2026-08-05")).toBe("taken");
    expect(await hold("2026-08-05", "2026-08-09")).toBe("23P01 hold_once");
    expect(await hold("2026-08-06", null)).toBe("taken");
    expect(await hold("2027-01-01", null)).toBe("23P01 hold_once");
    expect(await hold("2026-08-01", "2026-08-02")).toBe("taken");
  });
  it("is asked once more after such a refusal, so that the rule itself says why", () => {
    expect(troubleOf({ code: "23P01" })).toBe("again");
  });
});
