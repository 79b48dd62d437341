/**
 * What keeps a horse where it is at home, and takes it on: what to work on first, a routine before every ride, four weeks of the owner's own days with rides as
 * rides, what to leave to the barn, and the way to the day on which it comes back. A horse that nobody rides gets days on the ground.
 */
import { addDays, type LocalDate } from "../calendar/local-date.ts";
import type { Tack } from "../card/gear.ts";
import { sidesOf } from "../kernel/sides.ts";
import { tagged } from "../ladder/ladder.ts";
import { trackKey } from "../ladder/level.ts";
import type { Skill } from "../ladder/skill.ts";
import { firstSide, type HomeFacts, type HomeItem, type OwnerLevel } from "./facts.ts";
import { Keeping } from "./keeping.ts";
import { type Lesson, lessonsAtHome } from "./lessons.ts";
import { type HomeStretch, type Return, stretchesTo } from "./way-back.ts";

export const HOME_WEEKS = 4;
const WEEK = 7;
const ROUTINE_FROM = 2;
/** An owner hears of so many things at the most that are left to the barn. */
const MOST_LEFT = 4;
const MOST_FADES = 5;
/** Things of a day beside its lesson, by who works. */
const KEPT_A_DAY: Readonly<Record<OwnerLevel, number>> = { unknown: 2, novice: 2, steady: 3, able: 3 };
/** Minutes of a ride, tacking up left out, by who rides; of a day on the ground. The house's judgement. */
const RIDE_MINUTES = { unknown: 30, novice: 30, steady: 40, able: 45 } as const;
const GROUND_MINUTES = 25;
/** Under so many years legs are young: no circles. */
const YOUNG_LEGS = 3;
/** A young horse's mind is shorter: minutes on the ground, under so many years. */
const YOUNG_GROUND = [
  { under: 2, minutes: 12 },
  { under: YOUNG_LEGS, minutes: 18 },
] as const;
/** Of a ride, in its first week at home. */
const FIRST_WEEK_SHARE = 0.75;
const SHORTEST = 10;
export const HOME_MINUTES = { from: 5, to: 120 } as const;
export const USUAL_DAYS = 3;
/** From so many days a week on one of them stays on the ground. */
const DAYS_WITH_GROUND = 5;
/** From so many days a week on the last one is an easy day, without a lesson. */
const DAYS_WITH_EASY = 3;
/** So many days from one to the next, two of them off between: ground first, one step lower. */
const AFTER_REST = 3;

export interface HomeDay {
  readonly day: LocalDate;
  /** Null: of a plan from before days were told apart. */
  readonly kind: "ride" | "ground" | null;
  readonly minutes: number | null;
  /** Two days off or more came before it. */
  readonly afterRest: boolean;
  /** The lesson of the day; null: none, what it knows is kept. */
  readonly main: HomeItem | null;
  readonly items: readonly HomeItem[];
}
const DONTS = ["alone", "pain", "unridden", "young", "easy-side", "girth", "fresh", "rest", "circles", "corners"] as const;
export type Dont = (typeof DONTS)[number];
export interface HomePlan {
  readonly from: LocalDate;
  readonly daysAWeek: number;
  readonly ridden: boolean;
  readonly lessons: readonly Lesson[];
  readonly routine: readonly string[];
  /** One list a week. */
  readonly weeks: readonly (readonly HomeDay[])[];
  /** What fades first without work, the first first. */
  readonly fades: readonly string[];
  /** Asked for, and not for home yet. */
  readonly leave: readonly string[];
  readonly donts: readonly Dont[];
  /** How to ask for what stands in it, in the owner's words; as they were when it was composed. */
  readonly how: readonly HowAtHome[];
  /** What it goes in, as here. */
  readonly gear: readonly Tack[];
  /** What comes after the four weeks, up to the day on which it comes back. */
  readonly later: readonly HomeStretch[];
  readonly back: Return | null;
}
export interface HowAtHome {
  readonly skill: string;
  readonly words: string;
}

/** The days of a week, spread over it. */
const offsets = (days: number): readonly number[] => Array.from({ length: days }, (_, i) => Math.floor((i * WEEK) / days));

function dontsOf({ signs, incidents, hard, ridden, ageYears }: HomeFacts, daysAWeek: number): readonly Dont[] {
  const holds: Readonly<Record<Dont, boolean>> = {
    alone: true,
    pain: true,
    unridden: !ridden,
    young: ageYears !== null && ageYears < YOUNG_LEGS,
    "easy-side": hard === "left" || hard === "right",
    girth: signs.includes("girthy"),
    fresh: ridden && incidents.some((kind) => kind === "buck" || kind === "bolt"),
    rest: ridden && daysAWeek < DAYS_WITH_GROUND,
    circles: true,
    corners: incidents.some((kind) => kind === "kick" || kind === "bite"),
  };
  return DONTS.filter((one) => holds[one]);
}

function minutesOf({ ridden, level, ageYears, minutes, mostMinutes }: HomeFacts, kind: "ride" | "ground", week: number): number {
  const young = ageYears === null ? undefined : YOUNG_GROUND.find(({ under }) => ageYears < under);
  const ground = young?.minutes ?? GROUND_MINUTES;
  const usual = kind === "ground" ? (ridden ? ground : (minutes ?? ground)) : (minutes ?? RIDE_MINUTES[level]);
  const begun = week === 0 && kind === "ride" ? Math.max(SHORTEST, Math.round((usual * FIRST_WEEK_SHARE) / 5) * 5) : usual;
  return Math.min(begun, mostMinutes ?? begun);
}

/** Null where nothing stands at 3 or better, and there is nothing to work on: there is nothing to keep yet. */
export function homeProgramme(facts: HomeFacts): HomePlan | null {
  const { ladder, levels, ridden, without, from } = facts;
  const daysAWeek = Math.min(WEEK, Math.max(1, facts.daysAWeek ?? USUAL_DAYS));
  const { lessons, leave } = lessonsAtHome(facts);
  const keeping = new Keeping(facts);
  if (keeping.isEmpty && lessons.length === 0) return null;
  const item = (skill: Skill): HomeItem => ({ skill: skill.id, first: firstSide(facts, skill) });
  const fades = keeping.dearest(HOME_WEEKS * WEEK, MOST_FADES).map(({ id }) => id);
  const spread = offsets(daysAWeek);
  let [rides, grounds] = [0, 0];
  const weeks = Array.from({ length: HOME_WEEKS }, (_, week) =>
    spread.map((offset, i): HomeDay => {
      const at = week * WEEK + offset;
      // A new place is looked at from the ground; of many days one in the middle stays there.
      const isGround = !ridden || at === 0 || (daysAWeek >= DAYS_WITH_GROUND && i === Math.floor(daysAWeek / 2));
      const fitting = lessons.filter(({ skill }) => ladder.some((one) => one.id === skill && one.saddle === !isGround));
      const isEasy = ridden && daysAWeek >= DAYS_WITH_EASY && i === daysAWeek - 1;
      const lesson = isEasy ? undefined : turnOf(fitting, isGround ? grounds++ : rides++);
      const main = ladder.find(({ id }) => id === lesson?.skill);
      if (main) keeping.worked(main, at + 1);
      const kept = keeping.forDay(at + 1, { most: KEPT_A_DAY[facts.level], ride: !isGround, but: main?.id ?? null });
      const gap = i > 0 ? offset - (spread[i - 1] ?? 0) : WEEK - (spread.at(-1) ?? 0);
      const kind = isGround ? "ground" : "ride";
      return {
        day: addDays(from, at),
        kind,
        minutes: minutesOf(facts, kind, week),
        afterRest: at > 0 && kind === "ride" && gap >= AFTER_REST,
        main: main ? item(main) : null,
        items: kept.map(item),
      };
    }),
  );
  const knows = ({ id, sided }: Skill): boolean =>
    sidesOf(sided).every((side) => (levels.get(trackKey(id, side))?.latest ?? 0) >= ROUTINE_FROM);
  const routine = tagged(ladder, "before-saddle")
    .filter((skill) => ridden && skill.bears === "nothing" && knows(skill) && !without.includes(skill.id))
    .filter(({ nature, tags }) => !facts.settled || (nature !== "accepting" && !tags.includes("loose-tack")))
    .map(({ id }) => id);
  const named = new Set([
    ...lessons.map(({ skill }) => skill),
    ...routine,
    ...weeks.flat().flatMap(({ main, items }) => [...(main ? [main.skill] : []), ...items.map(({ skill }) => skill)]),
  ]);
  const how = ladder.flatMap(({ id }): HowAtHome[] => {
    const words = facts.forOwner.get(id) ?? "";
    return named.has(id) && words !== "" ? [{ skill: id, words }] : [];
  });
  return {
    from,
    daysAWeek,
    ridden,
    lessons,
    routine,
    weeks,
    fades,
    leave: leave.slice(0, MOST_LEFT),
    donts: dontsOf(facts, daysAWeek),
    how,
    gear: facts.gear,
    later: facts.back ? stretchesTo(addDays(from, HOME_WEEKS * WEEK), facts.back.on, daysAWeek) : [],
    back: facts.back,
  };
}

/** The first lesson every other day, the others in turn between. */
function turnOf(lessons: readonly Lesson[], day: number): Lesson | undefined {
  const [first, ...rest] = lessons;
  return day % 2 === 0 || rest.length === 0 ? first : rest[((day - 1) / 2) % rest.length];
}
