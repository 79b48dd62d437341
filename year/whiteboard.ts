/**
 * The same barn by whiteboard, telephone and memory: horses go to whom they always went or to who is free, work follows the ladder's order as riders remember the
 * last scores, a check is asked for when a sign has shown for two weeks, and nothing holds anybody back but what everybody sees.
 */

import { habit, ladderFirst } from "#bench/herds/policies.ts";
import { addDays, type LocalDate, weekdayOf } from "#core/calendar/local-date.ts";
import type { ScoredSession } from "#core/forecast/stay.ts";
import type { Professional } from "#core/intake/signs.ts";
import { must } from "#core/kernel/assert.ts";
import { skillOf } from "#shipped/ladder.ts";
import { BY_HAND } from "./effort.ts";
import { isSore, LADDER, LivingHorse } from "./horse.ts";
import { luck } from "./luck.ts";
import { type GuestTally, metOf, newGuest, newTally, worked, type YearTally } from "./tally.ts";
import { looksAt } from "./vets.ts";
import { dayOfStay, type Guest, goalsOf, isAbsent, isOff, REST_DAYS, type World, windOf } from "./world.ts";

const ITEMS = 3;
/** Of the hour that each horse has: catching and tacking up are not its work. */
const MINUTES = 45;
/** Of a ridden session. */
const ON_THE_GROUND = 15;
const WITH_TACK = ["saddle", "girth", "loose-tack", "stirrups", "block", "stirrup-weight", "lie-across"];
/** Sessions and rides that a person gives on a day. */
const SESSIONS_A_DAY = 6;
const TOO_WINDY = 12;
const FORGOTTEN = 0.06;
const TAKEN_OVER = 0.5;
const CHECKS_GROUND = 0.7;
const STANDS_BY = 0.5;
/** A sign counts once it has shown so often over so many days. */
const SHOWN_TIMES = 4;
const SHOWN_DAYS = 14;
/** Whom people ring for what they see. */
const RINGS: Readonly<Record<string, Professional>> = {
  girthy: "fitter",
  bucks: "bodyworker",
  "tight-back": "bodyworker",
  "kinked-tail": "bodyworker",
  "busy-mouth": "dentist",
  "head-high": "dentist",
  "head-shakes": "dentist",
  "drops-feed": "dentist",
  trips: "farrier",
  "foot-refused": "farrier",
};

interface Chalked {
  readonly guest: Guest;
  readonly living: LivingHorse;
  readonly tally: GuestTally;
  readonly sessions: ScoredSession[];
  /** Sore signs, by day. */
  signs: { readonly day: LocalDate; readonly sign: string }[];
  visit: { readonly on: LocalDate; readonly who: Professional } | null;
  thisWeek: number;
}

export class WhiteboardYear {
  readonly tally: YearTally;
  private readonly barn = new Map<string, Chalked>();

  constructor(readonly world: World) {
    this.tally = newTally("whiteboard", world);
  }

  run(): YearTally {
    for (let done = 0; done < this.world.days; done += 1) this.live(addDays(this.world.firstDay, done));
    return this.tally;
  }

  /** Days that it was away are added, as the owner asks for them. */
  private goesHomeOn({ firstDay, length, off }: Guest): LocalDate {
    const away = off.reduce((sum, { from, to }) => sum + (from < length ? to - from + 1 : 0), 0);
    return addDays(firstDay, length + away);
  }

  private live(day: LocalDate): void {
    const { guests, holidays } = this.world;
    for (const guest of guests) if (guest.firstDay === day) this.arrives(guest);
    for (const [key, one] of this.barn) {
      if (this.goesHomeOn(one.guest) <= day) {
        this.goesHome(one, day);
        this.barn.delete(key);
      } else this.visits(one, day);
    }
    if (weekdayOf(day) === 1) {
      this.tally.manager.seconds += this.barn.size * (BY_HAND.weekPerHorse + BY_HAND.weeklyWord);
      for (const one of this.barn.values()) one.thisWeek = 0;
    }
    if ((REST_DAYS as readonly number[]).includes(weekdayOf(day)) || holidays.includes(day)) return;
    this.work(day);
  }

  private arrives(guest: Guest): void {
    const tally = newGuest(guest);
    const { key } = guest;
    this.tally.guests.set(key, tally);
    this.tally.manager.seconds += BY_HAND.booking + BY_HAND.evaluation;
    this.barn.set(key, {
      guest,
      living: new LivingHorse(this.world.seed, guest),
      tally,
      sessions: [],
      signs: [],
      visit: null,
      thisWeek: 0,
    });
  }

  private goesHome({ guest, living, tally }: Chalked, day: LocalDate): void {
    tally.wentHome = day;
    tally.goals = goalsOf(guest).map(({ skill, target }) => ({
      skill,
      target,
      held: living.holds(skill, target),
      promised: true,
    }));
    this.tally.manager.seconds += BY_HAND.evaluation + BY_HAND.halfTime + BY_HAND.endReport;
  }

  private visits(one: Chalked, day: LocalDate): void {
    const { guest, living, visit } = one;
    if (!visit || visit.on > day) return;
    one.visit = null;
    one.signs = [];
    const found = looksAt(this.world.seed, guest, living, { cause: null, who: visit.who }, day);
    this.tally.checks.asked += 1;
    this.tally.checks.found += found.result === "clear" ? 0 : 1;
    if (found.easedOn) living.ease(found.easedOn);
  }

  private work(day: LocalDate): void {
    const { world } = this;
    const hands = world.hands.map((hand, at) => ({ hand, at, left: SESSIONS_A_DAY, rides: hand.person.maxSaddle }));
    const here = hands.filter(
      ({ hand, at }) =>
        hand.person.role === "rider" &&
        !isAbsent(world, at, day) &&
        (hand.person.worksDays as readonly number[]).includes(weekdayOf(day)),
    );
    const flooded = day >= world.flood.from && day <= world.flood.to;
    if (flooded) for (const one of here) one.left = Math.ceil(one.left / 2);
    const riders = hands.filter(({ hand }) => hand.person.role === "rider");
    const due = [...this.barn.values()].filter((one) => this.isDue(one, day));
    this.tally.manager.seconds += due.length * BY_HAND.dayPerHorse;
    for (const one of due) {
      const random = luck(world.seed, "chalk", one.guest.key, day);
      if (random.chance(FORGOTTEN)) continue;
      const stall = Number(one.guest.key.split("-")[0]);
      const usual = must(riders[stall % riders.length], "a rider");
      const own = here.find(({ at }) => at === usual.at);
      const free = own && own.left > 0 ? own : random.chance(TAKEN_OVER) ? here.find(({ left }) => left > 0) : undefined;
      if (!free) continue;
      free.left -= 1;
      if (this.session(one, free.at, day, free.rides > 0)) free.rides -= 1;
    }
  }
  private isDue({ guest, thisWeek, tally, visit }: Chalked, day: LocalDate): boolean {
    return (
      day > guest.firstDay &&
      thisWeek < guest.perWeek &&
      tally.given.size < tally.contracted &&
      !isOff(guest, day) &&
      visit?.on !== day
    );
  }

  /** True where it was ridden. */
  private session(one: Chalked, at: number, day: LocalDate, mayRide: boolean): boolean {
    const { guest, living, tally, sessions } = one;
    const { world } = this;
    const { truth, person } = must(world.hands[at], "a hand");
    const random = luck(world.seed, "session", guest.key, day);
    const windMps = windOf(world, day);
    const asked = {
      ladder: LADDER,
      goals: goalsOf(guest).map(({ skill, target }) => ({ skill, target, value: 1, side: null })),
      sessions,
      rider: truth,
      day: dayOfStay(guest, day),
      term: guest.length,
      items: ITEMS,
      perWeek: guest.perWeek,
      minutes: MINUTES,
      kind: guest.kind,
      random,
    };
    const inOrder = ladderFirst(asked);
    const chosen = inOrder.length > 0 ? inOrder : habit(asked);
    const wouldTack = chosen.some((id) => skillOf(id).bears !== "nothing" || WITH_TACK.includes(id));
    const shown = living.shows(day, { tacked: wouldTack, windMps });
    // What everybody sees keeps them on the ground: a gale, or a horse that makes it plain.
    const keepsOff = windMps > TOO_WINDY || shown.some(({ sign, strength }) => isSore(sign) && strength > 2) || !mayRide;
    const skills = chosen.filter((id) => !keepsOff || skillOf(id).bears === "nothing");
    const works = skills.length > 0 ? skills : ["lead"];
    const rides = works.some((id) => skillOf(id).bears !== "nothing");
    const tacked = rides || works.some((id) => WITH_TACK.includes(id));
    tally.sessionsTooEarly += works.some((id) => living.tooEarly(id)) ? 1 : 0;
    tally.overPain += living.hurts(day) && tacked ? 1 : 0;
    const { work, incident, mountedChance } = living.work({
      day,
      rider: truth,
      grade: person.grade,
      mains: works,
      mainMinutes: MINUTES,
      beside: [],
      besideMinutes: 0,
      rides,
      tacked,
      helped: rides && guest.kind !== "started" && random.chance(STANDS_BY),
      checked: random.chance(CHECKS_GROUND),
      windMps,
    });
    sessions.push({ day: dayOfStay(guest, day), rider: truth.name, windy: false, newPlace: false, work });
    one.thisWeek += 1;
    tally.given.add(day);
    const saddleMinutes = rides ? MINUTES - ON_THE_GROUND : 0;
    worked(this.tally, at, day, { groundMinutes: MINUTES - saddleMinutes, saddleMinutes });
    this.tally.riders.seconds += BY_HAND.sessionNote;
    if (incident) tally.incidents.push(metOf(incident, day, false));
    if (rides) tally.rides += 1;
    tally.mountedChance += mountedChance;
    one.signs.push(...shown.filter(({ sign, strength }) => isSore(sign) && strength > 1).map(({ sign }) => ({ day, sign })));
    this.remembers(one, day);
    return rides;
  }

  /** A sign that has shown for two weeks: somebody is rung. */
  private remembers(one: Chalked, day: LocalDate): void {
    if (one.visit) return;
    const first = one.signs[0];
    if (!first || one.signs.length < SHOWN_TIMES || first.day > addDays(day, -SHOWN_DAYS)) return;
    const last = must(one.signs.at(-1), "a sign");
    const random = luck(this.world.seed, "rings", one.guest.key, day);
    one.visit = { on: addDays(day, random.whole(2, 9)), who: RINGS[last.sign] ?? "vet" };
    this.tally.manager.seconds += BY_HAND.check;
    const { pain } = one.guest;
    if (one.tally.lookedAt === null && pain && one.living.hurts(day)) one.tally.lookedAt = dayOfStay(one.guest, day) - pain.from;
  }
}
