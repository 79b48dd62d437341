/** The people of the barn: made up, each with a leaning in scoring and with habits that no rule cures. */

import { riderOf } from "#bench/herds/barn.ts";
import type { RiderTruth } from "#bench/herds/family.ts";
import type { PersonFields } from "#contracts/people.ts";
import { DEMO_PASSWORD, PEOPLE } from "#demo/cast.ts";
import { luck } from "./luck.ts";

/** Chances, a session. */
export interface Habits {
  /** Gets on without the whole ground check. */
  readonly skipsTicks: number;
  /** Writes it down the next morning; after days, when somebody asks. */
  readonly late: number;
  readonly forgets: number;
  /** Gives every score a four. */
  readonly allFours: number;
  /** The phone sends again what had arrived. */
  readonly sendsTwice: number;
  /** Works a favourite in the place of something that was asked. */
  readonly swaps: number;
}
export interface Hand {
  readonly signIn: string;
  readonly password: string;
  readonly person: PersonFields;
  readonly truth: RiderTruth;
  readonly habits: Habits;
}

/** Horses in a rider's string, and helpers to a rider. */
const STRING = 6;
const HELPERS = 2;

export function handsFor(seed: number, horses: number): readonly Hand[] {
  const of = (role: string) => PEOPLE.filter(({ person }) => person.role === role);
  const [boss] = of("manager");
  const many = (role: string, count: number) =>
    Array.from({ length: count }, (_, i) => {
      const all = of(role);
      const one = all[i % all.length];
      const again = Math.floor(i / all.length);
      if (!one) throw new Error(`nobody is a ${role}`);
      return again === 0
        ? one
        : { ...one, signIn: `${one.signIn}${again + 1}`, person: { ...one.person, name: `${one.person.name} ${again + 1}` } };
    });
  const riders = Math.max(2, Math.ceil(horses / STRING));
  if (!boss) throw new Error("the barn has a manager");
  return [boss, ...many("rider", riders), ...many("helper", Math.max(1, Math.ceil(riders / HELPERS)))].map(
    ({ signIn, person }, i): Hand => {
      const random = luck(seed, "hand", i);
      return {
        signIn,
        password: DEMO_PASSWORD,
        person,
        truth: riderOf(person.name, random),
        habits: {
          skipsTicks: random.chance(0.4) ? 0.05 : 0.01,
          late: 0.02 + 0.12 * random.next(),
          forgets: 0.01 + 0.03 * random.next(),
          allFours: random.chance(0.25) ? 0.15 : 0,
          sendsTwice: 0.05 + 0.2 * random.next(),
          swaps: 0.02 + 0.08 * random.next(),
        },
      };
    },
  );
}
