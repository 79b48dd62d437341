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

/** How a barn measures: in kilograms, centimetres, degrees Celsius and metres a second, or in pounds, hands and inches, degrees Fahrenheit and miles an hour. */
export const UNIT_SYSTEMS = ["metric", "hands"] as const;
export type UnitSystem = (typeof UNIT_SYSTEMS)[number];

/** What is read on a dial. The record keeps kilograms, metres a second and degrees Celsius. */
export type Measurable = "weight" | "wind" | "temperature";
interface Dial {
  readonly unit: string;
  /** As people type it behind a figure. */
  readonly typed: RegExp;
  readonly shows: (kept: number) => number;
  readonly keeps: (shown: number) => number;
}
const METRES_PER_SECOND_IN_MPH = 0.447_04;
const same = (figure: number): number => figure;
const DIALS: Readonly<Record<Measurable, Readonly<Record<UnitSystem, Dial>>>> = {
  weight: {
    metric: { unit: "kg", typed: /^(kg|kgs|kilo|kilos)$/, shows: same, keeps: same },
    hands: { unit: "lb", typed: /^(lb|lbs|pound|pounds)$/, shows: kilogramsToPounds, keeps: poundsToKilograms },
  },
  wind: {
    metric: { unit: "m/s", typed: /^m\/s$/, shows: same, keeps: same },
    hands: {
      unit: "mph",
      typed: /^mph$/,
      shows: (mps) => mps / METRES_PER_SECOND_IN_MPH,
      keeps: (mph) => mph * METRES_PER_SECOND_IN_MPH,
    },
  },
  temperature: {
    metric: { unit: "°C", typed: /^°?c$/, shows: same, keeps: same },
    hands: { unit: "°F", typed: /^°?f$/, shows: (c) => (c * 9) / 5 + 32, keeps: (f) => ((f - 32) * 5) / 9 },
  },
};
/** 'lb' */
export const unitOf = (what: Measurable, system: UnitSystem): string => DIALS[what][system].unit;
/** What the dial of this system shows of a kept figure, not rounded. */
export const onDial = (what: Measurable, system: UnitSystem, kept: number): number => DIALS[what][system].shows(kept);
const HUNDREDTHS = 100;
/** '150', '68 kg', '-3,5 °C': to a hundredth of the kept unit; a figure that names no unit is in this system's. Null: no figure. */
export function readDial(text: string, what: Measurable, system: UnitSystem): number | null {
  const [, figure = "", named = ""] = /^(-?\d+(?:[.,]\d+)?)\s*(\S*)$/.exec(text.trim().toLowerCase()) ?? [];
  const dial = named === "" ? DIALS[what][system] : Object.values(DIALS[what]).find(({ typed }) => typed.test(named));
  if (figure === "" || !dial) return null;
  return Math.round(dial.keeps(Number(figure.replace(",", "."))) * HUNDREDTHS) / HUNDREDTHS;
}
