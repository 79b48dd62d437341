import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Actor } from "#contracts/people.ts";
import { localDate } from "#core/calendar/local-date.ts";
import type { CheckId, StayId, TrialId } from "#core/kernel/brand.ts";
import { findCheck } from "#db/queries/check.ts";
import { attempt } from "#demo/ask.ts";
import { readCard } from "#server/card/read-card.ts";
import { readChecks, readFile, readHorseChecks } from "#server/check/read-checks.ts";
import { readDay } from "#server/day/read-day.ts";
import { openStay } from "#server/stay/read-horse.ts";
import { readRail } from "#server/stay/read-rail.ts";
import { Barn, OPEN_GATE, record, walkOf } from "#tests/barn.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

const order = (stay: StayId, changes: object = {}): Promise<{ id: CheckId }> =>
  barn.ask("check/order", {
    stay,
    cause: "teeth",
    who: "dentist",
    asked: "Have the mouth opened",
    due: "2026-07-20",
    holds: "nothing",
    skills: [],
    ...changes,
  });
const horseChecks = async (stay: StayId, who: Actor = barn.boss) => {
  const opened = await openStay(barn.deps, stay);
  if (!opened) throw new Error("no such stay");
  return readHorseChecks(barn.deps, opened, who);
};

describe("a check", () => {
  it("is ordered, booked and answered, each step on the version before", async () => {
    const stay = await barn.horse("Ordered");
    const { id } = await order(stay);
    await barn.ask("check/book", { id, version: 1, bookedFor: "2026-07-16", bookedWith: "Osric" });
    expect(await barn.code("check/book", { id, version: 1, bookedFor: "2026-07-17", bookedWith: "" })).toBe("changed-meanwhile");
    expect(
      await barn.code("check/close", { id, version: 2, doneOn: "2026-07-16", result: "clear", answer: "Fine", restrictions: [] }),
    ).toBe("in-the-future");
    await barn.ask("check/close", {
      id,
      version: 2,
      doneOn: "2026-07-14",
      result: "treated",
      answer: "Edges rounded.",
      restrictions: [],
    });
    expect(await findCheck(barn.sql, id)).toMatchObject({
      state: "done",
      result: "treated",
      answer: "Edges rounded.",
      bookedWith: "Osric",
      version: 3,
    });
    expect(await barn.code("check/book", { id, version: 3, bookedFor: "2026-07-20", bookedWith: "" })).toBe("check-ended");
    // A slip is corrected, and the record keeps what was said before.
    await barn.ask("check/close", {
      id,
      version: 3,
      doneOn: "2026-07-14",
      result: "clear",
      answer: "Nothing found.",
      restrictions: [],
    });
    const [change] =
      await barn.sql`SELECT details FROM change WHERE subject_id = ${id} AND what = 'answered' ORDER BY id DESC LIMIT 1`;
    expect(change?.["details"]).toMatchObject({ before: { answer: "Edges rounded." }, after: { result: "clear" } });
  });
  it("about one cause is open once at a time, also when two order at once; a new one may follow", async () => {
    const stay = await barn.horse("Twice");
    const ask = { stay, cause: "feet", who: "farrier", asked: "Look", due: "2026-07-20", holds: "nothing", skills: [] };
    const both = await Promise.all([barn.code("check/order", ask), barn.code("check/order", ask)]);
    expect(both.sort()).toEqual(["check-open", "done"]);
    const [check] = (await horseChecks(stay)).checks;
    await barn.ask("check/cancel", { id: check?.id, version: 1, reason: "Seen last week" });
    expect(await barn.code("check/order", ask)).toBe("done");
    // Something else may be asked as often as somebody likes.
    await order(stay, { cause: null });
    expect(await barn.code("check/order", { ...ask, cause: null })).toBe("done");
  });
  it("is read by riders and written by managers only", async () => {
    const stay = await barn.horse("Roles");
    await order(stay);
    expect((await horseChecks(stay, barn.rider)).mayWrite).toBe(false);
    expect((await readChecks(barn.deps, barn.boss)).mayWrite).toBe(true);
  });
  it("that is overdue stands first on the list and on the Rail", async () => {
    const stay = await barn.horse("Late");
    await order(stay, { due: "2026-07-11", holds: "ridden" });
    const { checks } = await readChecks(barn.deps, barn.boss);
    expect(checks[0]).toMatchObject({ horse: "Late", late: 3 });
    const lane = (await readRail(barn.deps)).inWork.find((one) => one.horse === "Late");
    expect(lane?.needs).toContainEqual({ code: "check-late", who: "dentist", days: 3, holds: "ridden" });
  });
});

describe("what waits for a check", () => {
  it("is all work where it says so: not due, not placed, the gate shut; until it is answered", async () => {
    const stay = await barn.horse("Held");
    const { id } = await order(stay, { holds: "all" });
    expect(await barn.code("day/place", barn.placement(stay, { start: 2 }))).toBe("blocked");
    const day = await readDay(barn.deps, barn.today);
    expect(day.resting).toContainEqual({ stay, because: "check", session: null });
    await barn.ask("check/close", {
      id,
      version: 1,
      doneOn: "2026-07-14",
      result: "clear",
      answer: "Nothing.",
      restrictions: [],
    });
    expect(await barn.code("day/place", barn.placement(stay, { start: 2 }))).toBe("done");
  });
  it("is ridden work: ground sessions go on, and nobody overrides it at the gate", async () => {
    const stay = await barn.horse("Ground");
    await order(stay, { holds: "ridden" });
    expect(await barn.code("day/place", barn.placement(stay, { kind: "saddle", start: 4 }))).toBe("blocked");
    const card = await barn.handedOut(stay, { start: 4 });
    const gate = { ...OPEN_GATE, overrideReason: "I know him" };
    const told = await attempt(barn.deps, {
      route: "card/tell",
      actor: barn.boss,
      input: { id: card, told: { what: "gate-override", gate, weather: "calm" } },
    });
    expect(told).toMatchObject({ ok: false, error: { code: "gate-not-open", reasons: [{ code: "check" }] } });
    // It was ridden all the same: that is kept, marked, and told to the office.
    const closed = await attempt(barn.deps, {
      route: "card/close",
      actor: barn.rider,
      input: { id: card, base: null, record: record({ saddleMinutes: 10 }), gate },
    });
    expect(closed.ok).toBe(true);
    const [kept] = await barn.sql`SELECT against, override_by FROM card_revision WHERE card_id = ${card}`;
    expect(kept).toMatchObject({ against: [{ code: "check", because: "open", holds: "ridden" }], overrideBy: null });
    const alerts = await barn.sql`SELECT what, about FROM alert WHERE card_id = ${card}`;
    expect([...alerts]).toEqual([{ what: "against", about: "check" }]);
  });
  it("is a skill: the card names what is left alone", async () => {
    const stay = await barn.horse("Skill");
    await order(stay, { holds: "skill", skills: ["girth", "bit"] });
    const card = await readCard(barn.deps, await barn.handedOut(stay, { start: 6 }), barn.rider);
    expect(card?.checks).toMatchObject([{ because: "open", holds: "skill", skills: ["girth", "bit"] }]);
    expect(card?.work.items.map((item) => item.skill)).not.toEqual(expect.arrayContaining(["girth"]));
  });
  it("does not reach back: a ride of before the order may still be corrected", async () => {
    barn.today = localDate("2026-07-08");
    const stay = await barn.horse("Before");
    barn.today = localDate("2026-07-14");
    const card = await barn.worked(stay, "2026-07-13", { saddleMinutes: 15 });
    await order(stay, { holds: "all" });
    const again = { id: card, base: 1, record: record({ saddleMinutes: 20 }), gate: OPEN_GATE };
    expect(await barn.code("card/close", again, barn.rider)).toBe("done");
  });
});

describe("what answers and trials say to the findings", () => {
  it("moves bit and hands above the teeth once those were done and the mouth is busy again", async () => {
    const stay = await barn.book({ horse: { name: "Mouth" } });
    const busy = { rung: "saddle", sign: "busy-mouth", side: "both", strength: 2, moment: null, trend: "unknown" } as const;
    barn.today = localDate("2026-07-08");
    await barn.evaluate(stay, walkOf(4, { signs: [busy] }));
    const first = async () => (await horseChecks(stay)).weighed?.causes[0]?.cause;
    expect(await first()).toBe("teeth");
    const { id } = await order(stay);
    await barn.ask("check/close", { id, version: 1, doneOn: "2026-07-08", result: "treated", answer: "Done.", restrictions: [] });
    barn.today = localDate("2026-07-14");
    expect(await first()).toBe("teeth");
    await barn.worked(stay, "2026-07-10", { signs: [{ sign: "busy-mouth", skill: "bit", side: "both", strength: 2 }] });
    expect(await first()).toBe("bit-fit");
    const { id: trial } = await barn.ask<{ id: TrialId }>("check/begin-trial", {
      stay,
      change: "other-bit",
      fromDay: "2026-07-13",
      words: "Thicker",
      ended: null,
    });
    expect(
      await barn.code("check/begin-trial", { stay, change: "other-bit", fromDay: "2026-07-14", words: "", ended: null }),
    ).toBe("trial-running");
    await barn.ask("check/end-trial", { id: trial, endedOn: "2026-07-14", result: "same", words: "No change" });
    expect(await barn.code("check/end-trial", { id: trial, endedOn: "2026-07-14", result: "gone", words: "" })).toBe(
      "trial-ended",
    );
    expect(await first()).toBe("hands");
  });
  it("is proposed from the gear where a sign went with it, and counted with what became of it in one write", async () => {
    barn.today = localDate("2026-07-17");
    const stay = await barn.book({ horse: { name: "Gullet" } });
    await barn.evaluate(stay);
    const mouth = { sign: "busy-mouth", skill: "bit", side: "both", strength: 2 } as const;
    for (const day of ["07", "08", "09"])
      await barn.worked(stay, `2026-07-${day}`, { tack: ["web-halter", "snaffle"], signs: [mouth] });
    for (const day of ["15", "16", "17"]) await barn.worked(stay, `2026-07-${day}`, { tack: ["web-halter", "second-bit"] });
    const [proposed] = (await horseChecks(stay)).inGear;
    expect(proposed).toMatchObject({ change: "other-bit", fromDay: "2026-07-15", endedOn: "2026-07-17", went: ["busy-mouth"] });
    const counted = { stay, change: "other-bit", fromDay: "2026-07-15", words: "Second bit" };
    expect(await barn.code("check/begin-trial", { ...counted, ended: { on: "2026-07-14", result: "gone" } })).toBe(
      "before-arrival",
    );
    await barn.ask("check/begin-trial", { ...counted, ended: { on: "2026-07-17", result: "gone" } });
    const after = await horseChecks(stay);
    expect([after.inGear, after.trials.map(({ result }) => result)]).toEqual([[], ["gone"]]);
    expect(await barn.code("check/begin-trial", { ...counted, ended: { on: "2026-07-17", result: "gone" } })).toBe(
      "trial-running",
    );
  });
});

describe("an attached file", () => {
  const photo = (): Promise<Buffer> =>
    sharp({ create: { width: 3000, height: 1200, channels: 3, background: "#884422" } })
      .withExif({ IFD0: { Make: "Camera of somebody" } })
      .png()
      .toBuffer();
  it("is a photo, kept smaller and without what the camera knew, or a PDF as it came", async () => {
    const stay = await barn.horse("Files");
    const { id } = await order(stay);
    const { id: kept } = await barn.ask<{ id: string }>("check/attach", {
      id,
      name: "chart.pdf",
      content: (await photo()).toString("base64"),
    });
    const file = await readFile(barn.deps, kept);
    // What it is called says nothing.
    expect(file?.type).toBe("image/jpeg");
    const read = await sharp(file?.content).metadata();
    expect([read.width, read.height, read.exif]).toEqual([2400, 960, undefined]);
    const pdf = Buffer.from("%PDF-1.4\n1 0 obj\n<<>>\nendobj\n%%EOF\n");
    const { id: second } = await barn.ask<{ id: string }>("check/attach", { id, name: "x.jpg", content: pdf.toString("base64") });
    expect(await readFile(barn.deps, second)).toMatchObject({ type: "application/pdf", content: pdf });
    expect((await findCheck(barn.sql, id))?.files).toHaveLength(2);
    await barn.ask("check/remove-file", { file: second });
    expect(await readFile(barn.deps, second)).toBeNull();
  });
  it("is refused where it is a script, a page, a torn photo or nothing", async () => {
    const stay = await barn.horse("Refused");
    const { id } = await order(stay);
    const send = (content: Buffer) => barn.code("check/attach", { id, name: "photo.jpg", content: content.toString("base64") });
    for (const bad of ["<script>alert(1)</script>", "<svg xmlns='http://www.w3.org/2000/svg'/>", "MZ\u0090\u0000"])
      expect(await send(Buffer.from(bad))).toBe("file-type");
    expect(await send((await photo()).subarray(0, 200))).toBe("file-type");
    expect(await barn.code("check/attach", { id, name: "photo.jpg", content: "not base64!" })).toBe("issues");
    expect(await barn.code("check/attach", { id, name: "photo.jpg", content: "" })).toBe("issues");
  });
});
