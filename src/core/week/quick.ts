/**
 * A good week at once, without a proof: horses are taken off together, where they are in one another's way, and given their best days again; what comes of it
 * is kept where it is better, and at first now and then where it is not (annealing). What a fixed day cannot have costs so much that it is given up only
 * where nobody is left for it.
 */
import { seededRandom } from "../kernel/random.ts";
import {
  evenShares,
  mayRide,
  mayTake,
  patternCost,
  patternsOf,
  toFind,
  UNEVEN,
  type WeekHorse,
  type WeekPlan,
  type WeekProblem,
  type WeekRider,
  weekPairCost,
} from "./week.ts";

/** Dearer than all that a week of a horse can cost besides. */
const GIVEN_UP = 1e9;
const LEAST_OFF = 2;
const MOST_OFF = 7;
/** A step's change for the worse that is taken about once in three times, at the beginning and at the end. */
const WARM = 40;
const COLD = 0.3;
/** Steps for each horse after which it goes no further, whatever time is left. */
const STEPS = 2500;
const NOBODY = -1;
/** How often somebody is passed over who would do, and what a day seems dearer at the most, so that not the same is tried again and again. */
const PASSED_OVER = 0.1;
const LIKED = 3;
/** Shares of steps that take off horses with the same people on a day, and with the same day. */
const SAME_PEOPLE = 0.4;
const SAME_DAY = 0.2;
/** Of the horses of a day, those that stay where they are. */
const PASSED_BY = 0.5;
/** Chance, from 0 to 1. */
type Whim = () => number;

/** Who may take a horse on a day, the cheapest first, by their places among the riders. */
interface Able {
  readonly at: Int16Array;
  readonly cost: Float64Array;
}
interface Fact {
  readonly horse: WeekHorse;
  readonly ridden: number;
  readonly patterns: readonly (readonly number[])[];
  /** By pattern: what it costs, and as bits the days for which somebody is still to be found. */
  readonly costs: Float64Array;
  readonly finds: Int32Array;
  readonly able: readonly Able[];
}
export interface QuickWeek {
  readonly plan: WeekPlan;
  /** Horses with a fixed day for which nobody was found. */
  readonly givenUp: readonly string[];
}

const bitsOf = (days: readonly number[]): number => days.reduce((bits, day) => bits | (1 << day), 0);
function factOf(horse: WeekHorse, { days: count, riders }: WeekProblem): Fact {
  const patterns = patternsOf(horse, count);
  return {
    horse,
    ridden: horse.kind === "ground" ? 0 : 1,
    patterns,
    costs: Float64Array.from(patterns, (days) => patternCost(horse, days, count)),
    finds: Int32Array.from(patterns, (days) => bitsOf(toFind(horse, days))),
    able: Array.from({ length: count }, (_, day): Able => {
      const may = riders
        .map((rider, at) => ({ rider, at, cost: weekPairCost(horse, rider) }))
        .filter(({ rider }) => mayTake(horse, rider, day))
        .sort((a, b) => a.cost - b.cost);
      return { at: Int16Array.from(may, ({ at }) => at), cost: Float64Array.from(may, ({ cost }) => cost) };
    }),
  };
}

/** What horses have now: a pattern each, and a rider for each day of it. Everything is counted up and down as horses come and go. */
class Week {
  /** By person and day: what they have, and what of it is taken. */
  private readonly slots: Int32Array;
  private readonly saddles: Int32Array;
  private readonly load: Int32Array;
  private readonly rides: Int32Array;
  private readonly byDay: Int32Array;
  private readonly places: readonly number[];
  private readonly shares: readonly number[];
  /** By horse: its pattern, its riders by day, and what these cost without what a day holds above its share, which is everybody's. */
  readonly pattern: Int16Array;
  readonly rider: Int16Array;
  private readonly own: Float64Array;
  private all = 0;
  // Of the horse that is being placed: by day, whom it would have and what for, what the day seems to cost, and what each set of days does.
  private readonly offered: Int16Array;
  private readonly pair: Float64Array;
  private readonly price: Float64Array;
  private readonly ofDays: Float64Array;

  constructor(
    private readonly problem: WeekProblem,
    readonly facts: readonly Fact[],
  ) {
    const { days, horses, riders } = problem;
    this.places = Array.from({ length: days }, (_, day) => problem.places?.[day] ?? Number.POSITIVE_INFINITY);
    this.shares = evenShares(problem);
    this.load = new Int32Array(riders.length * days);
    this.rides = new Int32Array(riders.length * days);
    const each = (of: (rider: WeekRider) => readonly number[]): Int32Array =>
      Int32Array.from(riders.flatMap((rider) => Array.from({ length: days }, (_, day) => of(rider)[day] ?? 0)));
    this.slots = each(({ slots }) => slots);
    this.saddles = each(({ maxSaddle }) => maxSaddle);
    this.byDay = new Int32Array(days);
    this.pattern = new Int16Array(horses.length).fill(NOBODY);
    this.rider = new Int16Array(horses.length * days).fill(NOBODY);
    this.own = new Float64Array(horses.length);
    this.offered = new Int16Array(days);
    this.pair = new Float64Array(days);
    this.price = new Float64Array(days);
    this.ofDays = new Float64Array(1 << days);
  }

  private book(h: number, by: 1 | -1): void {
    const { horse, ridden } = this.facts[h] as Fact;
    const { days } = this.problem;
    for (let day = 0; day < days; day += 1) {
      const rider = this.rider[h * days + day] as number;
      if (rider === NOBODY) continue;
      const cell = rider * days + day;
      this.load[cell] = (this.load[cell] as number) + by * horse.length;
      this.rides[cell] = (this.rides[cell] as number) + by * ridden;
      this.byDay[day] = (this.byDay[day] as number) + by * horse.length;
    }
    this.all += by * (this.own[h] as number);
  }
  /** What it has is remembered until somebody else is taken into the same place of what is kept. */
  take(h: number, kept: Kept, at: number): void {
    const { days } = this.problem;
    kept.pattern[at] = this.pattern[h] as number;
    kept.own[at] = this.own[h] as number;
    for (let day = 0; day < days; day += 1) kept.rider[at * days + day] = this.rider[h * days + day] as number;
    this.book(h, -1);
    this.rider.fill(NOBODY, h * days, (h + 1) * days);
  }
  /** What it had before it was taken, in the place of what it has now. */
  giveBack(h: number, kept: Kept, at: number): void {
    const { days } = this.problem;
    this.book(h, -1);
    this.pattern[h] = kept.pattern[at] as number;
    this.own[h] = kept.own[at] as number;
    for (let day = 0; day < days; day += 1) this.rider[h * days + day] = kept.rider[at * days + day] as number;
    this.book(h, 1);
  }

  private uneven(slots: number, day: number): number {
    return UNEVEN * Math.max(0, slots - (this.shares[day] ?? 0));
  }
  cost(): number {
    let sum = this.all;
    for (let day = 0; day < this.byDay.length; day += 1) sum += this.uneven(this.byDay[day] as number, day);
    return sum;
  }

  /** The cheapest rider of a day with the room that is left, but where a whim passes somebody over. */
  private offer({ horse, ridden, able }: Fact, day: number, whim: Whim | null): void {
    const { days } = this.problem;
    const slots = this.byDay[day] as number;
    this.offered[day] = NOBODY;
    this.pair[day] = GIVEN_UP;
    this.price[day] = GIVEN_UP;
    if (slots + horse.length > (this.places[day] as number)) return;
    const more = this.uneven(slots + horse.length, day) - this.uneven(slots, day) + (whim ? LIKED * whim() : 0);
    const { at: who, cost: pairs } = able[day] as Able;
    for (let i = 0; i < who.length; i += 1) {
      const at = who[i] as number;
      const cost = pairs[i] as number;
      const cell = at * days + day;
      if ((this.load[cell] as number) + horse.length > (this.slots[cell] as number)) continue;
      if ((this.rides[cell] as number) + ridden > (this.saddles[cell] as number)) continue;
      this.offered[day] = at;
      this.pair[day] = cost;
      this.price[day] = cost + more;
      if (!whim || whim() >= PASSED_OVER) return;
    }
  }
  /** The days that seem to cost the least with what the others have; of those that cost nearly the same, by whim now these and now those. */
  place(h: number, whim: Whim | null): void {
    const fact = this.facts[h] as Fact;
    const { costs, finds } = fact;
    const { price, ofDays, problem } = this;
    for (let day = 0; day < problem.days; day += 1) {
      this.offer(fact, day, whim);
      const bit = 1 << day;
      for (let set = 0; set < bit; set += 1) ofDays[set | bit] = (ofDays[set] as number) + (price[day] as number);
    }
    let best = NOBODY;
    let least = Number.POSITIVE_INFINITY;
    for (let i = 0; i < costs.length; i += 1) {
      const all = (costs[i] as number) + (ofDays[finds[i] as number] as number);
      if (all >= least) continue;
      least = all;
      best = i;
    }
    const find = finds[best] ?? 0;
    let own = costs[best] ?? GIVEN_UP;
    for (let day = 0; day < problem.days; day += 1) {
      const found = ((find >>> day) & 1) === 1;
      this.rider[h * problem.days + day] = found ? (this.offered[day] as number) : NOBODY;
      if (found) own += this.pair[day] as number;
    }
    this.pattern[h] = best;
    this.own[h] = own;
    this.book(h, 1);
  }
}
interface Kept {
  readonly pattern: Int16Array;
  readonly rider: Int16Array;
  readonly own: Float64Array;
}

/**
 * `gone` says before each step which part of the time has gone, from 0 to 1, and is asked no more once it has said 1; the first laying is always whole, and
 * nothing dearer is given for more time than for none. The same answers give the same week.
 */
export function quickWeek(problem: WeekProblem, seed: number, gone: () => number): QuickWeek {
  const { horses, riders, days: count } = problem;
  const facts = horses.map((horse) => factOf(horse, problem));
  const week = new Week(problem, facts);
  // Whom the fewest may ride comes first, then what is worth most.
  const whoMay = horses.map((horse) => riders.filter((rider) => mayRide(horse, rider)).length);
  const fixedFirst = (h: number): number => ((horses[h] as WeekHorse).fixed.length > 0 ? 0 : 1);
  const order = horses
    .map((_, h) => h)
    .sort(
      (a, b) =>
        fixedFirst(a) - fixedFirst(b) ||
        (whoMay[a] as number) - (whoMay[b] as number) ||
        (horses[b] as WeekHorse).value - (horses[a] as WeekHorse).value,
    );
  for (const h of order) week.place(h, null);

  const random = seededRandom(seed);
  const draw = (): number => random.next();
  const pick = (of: number): number => Math.floor(draw() * of);
  const off: number[] = [];
  /** Horses that have the same people on a day, or only the same day, or nothing in common; in any order. */
  const together = (): void => {
    off.length = 0;
    const many = Math.min(horses.length, LEAST_OFF + pick(MOST_OFF - LEAST_OFF + 1));
    const [day, chance] = [pick(count), draw()];
    const how = chance < SAME_PEOPLE ? "people" : chance < SAME_PEOPLE + SAME_DAY ? "day" : "any";
    const [one, two, from] = [pick(riders.length), pick(riders.length), pick(horses.length)];
    // One from anywhere, as it may be what was left out for want of the others' room.
    off.push(pick(horses.length));
    for (let i = 0; i < horses.length && off.length < many; i += 1) {
      const h = how === "any" ? pick(horses.length) : (from + i) % horses.length;
      const who = week.rider[h * count + day] as number;
      if (how === "people" && who !== one && who !== two) continue;
      if (how === "day" && (who === NOBODY || draw() < PASSED_BY)) continue;
      if (!off.includes(h)) off.splice(pick(off.length + 1), 0, h);
    }
  };
  const kept: Kept = {
    pattern: new Int16Array(MOST_OFF),
    rider: new Int16Array(MOST_OFF * count),
    own: new Float64Array(MOST_OFF),
  };
  let cost = week.cost();
  let least = cost;
  let best = { pattern: week.pattern.slice(), rider: week.rider.slice() };
  const most = STEPS * horses.length;
  for (let step = 0; step < most; step += 1) {
    const at = Math.max(gone(), step / most);
    if (at >= 1) break;
    const warmth = WARM * (COLD / WARM) ** at;
    together();
    for (let i = 0; i < off.length; i += 1) week.take(off[i] as number, kept, i);
    for (let i = 0; i < off.length; i += 1) week.place(off[i] as number, draw);
    const now = week.cost();
    if (now <= cost || draw() < Math.exp((cost - now) / warmth)) {
      cost = now;
      if (cost >= least) continue;
      least = cost;
      best = { pattern: week.pattern.slice(), rider: week.rider.slice() };
    } else for (let i = 0; i < off.length; i += 1) week.giveBack(off[i] as number, kept, i);
  }

  const plan = { days: new Map<string, readonly number[]>(), rider: new Map<string, ReadonlyMap<number, string>>() };
  const givenUp: string[] = [];
  facts.forEach(({ horse, patterns }, h) => {
    const chosen = patterns[best.pattern[h] as number] ?? [];
    const rider = (day: number): string | null => riders[best.rider[h * count + day] as number]?.id ?? null;
    const alone = toFind(horse, chosen).filter((day) => rider(day) === null);
    if (alone.length > 0 || patterns.length === 0) givenUp.push(horse.id);
    const days = chosen.filter((day) => !alone.includes(day));
    plan.days.set(horse.id, days);
    plan.rider.set(
      horse.id,
      new Map(
        days.flatMap((day) => {
          const id = rider(day);
          return id === null ? [] : [[day, id] as const];
        }),
      ),
    );
  });
  return { plan, givenUp };
}
