import { z } from "zod/mini";
import { flag, list, number, whole } from "#contracts/fields.ts";
import { MOST_SLOTS } from "#core/day/bits.ts";
import { whyLeftOut } from "#core/day/explain.ts";
import { type Assigned, type DayProblem, DEFAULT_WEIGHTS, type WeightName } from "#core/day/problem.ts";
import { verify } from "#core/day/verify.ts";
import { solveDay } from "#solver/day.ts";
import { fail, fileCommand } from "./file-command.ts";

const name = z.string("A name.").check(z.minLength(1, "A name."));
const slot = whole(0, MOST_SLOTS, "slots");
const span = z
  .tuple([slot, slot], "Two slots: [from, to).")
  .check(z.refine<[number, number]>(([from, to]) => from <= to, "The first slot must not come after the last."));
const maybe = <T extends z.core.$ZodType>(of: T) => z._default(z.nullable(of), null as never);
const cost = whole(0, 1_000_000);

const AssignedFile = z.strictObject({ rider: name, start: slot, option: whole(0, 100), helper: maybe(name) });
const DayFile = z.strictObject({
  format: z.literal("furlong-day/1", "The format must be “furlong-day/1”."),
  slots: z.strictObject({
    start: z.string("A time such as 07:00.").check(z.regex(/^([01]\d|2[0-3]):[0-5]\d$/, "A time such as 07:00.")),
    minutes: whole(5, 120, "minutes"),
    count: whole(1, MOST_SLOTS, "slots"),
  }),
  hot: z._default(list(slot, MOST_SLOTS), []),
  places: list(
    z.strictObject({
      id: name,
      capacity: whole(0, 1000),
      outdoor: z._default(flag, false),
      separate: z._default(flag, false),
      closed: z._default(list(span, 40), []),
    }),
    200,
  ),
  riders: list(
    z.strictObject({
      id: name,
      grade: whole(1, 5),
      weightKg: number(0, 300, "kilograms"),
      rides: z._default(flag, true),
      works: list(span, 20),
      lunch: maybe(z.strictObject({ from: slot, to: slot, length: slot })),
      maxSaddle: z._default(whole(0, 100), 100),
      fairShare: maybe(whole(0, 1000)),
    }),
    100,
  ),
  horses: list(
    z.strictObject({
      id: name,
      weightKg: number(1, 2000, "kilograms"),
      loadLimit: number(0, 1),
      loadPrefer: maybe(number(0, 1)),
      risk: whole(1, 5),
      noHeat: z._default(flag, false),
      away: z._default(list(span, 40), []),
      apart: z._default(list(name, 200), []),
      forbid: z._default(list(name, 100), []),
    }),
    500,
  ),
  sessions: list(
    z.strictObject({
      id: name,
      horse: name,
      kind: z.enum(["ground", "saddle", "both"], "One of: ground, saddle, both."),
      length: whole(1, MOST_SLOTS, "slots"),
      value: number(0, 100_000),
      options: list(
        z.strictObject({
          cost: z._default(cost, 0),
          parts: list(z.strictObject({ place: name, from: slot, length: whole(1, MOST_SLOTS, "slots") }), 10).check(
            z.minLength(1, "At least one part: where it is worked."),
          ),
        }),
        40,
      ).check(z.minLength(1, "At least one way to work it.")),
      usual: maybe(name),
      known: z._default(list(name, 100), []),
      helperSlots: z._default(slot, 0),
      after: maybe(z.strictObject({ session: name, gap: z._default(slot, 0) })),
      lock: maybe(z.strictObject({ rider: maybe(name), start: maybe(slot), option: maybe(whole(0, 100)) })),
    }),
    500,
  ),
  published: z._default(z.nullable(z.record(z.string(), AssignedFile)), null),
  weights: z._default(
    z.nullable(z.partialRecord(z.enum(Object.keys(DEFAULT_WEIGHTS) as [WeightName, ...WeightName[]]), z.nullable(cost))),
    null,
  ),
});
type DayFile = z.output<typeof DayFile>;

/** Hours within the day, and lunches that can be had. */
function hoursOf({ slots, hot, places, riders, horses, sessions }: DayFile): void {
  const [hours, minutes] = slots.start.split(":").map(Number);
  if ((hours ?? 0) * 60 + (minutes ?? 0) + slots.minutes * slots.count > 24 * 60)
    fail("slots.count", "The day goes on beyond midnight.");
  const within = (spans: readonly (readonly [number, number])[], path: string): void => {
    spans.forEach(([, to], i) => {
      if (to > slots.count) fail(`${path}.${i}`, "Beyond the last slot of the day.");
    });
  };
  hot.forEach((one, i) => {
    if (one >= slots.count) fail(`hot.${i}`, "Beyond the last slot of the day.");
  });
  places.forEach(({ closed }, p) => {
    within(closed, `places.${p}.closed`);
  });
  horses.forEach(({ away }, h) => {
    within(away, `horses.${h}.away`);
  });
  riders.forEach(({ works, lunch }, r) => {
    within(works, `riders.${r}.works`);
    if (!lunch) return;
    if (lunch.from > lunch.to || lunch.to > slots.count) fail(`riders.${r}.lunch.to`, "From a slot to a later one of the day.");
    if (lunch.length > lunch.to - lunch.from) fail(`riders.${r}.lunch.length`, "Longer than the time in which it may be had.");
  });
  sessions.forEach(({ lock }, s) => {
    if ((lock?.start ?? 0) >= slots.count) fail(`sessions.${s}.lock.start`, "Beyond the last slot of the day.");
  });
}

/** Every name that is used must be there, and no name twice; a session must fit into the day. */
function checked(file: DayFile): DayProblem {
  const ids = (list: readonly { readonly id: string }[], path: string): ReadonlySet<string> => {
    const seen = new Set<string>();
    list.forEach(({ id }, i) => {
      if (seen.has(id)) fail(`${path}.${i}.id`, `“${id}” stands twice.`);
      seen.add(id);
    });
    return seen;
  };
  const [riders, places] = [ids(file.riders, "riders"), ids(file.places, "places")];
  const [horses, sessions] = [ids(file.horses, "horses"), ids(file.sessions, "sessions")];
  const there = (set: ReadonlySet<string>, id: string, path: string): void => {
    if (!set.has(id)) fail(path, `There is no “${id}” in the file.`);
  };
  const allThere = (set: ReadonlySet<string>, names: readonly string[], path: string): void => {
    names.forEach((id, i) => {
      there(set, id, `${path}.${i}`);
    });
  };
  hoursOf(file);
  file.horses.forEach(({ apart, forbid }, h) => {
    allThere(horses, apart, `horses.${h}.apart`);
    allThere(riders, forbid, `horses.${h}.forbid`);
  });
  for (const [session, { rider, helper, option }] of Object.entries(file.published ?? {})) {
    const at = `published.${session}`;
    there(sessions, session, at);
    there(riders, rider, `${at}.rider`);
    if (helper !== null) there(riders, helper, `${at}.helper`);
    if (option >= (file.sessions.find(({ id }) => id === session)?.options.length ?? 0))
      fail(`${at}.option`, "There is no such option.");
  }
  file.sessions.forEach((session, s) => {
    const at = `sessions.${s}`;
    if (session.usual !== null) there(riders, session.usual, `${at}.usual`);
    allThere(riders, session.known, `${at}.known`);
    if (session.lock?.rider) there(riders, session.lock.rider, `${at}.lock.rider`);
    there(horses, session.horse, `${at}.horse`);
    if (session.length > file.slots.count) fail(`${at}.length`, "Longer than the day.");
    if (session.helperSlots > session.length) fail(`${at}.helperSlots`, "More slots than the session has.");
    session.options.forEach(({ parts }, o) => {
      parts.forEach((part, p) => {
        there(places, part.place, `${at}.options.${o}.parts.${p}.place`);
        if (part.from + part.length > session.length)
          fail(`${at}.options.${o}.parts.${p}.length`, "Goes beyond the session's end.");
      });
    });
    if (session.after) {
      there(sessions, session.after.session, `${at}.after.session`);
      if (session.after.session === session.id) fail(`${at}.after.session`, "A session cannot come after itself.");
    }
    const option = session.lock?.option ?? 0;
    if (session.lock && session.lock.option !== null && option >= session.options.length)
      fail(`${at}.lock.option`, "There is no such option.");
  });
  const byId = new Map(file.sessions.map((session) => [session.id, session]));
  file.sessions.forEach((session, s) => {
    const seen = new Set([session.id]);
    for (let next = session.after?.session; next !== undefined; next = byId.get(next)?.after?.session) {
      if (seen.has(next)) return fail(`sessions.${s}.after.session`, "Sessions come after one another in a circle.");
      seen.add(next);
    }
  });
  return {
    slots: file.slots,
    hot: file.hot,
    places: file.places,
    riders: file.riders,
    horses: file.horses,
    sessions: file.sessions,
    published: (file.published ?? {}) as Readonly<Record<string, Assigned>>,
    weights: {
      ...DEFAULT_WEIGHTS,
      ...Object.fromEntries(Object.entries(file.weights ?? {}).filter(([, value]) => value !== null)),
    },
  };
}

const QUICK_MS = 1000;
const EXACT_MS = 60_000;

/** Who works which horse when and where, verified, with what it costs and the least that any plan could. */
export const dayCommand = fileCommand(
  "a day's sessions into a plan: rider, start, place, helper; --exact tries to prove it",
  DayFile,
  async (input, { ms, exact = 0, seed = 1 }) => {
    const problem = checked(input);
    const begun = performance.now();
    const now = (): number => performance.now();
    const quick = exact === 1 ? Math.min(QUICK_MS, ms ?? QUICK_MS) : (ms ?? QUICK_MS);
    const answer = await solveDay(problem, {
      seed,
      quick,
      exact: exact === 1 ? (ms ?? EXACT_MS) : 0,
      from: new Map(Object.entries(problem.published)),
      now,
    });
    const { parts, cost: all } = verify(problem, answer.plan);
    return {
      format: "furlong-day-plan/1",
      assigned: problem.sessions.flatMap(({ id }) => {
        const placed = answer.plan.get(id);
        return placed ? [{ session: id, ...placed }] : [];
      }),
      leftOut: problem.sessions.flatMap(({ id }) =>
        answer.plan.has(id) ? [] : [{ session: id, because: whyLeftOut(problem, answer.plan, id) }],
      ),
      cost: all,
      parts,
      bound: answer.bound,
      proven: answer.proven,
      milliseconds: Math.round(performance.now() - begun),
    };
  },
  { ms: [1, 600_000], seed: [0, 2 ** 31 - 1] },
  ["exact"],
);
