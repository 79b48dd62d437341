import { describe, expect, it } from "vitest";
import { seededRandom } from "../kernel/random.ts";
import { courseOf } from "./course.ts";
import { drawHabit, type Habit, type HabitMoment, habitOf, habitOn, queueOf, roomForHabit } from "./habit.ts";
import type { ScoredSession, SkillShape } from "./stay.ts";

const skill = (id: string, ...prerequisites: string[]): SkillShape => ({
  id,
  branch: "handling",
  nature: "handling",
  atTheBit: false,
  prerequisites,
  sided: false,
  sessions03: 3,
});
const LADDER = [skill("catch"), skill("lead", "catch"), skill("stand", "lead"), skill("tie", "stand"), skill("clip")];
const course = courseOf(LADDER, [{ skill: "tie", target: 3, value: 1, side: null }]);
const moment = (scores: readonly number[], changes: Partial<HabitMoment> = {}): HabitMoment => ({
  items: 2,
  day: 10,
  lastScore: Int8Array.from(scores),
  lastWorked: Float64Array.from(scores, (score) => (score < 0 ? Number.NEGATIVE_INFINITY : 9)),
  open: Uint8Array.from([0, 0, 0, 1]),
  target: Float64Array.from([0, 0, 0, 3]),
  barred: new Uint8Array(4),
  granted: new Uint8Array(4),
  ...changes,
});
const session = (day: number, skills: readonly string[]): ScoredSession => ({
  day,
  rider: "ann",
  windy: false,
  newPlace: false,
  work: skills.map((id) => ({ skill: id, minutes: 10, scores: { both: 2 } })),
});
/** One habit out of those that the record allows. */
function drawn(habit: Habit, seed: number, backwards = false): ReturnType<typeof roomForHabit> {
  const room = roomForHabit(course);
  drawHabit(habit, room, seededRandom(seed));
  return { ...room, backwards };
}
/** How often each skill is picked at a moment, by a barn with such a record. */
function picks(sessions: readonly ScoredSession[], at: HabitMoment): ReadonlyMap<string, number> {
  const habit = habitOf(course, sessions, () => at);
  const random = seededRandom(5);
  const counts = new Map<string, number>();
  for (let i = 0; i < 400; i += 1)
    for (const chosen of habitOn(course, drawn(habit, i), at, queueOf(course), random)) {
      const id = course.skills[chosen]?.id ?? "";
      counts.set(id, (counts.get(id) ?? 0) + 1);
    }
  return counts;
}

describe("a barn's habit", () => {
  it("climbs in the ladder's order, and begins nothing whose prerequisites were refused", () => {
    expect([...picks([], moment([-1, -1, -1, -1])).keys()]).toEqual(["catch"]);
    expect([...picks([], moment([3, 1, -1, -1])).keys()].sort()).toEqual(["catch", "lead"]);
  });
  it("never picks what is barred, nor one thing twice in a session", () => {
    const at = moment([3, 3, 2, -1], { barred: Uint8Array.from([0, 0, 1, 0]) });
    expect(picks([], at).has("stand")).toBe(false);
    const habit = habitOf(course, [], () => at);
    for (let seed = 0; seed < 50; seed += 1) {
      const chosen = habitOn(course, drawn(habit, seed), at, queueOf(course), seededRandom(seed));
      expect(new Set(chosen).size).toBe(chosen.length);
      expect(chosen.length).toBeLessThanOrEqual(2);
    }
  });
  it("spends as many slots elsewhere as the record shows, drawn towards what is usual", () => {
    const at = moment([3, 2, -1, -1]);
    const of = (sessions: readonly ScoredSession[]): number => habitOf(course, sessions, () => at).elsewhere;
    expect(of([])).toBeCloseTo(0.2, 9);
    const away = Array.from({ length: 20 }, (_, day) => session(day, ["clip", "clip"]));
    const here = Array.from({ length: 20 }, (_, day) => session(day, ["lead", "catch"]));
    expect(of(away)).toBeGreaterThan(0.8);
    expect(of(here)).toBeLessThan(0.05);
  });
  it("is drawn wide from a short record and narrow from a long one, about what it shows", () => {
    const at = moment([3, 2, -1, -1]);
    const spread = (days: number): { mean: number; deviation: number } => {
      const habit = habitOf(
        course,
        Array.from({ length: days }, (_, day) => session(day, ["lead", "clip"])),
        () => at,
      );
      const all = Array.from({ length: 300 }, (_, seed) => drawn(habit, seed).elsewhere);
      const mean = all.reduce((sum, x) => sum + x, 0) / all.length;
      return {
        mean: mean - habit.elsewhere,
        deviation: Math.sqrt(all.reduce((sum, x) => sum + (x - mean) ** 2, 0) / all.length),
      };
    };
    expect(Math.abs(spread(40).mean)).toBeLessThan(0.03);
    expect(spread(2).deviation).toBeGreaterThan(1.5 * spread(40).deviation);
  });
  it("repeats what is done where the record does, and goes on where it does that", () => {
    const at = moment([4, 2, -1, -1]);
    const record = (id: string) => Array.from({ length: 20 }, (_, day) => session(day, [id]));
    const share = (sessions: readonly ScoredSession[]): number => {
      const counts = picks(sessions, at);
      return (counts.get("catch") ?? 0) / ((counts.get("lead") ?? 0) + (counts.get("catch") ?? 0));
    };
    expect(share(record("catch"))).toBeGreaterThan(share(record("lead")) + 0.2);
  });
});

describe("a barn that works back from its goals", () => {
  const works = (skills: readonly string[], days: number) => Array.from({ length: days }, (_, day) => session(day, skills));
  it("takes up what its goals wait for, whatever stands lower on the ladder, and what is taken for granted waits for nobody", () => {
    const habit = habitOf(course, works(["tie"], 6), () => moment([-1, -1, -1, -1], { granted: Uint8Array.from([1, 1, 1, 0]) }));
    expect(habit.backwards).toBeGreaterThan(0.5);
    const asked = moment([-1, -1, -1, -1], { granted: Uint8Array.from([1, 1, 1, 0]), items: 1 });
    const chosen = Array.from({ length: 40 }, (_, seed) =>
      habitOn(course, drawn({ ...habit, elsewhere: 0 }, seed, true), asked, queueOf(course), seededRandom(seed)),
    ).flat();
    expect(new Set(chosen)).toEqual(new Set([3]));
  });
  it("goes to what is lacking below where nothing is granted, at the score at which its rider takes things up", () => {
    // What is known has its share as well: nothing here is at a 3.
    const asked = moment([2, 2, -1, -1], { items: 1, granted: Uint8Array.from([1, 0, 0, 0]) });
    const habit = habitOf(course, works(["lead"], 3), () => asked);
    const first = (takesUpAt: number) => {
      const room = { ...drawn({ ...habit, elsewhere: 0 }, 1, true), takesUpAt };
      const chosen = Array.from({ length: 40 }, (_, seed) => habitOn(course, room, asked, queueOf(course), seededRandom(seed)));
      return [...new Set(chosen.flat())];
    };
    expect(first(3)).toEqual([0]);
    expect(first(2)).toEqual([2]);
  });
});
