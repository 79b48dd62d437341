/** Long work that pauses between its pieces, done at one go where nobody waits for a turn. */
export function toEnd<T>(work: Generator<number, T>): T {
  let step = work.next();
  while (!step.done) step = work.next();
  return step.value;
}
