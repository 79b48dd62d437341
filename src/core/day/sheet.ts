/** A day sheet that is filled and emptied a thousand times a second: who is busy when, which place is full, what it costs so far. */
import { bitAt, earlierHigh, earlierLow, firstOf, lastOf, type Mask, runHigh, runLow, runsInto } from "./bits.ts";
import { eatsIn, type Ready, type ReadyOption, type ReadyRider, type ReadySession } from "./compiled.ts";
import { balanceCost, type DayPlan } from "./problem.ts";

export const NOBODY = -1;
const NEVER_BETTER = 2 ** 30;
/** A rider's help against a helper's, by the rides that are lost with it. */
const RIDER_HELPS = 0.08;
/** Sides on which a spot stands against nothing: beside other work or the end of a shift it leaves the rest of a string whole. */
function loose(low: number, high: number, start: number, length: number): number {
  const before = start === 0 ? 1 : bitAt(low, high, start - 1);
  return 2 - bitAt(low, high, start + length) - before;
}

/** One way of placing a session; the numbers of rider, option and helper. */
export interface SolverSpot {
  rider: number;
  start: number;
  option: number;
  helper: number;
  cost: number;
}
/** How an insertion looks around; spots of one cost are met in an order that it gives, and the first is taken. */
export interface Look {
  /** The only rider asked; NOBODY: all. */
  only: number;
  /** One rider who is looked past; NOBODY: none. */
  past: number;
  /** The rider asked first, and whether late starts are tried before early ones. */
  first: number;
  late: boolean;
  /** What a spot that breaks up a string is charged on each side, only to choose by. */
  edge: number;
}
const PLAIN: Readonly<Look> = { only: NOBODY, past: NOBODY, first: 0, late: false, edge: 0 };

export class SolverSheet {
  readonly rider: Int32Array;
  readonly start: Int32Array;
  readonly option: Int32Array;
  readonly helper: Int32Array;
  /** Slots as two words each, like those of places that are full. */
  private readonly busy: Int32Array;
  private readonly rides: Int32Array;
  private readonly load: Int32Array;
  /** Horses by place and slot, and the slots in which each place is full. */
  private readonly there: Int32Array;
  private readonly full: Int32Array;
  /** All of it in one piece, so that a sheet is taken over at once. */
  private readonly state: Int32Array;
  /** Starts of each option of the session that is looked at, two words each. */
  private readonly open: Int32Array;
  /** Where starts are worked out. */
  private readonly when = new Int32Array(2);
  private readonly found = new Int32Array(2);
  private helping = 0;
  /** Slots of the day that the second word holds; mostly none. */
  private readonly beyond: number;
  cost: number;

  constructor(readonly ready: Ready) {
    const { sessions, riders, capacity, count } = ready;
    const [s, r, p] = [sessions.length, riders.length, capacity.length];
    this.beyond = runHigh(0, count);
    this.state = new Int32Array(4 * s + 4 * r + p * count + 2 * p);
    let taken = 0;
    const part = (length: number): Int32Array => {
      taken += length;
      return this.state.subarray(taken - length, taken);
    };
    this.rider = part(s).fill(NOBODY);
    this.start = part(s);
    this.option = part(s);
    this.helper = part(s).fill(NOBODY);
    this.busy = part(2 * r);
    this.rides = part(r);
    this.load = part(r);
    this.there = part(p * count);
    this.full = part(2 * p);
    this.open = new Int32Array(2 * Math.max(1, ...sessions.map(({ options }) => options.length)));
    for (let place = 0; place < p; place += 1) if ((capacity[place] as number) < 1) this.full.fill(-1, 2 * place, 2 * place + 2);
    this.cost = sessions.reduce((sum, { leftOut }) => sum + leftOut, 0);
  }

  /** Takes over another sheet of the same day. */
  copy(from: SolverSheet): void {
    this.state.set(from.state);
    this.cost = from.cost;
  }
  isPlaced(session: number): boolean {
    return this.rider[session] !== NOBODY;
  }
  busyOf(rider: number): Mask {
    return { low: this.busy[2 * rider] as number, high: this.busy[2 * rider + 1] as number };
  }
  ridesOf(rider: number): number {
    return this.rides[rider] as number;
  }
  fullOf(place: number): Mask {
    return { low: this.full[2 * place] as number, high: this.full[2 * place + 1] as number };
  }
  /** True where the place is full in any of these slots. */
  isFullIn(place: number, from: number, length: number): boolean {
    const low = this.full[2 * place] as number;
    const high = this.full[2 * place + 1] as number;
    return ((low & runLow(from, length)) | (high & runHigh(from, length))) !== 0;
  }

  private balance(rider: number, slots: number): number {
    const { fair } = this.ready.riders[rider] as ReadyRider;
    const { balance } = this.ready.problem.weights;
    const load = this.load[rider] as number;
    return balanceCost(load + slots - fair, balance) - balanceCost(load - fair, balance);
  }
  /** Takes the slots of a run, or gives them back. */
  private work(rider: number, start: number, length: number, sign: 1 | -1): void {
    this.cost += this.balance(rider, sign * length);
    this.busy[2 * rider] = (this.busy[2 * rider] as number) ^ runLow(start, length);
    this.busy[2 * rider + 1] = (this.busy[2 * rider + 1] as number) ^ runHigh(start, length);
    this.load[rider] = (this.load[rider] as number) + sign * length;
  }
  private occupy({ parts }: ReadyOption, start: number, by: number): void {
    const { count, capacity } = this.ready;
    for (const part of parts)
      for (let slot = start + part.from; slot < start + part.from + part.length; slot += 1) {
        const at = part.place * count + slot;
        this.there[at] = (this.there[at] as number) + by;
        const isFull = (this.there[at] as number) >= (capacity[part.place] as number);
        // A shift looks at the lowest five bits alone: the slot of its word.
        const word = 2 * part.place + (slot >> 5);
        this.full[word] = isFull ? (this.full[word] as number) | (1 << slot) : (this.full[word] as number) & ~(1 << slot);
      }
  }

  /** Places what is not placed; whether it may stand there is the caller's to know. */
  place(session: number, { rider, start, option, helper }: Omit<SolverSpot, "cost">): void {
    const ready = this.ready.sessions[session] as ReadySession;
    const chosen = ready.options[option] as ReadyOption;
    this.rider[session] = rider;
    this.start[session] = start;
    this.option[session] = option;
    this.helper[session] = helper;
    this.cost += (ready.riderCost[rider] as number) + (chosen.cost[start] as number) - ready.leftOut;
    this.work(rider, start, ready.length, 1);
    if (ready.ridden) this.rides[rider] = (this.rides[rider] as number) + 1;
    if (helper !== NOBODY) this.work(helper, start, ready.helperSlots, 1);
    this.occupy(chosen, start, 1);
  }
  /** Takes it off, and what may only come after it. */
  remove(session: number): void {
    const rider = this.rider[session] as number;
    if (rider === NOBODY) return;
    const ready = this.ready.sessions[session] as ReadySession;
    for (const follower of ready.followers) this.remove(follower);
    const start = this.start[session] as number;
    const helper = this.helper[session] as number;
    const chosen = ready.options[this.option[session] as number] as ReadyOption;
    this.cost -= (ready.riderCost[rider] as number) + (chosen.cost[start] as number) - ready.leftOut;
    this.work(rider, start, ready.length, -1);
    if (ready.ridden) this.rides[rider] = (this.rides[rider] as number) - 1;
    if (helper !== NOBODY) this.work(helper, start, ready.helperSlots, -1);
    this.occupy(chosen, start, -1);
    this.rider[session] = NOBODY;
    this.helper[session] = NOBODY;
  }

  /** Starts that the other sessions of its horse leave, those before and after it included, as two words into `into`. */
  horseStarts(session: number, into: Int32Array): void {
    const ready = this.ready.sessions[session] as ReadySession;
    const { count, sessions } = this.ready;
    let low = runLow(0, count);
    let high = runHigh(0, count);
    let isBusy = false;
    for (const other of ready.sameHorse) {
      if (this.rider[other] === NOBODY) continue;
      const [start, { length }] = [this.start[other] as number, sessions[other] as ReadySession];
      low &= ~runLow(start, length);
      high &= ~runHigh(start, length);
      isBusy = true;
    }
    if (isBusy) runsInto(low, high, ready.length, into);
    else {
      into[0] = low;
      into[1] = high;
    }
    if (ready.after >= 0) {
      const isThere = this.rider[ready.after] !== NOBODY;
      const before = sessions[ready.after] as ReadySession;
      const earliest = isThere ? (this.start[ready.after] as number) + before.length + ready.gap : count;
      into[0] = (into[0] as number) & ~runLow(0, earliest);
      into[1] = (into[1] as number) & ~runHigh(0, earliest);
    }
    for (const follower of ready.followers)
      if (this.rider[follower] !== NOBODY) {
        const latest = (this.start[follower] as number) - (sessions[follower] as ReadySession).gap - ready.length;
        into[0] = (into[0] as number) & runLow(0, Math.max(0, latest + 1));
        into[1] = (into[1] as number) & runHigh(0, Math.max(0, latest + 1));
      }
  }
  /** Starts at which the option's places have room and nobody whom the horse must not meet, as two words into `into`. */
  placeStarts(session: number, option: ReadyOption, into: Int32Array): void {
    const ready = this.ready.sessions[session] as ReadySession;
    let { low, high } = option.starts;
    for (const part of option.parts) {
      if ((low | high) === 0) break;
      let takenLow = this.full[2 * part.place] as number;
      let takenHigh = this.full[2 * part.place + 1] as number;
      if (ready.apart.length > 0 && this.ready.separate[part.place] === 0)
        for (const other of ready.apart) {
          if (this.rider[other] === NOBODY) continue;
          const theirs = (this.ready.sessions[other] as ReadySession).options[this.option[other] as number] as ReadyOption;
          for (const their of theirs.parts) {
            if (their.place !== part.place) continue;
            const from = (this.start[other] as number) + their.from;
            takenLow |= runLow(from, their.length);
            takenHigh |= runHigh(from, their.length);
          }
        }
      if ((takenLow | takenHigh) === 0) continue;
      runsInto(~takenLow, this.beyond & ~takenHigh, part.length, into);
      low &= earlierLow(into[0] as number, into[1] as number, part.from);
      high &= earlierHigh(into[1] as number, part.from);
    }
    into[0] = low;
    into[1] = high;
  }

  /** Who helps best from this start on, not the rider; NOBODY where nobody can. Gives what it costs in `helping`. */
  private bestHelper(session: ReadySession, rider: number, start: number, edge: number): number {
    let best = NOBODY;
    this.helping = NEVER_BETTER;
    const low = runLow(start, session.helperSlots);
    const high = runHigh(start, session.helperSlots);
    for (let person = 0; person < this.rides.length; person += 1) {
      const may = bitAt(session.helperStarts[2 * person] as number, session.helperStarts[2 * person + 1] as number, start);
      if (person === rider || may === 0) continue;
      const busyLow = this.busy[2 * person] as number;
      const busyHigh = this.busy[2 * person + 1] as number;
      if (((busyLow & low) | (busyHigh & high)) !== 0) continue;
      const { working, maxSaddle } = this.ready.riders[person] as ReadyRider;
      const cost =
        this.balance(person, session.helperSlots) +
        edge * (maxSaddle * RIDER_HELPS + loose(busyLow | ~working.low, busyHigh | ~working.high, start, session.helperSlots));
      if (cost >= this.helping) continue;
      if (!eatsIn(this.ready.riders[person] as ReadyRider, busyLow | low, busyHigh | high)) continue;
      best = person;
      this.helping = cost;
    }
    return best;
  }

  /** The cheapest spot for a session that is not placed, into `into`; false where there is none. */
  bestSpot(session: number, into: SolverSpot, look: Readonly<Look> = PLAIN): boolean {
    const ready = this.ready.sessions[session] as ReadySession;
    const { options, length } = ready;
    const { when, found, open } = this;
    const people = this.rides.length;
    into.rider = NOBODY;
    into.cost = NEVER_BETTER;
    this.horseStarts(session, when);
    let anyLow = 0;
    let anyHigh = 0;
    if (((when[0] as number) | (when[1] as number)) !== 0)
      for (let number = 0; number < options.length; number += 1) {
        this.placeStarts(session, options[number] as ReadyOption, found);
        open[2 * number] = (found[0] as number) & (when[0] as number);
        open[2 * number + 1] = (found[1] as number) & (when[1] as number);
        anyLow |= open[2 * number] as number;
        anyHigh |= open[2 * number + 1] as number;
      }
    if ((anyLow | anyHigh) === 0) return false;
    for (let turn = 0; turn < people; turn += 1) {
      const rider = look.only === NOBODY ? (turn + look.first) % people : look.only;
      if (look.only !== NOBODY && turn > 0) break;
      const pairing = ready.riderCost[rider] as number;
      if (pairing < 0 || rider === look.past) continue;
      const person = this.ready.riders[rider] as ReadyRider;
      if (ready.ridden && (this.rides[rider] as number) >= person.maxSaddle) continue;
      runsInto(~(this.busy[2 * rider] as number), this.beyond & ~(this.busy[2 * rider + 1] as number), length, found);
      const low = (ready.riderStarts[2 * rider] as number) & (found[0] as number) & anyLow;
      const high = (ready.riderStarts[2 * rider + 1] as number) & (found[1] as number) & anyHigh;
      if ((low | high) === 0) continue;
      const base = pairing + this.balance(rider, length);
      if (base >= into.cost) continue;
      found[0] = low;
      found[1] = high;
      this.tryRider(ready, rider, base, look, into);
    }
    return into.rider !== NOBODY;
  }
  /** The rider's free starts stand in `found`. */
  private tryRider(ready: ReadySession, rider: number, base: number, { late, edge }: Readonly<Look>, into: SolverSpot): void {
    const { options, length } = ready;
    const { found, open } = this;
    const freeLow = found[0] as number;
    const freeHigh = found[1] as number;
    const person = this.ready.riders[rider] as ReadyRider;
    const busyLow = this.busy[2 * rider] as number;
    const busyHigh = this.busy[2 * rider + 1] as number;
    const edgesLow = busyLow | ~person.working.low;
    const edgesHigh = busyHigh | ~person.working.high;
    for (let number = 0; number < options.length; number += 1) {
      const costs = (options[number] as ReadyOption).cost;
      let low = freeLow & (open[2 * number] as number);
      let high = freeHigh & (open[2 * number + 1] as number);
      while ((low | high) !== 0) {
        const start = late ? lastOf(low, high) : firstOf(low, high);
        if (start < 32) low ^= 1 << start;
        else high ^= 1 << start;
        let cost = base + (costs[start] as number) + edge * loose(edgesLow, edgesHigh, start, length);
        if (cost >= into.cost) continue;
        if (!eatsIn(person, busyLow | runLow(start, length), busyHigh | runHigh(start, length))) continue;
        let helper = NOBODY;
        if (ready.helperSlots > 0) {
          helper = this.bestHelper(ready, rider, start, edge);
          if (helper === NOBODY) continue;
          cost += this.helping;
          if (cost >= into.cost) continue;
        }
        into.cost = cost;
        into.rider = rider;
        into.start = start;
        into.option = number;
        into.helper = helper;
      }
    }
  }

  /** The plan by names. */
  plan(): DayPlan {
    const { sessions, riders } = this.ready;
    return new Map(
      sessions.flatMap(({ id, options }, at) =>
        this.isPlaced(at)
          ? [
              [
                id,
                {
                  rider: (riders[this.rider[at] as number] as { id: string }).id,
                  start: this.start[at] as number,
                  option: (options[this.option[at] as number] as ReadyOption).number,
                  helper: this.helper[at] === NOBODY ? null : (riders[this.helper[at] as number] as { id: string }).id,
                },
              ] as const,
            ]
          : [],
      ),
    );
  }
}
