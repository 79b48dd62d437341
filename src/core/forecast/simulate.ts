/**
 * The rest of a term, played many times: each play draws a horse from what is believed of this one and lives through its days with their misses,
 * layoffs, stalls, ceilings and scores, the work chosen as it will really be chosen. A play's chance comes from the seed and its number alone, so
 * that two questions asked with one seed differ by what was changed and by nothing else. Rates of events are the barn's model, not measured here.
 */
import { type Random, seededRandom } from "../kernel/random.ts";
import { type ByCards, Cards } from "./by-cards.ts";
import { benchOf, chooseOn, lateOf, lowestTrack, weakerOf } from "./choose.ts";
import { type CourseGoal, courseOf, type Known, type LevelCourse } from "./course.ts";
import type { Doubt } from "./doubt.ts";
import { type Draws, drawsOf } from "./draw.ts";
import type { Belief } from "./estimator.ts";
import { type GoalFacts, PROOFS, PROVED_LATELY } from "./goals.ts";
import {
  DAY_VARIANCE,
  dayMean,
  FLOOR,
  GAIN_NOISE,
  HIGHEST_LEVEL,
  intakeAt,
  keptAfter,
  readyBy,
  SCORE_VARIANCE,
  SPILL,
  STALL,
} from "./growth.ts";
import { drawHabit, habitOn, queueOf, roomForHabit } from "./habit.ts";
import { NEVER, type Start, startOf } from "./start.ts";
import type { ScoredSession, SkillShape } from "./stay.ts";

/** What is to come, as it is planned. */
export interface Ahead {
  /** Days up to this one are known. */
  readonly today: number;
  /** Days on which a session is planned, ascending, all after today. */
  readonly days: readonly number[];
  /** Last day of the term. */
  readonly lastDay: number;
  /** Sessions planned so far that were not given. */
  readonly missed: number;
  readonly planned: number;
  /** Of one session. */
  readonly minutes: number;
  readonly items: number;
  /** Who chooses the work: the plan's rule, or the barn as its record shows. */
  readonly follows: "plan" | "habit";
  /** Days before which a skill is not asked; not in the map: any day. */
  readonly notBefore: ReadonlyMap<string, number>;
  /** What the horse is taken to do without being taught; missing: nothing. */
  readonly passed?: ReadonlySet<string>;
  /** Share of a two-sided work that each side gets, 1 as usual; null: both alike. */
  readonly sides?: { readonly left: number; readonly right: number } | null;
  /** Sessions on each of the days; missing: one. */
  readonly aDay?: number;
  /** Skills that stand still by the record; missing: none. */
  readonly stuck?: ReadonlySet<string>;
  /** Where cards choose the work: it has one focus, and first times wait for their lists. Missing: any works go together, and nothing waits. */
  readonly byCards?: ByCards;
}
export interface PlayOptions {
  readonly seed: number;
  readonly plays: number;
  /** What the barn's closed stays say of the gains that plays expect; 1 while nothing is known. */
  readonly pace: number;
}

/** By goal, then by play. */
export interface Played {
  readonly metDay: readonly Int16Array[];
  readonly held: readonly Uint8Array[];
  /** Level of the weaker side on each of `levelDays`: the plays of the first day, then of the second … */
  readonly levels: readonly Float32Array[];
  readonly levelDays: readonly number[];
  /** By goal: the last day that counts; infinite: the end of the term. */
  readonly by: readonly number[];
}
export interface Simulations {
  /** Plays up to `until`, at most all; tells how many are done. */
  run(until: number): number;
  readonly played: Played;
}

const MISS = { missed: 2, planned: 22 };
const LAYOFF = { aDay: 0.0067, shortest: 4, longest: 18 };
/** Of what stands still by the record a larger share has its ceiling where it stands: judgement. */
const CEILING = { share: 0.05, low: 1.8, high: 3.2, gain: 0.1, ofStuck: 0.3 };
const GAIN_SIGMA = Math.sqrt(Math.log(1 + GAIN_NOISE ** 2));
const SCORE_SIGMA = Math.sqrt(SCORE_VARIANCE);
const DAY_SIGMA = Math.sqrt(DAY_VARIANCE);
/** What a score says to the light book-keeping: its own noise, the day's, and what is unsure of the rider. */
const HEARD_VARIANCE = SCORE_VARIANCE + DAY_VARIANCE + 0.04;
const LEVEL_EVERY = 3;
const KEPT_DAYS = 64;
const KEPT_TIMES = 48;
/**
 * A habit is read from a few picks, and riders do not stay with theirs: so large a share of the plays goes by the plan's rule instead. On six families of
 * made-up barns this told better than either by itself.
 */
const BY_PLAN = 0.5;
const WINDY = { days: 1, all: 12 };

const streamOf = (seed: number, play: number, stream: number): Random =>
  seededRandom(Math.imul(seed ^ 0x9e3779b9, 0x85ebca6b) ^ Math.imul(play + 1, 0xc2b2ae35) ^ Math.imul(stream + 1, 0x27d4eb2f));

export interface PlayAsked {
  readonly belief: Belief;
  readonly sessions: readonly ScoredSession[];
  readonly goals: readonly GoalFacts[];
  readonly ahead: Ahead;
  readonly options: PlayOptions;
  /** That it is stalled already; null: nothing speaks for it. */
  readonly doubt: Doubt | null;
}

/** Nothing is played before `run` is called. Throws where a goal is not in the ladder. */
export function simulate({ belief, sessions, goals, ahead, options, doubt }: PlayAsked): Simulations {
  const course = courseOf(belief.layout.skills, goals, ahead.passed);
  const start = startOf(belief, course, sessions);
  const draws = drawsOf(belief, course);
  const stalled = doubt && { chance: doubt.chance, since: doubt.since, draws: drawsOf(doubt.belief, course) };
  const levelDays: number[] = [];
  for (let day = ahead.today; day < ahead.lastDay; day += LEVEL_EVERY) levelDays.push(day);
  levelDays.push(ahead.lastDay);
  const played: Played = {
    metDay: goals.map(() => new Int16Array(options.plays).fill(NEVER)),
    held: goals.map(() => new Uint8Array(options.plays)),
    levels: goals.map(() => new Float32Array(options.plays * levelDays.length)),
    levelDays,
    by: goals.map(({ by = Number.POSITIVE_INFINITY }) => by),
  };
  const play = playerOf({ course, start, draws, stalled, ahead, options, sessions, played, lastSession: belief.lastDay });
  let done = 0;
  return {
    played,
    run: (until) => {
      for (; done < Math.min(until, options.plays); done += 1) play(done);
      return done;
    },
  };
}

interface Stage {
  readonly course: LevelCourse;
  readonly start: Start;
  readonly draws: Draws;
  readonly stalled: { readonly chance: number; readonly since: number; readonly draws: Draws } | null;
  readonly ahead: Ahead;
  readonly options: PlayOptions;
  readonly sessions: readonly ScoredSession[];
  readonly played: Played;
  readonly lastSession: number | null;
}

const NOTHING: readonly number[] = [];

const spread = (shares: readonly number[]): readonly number[] => {
  const whole = shares.reduce((sum, share) => sum + share, 0);
  let sum = 0;
  return shares.map((share) => {
    sum += share / whole;
    return sum;
  });
};

/** One set of arrays for all plays; each call plays one from the start. */
function playerOf({
  course,
  start,
  draws: healthy,
  stalled: doubted,
  ahead,
  options,
  sessions,
  played,
  lastSession,
}: Stage): (number: number) => void {
  const { skills, before, firstTrack, goals } = course;
  const level = new Float64Array(course.tracks);
  const best = new Float64Array(course.tracks);
  const ease = new Float64Array(skills.length);
  const ceiling = new Float64Array(skills.length);
  const times = new Int32Array(skills.length);
  const lastScore = new Int8Array(skills.length);
  const lastWorked = new Float64Array(skills.length);
  const known: Known = {
    mean: new Float64Array(course.tracks),
    spread: new Float64Array(course.tracks),
    pace: start.known.pace,
  };
  const proofs = start.proofs.map((sides) => new Int8Array(sides.length));
  const provedOn = start.provedOn.map((sides) => new Float64Array(sides.length));
  const met = goals.map(() => false);
  const missing = goals.map(() => PROOFS);
  const open = new Uint8Array(skills.length);
  const late = lateOf(goals, ahead.days);
  const barred = new Uint8Array(skills.length);
  const bench = benchOf(course);
  const riderShares = spread(healthy.riders.map((rider) => 1 + sessions.filter((session) => session.rider === rider).length));
  const windy = (WINDY.days + sessions.filter((one) => one.windy).length) / (WINDY.all + sessions.length);
  const newPlace = (WINDY.days + sessions.filter((one) => one.newPlace).length) / (WINDY.all + sessions.length);
  const missRate = (MISS.missed + ahead.missed) / (MISS.planned + ahead.planned);
  const queue = queueOf(course);
  const habit = roomForHabit(course);
  const sideShare = new Float64Array(course.tracks).fill(1);
  if (ahead.sides)
    for (let skill = 0; skill < skills.length; skill += 1)
      if ((skills[skill] as SkillShape).sided) {
        sideShare[firstTrack[skill] as number] = ahead.sides.left;
        sideShare[(firstTrack[skill] as number) + 1] = ahead.sides.right;
      }
  const minutesEach = ahead.minutes / ahead.items;
  const dose = Float64Array.from(skills, ({ sessions03 }) => (3 / sessions03) * Math.sqrt(minutesEach / 10) * options.pace);
  const spared = skills.map(({ branch }) => branch === STALL.spared);
  const plannedOn = new Uint8Array(ahead.lastDay + 1);
  for (const day of ahead.days) plannedOn[day] = 1;
  const opensOn = Float64Array.from(skills, ({ id }) => ahead.notBefore.get(id) ?? Number.NEGATIVE_INFINITY);
  const goalsAt = skills.map((_, skill) => goals.flatMap((goal, i) => (goal.at === skill ? [i] : [])));
  /** Shares kept by skill, days off and times worked, each worked out once. */
  const kept = new Float64Array(skills.length * KEPT_DAYS * KEPT_TIMES);
  const keptOver = (skill: number, days: number): number => {
    const off = Math.min(days, KEPT_DAYS - 1);
    const worked = Math.min(times[skill] as number, KEPT_TIMES - 1);
    const at = (skill * KEPT_DAYS + off) * KEPT_TIMES + worked;
    if (kept[at] === 0) kept[at] = keptAfter(off, worked, (skills[skill] as SkillShape).halfLife);
    return kept[at] as number;
  };
  const weakest = (skill: number): number => weakerOf(course, level, skill);
  const forget = (days: number): void => {
    for (let skill = 0; skill < skills.length; skill += 1) {
      const share = keptOver(skill, days);
      const end = firstTrack[skill + 1] as number;
      for (let track = firstTrack[skill] as number; track < end; track += 1) {
        const above = (level[track] as number) - FLOOR * (best[track] as number);
        if (above > 0) level[track] = (level[track] as number) - above * (1 - share);
        const believed = (known.mean[track] as number) - FLOOR * (start.best[track] as number);
        if (believed > 0) known.mean[track] = (known.mean[track] as number) - believed * (1 - share);
      }
    }
  };
  const grow = (skill: number, unit: number, believed: number): void => {
    for (let track = firstTrack[skill] as number; track < (firstTrack[skill + 1] as number); track += 1) {
      const now = level[track] as number;
      const held = now > (ceiling[skill] as number) ? CEILING.gain : 1;
      const part = sideShare[track] as number;
      const grown = Math.min(HIGHEST_LEVEL, now + unit * part * held * intakeAt(now));
      level[track] = grown;
      if (grown > (best[track] as number)) best[track] = grown;
      const mean = known.mean[track] as number;
      const gain = believed * part * intakeAt(mean);
      known.mean[track] = Math.min(HIGHEST_LEVEL, mean + gain);
      known.spread[track] = Math.sqrt((known.spread[track] as number) ** 2 + (GAIN_NOISE * gain) ** 2);
    }
  };

  const cards = ahead.byCards ? new Cards(course, ahead.byCards) : null;
  const shownAt = ahead.byCards?.shownAt ?? 0;
  /** By skill: it has been shown, so that its first time is behind it. */
  const shown = new Uint8Array(skills.length);
  const cardsMoment = { known, lastScore, shown, barred, met };
  const aDay = ahead.aDay ?? 1;
  let byPlan = true;
  return (number) => {
    const [state, events, noise] = [
      streamOf(options.seed, number, 0),
      streamOf(options.seed, number, 1),
      streamOf(options.seed, number, 2),
    ];
    const isStalled = state.next() < (doubted?.chance ?? 0);
    const draws = isStalled && doubted ? doubted.draws : healthy;
    const rate = draws.draw(state, level, ease);
    best.set(start.best);
    for (let track = 0; track < course.tracks; track += 1)
      if ((level[track] as number) > (best[track] as number)) best[track] = level[track] as number;
    for (let skill = 0; skill < skills.length; skill += 1) {
      const stands = ahead.stuck?.has((skills[skill] as SkillShape).id) === true;
      const isHeld = state.chance(stands ? CEILING.ofStuck : CEILING.share);
      const at = CEILING.low + (CEILING.high - CEILING.low) * state.next();
      // A horse that has gone beyond a ceiling has none there.
      ceiling[skill] = isHeld && stands ? weakest(skill) : isHeld && weakest(skill) < at ? at : Number.POSITIVE_INFINITY;
    }
    byPlan = ahead.follows === "plan" || streamOf(options.seed, number, 3).next() < BY_PLAN;
    if (!byPlan) drawHabit(start.habit, habit, state);
    times.set(start.times);
    lastScore.set(start.lastScore);
    lastWorked.set(start.lastWorked);
    for (let skill = 0; skill < skills.length; skill += 1) shown[skill] = (lastScore[skill] as number) >= shownAt ? 1 : 0;
    known.mean.set(start.known.mean);
    known.spread.set(start.known.spread);
    open.fill(0);
    goals.forEach((goal, i) => {
      (proofs[i] as Int8Array).set(start.proofs[i] as Int8Array);
      (provedOn[i] as Float64Array).set(start.provedOn[i] as Float64Array);
      met[i] = start.met[i] as boolean;
      missing[i] = PROOFS - Math.min(...(proofs[i] as Int8Array));
      (played.metDay[i] as Int16Array)[number] = start.metOn[i] as number;
      if (!met[i]) open[goal.at] = 1;
    });
    let last = lastSession;
    let [awayUntil, stalledUntil] = [NEVER, NEVER];
    const length = state.next();
    if (isStalled && doubted) {
      const shortest = Math.max(STALL.shortest, ahead.today - doubted.since + 1);
      stalledUntil = doubted.since + shortest + Math.floor(length * Math.max(1, STALL.longest - shortest + 1)) - 1;
    }
    let left = ahead.days.length * aDay;
    let sample = 0;
    for (let day = ahead.today; day <= ahead.lastDay; day += 1) {
      if (day > ahead.today) {
        // Drawn on every day, whatever comes of it, so that the same chance falls on the same day in every question.
        const layoff = events.next();
        const layoffDays = events.next();
        const stall = events.next();
        const stallDays = events.next();
        const missed = events.next();
        const gust = events.next();
        const elsewhere = events.next();
        const who = events.next();
        const effect = events.normal();
        if (day > awayUntil && layoff < LAYOFF.aDay)
          awayUntil = day + LAYOFF.shortest + Math.floor(layoffDays * (LAYOFF.longest - LAYOFF.shortest + 1)) - 1;
        if (day > stalledUntil && stall < STALL.aDay)
          stalledUntil = day + STALL.shortest + Math.floor(stallDays * (STALL.longest - STALL.shortest + 1)) - 1;
        if (plannedOn[day] === 1) {
          if (day > awayUntil && missed >= missRate) {
            const off = last === null ? 0 : day - last;
            if (off > 0) forget(off);
            const rider = riderShares.findIndex((sum) => who <= sum);
            const shift =
              dayMean(gust < windy, elsewhere < newPlace, off) + DAY_SIGMA * effect - draws.severity(Math.max(0, rider));
            for (let again = 0; again < aDay; again += 1)
              session(day, left - again, shift, day <= stalledUntil, rate, noise, number);
            last = day;
          }
          left -= aDay;
        }
      }
      if (day === played.levelDays[sample]) {
        goals.forEach((goal, i) => {
          (played.levels[i] as Float32Array)[sample * options.plays + number] = lowestTrack(level, goal.from, goal.to);
        });
        sample += 1;
      }
    }
    goals.forEach((goal, i) => {
      const lately = (provedOn[i] as Float64Array).every((on) => ahead.lastDay - on <= PROVED_LATELY);
      (played.held[i] as Uint8Array)[number] =
        met[i] && lately && lowestTrack(level, goal.from, goal.to) >= goal.target - 0.5 ? 1 : 0;
    });
  };

  function session(
    day: number,
    sessionsLeft: number,
    shift: number,
    stalled: boolean,
    rate: number,
    noise: Random,
    number: number,
  ): void {
    for (let skill = 0; skill < skills.length; skill += 1) barred[skill] = day < (opensOn[skill] as number) ? 1 : 0;
    const asCards = byPlan ? cards : null;
    asCards?.wait(cardsMoment);
    const { items } = ahead;
    const chosen = byPlan
      ? chooseOn(
          course,
          known,
          {
            sessionsLeft,
            items,
            minutes: minutesEach,
            today: day,
            lastWorked,
            met,
            missing,
            barred,
            late,
            ...(asCards ? { together: asCards.together, awaited: asCards.awaited, shown } : {}),
          },
          bench,
        )
      : habitOn(
          course,
          habit,
          { items, day, lastScore, lastWorked, open, target: start.target, barred, granted: start.granted },
          queue,
          noise,
        );
    const besides = asCards ? asCards.beside(chosen, sessionsLeft, cardsMoment) : NOTHING;
    for (let i = 0; i < besides.length + chosen.length; i += 1) {
      const skill = (i < besides.length ? besides[i] : chosen[i - besides.length]) as number;
      const slowed = stalled && !spared[skill];
      let ready = 1;
      let readyBelieved = 1;
      for (const prior of before[skill] as readonly number[]) {
        ready *= readyBy(weakest(prior));
        readyBelieved *= readyBy(weakerOf(course, known.mean, prior));
      }
      const luck = Math.exp(GAIN_SIGMA * noise.normal() - GAIN_SIGMA ** 2 / 2);
      const base = (dose[skill] as number) * ready;
      const unit = Math.exp(rate + (ease[skill] as number)) * base * luck * (slowed ? STALL.gain : 1) * 0.5;
      const believed = (start.known.pace[skill] as number) * (dose[skill] as number) * readyBelieved * 0.5;
      grow(skill, unit, believed);
      score(skill, day, shift + (slowed ? STALL.score : 0), noise, number);
      grow(skill, unit, believed);
      for (const prior of before[skill] as readonly number[]) {
        const spill = Math.exp(rate + (ease[prior] as number)) * base * SPILL * (slowed && !spared[prior] ? STALL.gain : 1);
        grow(prior, spill, (start.known.pace[prior] as number) * (dose[skill] as number) * readyBelieved * SPILL);
      }
      times[skill] = (times[skill] as number) + 1;
      lastWorked[skill] = day;
    }
  }

  /** Scores of a skill on each side, what they prove, and what the chooser hears of them. */
  function score(skill: number, day: number, shift: number, noise: Random, number: number): void {
    const first = firstTrack[skill] as number;
    const sides = (firstTrack[skill + 1] as number) - first;
    let lowest = 5;
    for (let side = 0; side < sides; side += 1) {
      const track = first + side;
      const y = Math.max(0, Math.min(5, Math.round((level[track] as number) + shift + SCORE_SIGMA * noise.normal())));
      lowest = Math.min(lowest, y);
      const variance = (known.spread[track] as number) ** 2;
      const share = variance / (variance + HEARD_VARIANCE);
      known.mean[track] = Math.max(0, (known.mean[track] as number) + share * (y - (known.mean[track] as number)));
      known.spread[track] = Math.sqrt(variance * (1 - share));
      for (const i of goalsAt[skill] as readonly number[]) {
        const goal = goals[i] as CourseGoal;
        if (track < goal.from || track >= goal.to) continue;
        const row = proofs[i] as Int8Array;
        const at = track - goal.from;
        row[at] = y >= goal.target ? Math.min(PROOFS, (row[at] as number) + 1) : 0;
        (provedOn[i] as Float64Array)[at] = day;
      }
    }
    lastScore[skill] = lowest;
    if (lowest >= shownAt) shown[skill] = 1;
    for (const i of goalsAt[skill] as readonly number[]) {
      let fewest = PROOFS;
      for (const count of proofs[i] as Int8Array) fewest = Math.min(fewest, count);
      missing[i] = PROOFS - fewest;
      met[i] = fewest === PROOFS;
      open[skill] = met[i] ? 0 : 1;
      const days = played.metDay[i] as Int16Array;
      if (met[i] && days[number] === NEVER) days[number] = day;
    }
  }
}
