/** Devices on the barn's own network that say where they stand, each at an address of its own; standins/ has the ones that ship. */
import type { z } from "zod/mini";
import { ScaleReading, StrapReading } from "#contracts/tools.ts";
import { barns } from "../barns.ts";
import { readJson } from "./read-json.ts";

/** Null where no such device is set up, it does not answer in time, or it talks nonsense. */
async function readDevice<S extends z.ZodMiniType>(address: string | undefined, schema: S): Promise<z.output<S> | null> {
  if (!address) return null;
  const reading = schema.safeParse(await readJson(new URL("/reading", address)));
  return reading.success ? reading.data : null;
}
/** A device stands in one barn: a server of several asks none. */
export const deviceAt = (setting: string): string | undefined => (barns() ? undefined : process.env[setting]);
export const readScale = () => readDevice(deviceAt("FURLONG_SCALE_URL"), ScaleReading);
export const readStrap = () => readDevice(deviceAt("FURLONG_STRAP_URL"), StrapReading);
