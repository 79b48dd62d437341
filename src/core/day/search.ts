/**
 * The quick plan: a day sheet ruined and filled again, thousands of times a second, worse ones taken now and then while it is still warm (ruin and recreate
 * with simulated annealing; Schrimpf and others 2000, Christiaens and Vanden Berghe 2020). The same seed and the same steps give the same plan.
 * Nothing is allocated in a step.
 */
import { type Random, seededRandom } from "../kernel/random.ts";
import { bitAt, either, firstOf, meets, run } from "./bits.ts";
import { eats, type Ready, type ReadyOption, type ReadyRider, type ReadySession } from "./compiled.ts";
import type { DayPlan } from "./problem.ts";
import { type Look, NOBODY, SolverSheet, type SolverSpot } from "./sheet.ts";

export interface SearchAsked {
  readonly seed: number;
  /** Where it begins; what does not fit any more is taken off. */
  readonly from: DayPlan;
  /** By session, the rider whom a look without the clock gave it; not in the map: anybody. */
  readonly steer: ReadonlyMap<string, string>;
}

const WARM = 12;
const COLD = 0.4;
const MOST_RUINED = 10;
/** Towards the end so much fewer are taken off: what is small is sooner done again, and nearly as often better. */
const FEWER_AT_LAST = 0.5;
/** What was left out before a step as well is tried in every second one: mostly there is no room for it still. */
const TRIED_AGAIN = 0.5;
const MOST_OF_STRINGS = 14;
const LOOKS_PAST = 0.15;
/** Up to this share of the budget the steering rider alone is asked, mostly. */
const STEERED_TO = 0.5;
const STEERED = 0.8;
const FORCED = 0.35;
const ORDERS = 4;
/** Spots are mostly chosen so that strings stay whole, and towards the end now and then by what they cost alone. */
const EDGE = 2.5;
const PLAINLY = 0.15;

export class Search {
  private readonly now: SolverSheet;
  private readonly before: SolverSheet;
  private readonly best: SolverSheet;
  private readonly random: Random;
  private readonly steering: Int32Array;
  /** Sessions with few ways in, and dear ones, are harder to place. */
  private readonly hardness: Float64Array;
  private readonly key: Float64Array;
  /** A list that grows from 0 in each use. */
  private readonly list: Int32Array;
  private listed = 0;
  private readonly spot: SolverSpot = { rider: NOBODY, start: 0, option: 0, helper: NOBODY, cost: 0 };
  private readonly look: Look = { only: NOBODY, past: NOBODY, first: 0, late: false, edge: EDGE };

  constructor(
    readonly ready: Ready,
    { seed, from, steer }: SearchAsked,
  ) {
    this.random = seededRandom(seed);
    this.now = new SolverSheet(ready);
    this.before = new SolverSheet(ready);
    this.best = new SolverSheet(ready);
    this.steering = Int32Array.from(ready.sessions, ({ id }) => ready.riderAt.get(steer.get(id) ?? "") ?? NOBODY);
    this.hardness = Float64Array.from(ready.sessions, hardnessOf);
    this.key = new Float64Array(ready.sessions.length);
    this.list = new Int32Array(ready.sessions.length);
    takeUp(this.now, from);
    this.fill(0, true);
    this.best.copy(this.now);
  }
  get cost(): number {
    return this.best.cost;
  }
  plan(): DayPlan {
    return this.best.plan();
  }

  /** So many steps more, between two shares of the whole budget, 0-1: early ones wander, late ones settle. */
  steps(count: number, from: number, to: number): void {
    const { now, before, best, random } = this;
    for (let step = 0; step < count; step += 1) {
      const share = from + ((to - from) * step) / count;
      const heat = WARM * (COLD / WARM) ** share;
      before.copy(now);
      this.ruin(share);
      if (random.next() < FORCED) this.forceIn();
      this.fill(share, false);
      if (now.cost < best.cost) best.copy(now);
      const worse = now.cost - before.cost;
      if (worse > 0 && worse > -heat * Math.log(1 - random.next())) now.copy(before);
    }
  }

  private insert(session: number, share: number): boolean {
    const { now, random, look, spot } = this;
    const people = this.ready.riders.length;
    const asked = this.steering[session] as number;
    look.only = asked !== NOBODY && share < STEERED_TO && random.next() < STEERED ? asked : NOBODY;
    look.first = Math.floor(random.next() * people);
    look.late = random.next() < 0.5;
    look.edge = random.next() < PLAINLY * share * share ? 0 : EDGE;
    look.past = random.next() < LOOKS_PAST ? Math.floor(random.next() * people) : NOBODY;
    let found = now.bestSpot(session, spot, look);
    if (!found && look.only !== NOBODY) {
      look.only = NOBODY;
      found = now.bestSpot(session, spot, look);
    }
    if (!found || spot.cost >= (this.ready.sessions[session] as ReadySession).leftOut) return false;
    now.place(session, spot);
    return true;
  }
  /** Places what is open, in one of four orders; `all`: also what was open before. */
  private fill(share: number, all: boolean): void {
    const { now, before, key, random } = this;
    const { sessions } = this.ready;
    const order = Math.floor(random.next() * ORDERS);
    this.listed = 0;
    for (let at = 0; at < sessions.length; at += 1) {
      if (now.isPlaced(at) || (!all && !before.isPlaced(at) && random.next() >= TRIED_AGAIN)) continue;
      const { leftOut, length } = sessions[at] as ReadySession;
      const noise = random.next();
      key[at] =
        order === 0
          ? noise
          : order === 1
            ? leftOut * (0.8 + 0.4 * noise)
            : order === 2
              ? (this.hardness[at] as number) * (0.8 + 0.4 * noise)
              : length + noise;
      this.listIn(at, sessions.length);
    }
    const waiting = this.listed;
    for (let i = 0; i < waiting; i += 1) this.insert(this.list[i] as number, share);
    // What may only come after another has its turn once that stands.
    for (let i = 0; i < waiting; i += 1) {
      const at = this.list[i] as number;
      if (!now.isPlaced(at) && (sessions[at] as ReadySession).after >= 0) this.insert(at, share);
    }
  }
  /** Into the list where its key belongs, the highest first; at most so many are kept. */
  private listIn(at: number, most: number): void {
    const { list, key } = this;
    const own = key[at] as number;
    if (this.listed === most && (key[list[most - 1] as number] as number) >= own) return;
    let to = this.listed === most ? most - 1 : this.listed;
    while (to > 0 && (key[list[to - 1] as number] as number) < own) {
      list[to] = list[to - 1] as number;
      to -= 1;
    }
    list[to] = at;
    if (this.listed < most) this.listed += 1;
  }

  /** Takes some off: at random, about one hour, two strings, or what is dear. */
  private ruin(share: number): void {
    const { now, random, key, list } = this;
    const { sessions, riders } = this.ready;
    let placed = 0;
    for (let at = 0; at < sessions.length; at += 1) if (now.isPlaced(at)) list[placed++] = at;
    if (placed === 0) return;
    const seed = list[Math.floor(random.next() * placed)] as number;
    const how = random.next();
    const strings = how >= 0.6 && how < 0.8;
    const other = Math.floor(random.next() * riders.length);
    const most = strings
      ? MOST_OF_STRINGS
      : 2 + Math.floor(random.next() * Math.min(MOST_RUINED - 1, 2 + placed / 4) * (1 - FEWER_AT_LAST * share));
    this.listed = 0;
    for (let at = 0; at < sessions.length; at += 1) {
      if (!now.isPlaced(at)) continue;
      const rider = now.rider[at] as number;
      const noise = random.next();
      if (how < 0.25) key[at] = noise;
      else if (how < 0.6)
        key[at] =
          -Math.abs((now.start[at] as number) - (now.start[seed] as number)) - (rider === now.rider[seed] ? 0 : 2) - 3 * noise;
      else if (strings) {
        if (rider !== now.rider[seed] && rider !== other) continue;
        key[at] = noise;
      } else key[at] = this.dearness(at) * noise + noise;
      this.listIn(at, most);
    }
    for (let i = 0; i < this.listed; i += 1) now.remove(list[i] as number);
  }
  private dearness(at: number): number {
    const { now } = this;
    const ready = this.ready.sessions[at] as ReadySession;
    const option = ready.options[now.option[at] as number] as ReadyOption;
    return (ready.riderCost[now.rider[at] as number] as number) + (option.cost[now.start[at] as number] as number);
  }

  /** Puts one that is open into a good spot of the empty day, and takes off what is in the way. */
  private forceIn(): void {
    const { now, random, spot, look } = this;
    const { sessions, riders } = this.ready;
    const session = this.anyOpen();
    if (session === NOBODY) return;
    const ready = sessions[session] as ReadySession;
    if (ready.options.length === 0 || (ready.after >= 0 && !now.isPlaced(ready.after))) return;
    // Of a few looks the cheapest rider.
    let rider = NOBODY;
    for (let tries = 0; tries < 3; tries += 1) {
      const one = Math.floor(random.next() * riders.length);
      const cost = ready.riderCost[one] as number;
      const starts = (ready.riderStarts[2 * one] as number) | (ready.riderStarts[2 * one + 1] as number);
      if (cost >= 0 && starts !== 0 && (rider === NOBODY || cost < (ready.riderCost[rider] as number))) rider = one;
    }
    if (rider === NOBODY) return;
    const option = ready.options[Math.floor(random.next() * ready.options.length)] as ReadyOption;
    const start = this.anyStart(
      (ready.riderStarts[2 * rider] as number) & option.starts.low,
      (ready.riderStarts[2 * rider + 1] as number) & option.starts.high,
    );
    if (start === NOBODY) return;
    for (let other = 0; other < sessions.length; other += 1) {
      if (!now.isPlaced(other)) continue;
      const theirs = sessions[other] as ReadySession;
      const from = now.start[other] as number;
      if (from >= start + ready.length || start >= from + theirs.length) continue;
      const inTheWay =
        now.rider[other] === rider ||
        now.helper[other] === rider ||
        ready.sameHorse.includes(other) ||
        this.shareFull(option, start, theirs.options[now.option[other] as number] as ReadyOption);
      if (inTheWay) now.remove(other);
    }
    look.only = rider;
    look.past = NOBODY;
    if (now.bestSpot(session, spot, look)) now.place(session, spot);
  }
  private shareFull(option: ReadyOption, start: number, theirs: ReadyOption): boolean {
    for (const own of option.parts)
      for (const part of theirs.parts)
        if (own.place === part.place && this.now.isFullIn(own.place, start + own.from, own.length)) return true;
    return false;
  }
  private anyOpen(): number {
    const { now, random } = this;
    let found = NOBODY;
    let seen = 0;
    for (let at = 0; at < this.ready.sessions.length; at += 1) {
      if (now.isPlaced(at)) continue;
      seen += 1;
      if (random.next() * seen < 1) found = at;
    }
    return found;
  }
  private anyStart(low: number, high: number): number {
    let found = NOBODY;
    let seen = 0;
    let first = low;
    let second = high;
    while ((first | second) !== 0) {
      const start = firstOf(first, second);
      if (start < 32) first &= first - 1;
      else second &= second - 1;
      seen += 1;
      if (this.random.next() * seen < 1) found = start;
    }
    return found;
  }
}

function hardnessOf(session: ReadySession): number {
  let ways = 0;
  for (let rider = 0; rider < session.riderCost.length; rider += 1) if ((session.riderCost[rider] as number) >= 0) ways += 1;
  return session.leftOut / (1 + ways) + 20 * session.length + 30 * session.helperSlots;
}

/** A sheet filled with what of a plan still stands. */
export function sheetOf(ready: Ready, plan: DayPlan): SolverSheet {
  const sheet = new SolverSheet(ready);
  takeUp(sheet, plan);
  return sheet;
}

/** Takes a plan up where it still stands; what breaks a rule now is left to be placed anew. */
function takeUp(sheet: SolverSheet, plan: DayPlan): void {
  const { ready } = sheet;
  const turn = [...plan].sort((a, b) => a[1].start - b[1].start);
  for (const [id, { rider, start, option, helper }] of turn) {
    const session = ready.sessionAt.get(id);
    const who = ready.riderAt.get(rider);
    if (session === undefined || who === undefined) continue;
    const wished = { rider: who, start, option, helper: helper === null ? NOBODY : (ready.riderAt.get(helper) ?? NOBODY) };
    if (fits(sheet, session, wished)) sheet.place(session, wished);
  }
}
const horseFree = new Int32Array(2);
const placeFree = new Int32Array(2);
/** By the same tables as the search. */
export function fits(sheet: SolverSheet, session: number, { rider, start, option, helper }: Omit<SolverSpot, "cost">): boolean {
  const { ready } = sheet;
  const one = ready.sessions[session] as ReadySession;
  const chosen = one.options[option];
  if (!chosen || start < 0 || start + one.length > ready.count || (one.riderCost[rider] as number) < 0) return false;
  sheet.horseStarts(session, horseFree);
  sheet.placeStarts(session, chosen, placeFree);
  const isIn = (words: Int32Array, at: number): boolean =>
    bitAt(words[2 * at] as number, words[2 * at + 1] as number, start) === 1;
  if (!isIn(one.riderStarts, rider) || !isIn(horseFree, 0) || !isIn(placeFree, 0)) return false;
  const person = ready.riders[rider] as ReadyRider;
  const mask = run(start, one.length);
  const busy = sheet.busyOf(rider);
  if (meets(busy, mask) || !eats(person, either(busy, mask))) return false;
  if (one.ridden && sheet.ridesOf(rider) >= person.maxSaddle) return false;
  if (one.helperSlots === 0) return true;
  if (helper === NOBODY || helper === rider || !isIn(one.helperStarts, helper)) return false;
  const beside = run(start, one.helperSlots);
  const taken = sheet.busyOf(helper);
  return !meets(taken, beside) && eats(ready.riders[helper] as ReadyRider, either(taken, beside));
}
