/** Chance by what it is about, so that both ways of running the barn meet the same weather, sick days and sore backs whatever else was drawn. */
import { type Random, seededRandom } from "#core/kernel/random.ts";

/** FNV-1a over the characters. */
function hashOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}

export const luck = (seed: number, ...about: readonly (string | number)[]): Random => {
  const random = seededRandom(hashOf(`${seed} ${about.join(" ")}`));
  // Neighbouring seeds begin alike.
  random.next();
  return random;
};
