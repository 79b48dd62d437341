import { setImmediate as breathe } from "node:timers/promises";

/** Long work that leaves others their turn between its pieces. */
export async function byPieces<T>(work: Generator<number, T>): Promise<T> {
  let step = work.next();
  for (; !step.done; step = work.next()) await breathe();
  return step.value;
}
