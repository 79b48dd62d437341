/** The barn's scale, a device on the barn's own network that answers GET /reading; standins/scale.ts is the one that ships. */
import { ScaleReading } from "#contracts/tools.ts";

const PATIENCE = 2000;

/** Null where no scale is set up, it does not answer in time, or it talks nonsense. */
export async function readScale(): Promise<ScaleReading | null> {
  const address = process.env["FURLONG_SCALE_URL"];
  if (!address) return null;
  const answer = await fetch(new URL("/reading", address), { signal: AbortSignal.timeout(PATIENCE) }).catch(() => null);
  if (!answer?.ok) return null;
  const reading = ScaleReading.safeParse(await answer.json().catch(() => null));
  return reading.success ? reading.data : null;
}
