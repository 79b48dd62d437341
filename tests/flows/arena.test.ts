/** What a day brings that nobody planned: changed cards, sessions besides the sheet, cards not worked, what the office is told at once, a rider's string. */

import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { localDate } from "#core/calendar/local-date.ts";
import { must } from "#core/kernel/assert.ts";
import type { CardId, StayId } from "#core/kernel/brand.ts";
import { readUnseen } from "#server/alert/alerts.ts";
import { readString } from "#server/card/read-string.ts";
import { readEvening } from "#server/day/read-evening.ts";
import { openStay } from "#server/stay/read-horse.ts";
import { Barn, NOT_TICKED, OPEN_GATE, record, TODAY } from "#tests/barn.ts";
import { fromSeven } from "#tests/days.ts";
import { sayAlert } from "#ui/words/alert.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

let start = 0;
// Each test has the day to itself.
beforeEach(async () => {
  start = 0;
  await barn.sql`UPDATE card SET state = 'cancelled', cancel_reason = 'cleared' WHERE state IN ('placed', 'handed-out')`;
  await barn.sql`UPDATE card SET start = ${fromSeven(19)}, length = 2 WHERE state = 'closed'`;
});
const handedOut = async (stay: StayId, changes: Record<string, unknown> = {}): Promise<CardId> => {
  const card = await barn.handedOut(stay, { start, length: 1, place: barn.place("Arena"), ...changes });
  start += 1;
  return card;
};
const close = (id: CardId, changes: Record<string, unknown> = {}, actor = barn.rider) =>
  barn.code("card/close", { id, base: null, record: record(), gate: OPEN_GATE, ...changes }, actor);

describe("a card that the manager changed meanwhile", () => {
  it("takes the rider's record all the same, wherever it was moved to", async () => {
    const card = await handedOut(await barn.horse());
    await barn.ask("day/move", {
      id: card,
      version: 2,
      kind: "ground",
      length: 2,
      rider: barn.rider.id,
      start: fromSeven(18),
      place: barn.place("Arena"),
      helper: null,
    });
    expect(await close(card)).toBe("done");
  });
  it("and gave to somebody else is not the rider's any more; what was worked stands as a session of its own", async () => {
    const stay = await barn.horse("Given");
    const card = await handedOut(stay);
    await barn.ask("day/move", {
      id: card,
      version: 2,
      kind: "ground",
      length: 2,
      rider: barn.boss.id,
      start: fromSeven(17),
      place: barn.place("Arena"),
      helper: null,
    });
    expect(await close(card)).toBe("not-allowed");
    const own = randomUUID() as CardId;
    const spot = { stay, day: TODAY, kind: "ground", length: 2, start: fromSeven(16), place: barn.place("Arena") };
    await barn.ask(
      "card/unplanned",
      { id: own, ...spot, rider: barn.rider.id, helper: null, after: null, why: "Changed meanwhile." },
      barn.rider,
    );
    expect(await close(own)).toBe("done");
  });
});

describe("a session that nobody handed out", () => {
  const unplanned = (stay: StayId, changes: Record<string, unknown> = {}) => ({
    id: randomUUID(),
    stay,
    day: TODAY,
    kind: "ground",
    length: 4,
    start: fromSeven(0),
    rider: barn.other.id,
    place: barn.place("Arena"),
    helper: null,
    after: null,
    why: "There was time.",
    ...changes,
  });
  it("is kept, counts, and the office is told what the rules say against it", async () => {
    const stay = await barn.horse("Extra");
    await barn.sql`UPDATE place SET closed = true WHERE id = ${barn.place("Arena")}`;
    const input = unplanned(stay);
    expect(await barn.code("card/unplanned", input, barn.other)).toBe("done");
    await barn.sql`UPDATE place SET closed = false WHERE id = ${barn.place("Arena")}`;
    expect(await close(input.id as CardId, {}, barn.other)).toBe("done");
    expect((await openStay(barn.deps, stay))?.head.ruler.reading.delivered).toBe(1);
    const [told] = (await readUnseen(barn.deps)).filter((alert) => alert.card === input.id);
    expect(told).toMatchObject({
      what: "unplanned",
      details: { against: expect.arrayContaining([expect.objectContaining({ code: "place-closed" })]) },
    });
    expect(sayAlert(must(told, "an alert"))).toContain("There was time.");
  });
  it("is one's own to write down, unless one's own card is gone on with by another; both halves are one session", async () => {
    const stay = await barn.horse("Two riders");
    expect(await barn.code("card/unplanned", unplanned(stay, { rider: barn.rider.id }), barn.other)).toBe("not-allowed");
    const first = await handedOut(stay);
    const second = unplanned(stay, { after: first });
    expect(await barn.code("card/unplanned", second, barn.rider)).toBe("done");
    expect(await close(first)).toBe("done");
    expect(await close(second.id as CardId, {}, barn.other)).toBe("done");
    expect((await openStay(barn.deps, stay))?.head.ruler.reading.delivered).toBe(1);
  });
  it("cannot be ahead of its day, long ago, twice, or of a horse that is not here", async () => {
    const stay = await barn.horse("Never");
    expect(await barn.code("card/unplanned", unplanned(stay, { day: "2026-07-15" }), barn.other)).toBe("in-the-future");
    expect(await barn.code("card/unplanned", unplanned(stay, { day: "2026-07-06" }), barn.other)).toBe("day-over");
    expect(await barn.code("card/unplanned", unplanned(randomUUID() as StayId), barn.other)).toBe("not-found");
    const input = unplanned(stay);
    await barn.ask("card/unplanned", input, barn.other);
    expect(await barn.code("card/unplanned", input, barn.other)).toBe("already-placed");
  });
});

describe("a card that was not worked", () => {
  it("keeps why and what the horse got, counts as nothing, and a lame horse is told at once", async () => {
    const stay = await barn.horse("Lame one");
    const card = await handedOut(stay);
    await barn.ask(
      "card/cancel",
      { id: card, because: "lame", instead: "hand-walked", reason: "Short on the near fore." },
      barn.rider,
    );
    const evening = await readEvening(barn.deps, localDate(TODAY));
    expect(evening.notWorked).toContainEqual(
      expect.objectContaining({ card, because: "lame", instead: "hand-walked", reason: "Short on the near fore." }),
    );
    expect((await openStay(barn.deps, stay))?.head.ruler.reading.delivered).toBe(0);
    expect((await readUnseen(barn.deps)).find((alert) => alert.card === card)).toMatchObject({ what: "lame" });
    expect(
      await barn.code("card/cancel", { id: card, because: "weather", instead: "nothing", reason: "Rain." }, barn.rider),
    ).toBe("card-closed");
  });
});

describe("what the office is told at once", () => {
  const FALL = { kind: "fall", before: "", hurt: "person", during: "trot", ledBy: ["noise"], strength: 2 } as const;
  const told = async (card: CardId) => (await readUnseen(barn.deps)).filter((alert) => alert.card === card);
  const tell = (card: CardId, what: object, actor = barn.rider) => barn.code("card/tell", { id: card, told: what }, actor);
  it("is a red incident, once, with its newest details; and not again with the record", async () => {
    const card = await handedOut(await barn.horse());
    expect(await tell(card, { what: "incident", incident: { ...FALL, hurt: "nobody" } })).toBe("done");
    await tell(card, { what: "incident", incident: FALL });
    expect(await told(card)).toMatchObject([{ what: "incident", details: { hurt: "person" } }]);
    const [alert] = await told(card);
    expect(await barn.code("alert/see", { id: alert?.id })).toBe("done");
    await close(card, { record: record({ incidents: [{ ...FALL, ledBy: ["noise"] }] }) });
    expect(await told(card)).toEqual([]);
    expect(await barn.code("alert/see", { id: alert?.id })).toBe("not-found");
  });
  it("may come from anybody, also about a card that was given away meanwhile", async () => {
    const card = await handedOut(await barn.horse());
    expect(await tell(card, { what: "incident", incident: FALL }, barn.other)).toBe("done");
    expect(await told(card)).toMatchObject([{ what: "incident", by: "Lorcan Teasel" }]);
  });
  it("comes with the record where there was no signal, and a spook is no alarm", async () => {
    const card = await handedOut(await barn.horse());
    const incidents = [
      { ...FALL, ledBy: [] },
      { ...FALL, kind: "spook" as const, hurt: "nobody" as const, ledBy: [] },
    ];
    const readings = [{ minute: 10, pulse: 72, breaths: 80 }];
    await close(card, {
      record: record({ incidents, readings, signs: [{ sign: "sudden-change", skill: null, side: "both", strength: 2 }] }),
    });
    expect((await told(card)).map(({ what }) => what).sort()).toEqual(["incident", "sudden-change", "warm-down"]);
    expect((await told(card)).map(sayAlert).join(" ")).toContain("Pulse 72 after 10 minutes");
  });
  it("is a gate that a rider overrides, before anybody is in the saddle; only by those who may", async () => {
    const card = await handedOut(await barn.horse(), { kind: "saddle" });
    const gate = { ...NOT_TICKED, overrideReason: "Checked him with Pim." };
    expect(await tell(card, { what: "gate-override", gate, weather: "calm" }, barn.other)).toBe("not-allowed");
    expect(await tell(card, { what: "gate-override", gate: { ...gate, overrideReason: "" }, weather: "calm" })).toBe(
      "gate-not-open",
    );
    expect(await tell(card, { what: "gate-override", gate, weather: "calm" })).toBe("done");
    expect(await told(card)).toMatchObject([
      { what: "gate-override", details: { reason: "Checked him with Pim.", state: "half" } },
    ]);
    await close(card, { record: record({ saddleMinutes: 10 }), gate });
    expect(await told(card)).toHaveLength(1);
  });
});

describe("a string", () => {
  it("has what is handed out to a person today and tomorrow, with what others changed, and what was never logged", async () => {
    const stay = await barn.horse("Mine");
    const card = await handedOut(stay, { helper: barn.helper.id });
    const [own, helps, other] = await Promise.all([barn.rider, barn.helper, barn.other].map((who) => readString(barn.deps, who)));
    expect(own?.cards.find((one) => one.card === card)).toMatchObject({ horse: "Mine", helper: { name: "Pim Arrowsby" } });
    expect(helps?.cards.map((one) => one.card)).toEqual([card]);
    expect(other?.cards.some((one) => one.card === card)).toBe(false);
    await barn.ask("day/move", {
      id: card,
      version: 2,
      kind: "ground",
      length: 2,
      rider: barn.rider.id,
      start: fromSeven(15),
      place: barn.place("Arena"),
      helper: barn.helper.id,
    });
    expect((await readString(barn.deps, barn.rider)).changes[0]).toMatchObject({
      what: "moved",
      horse: "Mine",
      to: { start: fromSeven(15) },
    });
    barn.today = localDate("2026-07-15");
    expect((await readString(barn.deps, barn.rider)).unlogged).toContainEqual({ card, horse: "Mine", day: TODAY });
    barn.today = localDate(TODAY);
  });
});
