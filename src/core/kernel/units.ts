const POUNDS_PER_KILOGRAM = 2.204_622_621_8;
const CENTIMETRES_PER_INCH = 2.54;
const INCHES_PER_HAND = 4;

export const kilogramsToPounds = (kilograms: number): number => kilograms * POUNDS_PER_KILOGRAM;
export const poundsToKilograms = (pounds: number): number => pounds / POUNDS_PER_KILOGRAM;
export const centimetresToInches = (centimetres: number): number => centimetres / CENTIMETRES_PER_INCH;

/** Height as horse people say it: '15.2' is fifteen hands and two inches. Rounded to the nearest inch. */
export function centimetresToHands(centimetres: number): string {
  const inches = Math.round(centimetresToInches(centimetres));
  return `${Math.floor(inches / INCHES_PER_HAND)}.${inches % INCHES_PER_HAND}`;
}
