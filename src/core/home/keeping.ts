/**
 * What is kept up at home: that first which fades first. Forgetting as the estimator believes in it (forecast/growth.ts): what stands above half of the best
 * level halves in a time that grows with how often a thing was worked.
 */
import { FLOOR, keptAfter } from "../forecast/growth.ts";
import { weakerSide } from "../ladder/level.ts";
import type { Nature, Skill } from "../ladder/skill.ts";
import { firstSide, type HomeFacts } from "./facts.ts";
import { isForHome } from "./for-home.ts";

/** Steps of a start that every ride shows anyway: no item of a horse that is ridden. */
const OF_A_START: readonly Nature[] = ["accepting", "mounting"];
/** What is kept up: mostly, on light help, or better. */
const KEPT_FROM = 3;
/** The weaker side of an uneven skill fades first, and is worked first. */
const HARD_SIDE_WEIGHT = 1.25;

interface Kept {
  readonly skill: Skill;
  readonly level: number;
  readonly weight: number;
  times: number;
  last: number;
}
/** Steps of the score that are lost of a thing between its last work and a day. */
const lostBy = ({ level, times, last, skill }: Kept, day: number): number =>
  level * (1 - FLOOR) * (1 - keptAfter(day - last, times, skill.halfLife));

export class Keeping {
  private readonly kept: readonly Kept[];
  constructor(facts: HomeFacts) {
    this.kept = facts.ladder.flatMap((skill): Kept[] => {
      const level = weakerSide(facts.levels, skill);
      if (level < KEPT_FROM || !isForHome(facts, skill) || (facts.ridden && OF_A_START.includes(skill.nature))) return [];
      const weight = firstSide(facts, skill) === null ? 1 : HARD_SIDE_WEIGHT;
      return [{ skill, level, weight, times: facts.timesWorked.get(skill.id) ?? 1, last: 0 }];
    });
  }
  get isEmpty(): boolean {
    return this.kept.length === 0;
  }
  private sorted(day: number): readonly Kept[] {
    const { kept } = this;
    return [...kept].sort((a, b) => b.weight * lostBy(b, day) - a.weight * lostBy(a, day) || kept.indexOf(a) - kept.indexOf(b));
  }
  dearest = (day: number, most: number): readonly Skill[] =>
    this.sorted(day)
      .slice(0, most)
      .map(({ skill }) => skill);
  worked(skill: Skill, day: number): void {
    const one = this.kept.find((kept) => kept.skill === skill);
    if (!one) return;
    one.times += 1;
    one.last = day;
  }
  /**
   * What a day keeps up, and that it was. Rides are rides: what is of the saddle, then what fills up; handling is done every day anyway, and is the matter of
   * days on the ground. The ground comes first, as every day here begins.
   */
  forDay(day: number, { most, ride, but }: { most: number; ride: boolean; but: string | null }): readonly Skill[] {
    const able = this.sorted(day).filter(({ skill }) => skill.id !== but);
    const ridden = able.filter(({ skill }) => skill.saddle);
    const ground = able.filter(({ skill }) => !skill.saddle);
    const fill = ground.filter(({ skill }) => skill.nature !== "handling");
    const chosen = (ride ? [...ridden, ...fill] : ground).slice(0, most);
    for (const { skill } of chosen) this.worked(skill, day);
    const order = this.kept.filter((one) => chosen.includes(one)).map(({ skill }) => skill);
    return order.sort((a, b) => Number(a.saddle) - Number(b.saddle));
  }
}
