/**
 * What makes a play work as the barn's cards do, and not as arithmetic would: a session has one focus, first times wait for their lists, and beside the
 * main stands what prepares it and what is small and daily. Without it plays took up two unrelated things in every session and told chances far too high.
 */
import { highestTrack, lowestTrack, weakerOf } from "./choose.ts";
import type { Known, LevelCourse } from "./course.ts";

export interface ByCards {
  readonly firsts: readonly FirstAsks[];
  /** From this score on every side on the first time is behind it. */
  readonly shownAt: number;
  /** Mean level at which a card takes a thing for done well; of how many such it has at the most to begin with, and of small daily ones. */
  readonly wellAt: number;
  readonly warmUps: number;
  readonly daily: number;
  /** Two skills that one session may have for its work. */
  isFamily(a: string, b: string): boolean;
}
/** What a skill asks for before its first time. */
export interface FirstAsks {
  readonly skill: string;
  readonly asks: readonly AskedLevel[];
}
/** A score of another skill on every side, or on one where that is enough, and the mean by which it counts. */
export interface AskedLevel {
  readonly skill: string;
  readonly score: number;
  readonly mean: number;
  readonly oneSide: boolean;
}
/** The same by the numbers of a course. */
interface Asked extends Omit<AskedLevel, "skill"> {
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

/** Of this nature are the small things that a card has every day. */
const DAILY = "handling";

/** How a play stands when a session's work is chosen. */
export interface CardsMoment {
  readonly known: Known;
  /** By skill: the lowest of its last scores, −1: none; 1 where it was shown; 1 where it must not be asked today. */
  readonly lastScore: Int8Array;
  readonly shown: Uint8Array;
  readonly barred: Uint8Array;
  readonly met: readonly boolean[];
}

/** Room for one play after another. */
export class Cards {
  /** By skill: the level that a first time waits for, 0 where none does. */
  readonly awaited: Float64Array;
  readonly together: { readonly family: readonly Uint8Array[]; readonly alone: Uint8Array };
  private readonly firsts: readonly { readonly at: number; readonly asks: readonly Asked[] }[];
  private readonly isDaily: readonly boolean[];
  private readonly found: number[] = [];

  constructor(
    private readonly course: LevelCourse,
    private readonly asked: ByCards,
  ) {
    const count = course.skills.length;
    this.awaited = new Float64Array(count);
    const family = course.skills.map(({ id }) => Uint8Array.from(course.skills, (other) => Number(asked.isFamily(id, other.id))));
    this.together = { family, alone: new Uint8Array(count) };
    this.isDaily = course.skills.map(({ nature }) => nature === DAILY);
    // What is on the way to no goal is left out: nobody works it.
    this.firsts = asked.firsts.flatMap(({ skill, asks }) => {
      const at = course.at.get(skill);
      return at === undefined ? [] : [{ at, asks: asks.flatMap((one) => this.numbered(one)) }];
    });
  }
  private numbered(one: AskedLevel): readonly Asked[] {
    const { at, firstTrack } = this.course;
    const skill = at.get(one.skill);
    if (skill === undefined) return [];
    return [{ ...one, at: skill, from: firstTrack[skill] as number, to: firstTrack[skill + 1] as number }];
  }
  private counts({ at, from, to, oneSide, score, mean }: Asked, { known, lastScore }: CardsMoment): boolean {
    if (oneSide) return highestTrack(known.mean, from, to) >= mean;
    const last = lastScore[at] as number;
    return (last < 0 || last >= score) && lowestTrack(known.mean, from, to) >= mean;
  }

  /** Bars what waits for its list today, and says what is wanted for it. */
  wait(moment: CardsMoment): void {
    const { awaited, together } = this;
    awaited.fill(0);
    together.alone.fill(0);
    for (const { at, asks } of this.firsts) {
      if (moment.shown[at] === 1) continue;
      together.alone[at] = 1;
      for (const one of asks) {
        if (this.counts(one, moment)) continue;
        moment.barred[at] = 1;
        awaited[one.at] = Math.max(awaited[one.at] as number, one.mean);
      }
    }
  }

  /**
   * What stands beside the main: what that rests on and the horse does well, else of its family, by turns; and what is small and daily of the goals that
   * are open, with what that rests on. Good until the next call.
   */
  beside(main: readonly number[], turn: number, moment: CardsMoment): readonly number[] {
    const { course, found, asked } = this;
    const [first] = main;
    found.length = 0;
    if (first === undefined) return found;
    const below = course.before[first] as readonly number[];
    for (let i = 0; i < below.length && found.length < asked.warmUps; i += 1)
      this.takeKnown(below[(i + turn) % below.length] as number, main, moment);
    const family = this.together.family[first] as Uint8Array;
    for (let i = 0; i < family.length && found.length < asked.warmUps; i += 1) {
      const one = (i + turn) % family.length;
      if (family[one] === 1) this.takeKnown(one, main, moment);
    }
    const most = found.length + asked.daily;
    for (let i = 0; i < course.goals.length && found.length < most; i += 1) {
      const { at, ancestors } = course.goals[i] as LevelCourse["goals"][number];
      if (moment.met[i] || this.isDaily[at] !== true) continue;
      for (const prior of ancestors) if (found.length < most && !this.isWell(prior, moment)) this.takeDaily(prior, main, moment);
      if (found.length < most) this.takeDaily(at, main, moment);
    }
    return found;
  }
  private isWell = (skill: number, { known }: CardsMoment): boolean =>
    weakerOf(this.course, known.mean, skill) >= this.asked.wellAt;
  private isFree = (skill: number, main: readonly number[], { barred }: CardsMoment): boolean =>
    barred[skill] === 0 && !main.includes(skill) && !this.found.includes(skill);
  private takeKnown(skill: number, main: readonly number[], moment: CardsMoment): void {
    if (this.isWell(skill, moment) && this.isFree(skill, main, moment)) this.found.push(skill);
  }
  private takeDaily(skill: number, main: readonly number[], moment: CardsMoment): void {
    if (this.isDaily[skill] !== true || !this.isFree(skill, main, moment)) return;
    for (const prior of this.course.before[skill] as readonly number[])
      if (weakerOf(this.course, moment.known.mean, prior) < this.asked.shownAt) return;
    this.found.push(skill);
  }
}
