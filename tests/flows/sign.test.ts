import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { JudgementFields } from "#contracts/intake.ts";
import { UNKNOWN_HISTORY } from "#contracts/stay.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { verdictOf } from "#core/forecast/chance.ts";
import { must } from "#core/kernel/assert.ts";
import type { EvaluationId, StayId } from "#core/kernel/brand.ts";
import { ancestorsIn } from "#core/ladder/ladder.ts";
import { listLatestForecasts, listPlanGoals } from "#db/queries/plan.ts";
import { attempt } from "#demo/ask.ts";
import { readCard } from "#server/card/read-card.ts";
import { readClosedEvaluation } from "#server/intake/read-evaluate.ts";
import { tellDraft } from "#server/intake/tell-chance.ts";
import { sweep } from "#server/plan/sweep.ts";
import { openStay } from "#server/stay/read-horse.ts";
import { readRail } from "#server/stay/read-rail.ts";
import { SHIPPED, skillOf } from "#shipped/ladder.ts";
import { Barn, JUDGEMENT, walkOf } from "#tests/barn.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

const GIRTHY = { rung: "tack", sign: "girthy", side: "left", strength: 2, moment: "tightening", trend: "unknown" } as const;
async function evaluated(name: string): Promise<{ stay: StayId; id: EvaluationId }> {
  const stay = await barn.book({ horse: { name }, stay: { aim: "I want a canter on both leads and a trailer that loads." } });
  return { stay, id: await barn.evaluate(stay, walkOf(4, { signs: [GIRTHY] })) };
}
const view = async (stay: StayId, id: EvaluationId) => {
  const opened = await openStay(barn.deps, stay);
  const found = opened && (await readClosedEvaluation(barn.deps, opened, id));
  if (!found) throw new Error("no such evaluation");
  return found;
};
const sign = (id: EvaluationId, changes: Partial<JudgementFields> = {}, revision = 0) =>
  barn.ask<{ revision: number; ordered: number }>("intake/sign", { id, revision, judgement: { ...JUDGEMENT, ...changes } });

const wish = (skill: string) => ({ skill, target: 3 as const, verdict: null, because: "" });
const goalsOf = (stay: StayId) => listPlanGoals(barn.sql, [stay]);

describe("the outcome of an evaluation", () => {
  it("proposes the checks, and the goals in the owner's words for each to be taken or left, and nothing set by hand", async () => {
    const { stay, id } = await evaluated("Proposed");
    const { proposal, proposed, signatures } = await view(stay, id);
    expect(signatures).toEqual([]);
    expect(proposal.checks.map((check) => check.cause)).toEqual(expect.arrayContaining(["back", "saddle-fit"]));
    expect(proposal.goals).toEqual([]);
    expect(proposed.map((goal) => goal.skill).sort()).toEqual(["lead-setup", "trailer-stand"]);
    expect([proposal.risk, proposal.ridden, proposal.sessionMinutes]).toEqual([null, null, null]);
  });
  it("waits on the Rail until somebody has signed it", async () => {
    const { stay, id } = await evaluated("Waits");
    const needs = async () =>
      (await readRail(barn.deps)).inWork.find((lane) => lane.stay === stay)?.needs.map((need) => need.code);
    expect(await needs()).toContain("sign");
    await sign(id);
    expect(await needs()).not.toContain("sign");
  });
  it("orders what was ticked, once, due by its urgency", async () => {
    const { stay, id } = await evaluated("Orders");
    const checks = [{ cause: "saddle-fit", urgency: "weeks", holds: "skill", skills: ["girth"] }] as JudgementFields["checks"];
    expect(await sign(id, { checks })).toMatchObject({ revision: 1, ordered: 1 });
    const [row] = await barn.sql`SELECT cause, who, due, holds, skills FROM check_up WHERE stay_id = ${stay}`;
    expect(row).toEqual({ cause: "saddle-fit", who: "fitter", due: "2026-07-28", holds: "skill", skills: ["girth"] });
    expect(await sign(id, { checks, ownerWords: "A good sort." }, 1)).toMatchObject({ revision: 2, ordered: 0 });
    expect((await view(stay, id)).signatures.map((one) => [one.revision, one.judgement.ownerWords])).toEqual([
      [1, ""],
      [2, "A good sort."],
    ]);
    expect((await view(stay, id)).asked).toEqual(["saddle-fit"]);
  });
  it("is signed on the barn's day, whatever the clocks elsewhere say", async () => {
    const { stay, id } = await evaluated("Late evening");
    // Half past ten in the evening in Denver is the next day in Greenwich.
    const evening = { ...barn.deps, clock: { now: () => new Date("2026-07-15T04:30:00Z"), today: () => barn.today } };
    await attempt(evening, { route: "intake/sign", actor: barn.boss, input: { id, revision: 0, judgement: JUDGEMENT } });
    expect((await view(stay, id)).signatures.map((one) => one.day)).toEqual(["2026-07-14"]);
  });
  it("is done once, however often the same request is sent", async () => {
    const { stay, id } = await evaluated("Repeated");
    const call = { route: "intake/sign", actor: barn.boss, input: { id, revision: 0, judgement: JUDGEMENT }, key: randomUUID() };
    expect(await attempt(barn.deps, call)).toEqual(await attempt(barn.deps, call));
    expect((await view(stay, id)).signatures).toHaveLength(1);
  });
  it("shows the second of two who sign at once what the first signed", async () => {
    const { id } = await evaluated("Two");
    const both = await Promise.all(
      ["Mine", "Theirs"].map((ownerWords) =>
        attempt(barn.deps, {
          route: "intake/sign",
          actor: barn.boss,
          input: { id, revision: 0, judgement: { ...JUDGEMENT, ownerWords } },
        }),
      ),
    );
    const refused = both.find((answer) => !answer.ok);
    expect(both.filter((answer) => answer.ok)).toHaveLength(1);
    expect(refused).toMatchObject({
      error: { code: "changed-meanwhile", current: { revision: 1, judgement: { focus: ["Hard side first"] } } },
    });
  });
  it("is not signed while the walk is open, nor once the horse has gone", async () => {
    const stay = await barn.book({ horse: { name: "Open" } });
    const { id } = await barn.ask<{ id: EvaluationId }>("intake/begin", { stay, kind: "intake" });
    expect(await barn.code("intake/sign", { id, revision: 0, judgement: JUDGEMENT })).toBe("evaluation-open");
    await barn.ask("intake/close", { id, version: 1, walk: walkOf(4) });
    await barn.ask("stay/send-home", { id: stay, version: 1, day: barn.today });
    expect(await barn.code("intake/sign", { id, revision: 0, judgement: JUDGEMENT })).toBe("gone-home");
  });
});

describe("limits that were signed", () => {
  it("hold on the day sheet: risk, ridden or not, second person, length", async () => {
    const { stay, id } = await evaluated("Limited");
    const place = (changes: object) =>
      attempt(barn.deps, { route: "day/place", actor: barn.boss, input: barn.placement(stay, { start: 8, ...changes }) });
    await sign(id, { risk: 5, ridden: false, secondPerson: "always", sessionMinutes: 20 });
    const refused = await place({ kind: "saddle", length: 2 });
    expect(refused).toMatchObject({
      error: {
        blockers: expect.arrayContaining([
          { code: "signed-off", because: "minutes", limit: 20, is: 30 },
          { code: "signed-off", because: "ground" },
          { code: "second-person", because: "risk", skill: null },
          expect.objectContaining({ code: "grade", needed: 5 }),
        ]),
      },
    });
    await sign(id, { risk: 2, ridden: true, secondPerson: "no", sessionMinutes: null }, 1);
    expect((await place({ kind: "saddle", length: 2 })).ok).toBe(true);
  });
  it("put the risk in place of the one set by hand before", async () => {
    const { stay, id } = await evaluated("Risk");
    const opened = await openStay(barn.deps, stay);
    const {
      kind,
      aim,
      complaint,
      complaintDuring,
      complaintLedBy,
      length,
      firstDay,
      sessionsAWeek,
      givenBefore,
      counting,
      method,
      afterDays,
      afterLevel,
      afterWords,
    } = opened?.stay ?? ({} as never);
    const fields = {
      kind,
      aim,
      complaint,
      complaintDuring,
      complaintLedBy,
      length,
      firstDay,
      sessionsAWeek,
      givenBefore,
      counting,
      method,
      afterDays,
      afterLevel,
      afterWords,
    };
    await barn.ask("stay/edit", { id: stay, version: 1, stay: fields, riskSet: 5 });
    await sign(id, { risk: 3 });
    expect((await openStay(barn.deps, stay))?.stay).toMatchObject({ riskSet: null, judged: { risk: 3 } });
  });
  it("and the focus stand on the rider's card, the focus for a week", async () => {
    const { stay, id } = await evaluated("Focus");
    await sign(id, { sessionMinutes: 60, circleMinutes: 5 });
    const card = await barn.handedOut(stay, { start: 12 });
    expect(await readCard(barn.deps, card, barn.rider)).toMatchObject({
      focus: ["Hard side first"],
      sessionMinutes: 60,
      circleMinutes: 5,
    });
    await barn.ask("card/cancel", { id: card, version: 2, reason: "Rain" });
    barn.today = localDate("2026-07-23");
    const later = await barn.handedOut(stay, { start: 12 });
    expect(await readCard(barn.deps, later, barn.rider)).toMatchObject({ focus: [], circleMinutes: 5 });
    barn.today = localDate("2026-07-14");
  });
  it("begins from the goals that were taken while booking, and keeps their day", async () => {
    const stay = await barn.book({
      horse: { name: "Booked" },
      stay: { aim: "I want a canter on both leads and a trailer that loads." },
      goals: [{ skill: "trailer-stand", target: 4, by: localDate("2026-08-01") }],
    });
    const id = await barn.evaluate(stay, walkOf(4));
    const { proposal, proposed } = await view(stay, id);
    expect(proposal.goals).toEqual([{ skill: "trailer-stand", target: 4, verdict: null, because: "" }]);
    expect(proposed.map(({ skill }) => skill)).toEqual(["lead-setup"]);
    await sign(id, { goals: proposal.goals });
    expect(await goalsOf(stay)).toMatchObject([{ skill: "trailer-stand", target: 4, by: "2026-08-01" }]);
  });
  it("answers a goal with the chance that plan and Rail then tell, before and at the signature", async () => {
    const { stay, id } = await evaluated("One chance");
    const goals = ["canter", "trailer-stand", "lead-setup"].map(
      (skill) => ({ skill, target: 4, verdict: "possible", because: "" }) as const,
    );
    const draft = await tellDraft(barn.deps, id, { ...JUDGEMENT, goals: [...goals] });
    await sign(id, { goals: [...goals] });
    const [signed] = (await view(stay, id)).signatures;
    expect(signed?.goals).toEqual(draft);
    await sweep(barn.deps);
    const [kept] = await listLatestForecasts(barn.sql, [stay]);
    expect(kept?.goals.map(({ skill, chance }) => [skill, chance])).toEqual(
      draft?.map(({ goal, chance }) => [goal.skill, chance]),
    );
    expect(draft?.map(({ chance, verdict }) => verdictOf(chance ?? 0) === verdict)).toEqual([true, true, true]);
  });
  it("says of a goal that is not for this term how far the horse gets, to be taken in its place", async () => {
    const stay = await barn.book({
      horse: { name: "How far", history: { ...UNKNOWN_HISTORY, haltered: "yes", ridden: "no" } },
      stay: { kind: "halter", length: 30 },
    });
    const onFoot = walkOf(2, { marks: walkOf(2).marks.filter(({ skill }) => !skillOf(skill).saddle) });
    const id = await barn.evaluate(stay, onFoot);
    const [far] = (await tellDraft(barn.deps, id, { ...JUDGEMENT, goals: [wish("canter")] })) ?? [];
    expect(far).toMatchObject({ verdict: "not-this-term", onTheWay: { skill: expect.any(String), chance: expect.any(Number) } });
    const step = far?.onTheWay ?? { skill: "", chance: 0 };
    expect(ancestorsIn(SHIPPED.skills, "canter")).toContain(step.skill);
    expect(verdictOf(step.chance)).not.toBe("not-this-term");
    await sign(id, { goals: [wish("canter"), wish(step.skill)] });
    expect((await goalsOf(stay)).map(({ skill }) => skill)).toEqual([step.skill]);
    // Once it is a goal itself there is nothing to take any more.
    const [answer] = (await view(stay, id)).signatures[0]?.goals ?? [];
    expect([answer?.verdict, answer?.onTheWay ?? null]).toEqual(["not-this-term", null]);
    // At half time it is asked again; what a goal that stays rests on anyway is proposed in nobody's place.
    const half = await barn.evaluate(stay, onFoot, "mid-term");
    expect((await view(stay, half)).proposal.goals.map(({ skill }) => skill)).toEqual([step.skill, "canter"]);
    const both = [wish("collection"), { ...wish("canter"), verdict: "possible" as const }];
    const again = await tellDraft(barn.deps, half, { ...JUDGEMENT, goals: both });
    expect(again?.[0]?.verdict).toBe("not-this-term");
    expect(ancestorsIn(SHIPPED.skills, "canter")).not.toContain(again?.[0]?.onTheWay?.skill);
  });
  it("offers the next step to what was not for this term, for one tap, as long as no open goal leads there", async () => {
    const stay = await barn.book({
      horse: { name: "Next step", history: { ...UNKNOWN_HISTORY, haltered: "yes", ridden: "no" } },
      stay: { kind: "halter", length: 30 },
    });
    const id = await barn.evaluate(stay, walkOf(2, { marks: walkOf(2).marks.filter(({ skill }) => !skillOf(skill).saddle) }));
    const nextOf = async () => {
      await sweep(barn.deps);
      const needs = (await readRail(barn.deps)).needsYou.filter((one) => one.stay === stay);
      return needs.find(({ need }) => need.code === "next-goals");
    };
    // What the manager leaves out himself, likely as it is, is his decision and comes up no more.
    await sign(id, { goals: [wish("canter"), { ...wish("lead"), verdict: "not-this-term" }] });
    const offered = must(await nextOf(), "a next step");
    expect(offered.need).toMatchObject({ wish: "canter" });
    const [proposal] = offered.proposals;
    if (proposal?.code !== "add-goal") throw new Error("it is one tap");
    expect(ancestorsIn(SHIPPED.skills, "canter")).toContain(proposal.skill);
    await barn.ask("plan/set-goals", proposal.input);
    expect((await goalsOf(stay)).map(({ skill }) => skill)).toEqual([proposal.skill]);
    expect(await nextOf()).toBeUndefined();
    // A goal that serves something else leads nowhere near.
    const [{ version } = { version: 0 }] = await barn.sql<
      { version: number }[]
    >`SELECT version FROM plan WHERE stay_id = ${stay}`;
    await barn.ask("plan/set-goals", {
      ...proposal.input,
      version,
      goals: [{ ...must(proposal.input.goals[0], "a goal"), skill: "tie" }],
    });
    expect((await nextOf())?.need).toMatchObject({ wish: "canter", skills: [proposal.skill] });
  });
  it("promises what is likely, wishes what is possible, and lets nothing steer that will not come in this term", async () => {
    const { stay, id } = await evaluated("Answered");
    const goals = (["likely", "possible", "not-this-term"] as const).map((verdict, i) => ({
      skill: ["lead", "canter", "collection"][i] ?? "",
      target: 3 as const,
      verdict,
      because: "",
    }));
    await sign(id, { goals });
    expect(await goalsOf(stay)).toMatchObject([
      { skill: "lead", must: true },
      { skill: "canter", must: false },
    ]);
    // At the exit the term is over: what it was for stays.
    const exit = await barn.evaluate(stay, walkOf(4), "exit");
    await sign(exit, { goals: [{ skill: "canter", target: 3, verdict: "not-this-term", because: "" }] });
    expect((await goalsOf(stay)).map(({ skill }) => skill)).toEqual(["canter"]);
  });
  it("and the aim stay as they were read, whatever happens afterwards", async () => {
    const { stay, id } = await evaluated("Kept");
    await sign(id, { goals: [{ skill: "canter", target: 4, verdict: null, because: "" }] });
    const [signed] = (await view(stay, id)).signatures;
    expect(signed?.goals[0]?.goal).toEqual({ skill: "canter", target: 4 });
    barn.today = localDate("2026-08-20");
    expect((await view(stay, id)).signatures[0]?.goals).toEqual(signed?.goals);
    barn.today = localDate("2026-07-14");
  });
});
