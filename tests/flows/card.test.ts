import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { RecordFields } from "#contracts/card.ts";
import type { Actor } from "#contracts/people.ts";
import { addDays } from "#core/calendar/local-date.ts";
import { fallen } from "#core/day/stands.ts";
import { readGate } from "#core/gate/gate.ts";
import { must } from "#core/kernel/assert.ts";
import type { CardId, StayId } from "#core/kernel/brand.ts";
import { listWorked } from "#db/queries/card.ts";
import { attempt } from "#demo/ask.ts";
import { readCard } from "#server/card/read-card.ts";
import { readDay } from "#server/day/read-day.ts";
import { openStay } from "#server/stay/read-horse.ts";
import { Barn, INCIDENT, NOT_TICKED, OPEN_GATE, record, walkOf } from "#tests/barn.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

let start = 0;
const handedOut = async (stay: StayId, changes: Record<string, unknown> = {}): Promise<CardId> => {
  const card = await barn.handedOut(stay, { start, length: 1, place: barn.place("Arena"), ...changes });
  start += 1;
  return card;
};
const close = (id: CardId, changes: Record<string, unknown> = {}, actor = barn.rider) =>
  barn.code("card/close", { id, base: null, record: record(), gate: OPEN_GATE, ...changes }, actor);

describe("closing a card", () => {
  it("is the rider's own, or the manager's", async () => {
    const card = await handedOut(await barn.horse());
    expect(await close(card, {}, barn.other)).toBe("not-allowed");
    expect(await close(card, {}, barn.helper)).toBe("not-allowed");
    expect(await close(card)).toBe("done");
    const opened = await openStay(barn.deps, (await readCard(barn.deps, card, barn.rider))?.stay);
    expect(opened?.head.ruler.reading.delivered).toBe(1);
  });
  it("keeps everything that was written, as it was written", async () => {
    const stay = await barn.horse();
    const card = await handedOut(stay, { kind: "both" });
    const written = record({
      saddleMinutes: 25,
      gaits: ["walk", "trot"],
      weather: "wet",
      tack: ["saddle", "snaffle"],
      scores: [
        { skill: "steer", side: "left", score: 4 },
        { skill: "steer", side: "right", score: 3 },
      ],
      course: [
        { minute: 1, state: "tight", side: "right" },
        { minute: 6, state: "softening", side: "right" },
        { minute: 9, state: "soft", side: "right" },
      ],
      signs: [{ sign: "head-high", skill: "steer", side: "right", strength: 2 }],
      incidents: [{ kind: "spook", before: "A tarp.", hurt: "nobody", ...INCIDENT }],
      firsts: [{ skill: null, words: "First time past the tractor" }],
      endedWell: false,
      word: "Tight on the right.",
      nextTime: "Begin right.",
      ifCalm: "canter",
      calm: { skill: "trot", answer: "not-yet", why: "Wind." },
      smaller: true,
    });
    expect(await close(card, { record: written })).toBe("done");
    const [kept] = await listWorked(barn.sql, stay);
    expect(kept).toMatchObject({ ...written, gateState: "open", revision: 1 });
  });
  it("asks back what the rider before would try if it is calm, until somebody has", async () => {
    const stay = await barn.horse("If calm");
    const today = barn.today;
    const asked = async (day: number, changes: Parameters<typeof record>[0]) => {
      barn.today = addDays(today, day);
      const card = await barn.handedOut(stay, { start: 10, kind: "both", length: 2 });
      const { ifCalm } = must(await readCard(barn.deps, card, barn.rider), "a card");
      expect(await close(card, { record: record({ saddleMinutes: 20, ...changes }) })).toBe("done");
      barn.today = today;
      return ifCalm;
    };
    expect(await asked(1, { ifCalm: "canter" })).toBeNull();
    expect(await asked(2, { calm: { skill: "canter", answer: "not-yet", why: "Fresh." } })).toMatchObject({
      skill: "canter",
      by: barn.rider.name,
      day: addDays(today, 1),
      reasons: [],
    });
    expect(await asked(3, { calm: { skill: "canter", answer: "yes", why: "" } })).toMatchObject({ skill: "canter" });
    expect(await asked(4, {})).toBeNull();
  });
  it("cannot be done before it is handed out, nor ahead of its day, nor after it was cancelled", async () => {
    const stay = await barn.horse();
    const { id } = await barn.ask<{ id: CardId }>("day/place", barn.placement(stay, { start: 15, length: 1 }));
    expect(await close(id, { version: 1 })).toBe("not-handed-out");
    const ahead = await barn.ask<{ id: CardId }>("day/place", {
      ...barn.placement(await barn.horse("Ahead")),
      day: "2026-07-15",
    });
    await barn.ask("day/hand-out", { day: "2026-07-15" });
    expect(await close(ahead.id)).toBe("in-the-future");
    const gone = await handedOut(await barn.horse());
    await barn.ask("card/cancel", { id: gone, version: 2, reason: "Lame." }, barn.rider);
    expect(await close(gone)).toBe("card-closed");
  });
});

describe("the gate at closing", () => {
  const against = async (card: CardId) =>
    (await barn.sql`SELECT against FROM card_revision WHERE card_id = ${card} ORDER BY revision DESC LIMIT 1`)[0]?.["against"];
  const told = async (card: CardId) =>
    (await barn.sql`SELECT what, about FROM alert WHERE card_id = ${card} ORDER BY at`).map((row) => [row["what"], row["about"]]);

  it("takes what happened as it was, marks what it went against, and tells the office at once", async () => {
    const card = await handedOut(await barn.horse(), { kind: "saddle" });
    expect(await close(card, { record: record({ saddleMinutes: 20 }), gate: NOT_TICKED })).toBe("done");
    expect(await against(card)).toContainEqual({ code: "not-ticked", tick: "girth" });
    expect(await told(card)).toEqual([["against", "not-ticked"]]);
    const quiet = await handedOut(await barn.horse(), { kind: "saddle" });
    expect(await close(quiet, { record: record(), gate: NOT_TICKED })).toBe("done");
    expect([await against(quiet), await told(quiet)]).toEqual([[], []]);
  });
  it("opens for a reason, for those who may, and the reason stays", async () => {
    const stay = await barn.horse();
    const card = await handedOut(stay, { kind: "saddle" });
    const gate = { ...NOT_TICKED, overrideReason: "Checked him with Pim, phone in the truck." };
    expect(await close(card, { record: record({ saddleMinutes: 20 }), gate })).toBe("done");
    expect((await listWorked(barn.sql, stay))[0]).toMatchObject({
      gateState: "half",
      overrideBy: "Hesper Vole",
      overrideReason: gate.overrideReason,
      against: [],
    });
    expect(await told(card)).toEqual([["gate-override", ""]]);
  });
  it("is not opened by any reason at a red sign or above the weight line: what happened is marked", async () => {
    const stay = await barn.horse("Light", 4);
    const card = await handedOut(stay, { kind: "saddle" });
    await barn.sql`UPDATE person SET weight_kg = 140 WHERE id = ${barn.rider.id}`;
    const gate = { ...OPEN_GATE, redSigns: ["tight-back"], overrideReason: "He insists." };
    expect(await close(card, { record: record({ saddleMinutes: 10 }), gate })).toBe("done");
    await barn.sql`UPDATE person SET weight_kg = 60 WHERE id = ${barn.rider.id}`;
    expect(await against(card)).toMatchObject([
      { code: "load", because: "over" },
      { code: "red-sign", sign: "tight-back" },
    ]);
    expect(await told(card)).toEqual([["against", "load red-sign"]]);
    const [kept] = await listWorked(barn.sql, stay);
    expect(kept).toMatchObject({ overrideBy: null, overrideReason: "" });
  });
  it("counts a red sign of an earlier card of the day, as a sign or ticked: gate, sheet and record say it alike", async () => {
    const stay = await barn.horse("Twice a day");
    const morning = await barn.handedOut(stay, { start: 0, length: 1, place: barn.place("Arena"), rider: barn.other.id });
    const extra = {
      ...barn.placement(stay, { start: 14, length: 2, kind: "saddle", rider: barn.other.id }),
      id: randomUUID(),
      after: null,
    };
    await barn.ask("card/unplanned", { ...extra, day: barn.today, why: "There was time." });
    const later = extra.id as CardId;
    const redAt = async (card: CardId) => {
      const view = must(await readCard(barn.deps, card, barn.other), "a card");
      const spot = { helper: null, ticks: view.gate.asked, redSigns: [], windy: false };
      return readGate(view.gate, spot, "saddle").reasons.filter(({ code }) => code === "red-sign");
    };
    const isDown = async () =>
      fallen(await readDay(barn.deps, barn.today))
        .get(later)
        ?.some(({ code }) => code === "red-sign") ?? false;
    expect([await redAt(later), await isDown()]).toEqual([[], false]);
    const signs = [{ sign: "short-steps", skill: null, side: "left" as const, strength: 2 as const }];
    expect(await close(morning, { record: record({ signs }) }, barn.other)).toBe("done");
    expect(await redAt(later)).toEqual([{ code: "red-sign", sign: "short-steps" }]);
    // A card is not barred by what it wrote itself.
    expect(await redAt(morning)).toEqual([]);
    expect(await isDown()).toBe(true);
    expect(await close(later, { record: record({ saddleMinutes: 20 }) }, barn.other)).toBe("done");
    expect(await against(later)).toContainEqual({ code: "red-sign", sign: "short-steps" });
    expect(await told(later)).toContainEqual(["against", expect.stringContaining("red-sign")]);
  });
  it("counts a red sign of a walk on its day, and not on the next", async () => {
    const stay = await barn.book({ horse: { name: "Warm leg" } });
    const heat = { rung: "look", sign: "heat", side: "left", strength: 2, moment: null, trend: "unknown" } as const;
    await barn.evaluate(stay, { ...walkOf(4), signs: [heat] });
    const redOn = async (changes: Record<string, unknown>) => {
      const card = await barn.handedOut(stay, { length: 1, place: barn.place("Arena"), rider: barn.other.id, ...changes });
      const { gate } = must(await readCard(barn.deps, card, barn.other), "a card");
      return gate.horse.redToday;
    };
    expect(await redOn({ start: 2 })).toEqual([{ sign: "heat", gone: false }]);
    const { today } = barn;
    barn.today = addDays(today, 1);
    expect(await redOn({ start: 2 })).toEqual([]);
    barn.today = today;
  });
  it("tells what a correction adds, once", async () => {
    const card = await handedOut(await barn.horse());
    await close(card);
    const base = { base: 1, record: record({ circleMinutes: 40 }) };
    expect(await close(card, base)).toBe("done");
    expect(await close(card, { ...base, base: 2, record: record({ circleMinutes: 45 }) })).toBe("done");
    expect(await told(card)).toEqual([["against", "signed-off"]]);
  });
});

describe("corrections", () => {
  it("make a new revision; the old one stays to be read, and the newest counts", async () => {
    const stay = await barn.horse();
    const card = await handedOut(stay);
    await close(card);
    expect(await close(card, { base: 1, record: record({ groundMinutes: 45, word: "It was 45." }) }, barn.boss)).toBe("done");
    const view = await readCard(barn.deps, card, barn.rider);
    expect(view?.revisions.map((one) => [one.revision, one.record.groundMinutes, one.by])).toEqual([
      [2, 45, "Boss"],
      [1, 20, "Hesper Vole"],
    ]);
    const worked = await listWorked(barn.sql, stay);
    expect(worked.map((one) => one.groundMinutes)).toEqual([45]);
  });
  it("of two at once are joined: neither's words are lost, and where both stand against one another both are named", async () => {
    const card = await handedOut(await barn.horse());
    const write = (changes: Partial<RecordFields>, actor: Actor) =>
      attempt<{ revision: number; clashes: string[] }>(barn.deps, {
        route: "card/close",
        actor,
        input: { id: card, base: null, record: record(changes), gate: OPEN_GATE },
      });
    const both = await Promise.all([
      write({ word: "One.", tack: ["rope-halter"], scores: [{ skill: "lead", side: "left", score: 3 }] }, barn.rider),
      write({ word: "Other.", tack: ["cavesson"], scores: [{ skill: "lead", side: "right", score: 2 }] }, barn.boss),
    ]);
    expect(both.every((answer) => answer.ok)).toBe(true);
    const view = must(await readCard(barn.deps, card, barn.rider), "the card");
    const [newest, first] = view.revisions;
    expect(newest).toMatchObject({ revision: 2, joinedWith: 1, clashes: ["word"] });
    expect([newest?.record.word, first?.record.word].sort()).toEqual(["One.", "Other."]);
    expect([...(newest?.record.tack ?? [])].sort()).toEqual(["cavesson", "rope-halter"]);
    expect(newest?.record.scores).toHaveLength(2);
  });
  it("begun before somebody else's are joined with it, and take nothing back that the other did not", async () => {
    const card = await handedOut(await barn.horse());
    await close(card, { record: record({ word: "First.", nextTime: "Slowly." }) });
    await close(card, { base: 1, record: record({ word: "First.", nextTime: "Hard side.", groundMinutes: 50 }) }, barn.boss);
    expect(await close(card, { base: 1, record: record({ word: "Better so.", nextTime: "Slowly." }) })).toBe("done");
    const [newest] = (await readCard(barn.deps, card, barn.rider))?.revisions ?? [];
    expect(newest).toMatchObject({
      revision: 3,
      clashes: [],
      record: { word: "Better so.", nextTime: "Hard side.", groundMinutes: 50 },
    });
    expect(await close(card, { base: 9 })).toBe("not-found");
  });
  it("never open a gate that the other saw shut", async () => {
    const card = await handedOut(await barn.horse(), { kind: "saddle" });
    await close(card, { gate: { ...OPEN_GATE, redSigns: ["tight-back"] } });
    expect(await close(card, { record: record({ saddleMinutes: 20 }) })).toBe("done");
    const [kept] = await barn.sql`SELECT against FROM card_revision WHERE card_id = ${card} AND revision = 2`;
    expect(kept?.["against"]).toEqual([{ code: "red-sign", sign: "tight-back" }]);
  });
});

describe("what a card shows", () => {
  it("is the work, the last rider's word, and what to watch for", async () => {
    const stay = await barn.book();
    await barn.evaluate(
      stay,
      walkOf(3, { signs: [{ rung: "handle", sign: "head-shy", side: "left", strength: 3, moment: null, trend: "unknown" }] }),
    );
    await barn.worked(stay, "2026-07-13", { word: "Soft today.", nextTime: "Hard side first." });
    const view = await readCard(barn.deps, await handedOut(stay), barn.rider);
    expect(view).toMatchObject({
      mine: true,
      essentials: {
        lastTime: { word: "Soft today.", nextTime: "Hard side first." },
        cautions: [{ sign: "head-shy", strength: 3 }],
        lastIncident: null,
      },
    });
    expect(view?.cues.length).toBeGreaterThan(0);
    expect(view?.work.items.length).toBeGreaterThan(0);
    expect(await readCard(barn.deps, "not-a-card", barn.rider)).toBeNull();
  });
});
