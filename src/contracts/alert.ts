import { z } from "zod/mini";
import { id } from "./fields.ts";

export const SeeAlert = z.object({ id: id<"alert">() });
export type SeeAlert = z.output<typeof SeeAlert>;
