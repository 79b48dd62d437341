/** Lays out a day beside the page: the quick search, its checker, and the reasons for what is left out. */
import { readyDay } from "#core/day/compiled.ts";
import { waysIn, whatChanged, whyLeftOut } from "#core/day/explain.ts";
import { slotOfDay } from "#core/day/frame.ts";
import { placementsOf, problemOf } from "#core/day/from-barn.ts";
import type { Assigned, DayPlan } from "#core/day/problem.ts";
import { Search } from "#core/day/search.ts";
import { secondsChanged } from "#core/day/second.ts";
import { settled } from "#core/day/settle.ts";
import { byHorse, tradeOffsOf } from "#core/day/trade-offs.ts";
import { verify } from "#core/day/verify.ts";
import type { StayId } from "#core/kernel/brand.ts";
import type { LayAnswer, LayAsked, LeftOut } from "./laying.ts";

const CHUNK = 100;
/** Told so often, milliseconds. */
const TELL_EVERY = 120;

onmessage = ({ data }: MessageEvent<LayAsked>) => {
  const barnProblem = problemOf(data.day);
  const { problem, stands, frame } = barnProblem;
  const begun = performance.now();
  const ready = readyDay(problem);
  const search = new Search(ready, { seed: data.seed, from: stands, steer: new Map() });
  const say = (answer: Omit<LayAnswer, "number">): void => postMessage({ number: data.number, ...answer } satisfies LayAnswer);
  let told = 0;
  for (let share = 0; share < 1; ) {
    const next = Math.min(1, (performance.now() - begun) / data.milliseconds);
    search.steps(CHUNK, share, next);
    share = next;
    if (performance.now() - told < TELL_EVERY) continue;
    told = performance.now();
    say({ share, placed: search.plan().size, cost: search.cost, laid: null });
  }
  const plan = settled(ready, search.plan());
  const { broken, cost } = verify(problem, plan);
  // A plan that does not pass is never shown.
  if (broken.length > 0) throw new Error(`the laid day breaks ${broken[0]?.code}`);
  const horseOf = new Map(problem.sessions.map(({ id, horse }) => [id, horse as StayId]));
  const stay = (session: string): StayId => horseOf.get(session) as StayId;
  const why = (session: string): LeftOut => ({
    stay: stay(session),
    because: whyLeftOut(problem, plan, session),
    ways: waysIn(problem, plan, session).map(({ plan: then, moved, dropped, ...way }) => ({
      ...way,
      start: slotOfDay(frame, way.start),
      moved: moved.map(stay),
      dropped: dropped.map(stay),
      cards: placementsOf(barnProblem, then as DayPlan),
    })),
  });
  const onDay = (one: Assigned): Assigned => ({ ...one, start: slotOfDay(frame, one.start) });
  const cards = placementsOf(barnProblem, plan);
  const changed = whatChanged(problem, plan).map(({ session, before, after, price }) => ({
    stay: stay(session),
    before: onDay(before),
    after: after && onDay(after),
    price,
  }));
  const seconds = secondsChanged(data.day.cards, cards).filter((one) => changed.every((other) => other.stay !== one.stay));
  say({
    share: 1,
    placed: plan.size,
    cost,
    laid: {
      cards,
      givenUp: byHorse(barnProblem, tradeOffsOf(problem, plan)),
      changes: [
        ...changed,
        ...seconds.map(({ stay: of, rider, start }) => ({
          stay: of,
          before: { rider, start },
          after: { rider, start },
          price: 0,
        })),
      ],
      leftOut: problem.sessions.filter(({ id, lock }) => !plan.has(id) && !lock).map(({ id }) => why(id)),
    },
  });
};
