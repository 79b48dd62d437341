/** A day sheet that is filled and emptied a thousand times a second: who is busy when, which place is full, what it costs so far. */
import { eats, type Ready, type ReadyOption, type ReadyRider, type ReadySession, run, runsIn } from "./compiled.ts";
import { balanceCost, type DayPlan } from "./problem.ts";

export const NOBODY = -1;
const NEVER_BETTER = 2 ** 30;
/** A rider's help against a helper's, by the rides that are lost with it. */
const RIDER_HELPS = 0.08;
/** Sides on which a spot stands against nothing: beside other work or the end of a shift it leaves the rest of a string whole. */
function loose(edges: number, start: number, length: number): number {
  const before = start === 0 ? 1 : (edges >>> (start - 1)) & 1;
  return 2 - ((edges >>> (start + length)) & 1) - before;
}

/** One way of placing a session; the numbers of rider, option and helper. */
export interface Spot {
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

export class Sheet {
  readonly rider: Int32Array;
  readonly start: Int32Array;
  readonly option: Int32Array;
  readonly helper: Int32Array;
  private readonly busy: Int32Array;
  private readonly rides: Int32Array;
  private readonly load: Int32Array;
  /** Horses by place and slot, and the slots in which each place is full. */
  private readonly there: Int32Array;
  private readonly full: Int32Array;
  /** All of it in one piece, so that a sheet is taken over at once. */
  private readonly state: Int32Array;
  /** Starts of each option of the session that is looked at. */
  private readonly open: Int32Array;
  private helping = 0;
  cost: number;

  constructor(readonly ready: Ready) {
    const { sessions, riders, capacity, count } = ready;
    const [s, r, p] = [sessions.length, riders.length, capacity.length];
    this.state = new Int32Array(4 * s + 3 * r + p * count + p);
    let taken = 0;
    const part = (length: number): Int32Array => {
      taken += length;
      return this.state.subarray(taken - length, taken);
    };
    this.rider = part(s).fill(NOBODY);
    this.start = part(s);
    this.option = part(s);
    this.helper = part(s).fill(NOBODY);
    this.busy = part(r);
    this.rides = part(r);
    this.load = part(r);
    this.there = part(p * count);
    this.full = part(p);
    this.open = new Int32Array(Math.max(1, ...sessions.map(({ options }) => options.length)));
    for (let place = 0; place < p; place += 1) if ((capacity[place] as number) < 1) this.full[place] = -1;
    this.cost = sessions.reduce((sum, { leftOut }) => sum + leftOut, 0);
  }

  /** Takes over another sheet of the same day. */
  copy(from: Sheet): void {
    this.state.set(from.state);
    this.cost = from.cost;
  }
  isPlaced(session: number): boolean {
    return this.rider[session] !== NOBODY;
  }
  busyOf(rider: number): number {
    return this.busy[rider] as number;
  }
  ridesOf(rider: number): number {
    return this.rides[rider] as number;
  }
  fullOf(place: number): number {
    return this.full[place] as number;
  }

  private balance(rider: number, slots: number): number {
    const { fair } = this.ready.riders[rider] as ReadyRider;
    const { balance } = this.ready.problem.weights;
    const load = this.load[rider] as number;
    return balanceCost(load + slots - fair, balance) - balanceCost(load - fair, balance);
  }
  private work(rider: number, mask: number, slots: number): void {
    this.cost += this.balance(rider, slots);
    this.busy[rider] = (this.busy[rider] as number) ^ mask;
    this.load[rider] = (this.load[rider] as number) + slots;
  }
  private occupy({ parts }: ReadyOption, start: number, by: number): void {
    const { count, capacity } = this.ready;
    for (const part of parts)
      for (let slot = start + part.from; slot < start + part.from + part.length; slot += 1) {
        const at = part.place * count + slot;
        this.there[at] = (this.there[at] as number) + by;
        const isFull = (this.there[at] as number) >= (capacity[part.place] as number);
        this.full[part.place] = isFull
          ? (this.full[part.place] as number) | (1 << slot)
          : (this.full[part.place] as number) & ~(1 << slot);
      }
  }

  /** Places what is not placed; whether it may stand there is the caller's to know. */
  place(session: number, { rider, start, option, helper }: Omit<Spot, "cost">): void {
    const ready = this.ready.sessions[session] as ReadySession;
    const chosen = ready.options[option] as ReadyOption;
    this.rider[session] = rider;
    this.start[session] = start;
    this.option[session] = option;
    this.helper[session] = helper;
    this.cost += (ready.riderCost[rider] as number) + (chosen.cost[start] as number) - ready.leftOut;
    this.work(rider, run(start, ready.length), ready.length);
    if (ready.ridden) this.rides[rider] = (this.rides[rider] as number) + 1;
    if (helper !== NOBODY) this.work(helper, run(start, ready.helperSlots), ready.helperSlots);
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
    this.work(rider, run(start, ready.length), -ready.length);
    if (ready.ridden) this.rides[rider] = (this.rides[rider] as number) - 1;
    if (helper !== NOBODY) this.work(helper, run(start, ready.helperSlots), -ready.helperSlots);
    this.occupy(chosen, start, -1);
    this.rider[session] = NOBODY;
    this.helper[session] = NOBODY;
  }

  /** Starts that the other sessions of its horse leave, those before and after it included. */
  horseStarts(session: number): number {
    const ready = this.ready.sessions[session] as ReadySession;
    const { count, sessions } = this.ready;
    let busy = 0;
    for (const other of ready.sameHorse)
      if (this.rider[other] !== NOBODY) busy |= run(this.start[other] as number, (sessions[other] as ReadySession).length);
    let starts = busy === 0 ? run(0, count) : runsIn(run(0, count) & ~busy, ready.length);
    if (ready.after >= 0) {
      if (this.rider[ready.after] === NOBODY) return 0;
      const earliest = (this.start[ready.after] as number) + (sessions[ready.after] as ReadySession).length + ready.gap;
      starts &= earliest >= count ? 0 : ~(run(0, earliest) | 0);
    }
    for (const follower of ready.followers)
      if (this.rider[follower] !== NOBODY) {
        const latest = (this.start[follower] as number) - (sessions[follower] as ReadySession).gap - ready.length;
        starts &= latest < 0 ? 0 : run(0, latest + 1);
      }
    return starts;
  }
  /** Starts at which the option's places have room and nobody whom the horse must not meet. */
  placeStarts(session: number, option: ReadyOption): number {
    const ready = this.ready.sessions[session] as ReadySession;
    let { starts } = option;
    for (const part of option.parts) {
      if (starts === 0) return 0;
      let taken = this.full[part.place] as number;
      if (ready.apart.length > 0 && this.ready.separate[part.place] === 0) taken |= this.strangersAt(ready, part.place);
      if (taken !== 0) starts &= runsIn(~taken, part.length) >>> part.from;
    }
    return starts;
  }
  private strangersAt({ apart }: ReadySession, place: number): number {
    let taken = 0;
    for (const other of apart) {
      if (this.rider[other] === NOBODY) continue;
      const chosen = (this.ready.sessions[other] as ReadySession).options[this.option[other] as number] as ReadyOption;
      for (const part of chosen.parts)
        if (part.place === place) taken |= run((this.start[other] as number) + part.from, part.length);
    }
    return taken;
  }

  /** Who helps best from this start on, not the rider; NOBODY where nobody can. Gives what it costs in `helping`. */
  private bestHelper(session: ReadySession, rider: number, start: number, edge: number): number {
    let best = NOBODY;
    this.helping = NEVER_BETTER;
    const mask = run(start, session.helperSlots);
    for (let person = 0; person < this.busy.length; person += 1) {
      if (person === rider || (((session.helperStarts[person] as number) >>> start) & 1) === 0) continue;
      const busy = this.busy[person] as number;
      if ((busy & mask) !== 0) continue;
      const { working, maxSaddle } = this.ready.riders[person] as ReadyRider;
      const cost =
        this.balance(person, session.helperSlots) +
        edge * (maxSaddle * RIDER_HELPS + loose(busy | ~working, start, session.helperSlots));
      if (cost >= this.helping || !eats(this.ready.riders[person] as ReadyRider, busy | mask)) continue;
      best = person;
      this.helping = cost;
    }
    return best;
  }

  /** The cheapest spot for a session that is not placed, into `into`; false where there is none. */
  bestSpot(session: number, into: Spot, look: Readonly<Look> = PLAIN): boolean {
    const ready = this.ready.sessions[session] as ReadySession;
    const { options, length } = ready;
    const people = this.busy.length;
    into.rider = NOBODY;
    into.cost = NEVER_BETTER;
    const when = this.horseStarts(session);
    let any = 0;
    if (when !== 0)
      for (let number = 0; number < options.length; number += 1) {
        this.open[number] = this.placeStarts(session, options[number] as ReadyOption) & when;
        any |= this.open[number] as number;
      }
    if (any === 0) return false;
    for (let turn = 0; turn < people; turn += 1) {
      const rider = look.only === NOBODY ? (turn + look.first) % people : look.only;
      if (look.only !== NOBODY && turn > 0) break;
      const pairing = ready.riderCost[rider] as number;
      if (pairing < 0 || rider === look.past) continue;
      const person = this.ready.riders[rider] as ReadyRider;
      if (ready.ridden && (this.rides[rider] as number) >= person.maxSaddle) continue;
      const busy = this.busy[rider] as number;
      const free = (ready.riderStarts[rider] as number) & runsIn(~busy, length) & any;
      if (free === 0) continue;
      const base = pairing + this.balance(rider, length);
      if (base >= into.cost) continue;
      this.tryRider(ready, rider, base, free, look, into);
    }
    return into.rider !== NOBODY;
  }
  private tryRider(
    ready: ReadySession,
    rider: number,
    base: number,
    free: number,
    { late, edge }: Readonly<Look>,
    into: Spot,
  ): void {
    const { options, length } = ready;
    const person = this.ready.riders[rider] as ReadyRider;
    const busy = this.busy[rider] as number;
    const edges = busy | ~person.working;
    for (let number = 0; number < options.length; number += 1) {
      const costs = (options[number] as ReadyOption).cost;
      let starts = free & (this.open[number] as number);
      while (starts !== 0) {
        const start = late ? 31 - Math.clz32(starts) : 31 - Math.clz32(starts & -starts);
        starts ^= 1 << start;
        let cost = base + (costs[start] as number) + edge * loose(edges, start, length);
        if (cost >= into.cost || !eats(person, busy | run(start, length))) continue;
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
