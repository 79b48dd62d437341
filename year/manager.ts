/** The manager's day by the application: what the Rail asks is answered by simple rules, week and day are laid out as proposed, owners are written to. */
import { NOTHING_TAKEN, UNKNOWN_HISTORY } from "#contracts/stay.ts";
import type { NeedView } from "#contracts/views.ts";
import { addDays, type LocalDate, weekdayOf } from "#core/calendar/local-date.ts";
import { readyDay } from "#core/day/compiled.ts";
import { placementsOf, problemOf } from "#core/day/from-barn.ts";
import { Search } from "#core/day/search.ts";
import { settled } from "#core/day/settle.ts";
import { fallen } from "#core/day/stands.ts";
import { MOST_GOALS } from "#core/intake/aims.ts";
import { causeOf } from "#core/intake/causes.ts";
import type { EvaluationKind } from "#core/intake/outcome.ts";
import { must } from "#core/kernel/assert.ts";
import type { EvaluationId, StayId } from "#core/kernel/brand.ts";
import { costsPromise } from "#core/plan/on-the-way.ts";
import { planTheWeek } from "#demo/week.ts";
import { readBarn } from "#server/barn/read-barn.ts";
import { readDay } from "#server/day/read-day.ts";
import { readClosedEvaluation, readEvaluate } from "#server/intake/read-evaluate.ts";
import { tellDraft } from "#server/intake/tell-chance.ts";
import { readPlan } from "#server/plan/read-plan.ts";
import { readDueReports } from "#server/report/read-report.ts";
import { openStay } from "#server/stay/read-horse.ts";
import { readRail } from "#server/stay/read-rail.ts";
import { Bodies } from "./bodies.ts";
import { MORNING } from "./effort.ts";
import { type LivedBarn, RIDDEN_HISTORY, type Stabled } from "./lived-barn.ts";
import { luck } from "./luck.ts";
import { walkOf } from "./walk.ts";
import { type Guest, goalsOf, weatherOf } from "./world.ts";

const BOOKED_AHEAD = 8;
const CHUNK = 100;
const CHUNKS = 12;
const WEEK_TRIES = 150;

export class Manager {
  private readonly bodies: Bodies;
  /** Whose plan was changed this morning: what else was proposed for it is out of date. */
  private readonly moved = new Set<StayId>();

  constructor(private readonly year: LivedBarn) {
    this.bodies = new Bodies(year);
  }

  private get today(): LocalDate {
    return this.year.today;
  }
  private try<T>(route: string, input: unknown) {
    return this.year.hands.try<T>(route, this.year.boss, input);
  }
  private must<T>(route: string, input: unknown): Promise<T> {
    return this.year.hands.must<T>(route, this.year.boss, input);
  }

  /** The barn's own rules, once. */
  async settleIn(holidays: readonly LocalDate[], stalls: number): Promise<void> {
    const barn = await readBarn(this.year.database);
    await this.must("barn/edit-policies", {
      version: barn.version,
      policies: { ...barn.policies, holidays, stalls: stalls + 4 },
    });
  }

  async morning(works: boolean): Promise<void> {
    const { world, tally } = this.year;
    tally.manager.taps += MORNING.taps;
    tally.manager.seconds += MORNING.seconds;
    await this.must("weather/enter", { day: this.today, version: null, hours: weatherOf(world, this.today) });
    for (const guest of world.guests) if (this.isBooking(guest)) await this.book(guest);
    await this.absences("before");
    await this.flood();
    for (const one of this.year.stabled.values()) await this.holds(one);
    await this.bodies.answered();
    await this.needs();
    await this.reports();
    if (!works) return;
    if (weekdayOf(this.today) === 1) await this.week();
    await this.layOut();
    if (await this.absences("after")) await this.layOut();
  }

  private isBooking({ firstDay }: Guest): boolean {
    const ahead = addDays(firstDay, -BOOKED_AHEAD);
    return this.today === (ahead < this.year.world.firstDay ? this.year.world.firstDay : ahead);
  }
  private async book(guest: Guest): Promise<void> {
    const ridden = RIDDEN_HISTORY.includes(guest.kind);
    const { stay } = await this.must<{ stay: StayId }>("stay/book", {
      client: {
        name: guest.client,
        phone: "555 0100",
        email: "owner@example.invalid",
        emergencyName: "",
        emergencyPhone: "",
        vetName: "",
        vetPhone: "",
        vetRelease: true,
      },
      horse: {
        name: guest.horse,
        birthDate: null,
        birthYear: guest.born,
        sex: guest.sex,
        class: guest.class,
        heightCm: guest.heightCm,
        toldKg: null,
        history: {
          ...UNKNOWN_HISTORY,
          haltered: guest.kind === "unhandled" ? "no" : "yes",
          saddled: ridden ? "yes" : "unknown",
          ridden: ridden ? "yes" : "no",
        },
        historyWords: "",
      },
      stay: {
        kind: guest.kind,
        aim: guest.aim,
        complaint: guest.complaint,
        complaintDuring: [],
        complaintLedBy: [],
        length: guest.length,
        firstDay: guest.firstDay,
        sessionsAWeek: guest.perWeek,
        givenBefore: 0,
        counting: "calendar",
        method: "quiet-steps",
        afterDays: 3,
        afterLevel: "steady",
        afterWords: "",
      },
      goals: goalsOf(guest).map(({ skill, target }) => ({ skill, target, by: null })),
    });
    this.year.booked(guest, stay);
  }

  /** Most say so the evening before; some ring when the day is handed out. */
  private async absences(when: "before" | "after"): Promise<boolean> {
    const { world, actors } = this.year;
    let any = false;
    for (const { hand, from, to, reason } of world.absences) {
      const late = luck(world.seed, "rings", hand, from).chance(0.3);
      if (from !== this.today || late !== (when === "after")) continue;
      any = true;
      await this.try("people/add-absence", {
        person: must(actors[hand], "somebody here").id,
        firstDay: from,
        lastDay: to,
        fromMinute: null,
        toMinute: null,
        reason,
      });
    }
    return any;
  }

  private async flood(): Promise<void> {
    const { from, to } = this.year.world.flood;
    const closes = this.today === from;
    if (!closes && this.today !== addDays(to, 1)) return;
    const { places } = await readBarn(this.year.database);
    for (const { id, version, ...place } of places)
      if (place.outdoor) await this.try("barn/edit-place", { id, version, place: { ...place, closed: closes } });
  }

  private async holds({ guest, stay }: Stabled): Promise<void> {
    for (const off of guest.off) {
      const [from, to] = [addDays(guest.firstDay, off.from), addDays(guest.firstDay, off.to)];
      if (from !== this.today || this.year.tallyOf(guest).wentHome) continue;
      const reason = off.kind === "owner" ? "The owner has it for some days." : "Kicked in the field.";
      await this.try("stay/add-hold", { stay, kind: off.kind, firstDay: from, lastDay: to, stopsClock: true, reason });
    }
  }

  private async needs(): Promise<void> {
    const rail = await this.year.watch.timed("Rail", () => readRail(this.year.database));
    this.moved.clear();
    for (const view of rail.needsYou) if (!view.putOff) await this.need(view);
  }
  private putOff({ stay, need, about }: NeedView, days: number): Promise<unknown> {
    return this.try("watch/answer", {
      stay,
      code: need.code,
      about,
      until: addDays(this.today, days),
      reason: "Seen; it goes on as it is.",
    });
  }
  private async need(view: NeedView): Promise<void> {
    const { need, proposals, stay } = view;
    const one = must(this.year.stabled.get(stay), "a horse of the barn");
    // It went home a moment ago, and took its other needs along.
    if (this.year.tallyOf(one.guest).wentHome) return;
    if (need.code === "stall" || need.code === "sudden" || need.code === "same-trouble") {
      if (need.code === "stall") this.year.tally.alarms[one.living.hurts(this.today) ? "right" : "wrong"] += 1;
      one.warned.push(this.today);
    }
    const offered = proposals.find(
      ({ code }) =>
        code === "order-check" || code === "rest-skill" || code === "lay-step" || code === "add-sessions" || code === "add-goal",
    );
    switch (need.code) {
      case "evaluate":
      case "mid-term":
      case "exit":
        if (need.due <= this.today) await this.evaluate(one, need.code === "evaluate" ? "intake" : need.code);
        return;
      case "sign":
        return this.sign(one, need.evaluation);
      case "over":
        return this.sendHome(one);
      case "measure": {
        const { guest } = one;
        await this.try("stay/measure", {
          ...NOTHING_TAKEN,
          stay,
          day: this.today,
          withersCm: guest.heightCm,
          croupCm: guest.heightCm + 1,
          girthCm: guest.girthCm,
          lengthCm: guest.lengthCm,
          condition: 5,
          saddleFit: "fits",
        });
        return;
      }
      case "next-goals":
        if (offered) await this.order(one, offered);
        await this.putOff(view, offered ? 1 : 7);
        return;
      case "report":
      case "hold":
        return;
      case "same-trouble":
      case "stall":
        if (offered) await this.order(one, offered);
        else await this.bodies.lookFurther(one);
        await this.putOff(view, 7);
        return;
      default:
        if (offered) await this.order(one, offered);
        await this.putOff(view, need.code === "step-ready" ? 1 : 4);
    }
  }
  private async order(one: Stabled, proposal: NeedView["proposals"][number]): Promise<void> {
    if (proposal.code === "order-check") {
      if (causeOf(proposal.input.cause ?? "sudden").body) this.year.lookedAt(one);
      await this.try("check/order", proposal.input);
    } else if (proposal.code === "rest-skill") await this.try("plan/set-pins", proposal.input);
    else if (proposal.code === "lay-step") await this.try("plan/lay-step", proposal.input);
    else if (proposal.code === "add-sessions") await this.try("week/set", proposal.input);
    else if (proposal.code === "add-goal") await this.try("plan/set-goals", proposal.input);
  }
  private async evaluate(one: Stabled, kind: EvaluationKind): Promise<void> {
    const { database, world } = this.year;
    const begun = await this.try<{ id: EvaluationId }>("intake/begin", { stay: one.stay, kind });
    if (!begun.ok) return;
    const opened = must(await openStay(database, one.stay), "a stay");
    const { walk } = await readEvaluate(database, opened);
    const seen = walkOf(world, one, must(walk, "a walk that was begun"), this.today);
    await this.must("intake/close", { id: begun.value.id, version: 1, walk: seen });
    await this.sign(one, begun.value.id);
  }
  private async sign(one: Stabled, evaluation: EvaluationId): Promise<void> {
    const { database } = this.year;
    const opened = must(await openStay(database, one.stay), "a stay");
    const view = must(await readClosedEvaluation(database, opened, evaluation), "a closed evaluation");
    const told = (await tellDraft(database, view.id, view.proposal)) ?? [];
    const { goals } = view.proposal;
    // What is not for this term is answered with how far it gets instead.
    const steps = [...new Set(told.flatMap(({ onTheWay }) => onTheWay?.skill ?? []))].filter(
      (skill) => !goals.some((goal) => goal.skill === skill),
    );
    const withSteps = {
      ...view.proposal,
      goals: [...goals, ...steps.map((skill) => ({ skill, target: 3 as const, verdict: null, because: "" }))].slice(
        0,
        MOST_GOALS,
      ),
    };
    // The page tells again what is to be signed; several steps at once may cost what one would not.
    const again = steps.length > 0 ? ((await tellDraft(database, view.id, withSteps)) ?? []) : told;
    const costs = told.some(({ chance }, i) => costsPromise(chance ?? 0, again[i]?.chance ?? 1));
    const judgement = costs ? view.proposal : withSteps;
    if (view.proposal.checks.some(({ cause }) => causeOf(cause).body)) this.year.lookedAt(one);
    await this.try("intake/sign", { id: evaluation, revision: view.signatures.length, judgement });
  }

  private async sendHome(one: Stabled): Promise<void> {
    const { database } = this.year;
    const opened = must(await openStay(database, one.stay), "a stay");
    const { record } = await readPlan(database, opened, this.year.boss);
    // The record as it stands: what is not logged yet waits for its rider.
    const sent = await this.try("stay/send-home", { id: one.stay, version: opened.stay.version, day: this.today });
    if (!sent.ok) return;
    await this.year.watch.goesHome(one);
    await this.year.forecastsOf(one);
    const mine = this.year.tallyOf(one.guest);
    mine.wentHome = this.today;
    mine.goals = goalsOf(one.guest).map(({ skill, target }) => ({
      skill,
      target,
      held: one.living.holds(skill, target),
      promised: record?.goals.some((goal) => goal.skill === skill && goal.must) ?? false,
    }));
  }

  private async reports(): Promise<void> {
    const { reports } = await readDueReports(this.year.database);
    for (const { stay, kind, ordinal, due, state, version } of reports)
      if (due <= this.today && (state === "draft" || state === "not-begun")) {
        const done = await this.try<{ number: number }>("report/approve", { stay, kind, ordinal, version, send: true });
        if (!done.ok) continue;
        this.year.tally.letters.count += 1;
        await this.year.watch.report(done.value.number);
      }
  }

  private async week(): Promise<void> {
    await planTheWeek(this.year.database, (route, input) => this.try(route, input), WEEK_TRIES);
  }

  /** What the sheet says is no longer possible keeps no pin: somebody fell ill, the owner has the horse. */
  private async freeTheFallen(): Promise<void> {
    const view = await readDay(this.year.database, this.today);
    const down = fallen(view);
    for (const { card, version, locked } of view.cards)
      if (locked && down.has(card)) await this.try("day/lock", { id: card, version, locked: false });
  }

  /** What the screen's button does, by steps and not by the clock: the same day each time. */
  private async layOut(): Promise<void> {
    await this.freeTheFallen();
    const view = await readDay(this.year.database, this.today);
    const barn = problemOf(view);
    const ready = readyDay(barn.problem);
    const search = new Search(ready, { seed: 1, from: barn.stands, steer: new Map() });
    for (let done = 0; done < CHUNKS; done += 1) search.steps(CHUNK, done / CHUNKS, (done + 1) / CHUNKS);
    const cards = placementsOf(barn, settled(ready, search.plan())).map(({ card, ...where }) => ({ id: card, ...where }));
    const seen = view.cards.filter(({ state }) => state !== "cancelled").map(({ card, version }) => ({ id: card, version }));
    const laid = await this.try("day/lay-out", { day: this.today, seen, cards });
    if (laid.ok && cards.length > 0) await this.try("day/hand-out", { day: this.today });
  }
}
