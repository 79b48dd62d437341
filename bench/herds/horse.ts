/** One horse of a family, living through its days: what it truly is, what a session does to it and what is written down. */
import { type ScoredSession, type SkillShape, type SkillWork } from "#core/forecast/stay.ts";
import type { HorseKind } from "#core/horse/horse.ts";
import type { Random } from "#core/kernel/random.ts";
import { type Score, sidesOf } from "#core/kernel/sides.ts";
import type { Family, RiderTruth } from "./family.ts";

export interface Ladder {
  readonly skills: readonly SkillShape[];
  readonly at: ReadonlyMap<string, number>;
  readonly depth: readonly number[];
}
const READY = 2.2;

export class Horse {
  private readonly level: Float64Array;
  private readonly best: Float64Array;
  private readonly rate: Float64Array;
  private readonly ceiling: Float64Array;
  private readonly lastWorked: Float64Array;
  private lastDay = 0;
  awayUntil = -1;
  stalledFrom = -1;
  stalledUntil = -1;

  constructor(
    readonly family: Family,
    readonly ladder: Ladder,
    readonly kind: HorseKind,
    random: Random,
  ) {
    const count = ladder.skills.length;
    [this.level, this.best, this.ceiling] = [new Float64Array(2 * count), new Float64Array(2 * count), new Float64Array(count)];
    this.rate = new Float64Array(count);
    this.lastWorked = new Float64Array(count).fill(-9);
    const own = family.rates.horse * random.normal();
    const branches = new Map(ladder.skills.map(({ branch }) => [branch, family.rates.branch * random.normal()]));
    const lean = family.sides * random.normal();
    ladder.skills.forEach((skill, i) => {
      this.rate[i] = own + (branches.get(skill.branch) ?? 0) + family.rates.skill * random.normal();
      this.ceiling[i] = random.chance(family.ceilings) ? 1.8 + 1.6 * random.next() : 9;
      const level = family.arrival(kind, ladder.depth[i] as number, random);
      const apart = skill.sided ? Math.min(1, level) * (lean + 0.2 * random.normal()) : 0;
      for (const side of [0, 1]) {
        const at = Math.min(5, Math.max(0, level + (side === 0 ? apart : -apart)));
        this.level[2 * i + side] = at;
        this.best[2 * i + side] = at;
      }
    });
  }

  copy(): Horse {
    const twin = Object.create(Horse.prototype) as Horse;
    return Object.assign(twin, this, {
      level: this.level.slice(),
      best: this.best.slice(),
      lastWorked: this.lastWorked.slice(),
    });
  }

  levelOf(skill: string, side: number): number {
    return this.level[2 * (this.ladder.at.get(skill) as number) + side] as number;
  }
  weaker(i: number): number {
    const sided = (this.ladder.skills[i] as SkillShape).sided;
    return sided ? Math.min(this.level[2 * i] as number, this.level[2 * i + 1] as number) : (this.level[2 * i] as number);
  }
  /** Worked although a prerequisite is not there. */
  tooEarly(skill: string): boolean {
    const shape = this.ladder.skills[this.ladder.at.get(skill) as number] as SkillShape;
    return shape.prerequisites.some((id) => this.weaker(this.ladder.at.get(id) as number) < 1.7);
  }

  /** What befalls it on this day, worked or not; true where it can be worked. */
  wakes(day: number, random: Random): boolean {
    const { layoff, stall, miss } = this.family;
    if (day > this.awayUntil && random.chance(layoff.aDay)) this.awayUntil = day + random.whole(...layoff.days);
    if (day > this.stalledUntil && random.chance(stall.aDay)) {
      this.stalledFrom = day;
      this.stalledUntil = day + random.whole(...stall.days);
    }
    return !random.chance(miss) && day > this.awayUntil;
  }

  work(day: number, rider: RiderTruth, skills: readonly string[], minutes: number, random: Random): ScoredSession {
    const { growth, scoring, mood, stall } = this.family;
    const nights = day - this.lastDay;
    for (let i = 0; i < this.level.length; i += 1) {
      const since = day - (this.lastWorked[i >> 1] as number);
      if (nights > 0)
        this.level[i] = growth.overnight(this.level[i] as number, this.best[i] as number, Math.min(since, nights + 2));
    }
    const windy = random.chance(0.12);
    const newPlace = random.chance(0.06);
    const today = mood * random.normal() + (windy ? -0.4 : 0) + (newPlace ? -0.45 : 0) - (nights > 7 ? 0.3 : 0);
    const stalled = day <= this.stalledUntil;
    const work = skills.map((id): SkillWork => {
      const i = this.ladder.at.get(id) as number;
      const shape = this.ladder.skills[i] as SkillShape;
      const slowed = stalled && shape.branch !== "handling";
      const ready = shape.prerequisites.reduce(
        (all, before) => all * Math.min(1, Math.max(0.15, this.weaker(this.ladder.at.get(before) as number) / READY)),
        1,
      );
      const each = minutes / skills.length;
      const dose =
        Math.exp(this.rate[i] as number) * (3 / shape.sessions03) * (each / 10) ** 0.55 * ready * (slowed ? stall.gain : 1);
      const scores: Record<string, Score> = {};
      sidesOf(shape.sided).forEach((side, s) => {
        const at = 2 * i + s;
        const now = this.level[at] as number;
        const held = now > (this.ceiling[i] as number) ? 0.08 : 1;
        const gain = growth.gain(now, dose * held, day - (this.lastWorked[i] as number), random);
        const said = scoring.say(now + gain / 2, rider, shape, today + (slowed ? stall.score : 0), random);
        scores[side] = Math.max(0, Math.min(5, Math.round(said))) as Score;
        this.level[at] = Math.min(5.3, Math.max(0, now + gain));
        this.best[at] = Math.max(this.best[at] as number, this.level[at] as number);
      });
      for (const before of shape.prerequisites) {
        const prior = this.ladder.at.get(before) as number;
        for (const side of [0, 1])
          this.level[2 * prior + side] = Math.min(5.3, (this.level[2 * prior + side] as number) + 0.08 * dose);
      }
      this.lastWorked[i] = day;
      return { skill: id, minutes: each, scores };
    });
    this.lastDay = day;
    return { day, rider: rider.name, windy, newPlace, work };
  }
}
