/** What is kept how long, and clients who ask to be forgotten. */
import { z } from "zod/mini";
import { id, version, whole } from "./fields.ts";

export const KEPT = ["letters", "changes", "photos", "clients"] as const;
export type Kept = (typeof KEPT)[number];
/** Nobody works with less than a year of it; twenty years is for good. */
const months = z.nullable(whole(3, 240, "months"));
export const KeepingFields = z.object({ letters: months, changes: months, photos: months, clients: months });
export type KeepingFields = z.output<typeof KeepingFields>;
export const EditKeeping = z.object({ version, keeping: KeepingFields });
export type EditKeeping = z.output<typeof EditKeeping>;
export interface KeepingView {
  readonly version: number;
  readonly keeping: KeepingFields;
}

/** The client of this stay. */
export const ForgetClient = z.object({ stay: id<"stay">() });
export type ForgetClient = z.output<typeof ForgetClient>;
