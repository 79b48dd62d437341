/**
 * A simulated heart-rate strap, on loopback. GET /reading gives { pulse, contact }: beats a minute, null without contact. POST /horse { pulse, recovers } puts
 * it on a horse of that pulse, which comes down well, slowly or not at all; POST /contact { contact } takes it off, or wets it. Left alone for a while it is on
 * a horse that has just worked.
 */
import { seededRandom } from "#core/kernel/random.ts";
import { serveDevice } from "./device.ts";

/** Minutes in which half of what stands above rest is gone. */
const HALF_IN = { well: 2.5, slowly: 9, "not-at-all": Number.POSITIVE_INFINITY } as const;
type Recovers = keyof typeof HALF_IN;
const isRecovers = (x: unknown): x is Recovers => typeof x === "string" && Object.hasOwn(HALF_IN, x);
const REST = 36;
const WORKED = 104;
const LEFT_ALONE = 10 * 60_000;
const MINUTE = 60_000;

const random = seededRandom(Number(process.env["FURLONG_STRAP_SEED"] ?? 5));
let [pulse, recovers, since, asked, contact]: [number, Recovers, number, number, boolean] = [WORKED, "well", 0, 0, true];

function reading(now: number): { pulse: number | null; contact: boolean } {
  if (asked === 0 || now - asked > LEFT_ALONE) [pulse, recovers, since] = [WORKED, "well", now];
  asked = now;
  if (!contact) return { pulse: null, contact };
  const above = (pulse - REST) * 0.5 ** ((now - since) / MINUTE / HALF_IN[recovers]);
  return { pulse: Math.max(15, Math.round(REST + above + random.normal())), contact };
}

serveDevice("heart-rate strap", 4397, [
  { method: "GET", path: "/reading", answer: () => reading(Date.now()) },
  {
    method: "POST",
    path: "/horse",
    answer(_url, body) {
      const told = (body ?? {}) as { pulse?: unknown; recovers?: unknown };
      if (typeof told.pulse !== "number" || !(told.pulse >= 15 && told.pulse <= 250))
        throw new RangeError("pulse from 15 to 250");
      if (!isRecovers(told.recovers)) throw new RangeError(`recovers: one of ${Object.keys(HALF_IN).join(", ")}`);
      asked = Date.now();
      [pulse, recovers, since, contact] = [told.pulse, told.recovers, asked, true];
      return {};
    },
  },
  {
    method: "POST",
    path: "/contact",
    answer(_url, body) {
      const told = (body ?? {}) as { contact?: unknown };
      if (typeof told.contact !== "boolean") throw new RangeError("contact: true or false");
      contact = told.contact;
      return {};
    },
  },
]);
