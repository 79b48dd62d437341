import { z } from "zod/mini";
import { flag, number, whole } from "./fields.ts";

/** What the barn's scale says: kilograms on it now, and whether they stand still. */
export const ScaleReading = z.object({ kilograms: number(0, 2000, "kilograms"), steady: flag });
export type ScaleReading = z.output<typeof ScaleReading>;

/** What the heart-rate strap says: beats a minute, null without contact. */
export const StrapReading = z.object({ pulse: z.nullable(whole(15, 250, "beats a minute")), contact: flag });
export type StrapReading = z.output<typeof StrapReading>;
