/** Whether the estimator's intervals hold what they promise, on horses whose truth is known: drawn by the model's own mechanics, written here anew. */
import { describe, expect, it } from "vitest";
import { EVERYDAY_SHAPES } from "#shipped/ladder.ts";
import { type Random, seededRandom } from "../kernel/random.ts";
import type { Score } from "../kernel/sides.ts";
import { believe, levelShown, priorOf } from "./estimator.ts";
import { intakeAt } from "./growth.ts";
import { layoutOf } from "./layout.ts";
import type { ScoredSession, SkillShape } from "./stay.ts";

const SHAPES = EVERYDAY_SHAPES.filter((skill) => ["handling", "yields", "send"].includes(skill.branch));
const LAYOUT = layoutOf(SHAPES, []);
const RIDERS = ["ann", "ben", "cat"];
const cut = (x: number): Score => Math.max(0, Math.min(5, Math.round(x))) as Score;

interface Horse {
  readonly levels: Map<string, number>;
  readonly sessions: ScoredSession[];
}
/** A horse that learns at its own pace, with easy and hard skills, scored by riders who lean. */
function horseOf(random: Random, days: number): Horse {
  const prior = priorOf("halter", LAYOUT);
  const rate = 0.33 * random.normal();
  const lean = new Map(RIDERS.map((rider) => [rider, 0.35 * random.normal()]));
  const shared = 1.35 * random.normal();
  const levels = new Map<string, number>();
  const ease = SHAPES.map(() => 0.4 * random.normal());
  for (const [skill, shape] of SHAPES.entries()) {
    const own = 1.46 * random.normal();
    for (const track of LAYOUT.tracksOf(skill)) {
      const mean = prior.mean[track.at] ?? 0;
      const scale = Math.max(0.07, Math.min(1, 0.07 + mean / 3));
      levels.set(`${shape.id}:${track.side}`, mean + scale * (shared + own + 0.4 * random.normal()));
    }
  }
  const sessions: ScoredSession[] = [];
  for (let day = 0; day < days; day += random.whole(1, 2)) {
    const rider = random.pick(RIDERS);
    const effect = 0.3 * random.normal();
    const work = Array.from({ length: 4 }, () => random.whole(0, SHAPES.length - 1)).map((skill) => {
      const shape = SHAPES[skill] as SkillShape;
      const scores: Partial<Record<"left" | "right" | "both", Score>> = {};
      const ready = shape.prerequisites.reduce((product, id) => {
        const weaker = Math.min(...LAYOUT.tracksOf(LAYOUT.skill(id)).map((track) => levels.get(`${id}:${track.side}`) ?? 0));
        return product * Math.max(0.2, Math.min(1, weaker / 2.35));
      }, 1);
      for (const { side } of LAYOUT.tracksOf(skill)) {
        const key = `${shape.id}:${side}`;
        const grow = (): void => {
          const now = levels.get(key) ?? 0;
          const gain = (Math.exp(rate + (ease[skill] ?? 0)) * (3 / shape.sessions03) * ready * intakeAt(now)) / 2;
          levels.set(key, Math.min(5.3, now + gain * Math.exp(0.5 * random.normal() - 0.125)));
        };
        grow();
        scores[side] = cut((levels.get(key) ?? 0) + effect - (lean.get(rider) ?? 0) + 0.81 * random.normal());
        grow();
      }
      return { skill: shape.id, minutes: 10, scores };
    });
    sessions.push({ day, rider, windy: false, newPlace: false, work });
  }
  return { levels, sessions };
}

describe("on horses whose truth is known", () => {
  const random = seededRandom(23);
  const read = Array.from({ length: 24 }, () => {
    const { levels, sessions } = horseOf(random, 30);
    const belief = believe({ kind: "halter", skills: SHAPES, seen: [], sessions });
    const worked = new Set(sessions.flatMap((session) => session.work.map((one) => one.skill)));
    return belief.layout.tracks
      .filter((track) => worked.has(SHAPES[track.skill]?.id ?? ""))
      .map((track) => {
        const truth = Math.max(0, Math.min(5, levels.get(`${SHAPES[track.skill]?.id}:${track.side}`) ?? 0));
        return { truth, shown: levelShown(belief, track) };
      });
  }).flat();

  it("the shown interval holds the truth about as often as it says, a little more for being widened", () => {
    const held = read.filter(({ truth, shown }) => shown.low <= truth && truth <= shown.high).length / read.length;
    expect(held).toBeGreaterThan(0.78);
    expect(held).toBeLessThan(0.97);
  });
  it("the mean is near the truth, and nearer than the ladder's depth alone", () => {
    const prior = priorOf("halter", LAYOUT);
    const error = read.reduce((sum, { truth, shown }) => sum + Math.abs(truth - shown.mean), 0) / read.length;
    const blind = LAYOUT.tracks.map((track) => prior.mean[track.at] ?? 0);
    const middle = blind.reduce((sum, x) => sum + x, 0) / blind.length;
    const without = read.reduce((sum, { truth }) => sum + Math.abs(truth - middle), 0) / read.length;
    expect(error).toBeLessThan(0.6);
    expect(error).toBeLessThan(without / 2);
  });
});
