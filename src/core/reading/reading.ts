/**
 * What a horse can do, read once from its record for everybody who asks: each skill's level by side, and on what that rests. What was scored here is
 * seen; what cannot be without it is implied; what the booking says is told; of the rest nothing is known.
 */
import type { LocalDate } from "../calendar/local-date.ts";
import { FIRST_RIDES, type HistoryTopic, type HorseKind } from "../horse/horse.ts";
import type { ToldHistory } from "../horse/told.ts";
import { type Score, sidesOf, type TrackSide } from "../kernel/sides.ts";
import { hasTag, idsTagged, tagged } from "../ladder/ladder.ts";
import { type LatestScores, type Levels, readLevels, trackKey } from "../ladder/level.ts";
import type { Skill } from "../ladder/skill.ts";
import type { Tag } from "../ladder/tags.ts";

const BASES = ["seen", "implied", "told", "none"] as const;
export type Basis = (typeof BASES)[number];

/** A score with where it was given. */
export interface ReadScore {
  readonly skill: string;
  readonly side: TrackSide;
  readonly score: Score;
  readonly day: LocalDate;
  /** In an evaluation; else in a session. */
  readonly walk: boolean;
}
export interface ReadFacts {
  readonly ladder: readonly Skill[];
  /** In the order in which they were given. */
  readonly scores: readonly ReadScore[];
  readonly kind: HorseKind;
  readonly history: ToldHistory;
  /** Sessions here with minutes in the saddle. */
  readonly rides: number;
}

export const STAGES = ["unridden", "first-rides", "riding"] as const;
export type Stage = (typeof STAGES)[number];

/** What was shown at this level or better shows what it contains, and is never barred by what nobody looked at. */
export const SHOWN = 2;
/** What an implied and a told skill count for as somebody's prerequisite. */
const IMPLIED_COUNTS = 3;
const TOLD_COUNTS = 2;

export interface HorseReading {
  /** By track; only what was scored. */
  readonly levels: Levels;
  readonly stage: Stage;
  /** Told to be ridden, or shown to trot under a rider, and no score says that it minds being sat on: mounting it is nothing that begins here. */
  readonly carriesRiders: boolean;
  basisOf(skill: Skill): Basis;
  /** On one side; both where the skill has none. */
  basisOn(skill: Skill, side: TrackSide): Basis;
  /** What the skill counts for where another asks for it, 0-5: a score of its own, 3 implied, 2 told, 0 unknown. */
  countsOn(skill: Skill, side: TrackSide): number;
  /** The same on the weaker side. */
  counts(skill: Skill): number;
  /** Scored 2 or more on every side that it has, or implied: the horse does it. */
  isShown(skill: Skill): boolean;
}

/** Nobody scored it, and what was scored contains it on every side that it has: no work. Implied on one side alone it is. */
export const isImplied = (skill: Skill, reading: Pick<HorseReading, "basisOf" | "isShown">): boolean =>
  reading.basisOf(skill) === "implied" && reading.isShown(skill);

/** The skill's prerequisites at any depth, without itself. */
function priorsOf(ladder: ReadonlyMap<string, Skill>, id: string): ReadonlySet<string> {
  const found = new Set<string>();
  const visit = (one: string): void => {
    for (const before of ladder.get(one)?.after ?? [])
      if (!found.has(before)) {
        found.add(before);
        visit(before);
      }
  };
  visit(id);
  return found;
}
/** What a skill contains at any depth. */
function containedIn(ladder: ReadonlyMap<string, Skill>, id: string): ReadonlySet<string> {
  const found = new Set<string>();
  const visit = (one: string): void => {
    for (const inside of ladder.get(one)?.contains ?? [])
      if (!found.has(inside)) {
        found.add(inside);
        visit(inside);
      }
  };
  visit(id);
  return found;
}

/** What a booking tells, by what skills are tagged: with everything up to them, or just them. */
interface Told {
  readonly upTo: readonly Tag[];
  readonly just: readonly Tag[];
  /** Nothing of what such a horse was never asked. */
  readonly raced?: boolean;
}
const RIDDEN: Told = { upTo: ["steer", "stop", "forward", "trot"], just: [] };
const HALTERED: Told = { upTo: ["lead"], just: ["lead"] };
/** Horses off the track are legged up and sent on: they have not been asked to stand, to yield or to bend. */
const RACED: Told = { upTo: ["canter"], just: [], raced: true };
const BY_TOPIC: Readonly<Partial<Record<HistoryTopic, Told>>> = {
  ridden: RIDDEN,
  raced: RACED,
  saddled: { upTo: ["girth"], just: [] },
  haltered: HALTERED,
  feet: { upTo: [], just: ["front-feet", "hind-feet"] },
  trailer: { upTo: [], just: ["trailer", "trailer-stand"] },
};
const BY_KIND: Readonly<Partial<Record<HorseKind, { readonly topic: HistoryTopic; readonly told: Told }>>> = {
  started: { topic: "ridden", told: RIDDEN },
  halter: { topic: "haltered", told: HALTERED },
};

/** Ids that the booking vouches for: 'yes' in the history, or the kind where the history does not say 'no'. */
function vouchedBy(
  ladder: ReadonlyMap<string, Skill>,
  { kind, history }: Pick<ReadFacts, "kind" | "history">,
): ReadonlySet<string> {
  const found = new Set<string>();
  const skills = [...ladder.values()];
  const tell = ({ upTo, just, raced = false }: Told): void => {
    const all = idsTagged(skills, ...upTo).flatMap((id) => [id, ...priorsOf(ladder, id), ...containedIn(ladder, id)]);
    for (const id of [...all, ...idsTagged(skills, ...just)]) {
      const skill = ladder.get(id);
      if (skill && !(raced && (skill.nature === "yields" || hasTag(skill, "not-raced")))) found.add(id);
    }
  };
  for (const [topic, told] of Object.entries(BY_TOPIC) as [HistoryTopic, Told][]) if (history[topic] === "yes") tell(told);
  const byKind = BY_KIND[kind];
  if (byKind && history[byKind.topic] !== "no") tell(byKind.told);
  // One that threw somebody is mounted again as if for the first time.
  if (history.threw === "yes") for (const id of found) if (ladder.get(id)?.bears !== "nothing") found.delete(id);
  return found;
}

/** Tracks implied by what was scored 2 or more: on the same side where both have sides, else on every side. */
export function impliedBy(ladder: ReadonlyMap<string, Skill>, levels: LatestScores): ReadonlySet<string> {
  const found = new Set<string>();
  for (const skill of ladder.values())
    for (const side of sidesOf(skill.sided)) {
      if ((levels.get(trackKey(skill.id, side))?.latest ?? 0) < SHOWN) continue;
      for (const id of containedIn(ladder, skill.id)) {
        const inside = ladder.get(id);
        if (!inside) continue;
        for (const on of sidesOf(inside.sided)) if (!skill.sided || on === "both" || on === side) found.add(trackKey(id, on));
      }
    }
  return found;
}

/** It goes under a rider in the ordinary way: one told to be ridden from its first ride here on, one that is started only later. */
export const isRidden = ({ stage, carriesRiders }: Pick<HorseReading, "stage" | "carriesRiders">): boolean =>
  stage === "riding" || (stage === "first-rides" && carriesRiders);

/** What a rider must be able to rely on: it goes where it is steered, stops, and trots. */
const RIDEABLE: readonly Tag[] = ["steer", "stop", "trot"];

/** What is asked of a skill as a whole. */
interface ReadSkill {
  readonly basis: Basis;
  readonly counts: number;
  readonly isShown: boolean;
}

export function readHorse({ ladder, scores, kind, history, rides }: ReadFacts): HorseReading {
  const byId = new Map(ladder.map((skill) => [skill.id, skill]));
  const levels = readLevels(scores);
  const implied = impliedBy(byId, levels);
  const told = vouchedBy(byId, { kind, history });
  const basisOn = (skill: Skill, side: TrackSide): Basis => {
    const key = trackKey(skill.id, side);
    if (levels.has(key)) return "seen";
    if (implied.has(key)) return "implied";
    return told.has(skill.id) ? "told" : "none";
  };
  const countsOn = (skill: Skill, side: TrackSide): number => {
    switch (basisOn(skill, side)) {
      case "seen":
        return levels.get(trackKey(skill.id, side))?.latest ?? 0;
      case "implied":
        return IMPLIED_COUNTS;
      case "told":
        return TOLD_COUNTS;
      case "none":
        return 0;
    }
  };
  const over = (skill: Skill, of: (side: TrackSide) => number): number => Math.min(...sidesOf(skill.sided).map(of));
  // Whoever reads a record asks about the same skills again and again, and it never changes.
  const known = new Map<string, ReadSkill>();
  const readSkill = (skill: Skill): ReadSkill => {
    const before = known.get(skill.id);
    if (before) return before;
    const sides = sidesOf(skill.sided);
    const counted = sides.map((side) => countsOn(skill, side));
    const bases = sides.map((side) => basisOn(skill, side));
    const read: ReadSkill = {
      // The best known of its sides speaks for the skill: one that was seen on the left has been looked at.
      basis: BASES[Math.min(...bases.map((basis) => BASES.indexOf(basis)))] ?? "none",
      counts: Math.min(...counted),
      isShown: bases.every((basis, i) => basis === "implied" || (basis === "seen" && (counted[i] ?? 0) >= SHOWN)),
    };
    known.set(skill.id, read);
    return read;
  };
  const showsIn = (of: LatestScores, tag: Tag): boolean =>
    tagged(ladder, tag).some((skill) => over(skill, (side) => of.get(trackKey(skill.id, side))?.latest ?? 0) >= SHOWN);
  const rideable = (of: LatestScores): boolean => RIDEABLE.every((tag) => showsIn(of, tag));
  const inWalk = readLevels(scores.filter(({ walk }) => walk));
  const tells = (tag: Tag): boolean => tagged(ladder, tag).some(({ id }) => told.has(id));
  const isTold = RIDEABLE.every(tells);
  const riding = rides >= FIRST_RIDES || rideable(inWalk) || (isTold && rideable(levels));
  const mindsIt = tagged(ladder, "sit").some((skill) =>
    sidesOf(skill.sided).some((side) => (levels.get(trackKey(skill.id, side))?.latest ?? SHOWN) < SHOWN),
  );
  return {
    levels,
    carriesRiders: !mindsIt && (riding || tells("trot") || showsIn(levels, "trot")),
    stage: riding ? "riding" : rides > 0 ? "first-rides" : "unridden",
    basisOf: (skill) => readSkill(skill).basis,
    basisOn,
    countsOn,
    counts: (skill) => readSkill(skill).counts,
    isShown: (skill) => readSkill(skill).isShown,
  };
}
