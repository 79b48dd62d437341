/** Horses drawn from what is believed of one: the part of the state that a course needs, through its Cholesky factor. */
import type { Random } from "../kernel/random.ts";
import type { LevelCourse } from "./course.ts";
import { type Belief, cell } from "./estimator.ts";
import { HIGHEST_LEVEL, SEVERITY_VARIANCE } from "./growth.ts";

export interface Draws {
  readonly riders: readonly string[];
  /** Fills levels by track and ease by skill; gives the log learning rate. */
  draw(random: Random, level: Float64Array, ease: Float64Array): number;
  /** Of the rider by number, in the horse drawn last. */
  severity(rider: number): number;
}

/** Lower factor L with L Lᵀ = the matrix, row by row. What rounding has made a little negative is taken as nothing. */
export function cholesky(matrix: Float64Array, size: number): Float64Array {
  const factor = new Float64Array(size * size);
  for (let row = 0; row < size; row += 1)
    for (let column = 0; column <= row; column += 1) {
      let sum = matrix[row * size + column] as number;
      for (let k = 0; k < column; k += 1) sum -= (factor[row * size + k] as number) * (factor[column * size + k] as number);
      if (row === column) factor[row * size + row] = Math.sqrt(Math.max(0, sum));
      else {
        const above = factor[column * size + column] as number;
        factor[row * size + column] = above > 1e-9 ? sum / above : 0;
      }
    }
  return factor;
}

/** Stands for whoever will ride where nobody has ridden yet. */
const SOMEBODY = "";

export function drawsOf(belief: Belief, course: LevelCourse): Draws {
  const { layout, mean, covariance } = belief;
  const riders = layout.riders.length > 0 ? layout.riders : [SOMEBODY];
  const tracks = course.skills.flatMap(({ id }) => layout.tracksOf(layout.skill(id)).map((track) => track.at));
  const eases = course.skills.map(({ id }) => layout.ease(layout.skill(id)));
  const indices = [layout.rate, ...layout.riders.map((rider) => layout.rider(rider)), ...tracks, ...eases];
  const size = indices.length;
  const part = new Float64Array(size * size);
  indices.forEach((from, row) => {
    indices.forEach((to, column) => {
      part[row * size + column] = covariance[cell(layout.size, from, to)] as number;
    });
  });
  const factor = cholesky(part, size);
  const means = Float64Array.from(indices, (index) => mean[index] as number);
  const normals = new Float64Array(size);
  const drawn = new Float64Array(size);
  const severities = new Float64Array(riders.length);
  return {
    riders,
    draw: (random, level, ease) => {
      for (let i = 0; i < size; i += 1) normals[i] = random.normal();
      for (let row = 0; row < size; row += 1) {
        let sum = means[row] as number;
        for (let k = 0; k <= row; k += 1) sum += (factor[row * size + k] as number) * (normals[k] as number);
        drawn[row] = sum;
      }
      if (layout.riders.length > 0) for (let i = 0; i < riders.length; i += 1) severities[i] = drawn[1 + i] as number;
      else severities[0] = Math.sqrt(SEVERITY_VARIANCE) * random.normal();
      const first = 1 + layout.riders.length;
      for (let i = 0; i < tracks.length; i += 1) level[i] = Math.min(HIGHEST_LEVEL, Math.max(0, drawn[first + i] as number));
      for (let i = 0; i < eases.length; i += 1) ease[i] = drawn[first + tracks.length + i] as number;
      return drawn[0] as number;
    },
    severity: (rider) => severities[rider] as number,
  };
}
