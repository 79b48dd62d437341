/** Levels on the way to the goals as they are expected, each planned session a little surer: what the chooser is told. */
import { knownOf, NEW_BELOW, weakerOf } from "../forecast/choose.ts";
import type { Known, LevelCourse } from "../forecast/course.ts";
import { goalState, PROOFS } from "../forecast/goals.ts";
import { GAIN_NOISE, HIGHEST_LEVEL, intakeAt, readyBy, SCORE_VARIANCE } from "../forecast/growth.ts";
import type { SkillShape } from "../forecast/stay.ts";
import type { PlanAsked } from "./asked.ts";

/** What the chooser is told on the way: levels as they are expected, each session a little surer. */
export class CourseAhead {
  readonly known: Known;
  readonly met: boolean[];
  readonly missing: number[];
  readonly lastWorked: Float64Array;
  readonly barred: Uint8Array;

  constructor(
    readonly course: LevelCourse,
    { belief, sessions, goals, ahead }: PlanAsked,
  ) {
    this.known = knownOf(belief, course);
    const states = goals.map((goal) => goalState(belief, sessions, goal, ahead.today));
    this.met = states.map(({ met }) => met);
    this.missing = states.map(({ missing }) => missing);
    this.lastWorked = new Float64Array(course.skills.length).fill(Number.NEGATIVE_INFINITY);
    this.barred = new Uint8Array(course.skills.length);
    for (const { day, work } of sessions)
      for (const { skill } of work) {
        const at = course.at.get(skill);
        if (at !== undefined) this.lastWorked[at] = day;
      }
  }
  level = (skill: number): number => weakerOf(this.course, this.known.mean, skill);
  isNew = (skill: number): boolean => this.lastWorked[skill] === Number.NEGATIVE_INFINITY && this.level(skill) < NEW_BELOW;

  work(skill: number, day: number, minutes: number): void {
    const { course, known } = this;
    const { sessions03 } = course.skills[skill] as SkillShape;
    const ready = (course.before[skill] as readonly number[]).reduce((all, prior) => all * readyBy(this.level(prior)), 1);
    const dose = (known.pace[skill] as number) * (3 / sessions03) * Math.sqrt(minutes / 10) * ready;
    for (let track = course.firstTrack[skill] as number; track < (course.firstTrack[skill + 1] as number); track += 1) {
      const level = known.mean[track] as number;
      const gain = dose * intakeAt(level);
      const variance = (known.spread[track] as number) ** 2 + (GAIN_NOISE * gain) ** 2;
      known.mean[track] = Math.min(HIGHEST_LEVEL, level + gain);
      known.spread[track] = Math.sqrt((variance * SCORE_VARIANCE) / (variance + SCORE_VARIANCE));
    }
    this.lastWorked[skill] = day;
    course.goals.forEach((goal, i) => {
      if (goal.at !== skill) return;
      const proved = this.level(skill) >= goal.target;
      this.missing[i] = proved ? Math.max(0, (this.missing[i] as number) - 1) : PROOFS;
      this.met[i] = this.missing[i] === 0;
    });
  }
}
