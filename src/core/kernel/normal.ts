/** The normal distribution, as far as scoring and planning need it. */

const ROOT_TWO_PI = Math.sqrt(2 * Math.PI);
export const density = (x: number): number => (Number.isFinite(x) ? Math.exp((-x * x) / 2) / ROOT_TWO_PI : 0);

/** Φ(x), within 1.5e-7 (Abramowitz and Stegun 1964, 26.2.17). */
export function cumulative(x: number): number {
  if (!Number.isFinite(x)) return x > 0 ? 1 : 0;
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const tail = density(x) * t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return x >= 0 ? 1 - tail : tail;
}
