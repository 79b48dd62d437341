import { z } from "zod/mini";
import { flag, number } from "./fields.ts";

/** What the barn's scale says: kilograms on it now, and whether they stand still. */
export const ScaleReading = z.object({ kilograms: number(0, 2000, "kilograms"), steady: flag });
export type ScaleReading = z.output<typeof ScaleReading>;
