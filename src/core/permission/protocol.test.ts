import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import { addDays, type LocalDate, localDate } from "../calendar/local-date.ts";
import { INCIDENT_KINDS } from "../card/card.ts";
import { type ReadScore, readHorse } from "../reading/reading.ts";
import { type StepBack, stepBackOf } from "./protocol.ts";
import { type PastIncident, type PastSession, scoredAlike } from "./trouble.ts";

const DAY = localDate("2026-07-01");
const on = (day: number): LocalDate => addDays(DAY, day);
const KNOWN = { girth: 4, "loose-tack": 4, block: 4, lead: 4, "hind-feet": 3, trot: 4, canter: 3 };
const scores: readonly ReadScore[] = Object.entries(KNOWN).map(([skill, score]) => ({
  skill,
  side: "left",
  score: score as 3 | 4,
  day: DAY,
  walk: true,
}));
const reading = readHorse({ ladder: SKILLS, scores, kind: "started", history: {}, rides: 12 });
const session = (day: number, given: Readonly<Record<string, number>>, changes: Partial<PastSession> = {}): PastSession => ({
  day: on(day),
  groundMinutes: 20,
  saddleMinutes: 20,
  tack: ["saddle"],
  scores: Object.entries(given).map(([skill, score]) => scoredAlike(skillOf(skill), score)),
  signs: [],
  incidents: [],
  redSigns: [],
  endedWell: true,
  nextTime: "",
  ...changes,
});
const incident = (kind: PastIncident["kind"], changes: Partial<PastIncident> = {}): PastIncident => ({
  kind,
  hurt: "nobody",
  during: "canter",
  strength: 2,
  ledBy: [],
  ...changes,
});
const asked = (sessions: readonly PastSession[], today: number): StepBack | null =>
  stepBackOf({ ladder: SKILLS, reading, sessions, today: on(today) });

describe("days off", () => {
  it("ask for one quiet session from seven days on, for two from fourteen, and for a small restart from twenty-eight", () => {
    const after = (days: number) => asked([session(0, { trot: 4 })], days);
    expect(after(6)).toBeNull();
    expect(after(7)).toMatchObject({ code: "days-off", quiet: 0, of: 1, bearing: false, days: 7 });
    expect(after(14)).toMatchObject({ code: "days-off", quiet: 0, of: 2, bearing: true });
    expect(after(28)).toMatchObject({ code: "restart", quiet: 0, of: 2, bearing: true, work: ["girth", "loose-tack", "block"] });
  });
  it("are over once what they ask for was quiet; the first of two quiet sessions lets somebody get on", () => {
    const back = [session(0, { trot: 4 }), session(16, { "loose-tack": 4 }, { saddleMinutes: 0 })];
    expect(asked(back, 17)).toMatchObject({ quiet: 1, of: 2, bearing: false });
    expect(asked([...back, session(17, { trot: 4 })], 18)).toBeNull();
  });
  it("ask after a month for girth, loose work and block twice each; moving loose with the tack counts for the girth", () => {
    const loose = [session(0, { trot: 4 }), session(40, { "loose-tack": 4 }), session(41, { "loose-tack": 3 })];
    expect(asked(loose, 42)).toMatchObject({ code: "restart", quiet: 0, bearing: true, work: ["block"] });
    const all = [...loose, session(42, { block: 4 }), session(43, { block: 3 })];
    expect(asked(all, 44)).toBeNull();
    // A buck on the way counts for nothing.
    expect(asked([...loose, session(42, { block: 4 }, { incidents: [incident("buck")] })], 43)).toMatchObject({ bearing: true });
  });
});

describe("the same trouble twice", () => {
  const buck = { incidents: [incident("buck")] };
  const twice = [session(0, { canter: 2 }, buck), session(1, { trot: 4 }), session(3, { canter: 1 }, buck)];
  it("steps back to the skill at which it came: nothing above it, and somebody stands by", () => {
    const back = asked(twice, 4);
    expect(back).toMatchObject({ code: "same-trouble", at: "canter", quiet: 0, of: 2, bearing: false, second: true });
    expect(back?.skills).toContain("lead-setup");
    expect(back?.skills).not.toContain("canter");
  });
  it("is over after two quiet sessions on different days, the skill itself among them", () => {
    const trot = [...twice, session(4, { trot: 4 }), session(5, { trot: 4 })];
    expect(asked(trot, 6)).toMatchObject({ quiet: 1, of: 2 });
    expect(asked([...trot, session(6, { canter: 3 })], 7)).toBeNull();
    expect(asked([...twice, session(4, { canter: 3 }), session(4, { canter: 3 })], 5)).toMatchObject({ quiet: 1 });
  });
  it("is none after one, after a startle that the horse stopped itself, or where ten sessions lie between", () => {
    expect(asked(twice.slice(0, 2), 3)).toBeNull();
    const startle = { incidents: [incident("spook", { strength: 1 })] };
    expect(asked([session(0, { canter: 3 }, startle), session(1, { canter: 3 }, startle)], 2)).toBeNull();
    const far = [
      session(0, { canter: 2 }, buck),
      ...Array.from({ length: 10 }, (_, i) => session(i + 1, { trot: 4 })),
      session(11, { canter: 2 }, buck),
    ];
    expect(asked(far, 12)).toBeNull();
  });
  it("keeps everybody off a horse that bucked at the girth, and not off one that kicked at its feet", () => {
    const at = (skill: string, kind: PastIncident["kind"]) =>
      [0, 1].map((day) =>
        session(day, { [skill]: 1 }, { saddleMinutes: 0, incidents: [incident(kind, { during: "ground", ledBy: [skill] })] }),
      );
    expect(asked(at("girth", "buck"), 2)).toMatchObject({ at: "girth", bearing: true });
    expect(asked(at("hind-feet", "kick"), 2)).toMatchObject({ at: "hind-feet", bearing: false });
    expect(asked(at("hind-feet", "kick"), 2)?.skills).not.toContain("trot");
  });
  it("runs at once after a fall or a bolt, and after the same red sign", () => {
    expect(asked([session(0, { trot: 4 }, { incidents: [incident("fall", { during: "trot" })] })], 1)).toMatchObject({
      at: "trot",
    });
    // However it ended.
    const ran = incident("bolt", { during: "trot", strength: 1 });
    expect(asked([session(0, { trot: 4 }, { incidents: [ran] })], 1)).toMatchObject({ code: "same-trouble", at: "trot" });
    const tight: Partial<PastSession> = { redSigns: ["tight-back"], saddleMinutes: 0 };
    expect(asked([session(0, { girth: 3 }, tight), session(1, { girth: 3 }, tight)], 2)).toMatchObject({
      code: "same-trouble",
      at: "girth",
      bearing: true,
    });
  });
});

it("never bars what it asks to be worked, and is over when it is, whatever happened", () => {
  const some = fc.array(
    fc.record({
      gap: fc.integer({ min: 1, max: 30 }),
      skill: fc.constantFrom("lead", "girth", "trot", "canter", "hind-feet"),
      low: fc.integer({ min: 0, max: 5 }),
      kind: fc.option(fc.constantFrom(...INCIDENT_KINDS)),
    }),
    { maxLength: 12 },
  );
  fc.assert(
    fc.property(some, (rows) => {
      let day = 0;
      const sessions = rows.map(({ gap, skill, low, kind }) => {
        day += gap;
        return session(day, { [skill]: low }, kind ? { incidents: [incident(kind, { ledBy: [skill] })] } : {});
      });
      const back = asked(sessions, day + 1);
      if (!back) return;
      expect(back.quiet).toBeLessThan(back.of);
      for (const id of back.work) expect(back.skills).not.toContain(id);
      if (back.at !== null) expect(skillOf(back.at).id).toBe(back.at);
    }),
  );
});
