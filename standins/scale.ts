/**
 * A simulated barn scale, on loopback. GET /reading gives { kilograms, steady }; POST /horse { kilograms } leads a horse onto it, 0 leads it
 * off. Left alone for a while it leads one up by itself, so that a demo has something to weigh.
 */
import { seededRandom } from "#core/kernel/random.ts";
import { serveDevice } from "./device.ts";

const SETTLES_IN = 2500;
const LEFT_ALONE = 20_000;
const SWAY = 30;

const random = seededRandom(Number(process.env["FURLONG_SCALE_SEED"] ?? 3));
let horse = 0;
let since = 0;
let asked = 0;

function reading(now: number): { kilograms: number; steady: boolean } {
  if (asked > 0 && now - asked > LEFT_ALONE) horse = 0;
  if (horse === 0 && (asked === 0 || now - asked > LEFT_ALONE)) stepOn(random.whole(3300, 5400) / 10, now);
  asked = now;
  if (horse === 0) return { kilograms: 0, steady: true };
  const left = Math.max(0, 1 - (now - since) / SETTLES_IN);
  const kilograms = Math.max(0, horse + SWAY * left * random.normal());
  return { kilograms: Math.round(kilograms * 10) / 10, steady: left === 0 };
}
function stepOn(kilograms: number, now: number): void {
  horse = kilograms;
  since = now;
}

serveDevice("scale", 4399, [
  { method: "GET", path: "/reading", answer: () => reading(Date.now()) },
  {
    method: "POST",
    path: "/horse",
    answer(_url, body) {
      const { kilograms } = (body ?? {}) as { kilograms?: unknown };
      if (typeof kilograms !== "number" || !(kilograms >= 0 && kilograms <= 2000))
        throw new RangeError("kilograms from 0 to 2000");
      asked = Date.now();
      stepOn(kilograms, asked);
      return {};
    },
  },
]);
