/**
 * What keeps a horse where it is at home: a routine before every ride, and four weeks of the owner's own days in which that is refreshed first which fades
 * first. Forgetting as the estimator believes in it (forecast/growth.ts): what stands above half of the best level halves in a time that grows with how often
 * a thing was worked.
 */
import { addDays, type LocalDate } from "../calendar/local-date.ts";
import { FLOOR, keptAfter } from "../forecast/growth.ts";
import { SIDES, type Side, sidesOf } from "../kernel/sides.ts";
import { tagged } from "../ladder/ladder.ts";
import { type Levels, trackKey, weakerSide } from "../ladder/level.ts";
import type { Skill } from "../ladder/skill.ts";
import type { HardSide } from "../reading/hard-side.ts";

export const WEEKS = 4;
const WEEK = 7;
/** What is kept up: mostly, on light help, or better. */
const KEPT_FROM = 3;
const ROUTINE_FROM = 2;
/** Things of a day, by who works. */
const ITEMS = { unknown: 3, novice: 3, steady: 4, able: 5 } as const;
/** The hardest skills that are asked of an owner, by the rider's grade that they want here. */
const GRADE = { unknown: 2, novice: 2, steady: 3, able: 4 } as const;
export type OwnerLevel = keyof typeof ITEMS;
export const USUAL_DAYS = 3;
/** The weaker side of an uneven skill fades first, and is worked first. */
const HARD_SIDE_WEIGHT = 1.25;

export interface HomeFacts {
  /** The first day at home. */
  readonly from: LocalDate;
  readonly ladder: readonly Skill[];
  readonly levels: Levels;
  /** How often each skill was worked here. */
  readonly timesWorked: ReadonlyMap<string, number>;
  readonly hard: HardSide;
  /** Days a week on which the owner works the horse; null: nobody knows. */
  readonly daysAWeek: number | null;
  readonly level: OwnerLevel;
  /** Ridden here. */
  readonly ridden: boolean;
  /** What is written of a skill for owners. */
  readonly forOwner: ReadonlyMap<string, string>;
  /** What the record bars with this horse, whoever asks it: no plan for home asks for it either. */
  readonly barred: (skill: Skill) => boolean;
  /** Signs of the last sessions and incidents of the stay. */
  readonly signs: readonly string[];
  readonly incidents: readonly string[];
}
export interface HomeItem {
  readonly skill: string;
  /** The side to begin with; null: no matter. */
  readonly first: Side | null;
}
export interface HomeDay {
  readonly day: LocalDate;
  readonly items: readonly HomeItem[];
}
export const DONTS = ["alone", "pain", "easy-side", "girth", "fresh", "circles", "corners"] as const;
export type Dont = (typeof DONTS)[number];
export interface HomePlan {
  readonly from: LocalDate;
  readonly daysAWeek: number;
  readonly routine: readonly string[];
  /** One list a week. */
  readonly weeks: readonly (readonly HomeDay[])[];
  /** What fades first without work, the first first. */
  readonly fades: readonly string[];
  readonly donts: readonly Dont[];
  /** How to ask for what stands in it, in the owner's words; as they were when it was composed. */
  readonly how?: readonly HowAtHome[];
}
export interface HowAtHome {
  readonly skill: string;
  readonly words: string;
}

interface Kept {
  readonly skill: Skill;
  readonly level: number;
  readonly first: Side | null;
  readonly weight: number;
  times: number;
  last: number;
}
/** Steps of the score that are lost of a thing between its last work and a day. */
const lostBy = ({ level, times, last, skill }: Kept, day: number): number =>
  level * (1 - FLOOR) * (1 - keptAfter(day - last, times, skill.halfLife));

function keptSkills({ ladder, levels, timesWorked, hard, level, ridden, barred }: HomeFacts): Kept[] {
  return ladder.flatMap((skill): Kept[] => {
    const weaker = weakerSide(levels, skill);
    if (
      weaker < KEPT_FROM ||
      skill.specialist ||
      skill.grade > GRADE[level] ||
      (skill.bears !== "nothing" && !ridden) ||
      barred(skill)
    )
      return [];
    const [left, right] = SIDES.map((side) => levels.get(trackKey(skill.id, side))?.latest ?? 0) as [number, number];
    const uneven = skill.sided && left !== right;
    const first = uneven ? (left < right ? "left" : "right") : skill.sided && (hard === "left" || hard === "right") ? hard : null;
    return [
      { skill, level: weaker, first, weight: uneven ? HARD_SIDE_WEIGHT : 1, times: timesWorked.get(skill.id) ?? 1, last: 0 },
    ];
  });
}

/** The days of a week, spread over it. */
const offsets = (days: number): readonly number[] => Array.from({ length: days }, (_, i) => Math.floor((i * WEEK) / days));

function donts({ signs, incidents, hard, ridden }: HomeFacts): readonly Dont[] {
  const holds: Readonly<Record<Dont, boolean>> = {
    alone: true,
    pain: true,
    "easy-side": hard === "left" || hard === "right",
    girth: signs.includes("girthy"),
    fresh: ridden && incidents.some((kind) => kind === "buck" || kind === "bolt"),
    circles: true,
    corners: incidents.some((kind) => kind === "kick" || kind === "bite"),
  };
  return DONTS.filter((one) => holds[one]);
}

/** Null where nothing stands at 3 or better: there is nothing to keep yet. */
export function homePlan(facts: HomeFacts): HomePlan | null {
  const kept = keptSkills(facts);
  if (kept.length === 0) return null;
  const daysAWeek = Math.min(WEEK, Math.max(1, facts.daysAWeek ?? USUAL_DAYS));
  const dearest = (day: number): Kept[] =>
    [...kept].sort((a, b) => b.weight * lostBy(b, day) - a.weight * lostBy(a, day) || kept.indexOf(a) - kept.indexOf(b));
  const fades = dearest(WEEKS * WEEK)
    .slice(0, 5)
    .map(({ skill }) => skill.id);
  const weeks = Array.from({ length: WEEKS }, (_, week) =>
    offsets(daysAWeek).map((offset): HomeDay => {
      const at = week * WEEK + offset;
      const chosen = dearest(at + 1).slice(0, ITEMS[facts.level]);
      for (const one of chosen) {
        one.times += 1;
        one.last = at + 1;
      }
      // On the ground first, as every day here begins.
      const order = [...chosen].sort(
        (a, b) => Number(a.skill.saddle) - Number(b.skill.saddle) || kept.indexOf(a) - kept.indexOf(b),
      );
      return { day: addDays(facts.from, at), items: order.map(({ skill, first }) => ({ skill: skill.id, first })) };
    }),
  );
  const knows = ({ id, sided }: Skill): boolean =>
    sidesOf(sided).every((side) => (facts.levels.get(trackKey(id, side))?.latest ?? 0) >= ROUTINE_FROM);
  const routine = tagged(facts.ladder, "before-saddle")
    .filter(knows)
    .map(({ id }) => id);
  const named = new Set([...routine, ...weeks.flatMap((days) => days.flatMap(({ items }) => items.map(({ skill }) => skill)))]);
  const how = facts.ladder.flatMap(({ id }): HowAtHome[] => {
    const words = facts.forOwner.get(id) ?? "";
    return named.has(id) && words !== "" ? [{ skill: id, words }] : [];
  });
  return { from: facts.from, daysAWeek, how, routine, weeks, fades, donts: donts(facts) };
}
