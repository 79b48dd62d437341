import { unitsHere } from "#contracts/barn.units.ts";
import { type LengthName, readLength } from "#core/intake/measures.ts";
import { lengthIn, lengthUnit } from "#ui/words/lengths.ts";
import type { FigureField } from "./Measured.tsx";

/** A length by tape or stick, as the walk reads it. */
export const lengthBy = (name: LengthName): FigureField => {
  const unit = lengthUnit(unitsHere(), name);
  return {
    unit,
    shown: (kept) => lengthIn(unitsHere(), name, kept).replace(/ [a-z]+$/, ""),
    read: (text) => readLength(text, unit)?.centimetres ?? null,
  };
};
