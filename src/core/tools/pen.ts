/** Round the rail: one lap is π × the pen's diameter (60 ft: 188 ft; 85 ft: 267 ft). */
export const lapFeet = (diameterFeet: number): number => Math.PI * diameterFeet;
/** Feet for so many laps. Diameter 20-200 ft; outside it no pen is meant. */
export function distanceFeet(diameterFeet: number, laps: number): number | null {
  if (diameterFeet < 20 || diameterFeet > 200 || laps < 0) return null;
  return lapFeet(diameterFeet) * laps;
}
