/** Writes the demo barn through the application's own use cases: eight weeks of days, one after the other, on a clock of its own. */

import type { Actor } from "#contracts/people.ts";
import { UNKNOWN_HISTORY } from "#contracts/stay.ts";
import type { DayView } from "#contracts/views.ts";
import { addDays, daysBetween, type LocalDate, weekdayOf } from "#core/calendar/local-date.ts";
import type { SessionKind } from "#core/card/card.ts";
import { dayFactsOf } from "#core/day/from-barn.ts";
import { startsOf } from "#core/day/hours.ts";
import { DAY_GRID, type Placement } from "#core/day/model.ts";
import { blockersOf } from "#core/day/rules.ts";
import { spotAt } from "#core/day/spot.ts";
import type { EvaluationKind } from "#core/intake/outcome.ts";
import { must } from "#core/kernel/assert.ts";
import type { CardId, PersonId, StayId } from "#core/kernel/brand.ts";
import { type Random, seededRandom } from "#core/kernel/random.ts";
import { GOAL_SETS, goalsOfSet } from "#core/plan/goal-sets.ts";
import { USUAL_LIMITS } from "#core/weather/work-limits.ts";
import type { Sql } from "#db/client.ts";
import { listMedia } from "#db/queries/media.ts";
import { setUpBarn } from "#server/barn/set-up.ts";
import { readCard } from "#server/card/read-card.ts";
import type { Deps } from "#server/container.ts";
import { readDay } from "#server/day/read-day.ts";
import { readClosedEvaluation } from "#server/intake/read-evaluate.ts";
import { tellDraft } from "#server/intake/tell-chance.ts";
import { acknowledge, askQuestion, tellCheckBack } from "#server/owner/answer.ts";
import { readLetter } from "#server/owner/read-outbox.ts";
import { readPlan } from "#server/plan/read-plan.ts";
import { sweep } from "#server/plan/sweep.ts";
import { readDueReports } from "#server/report/read-report.ts";
import { readAim } from "#server/stay/read-aim.ts";
import { openStay } from "#server/stay/read-horse.ts";
import { newId, withIdsFrom } from "#server/work.ts";
import { SHIPPED, SKILLS } from "#shipped/ladder.ts";
import { ask } from "./ask.ts";
import { measured, photographed, takePart } from "./at-the-barn.ts";
import { APART, type Character, HORSES, PEOPLE } from "./cast.ts";
import { judgementOf, walkFor } from "./evaluation.ts";
import { Bodies } from "./live-bodies.ts";
import { DONE_AT_HOME, type Stabled, sessionOf } from "./session.ts";
import { truthOf } from "./truth.ts";
import { planTheWeek } from "./week.ts";

const WEEK = 7;
/** Minutes after its end until a session is logged. */
const TO_LOG = 20;
const WORDS_WAITING = 3;
const GOALS_BY_KIND = { unhandled: "manners", halter: "start", started: "tune-up", restart: "restart" } as const;
/** Where the owner named fewer than enough. */
const GOALS_OF_A_STAY = 6;
const ENOUGH_GOALS = 4;
const HISTORY_DAYS = 56;
/** Days from today since when a mid-term evaluation still waits for its signature. */
const UNSIGNED_SINCE = -6;
export const DEMO_ZONE = "America/Denver";

class DemoBarn {
  private day: LocalDate;
  private readonly actors = new Map<PersonId, Actor>();
  private readonly stabled = new Map<StayId, Stabled>();
  private readonly bodies: Bodies;
  private manager: Actor | null = null;
  private readonly deps: Deps;

  constructor(
    sql: Sql,
    private readonly today: LocalDate,
    private readonly random: Random,
    private readonly minute: number | null,
  ) {
    this.day = addDays(today, -HISTORY_DAYS);
    this.bodies = new Bodies(today, { stayOf: this.stayOf, ask: (route, input) => this.ask(route, this.manager, input) });
    this.deps = { sql, clock: { now: () => new Date(`${this.day}T18:00:00Z`), today: () => this.day } };
  }

  private ask<T>(route: string, actor: Actor | null, input: unknown): Promise<T> {
    return ask<T>(this.deps, { route, actor: must(actor, "somebody asks"), input });
  }

  async run(): Promise<void> {
    const [first, ...others] = PEOPLE;
    const id = await setUpBarn(this.deps.sql, {
      name: "Quillfern Farm",
      timeZone: DEMO_ZONE,
      units: "hands",
      demo: true,
      begunOn: this.day,
      manager: must(first, "a manager"),
    });
    if (!id) return;
    this.manager = { id, name: must(first, "a manager").person.name, role: "manager", grade: 5 };
    this.actors.set(id, this.manager);
    for (const person of others) {
      const { id: added } = await this.ask<{ id: PersonId }>("people/add", this.manager, person);
      this.actors.set(added, { id: added, name: person.person.name, role: person.person.role, grade: person.person.grade });
    }
    await this.deps.sql`UPDATE barn SET phone = ${"555 0100"}`;
    // Everybody here has chosen their own long ago.
    await this.deps.sql`UPDATE person SET must_change = false`;
    for (; this.day < this.today; this.day = addDays(this.day, 1)) {
      await this.live();
      // Plans are read again each Sunday; what was forecast a week ago stands beside what is forecast now.
      if (weekdayOf(this.day) === 7 || this.offset() === -WEEK) await sweep(this.deps);
    }
    await this.morning();
    await this.fromOwners();
    await takePart(this.atTheBarn());
    await sweep(this.deps);
    if (this.minute === null) return;
    await this.away();
    await planTheWeek(this.deps, (route, input) => this.ask(route, this.manager, input));
    await this.workUntil(this.minute);
  }

  private atTheBarn = (): Parameters<typeof takePart>[0] => ({
    today: this.today,
    stayOf: this.stayOf,
    ask: (route, input) => this.ask(route, this.manager, input),
    letterOf: async (stay) => readLetter(this.deps, must(await openStay(this.deps, stay), "a stay")),
  });
  private offset = (): number => daysBetween(this.today, this.day);

  private async live(): Promise<void> {
    const offset = this.offset();
    for (const character of HORSES) {
      // Booked a week ahead; what stood here before the eight weeks began was booked on their first day.
      const booked = Math.max(character.arrives - 7, -HISTORY_DAYS);
      if (offset === booked) await this.book(character);
    }
    if (offset === -1) await this.keepApart();
    for (const one of this.stabled.values()) await this.happen(one, offset);
    await this.bodies.live(offset, this.day);
    await measured(this.atTheBarn(), this.day);
    await photographed(this.atTheBarn(), this.day);
    if (weekdayOf(this.day) === 7) {
      if (offset >= -WEEK) await this.weekly();
      return;
    }
    await this.workDay(offset);
  }

  private async book(c: Character): Promise<void> {
    // She takes every goal that is read from the owner's words.
    const { goals } = readAim(
      { aim: c.aim, complaint: c.complaint ?? "", kind: c.kind, birthDate: null, birthYear: c.born },
      { ladder: SHIPPED, workLimits: USUAL_LIMITS },
      this.day,
    );
    const phone = `555 01${this.random.whole(10, 99)}`;
    const { stay } = await this.ask<{ stay: StayId }>("stay/book", this.manager, {
      client: {
        name: c.client,
        phone,
        email: `${c.client.toLowerCase().replaceAll(/[^a-z]+/g, ".")}@example.invalid`,
        emergencyName: "",
        emergencyPhone: "",
        vetName: "Valley vet",
        vetPhone: "555 0140",
        vetRelease: true,
      },
      horse: {
        name: c.horse,
        birthDate: null,
        birthYear: c.born,
        sex: c.sex,
        class: c.class,
        heightCm: c.heightCm,
        toldKg: null,
        history: {
          ...UNKNOWN_HISTORY,
          haltered: c.kind === "unhandled" ? "no" : "yes",
          saddled: c.kind === "started" ? "yes" : "unknown",
        },
        historyWords: "",
      },
      stay: {
        kind: c.kind,
        aim: c.aim,
        complaint: c.complaint ?? "",
        complaintDuring: c.brings?.during ?? [],
        complaintLedBy: c.brings?.ledBy ?? [],
        length: c.length,
        firstDay: addDays(this.today, c.arrives),
        sessionsAWeek: c.sessionsAWeek,
        givenBefore: 0,
        counting: c.counting ?? "calendar",
        method: c.method,
        afterDays: c.after.days,
        afterLevel: c.after.level,
        afterWords: c.after.words,
      },
      goals: goals.map(({ skill, target }) => ({
        skill,
        target,
        by: c.needed?.skill === skill ? addDays(this.today, c.needed.day) : null,
      })),
    });
    this.stabled.set(stay, {
      character: c,
      stay,
      truth: truthOf(c, this.random),
      firsts: new Set(c.kind === "started" ? DONE_AT_HOME : []),
    });
  }

  /** The word of the week to most owners; a few of them wait to be written. */
  private async weekly(): Promise<void> {
    const { reports } = await readDueReports(this.deps);
    const due = reports.filter(({ kind, due: day }) => kind === "weekly" && day === this.day);
    for (const { stay, kind, ordinal } of due.slice(0, -WORDS_WAITING))
      await this.ask("report/approve", this.manager, { stay, kind, ordinal, version: null, send: true });
  }

  /** Who went home first has read the report, asks, and tells how it goes. */
  private async fromOwners(): Promise<void> {
    const home = [...this.stabled.values()].find(({ character }) => character.goesHome !== undefined);
    const opened = home && (await openStay(this.deps, home.stay));
    if (!opened?.stay.reportNumber) return;
    const { stay, barn, today } = opened;
    await acknowledge(this.deps, stay.reportNumber ?? 0);
    await askQuestion(
      this.deps,
      stay.reportNumber ?? 0,
      "May my daughter, who rides in a lesson barn, sit on him in the second week?",
    );
    const skills = [{ skill: "lead", since: "same" } as const, { skill: "give-head", since: "better" } as const];
    const words = "Quiet to lead. The girth still takes time, as you wrote.";
    const back = { daysAWeek: 3, goes: "well", problem: stay.complaint === "" ? null : "better", skills, words } as const;
    await tellCheckBack(this.deps, { stay, barn, today }, { ...back, skills: [...skills] });
  }

  private async keepApart(): Promise<void> {
    const named = (name: string) =>
      must(
        [...this.stabled.values()].find((one) => one.character.horse === name),
        name,
      ).stay;
    for (const [a, b] of APART) await this.ask("stay/set-apart", this.manager, { stay: named(a), other: named(b), apart: true });
  }

  /** What befalls a horse apart from work: evaluations, holds, days off, going home. */
  private async happen(one: Stabled, offset: number): Promise<void> {
    const { character: c, stay } = one;
    if (offset === c.arrives + 1 && c.arrives < -1) await this.evaluate(one, "intake");
    for (const hold of c.holds ?? []) {
      if (offset === hold.from)
        await this.ask("stay/add-hold", this.manager, {
          stay,
          kind: hold.kind,
          firstDay: this.day,
          lastDay: hold.to === null ? null : addDays(this.today, hold.to),
          stopsClock: hold.kind !== "weather",
          reason: hold.reason,
        });
      if (hold.to !== null && offset === hold.to + 1) one.truth.layOff(hold.to - hold.from + 1);
    }
    const due = c.length === 30 ? 15 : 30;
    if (offset === c.arrives + due && offset < -2) await this.evaluate(one, "mid-term");
    if (c.goesHome === offset) {
      await this.evaluate(one, "exit");
      const which = { stay, kind: "end", ordinal: 0 };
      const words = "He is ready for quiet rides at home. Thirty more days in spring would make the canter steady.";
      await this.ask("report/save", this.manager, {
        ...which,
        version: null,
        tone: "warm",
        level: "full",
        words: { next: { prose: [{ kind: "p", runs: [{ text: words, bold: false, italic: false }] }], edits: [], left: [] } },
      });
      for (const { id, words: caption } of await listMedia(this.deps.sql, stay))
        await this.ask("report/take-media", this.manager, { ...which, media: id, caption });
      await this.ask("report/approve", this.manager, { ...which, version: 1, send: true });
      await this.ask("stay/send-home", this.manager, { id: stay, version: 1, day: this.day });
    }
  }

  private async evaluate({ character, stay, truth }: Stabled, kind: EvaluationKind): Promise<void> {
    const { id } = await this.ask<{ id: string }>("intake/begin", this.manager, { stay, kind });
    await this.ask("intake/close", this.manager, { id, version: 1, walk: walkFor(character, truth, this.random, kind) });
    // The newest mid-term waits for her signature this morning.
    if (kind === "mid-term" && this.offset() >= UNSIGNED_SINCE) return;
    const opened = must(await openStay(this.deps, stay), "a stay");
    const view = must(await readClosedEvaluation(this.deps, opened, id), "an evaluation");
    const told = must(await tellDraft(this.deps, view.id, view.proposal), "a closed evaluation");
    await this.ask("intake/sign", this.manager, { id, revision: 0, judgement: judgementOf(view, told) });
    if (kind !== "intake") return;
    // Beside what the owner asked for she works on what is usual for such a horse.
    const set = must(
      GOAL_SETS.find((one) => one.id === GOALS_BY_KIND[opened.stay.kind]),
      "a set of goals",
    );
    const { version, record } = await readPlan(this.deps, opened, must(this.manager, "the manager"));
    const signed = must(record, "a record").goals;
    const more = goalsOfSet(set.goals, SKILLS).filter(({ skill }) => !signed.some((goal) => goal.skill === skill));
    const goals = signed.length >= ENOUGH_GOALS ? signed : [...signed, ...more].slice(0, GOALS_OF_A_STAY);
    await this.ask("plan/set-goals", this.manager, { stay, version, goals });
  }

  private stayOf = (horse: string): StayId | null =>
    [...this.stabled.values()].find((one) => one.character.horse === horse)?.stay ?? null;

  /** One day's handing out and logging. Nobody finds time for a neglected horse. */
  private async workDay(offset: number): Promise<void> {
    const view = await readDay(this.deps, this.day);
    const wanted = view.due.filter((due) => !this.isNeglected(due.stay, offset));
    const placed = await this.placeDay(
      view,
      wanted.map((due) => due.stay),
    );
    if (placed === 0) return;
    await this.ask("day/hand-out", this.manager, { day: this.day });
    const cards = (await readDay(this.deps, this.day)).cards;
    for (const [i, card] of cards.entries()) {
      // One card of yesterday was never logged: the Rail chases it.
      if (offset === -1 && i === cards.length - 1) continue;
      await this.log(card.card, card.rider);
    }
  }

  private isNeglected(stay: StayId, offset: number): boolean {
    const span = this.stabled.get(stay)?.character.neglected;
    return span !== undefined && span[0] <= offset && offset <= span[1];
  }

  /** This morning at six: most of the day is handed out, two cards are still the manager's, the least urgent are to place. */
  private async morning(): Promise<void> {
    for (const one of this.stabled.values()) await this.happen(one, 0);
    const view = await readDay(this.deps, this.day);
    const due = view.due.map((one) => one.stay);
    const first = due.slice(0, Math.max(0, due.length - 4));
    if ((await this.placeDay(view, first)) > 0) {
      await this.inTwoPlaces();
      await this.ask("day/hand-out", this.manager, { day: this.day });
    }
    await this.placeDay(await readDay(this.deps, this.day), due.slice(first.length, first.length + 1));
  }

  /** A helper has asked for two days at the end of the week. */
  private async away(): Promise<void> {
    const helper = [...this.actors.values()].find(({ role }) => role === "helper");
    const [firstDay, lastDay] = [addDays(this.today, 3), addDays(this.today, 4)];
    const absence = { person: must(helper, "a helper").id, firstDay, lastDay, fromMinute: null, toMinute: null };
    await this.ask("people/add-absence", this.manager, { ...absence, reason: "A cousin's wedding" });
  }

  /** What was over a while ago is logged; whoever came last has not found the time yet. */
  private async workUntil(minute: number): Promise<void> {
    const endOf = ({ start, length }: Placement): number => DAY_GRID.start + (start + length) * DAY_GRID.minutes;
    const over = (await readDay(this.deps, this.day)).cards
      .filter((card) => card.state === "handed-out" && endOf(card) + TO_LOG <= minute)
      .sort((a, b) => endOf(a) - endOf(b));
    for (const card of over.slice(0, -1)) await this.log(card.card, card.rider);
  }

  /** The first horse that may: ground work in the pen, and then where it is ridden. */
  private async inTwoPlaces(): Promise<void> {
    const view = await readDay(this.deps, this.day);
    const facts = dayFactsOf(view);
    const pens = view.places.filter(({ separate }) => separate);
    for (const card of view.cards) {
      const rides = view.horses.some(({ stay, stage }) => stay === card.stay && stage === "riding");
      if (card.kind !== "both" || card.length < 2 || !rides) continue;
      for (const { id: place } of pens) {
        const two = { ...card, place, then: { place: card.place, from: 1 } };
        if (place === card.place || blockersOf(facts, view.cards, two).length > 0) continue;
        const { card: id, version, kind, length, rider, start, helper, then } = two;
        await this.ask("day/move", this.manager, { id, version, kind, length, rider, start, place, helper, then });
        return;
      }
    }
  }

  private async placeDay(view: DayView, stays: readonly StayId[]): Promise<number> {
    const placed: Placement[] = view.cards.filter((card) => card.state !== "cancelled");
    let count = 0;
    for (const stay of stays) {
      const due = must(
        view.due.find((one) => one.stay === stay),
        "a due horse",
      );
      const { kind } = must(this.stabled.get(stay), "a stabled horse").character;
      const spot = findSpot(view, placed, {
        stay,
        kind: due.kind,
        length: due.length,
        begun: kind === "halter" || kind === "unhandled",
      });
      if (!spot) continue;
      const { card: _card, ...where } = spot;
      const { id } = await this.ask<{ id: CardId }>("day/place", this.manager, { day: view.day, ...where });
      placed.push({ ...spot, card: id });
      count += 1;
    }
    return count;
  }

  private async log(card: CardId, rider: PersonId): Promise<void> {
    const actor = must(this.actors.get(rider), "the rider works here");
    const view = must(await readCard(this.deps, card, actor), "a card of the day");
    const one = must(this.stabled.get(view.stay), "a stabled horse");
    const { record, ticks } = sessionOf(this.random, one, view, this.offset());
    await this.ask("card/close", actor, {
      id: card,
      base: null,
      record,
      gate: { ticks, redSigns: [], overrideReason: "" },
    });
  }
}

/** The first place on the sheet that breaks no rule, with a rider the horse mostly has; ridden horses go out where they may. */
function findSpot(
  view: DayView,
  placed: readonly Placement[],
  { begun, ...wish }: { stay: StayId; kind: SessionKind; length: number; begun: boolean },
): Placement | null {
  const horse = must(
    view.horses.find((one) => one.stay === wish.stay),
    "a horse of the day",
  );
  const riders = view.people.filter((person) => person.role === "rider");
  // Its place in the barn gives each horse its usual rider, and each rider a like share of horses.
  const habit = view.horses.indexOf(horse);
  // What came here ridden goes out where it may; what was begun here stays in until somebody takes it out on purpose.
  const out = wish.kind !== "ground" && begun === false;
  const places = out ? [...view.places].reverse() : view.places.slice(0, 3);
  const facts = { ...dayFactsOf(view), places };
  const card = newId<"card">();
  for (let turn = 0; turn < riders.length; turn += 1)
    for (const start of startsOf(view.hours)) {
      const rider = must(riders[(habit + turn) % riders.length], "a rider");
      const spot = spotAt(facts, placed, { ...wish, card, place: null, helper: null }, rider.id, start);
      if (spot.blockers.length === 0) return spot.placement;
    }
  return null;
}

/** Ids like any other, and the same ones in each run. */
function repeatableIds(seed: number): () => string {
  const random = seededRandom(seed);
  const hex = (): string => random.whole(0, 0xffff).toString(16).padStart(4, "0");
  return () => `${hex()}${hex()}-${hex()}-4${hex().slice(1)}-8${hex().slice(1)}-${hex()}${hex()}${hex()}`;
}

/**
 * Does nothing where a barn is there already. The same day makes the same barn, as it stands at six in the morning. `minute`, after midnight: as a visitor finds it
 * at that hour, with what is over by then logged and the week planned.
 */
export const seedDemo = (sql: Sql, today: LocalDate, minute: number | null = null): Promise<void> =>
  withIdsFrom(repeatableIds(11), () => new DemoBarn(sql, today, seededRandom(7), minute).run());
