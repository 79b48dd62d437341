/**
 * The big steps: what a horse does for the first time, and the list that must hold before. Each is asked of a horse that has not shown it; what it has
 * shown is never barred by something that nobody looked at. The lists are the barn's judgement.
 */
import { sidesOf, type TrackSide } from "../kernel/sides.ts";
import { ancestorsIn, hasTag, skillIn, tagged } from "../ladder/ladder.ts";
import { trackKey } from "../ladder/level.ts";
import type { Skill } from "../ladder/skill.ts";
import type { Tag } from "../ladder/tags.ts";
import { type HorseReading, SHOWN } from "../reading/reading.ts";
import { hadTack, isQuiet, type PastSession, quietLately, wasRidden } from "./trouble.ts";

export const STEPS = [
  "saddle",
  "girth",
  "stirrup-weight",
  "sit",
  "first-ride",
  "first-steps",
  "trot",
  "canter",
  "open-arena",
  "company",
  "outside",
  "second-bit",
  "back-girth",
  "fence",
] as const;
export type Step = (typeof STEPS)[number];

/** What the barn changed of a step's list: a skill and the level that it asks for on every side; 0 takes it off. */
export interface StepChange {
  readonly step: Step;
  readonly skill: string;
  readonly at: 0 | (typeof ASKED_LEVELS)[number];
}
export const ASKED_LEVELS = [2, 3, 4, 5] as const;

type Need =
  /** A level, on every side; or on one, the side that it is mounted from. */
  | { readonly code: "level"; readonly tag: Tag; readonly at: StepChange["at"]; readonly oneSide?: boolean }
  /** Nothing loud in the last two sessions of this kind, on different days. */
  | { readonly code: "quiet"; readonly in: "tack" | "rides" }
  | { readonly code: "ground-sessions" }
  | { readonly code: "tacked-here" };

interface StepList {
  /** What is done for the first time. */
  readonly of: readonly Tag[];
  readonly needs: readonly Need[];
}
const at = (level: StepChange["at"], ...tags: Tag[]): Need[] => tags.map((tag) => ({ code: "level", tag, at: level }));
const quietWithTack: Need = { code: "quiet", in: "tack" };
const quietRides: Need = { code: "quiet", in: "rides" };
const onItsSide = (tag: Tag): Need => ({ code: "level", tag, at: 3, oneSide: true });

export const STEP_LISTS: Readonly<Record<Step, StepList>> = {
  saddle: { of: ["saddle"], needs: at(3, "pad", "rope-flag") },
  girth: { of: ["girth"], needs: at(3, "saddle") },
  "stirrup-weight": {
    of: ["stirrup-weight"],
    needs: [...at(3, "girth", "loose-tack", "block", "give-head", "hindquarters"), quietWithTack, { code: "ground-sessions" }],
  },
  sit: {
    of: ["sit"],
    needs: [onItsSide("stirrup-weight"), onItsSide("lie-across"), quietWithTack, { code: "ground-sessions" }],
  },
  // Told to be ridden, and never taught anew: what it shows is taken as it comes.
  "first-ride": {
    of: [],
    needs: [...at(2, "give-head", "hindquarters", "block"), { code: "tacked-here" }, { code: "ground-sessions" }],
  },
  "first-steps": {
    of: ["bend-stop", "forward"],
    needs: [onItsSide("sit"), ...at(3, "give-head", "hindquarters"), quietWithTack],
  },
  trot: { of: ["trot"], needs: [...at(3, "sit", "bend-stop"), ...at(2, "forward", "steer"), quietRides, quietWithTack] },
  // Loose with the tack, it did not buck at the change either.
  canter: { of: ["canter"], needs: [...at(3, "trot", "loose-tack"), quietRides, quietWithTack] },
  "open-arena": { of: ["arena"], needs: at(3, "steer", "stop") },
  company: { of: ["company"], needs: at(3, "arena") },
  outside: { of: ["outside"], needs: at(3, "arena", "company", "trot") },
  "second-bit": {
    of: ["second-bit"],
    needs: [...at(4, "bit"), ...at(3, "soft-feel", "transitions")],
  },
  "back-girth": { of: ["back-girth"], needs: at(4, "rope-flag", "girth") },
  fence: { of: ["cross-pole"], needs: at(3, "poles", "canter") },
};
/** Not a step of its own, and it bears weight all the same. */
const LIE_ACROSS: readonly Need[] = [
  onItsSide("stirrup-weight"),
  ...at(3, "loose-tack"),
  quietWithTack,
  { code: "ground-sessions" },
];

/** A skill that a step asks for. */
export interface RequiredLevel {
  readonly skill: string;
  readonly at: StepChange["at"];
  /** On one side it is enough: the side that it is worked from. */
  readonly oneSide?: boolean;
}
/** What is known of a ladder once: neither it nor the barn's changes of the lists are ever changed in place. */
const asked = new WeakMap<readonly Skill[], WeakMap<readonly StepChange[], Map<Step, readonly RequiredLevel[]>>>();
/** The skills of a step's list as the barn has it; what this ladder does not work cannot be asked for. */
export function levelsAsked(step: Step, changes: readonly StepChange[], ladder: readonly Skill[]): readonly RequiredLevel[] {
  const ofLadder = asked.get(ladder) ?? new WeakMap<readonly StepChange[], Map<Step, readonly RequiredLevel[]>>();
  const known = ofLadder.get(changes) ?? new Map<Step, readonly RequiredLevel[]>();
  const levels = known.get(step) ?? levelsOf(step, changes, ladder);
  known.set(step, levels);
  ofLadder.set(changes, known);
  asked.set(ladder, ofLadder);
  return levels;
}
const levelsIn = (needs: readonly Need[], ladder: readonly Skill[]): readonly RequiredLevel[] =>
  needs.flatMap((need) =>
    need.code === "level"
      ? tagged(ladder, need.tag).map(
          ({ id }): RequiredLevel => ({ skill: id, at: need.at, ...(need.oneSide ? { oneSide: true } : {}) }),
        )
      : [],
  );
function levelsOf(step: Step, changes: readonly StepChange[], ladder: readonly Skill[]): readonly RequiredLevel[] {
  const shipped = levelsIn(STEP_LISTS[step].needs, ladder);
  const mine = changes.filter((one) => one.step === step);
  const changed = shipped.map(
    (level): RequiredLevel => ({ ...level, at: mine.find(({ skill }) => skill === level.skill)?.at ?? level.at }),
  );
  const added = mine.filter(
    ({ skill }) => !shipped.some((level) => level.skill === skill) && ladder.some(({ id }) => id === skill),
  );
  return [...changed, ...added].filter(({ at }) => at > 0);
}
/** What a step asks for beside levels: the barn does not change that. */
export const restOf = (step: Step): readonly (Exclude<Need["code"], "level" | "quiet"> | "quiet-tack" | "quiet-rides")[] =>
  STEP_LISTS[step].needs.flatMap((need) =>
    need.code === "level" ? [] : [need.code === "quiet" ? (`quiet-${need.in}` as const) : need.code],
  );
/** A list may not ask for the step itself, nor for what is learnt after it: it would never be full. */
export const mayAskFor = (step: Step, skill: string, ladder: readonly Skill[]): boolean => {
  const own = STEP_LISTS[step].of.flatMap((tag) => tagged(ladder, tag)).map(({ id }) => id);
  return !own.includes(skill) && !ancestorsIn(ladder, skill).some((id) => own.includes(id));
};

export type MissingForStep =
  | { readonly code: "level"; readonly skill: string; readonly side: TrackSide; readonly needed: number; readonly is: number }
  | { readonly code: "quiet"; readonly in: "tack" | "rides" }
  | { readonly code: "ground-sessions"; readonly left: number }
  | { readonly code: "tacked-here" };

export interface StepFacts {
  readonly ladder: readonly Skill[];
  readonly reading: HorseReading;
  /** The last dozen, oldest first. */
  readonly sessions: readonly PastSession[];
  readonly sessionsSoFar: number;
  readonly rides: number;
  /** Sessions on the ground that the method asks for before anybody gets on a horse that has not been ridden here. */
  readonly groundSessionsFirst: number;
  /** What the barn changed of the lists; missing: nothing. */
  readonly changes?: readonly StepChange[];
}

const NO_CHANGES: readonly StepChange[] = [];
/** The step's list as the barn has it. */
const missingOfStep = (step: Step, facts: StepFacts): readonly MissingForStep[] => [
  ...levelsAsked(step, facts.changes ?? NO_CHANGES, facts.ladder).flatMap((level) => {
    const skill = skillIn(facts.ladder, level.skill);
    return skill ? lacking(skill, level.at, level.oneSide ?? false, facts) : [];
  }),
  ...missingOf(
    STEP_LISTS[step].needs.filter(({ code }) => code !== "level"),
    facts,
  ),
];
/** Of each track what it was scored on the last two days, oldest first. */
type Looks = ReadonlyMap<string, readonly number[]>;
function looksIn(sessions: readonly PastSession[]): Looks {
  const days = new Map<string, Map<string, number>>();
  for (const { day, scores } of sessions)
    for (const { skill, on } of scores)
      for (const [side, score] of Object.entries(on) as [TrackSide, number][]) {
        const track = trackKey(skill, side);
        days.set(track, (days.get(track) ?? new Map<string, number>()).set(day, score));
      }
  return new Map([...days].map(([track, of]) => [track, [...of.values()].slice(-2)]));
}
const known = new WeakMap<readonly PastSession[], { readonly sessions: number; readonly looks: Looks }>();
/** Sessions are asked about skill by skill; a plan that is being laid appends to them as it goes. */
function lastLooks(sessions: readonly PastSession[]): Looks {
  const before = known.get(sessions);
  if (before?.sessions === sessions.length) return before.looks;
  const looks = looksIn(sessions);
  known.set(sessions, { sessions: sessions.length, looks });
  return looks;
}
/** The mean lies at most so far below what is asked. */
const BELOW = 0.25;
/** The mean from which a level counts as so much. */
export const countsFrom = (level: number): number => level - BELOW;
/** A level counts by its mean too: one good score right after a poor one is no level yet. The last two looks on different days stand for the mean. */
function meanOn(skill: Skill, side: TrackSide, { reading, sessions }: Pick<StepFacts, "reading" | "sessions">): number {
  const track = trackKey(skill.id, side);
  const [before, last] = lastLooks(sessions).get(track) ?? [];
  if (before !== undefined && last !== undefined) return (before + last) / 2;
  const level = reading.levels.get(track);
  return level && level.times > 1 ? (level.first + level.latest) / 2 : Number.POSITIVE_INFINITY;
}
function lacking(skill: Skill, needed: number, oneSide: boolean, facts: StepFacts): readonly MissingForStep[] {
  // Nobody looked at it by itself, and it has been mounted here as it was told to be.
  if (facts.rides > 0 && skill.nature === "mounting" && facts.reading.basisOf(skill) === "told") return [];
  const sides = sidesOf(skill.sided)
    .map((side) => {
      const is = facts.reading.countsOn(skill, side);
      const mean = is >= needed ? meanOn(skill, side, facts) : is;
      return { side, is: mean < countsFrom(needed) ? mean : is };
    })
    .filter(({ is }) => is < needed);
  const enough = sides.length === 0 || (oneSide && sides.length < sidesOf(skill.sided).length);
  return enough ? [] : sides.map(({ side, is }) => ({ code: "level" as const, skill: skill.id, side, needed, is }));
}

function missingOf(needs: readonly Need[], facts: StepFacts): readonly MissingForStep[] {
  const { ladder, sessions, sessionsSoFar, rides, groundSessionsFirst } = facts;
  const missing = needs.flatMap((need): readonly MissingForStep[] => {
    switch (need.code) {
      case "level":
        return tagged(ladder, need.tag).flatMap((skill) => lacking(skill, need.at, need.oneSide ?? false, facts));
      case "quiet":
        return quietLately(sessions.filter(need.in === "tack" ? hadTack(ladder) : wasRidden))
          ? []
          : [{ code: "quiet", in: need.in }];
      case "ground-sessions": {
        const left = rides > 0 ? 0 : groundSessionsFirst - sessionsSoFar;
        return left > 0 ? [{ code: "ground-sessions", left }] : [];
      }
      case "tacked-here":
        return sessions.filter(hadTack(ladder)).slice(-1).some(isQuiet) ? [] : [{ code: "tacked-here" }];
    }
  });
  // A ride that was not quiet is a session with the tack as well: one thing to mend.
  const loud = missing.findIndex(({ code }) => code === "quiet");
  return missing.filter(({ code }, i) => code !== "quiet" || i === loud);
}

/** What a horse has behind it that has carried riders, whatever its last score. */
export const TO_CARRY: readonly Step[] = ["saddle", "girth", "stirrup-weight", "sit", "first-steps"];
/** The list that a skill's first time goes by; `done`: it waits for nothing any more, `none`: it has no list of its own. */
function listOf(skill: Skill, { reading, ladder }: Pick<StepFacts, "reading" | "ladder">): Step | "lie-across" | "done" | "none" {
  if (reading.isShown(skill)) return "done";
  // It is sat on: a poor score at lying across from before bars nothing of what comes after.
  if (hasTag(skill, "lie-across") && tagged(ladder, "sit").every(reading.isShown)) return "done";
  const step = STEPS.find((one) => hasTag(skill, ...STEP_LISTS[one].of));
  if (step && TO_CARRY.includes(step) && reading.carriesRiders && skill.bears !== "nothing") return "first-ride";
  // A horse that is told to carry a saddle is tacked up, and shows; one told to be ridden shows what it knows on its first ride here.
  if (reading.basisOf(skill) === "told") return skill.bears === "nothing" ? "done" : "first-ride";
  return step ?? (hasTag(skill, "lie-across") ? "lie-across" : "none");
}
export interface AskedForFirst {
  readonly skill: string;
  readonly asks: readonly {
    readonly skill: string;
    readonly score: number;
    /** What the mean must reach for the score to count. */
    readonly mean: number;
    readonly oneSide: boolean;
  }[];
}
/** By skill that has not been shown and has a list: the levels that its first time asks for. What else it asks for stands in `missingFor`. */
export const firstTimesOf = (facts: Pick<StepFacts, "ladder" | "reading" | "changes">): readonly AskedForFirst[] =>
  facts.ladder.flatMap((skill) => {
    const list = listOf(skill, facts);
    if (list === "done" || list === "none") return [];
    const levels =
      list === "lie-across" ? levelsIn(LIE_ACROSS, facts.ladder) : levelsAsked(list, facts.changes ?? NO_CHANGES, facts.ladder);
    const asks = levels.map((one) => ({
      skill: one.skill,
      score: one.at,
      mean: countsFrom(one.at),
      oneSide: one.oneSide ?? false,
    }));
    return [{ skill: skill.id, asks }];
  });
/** What a skill's first time still waits for; empty where it is no big step, where it may be asked, or was shown already. */
export function missingFor(skill: Skill, facts: StepFacts): readonly MissingForStep[] {
  const list = listOf(skill, facts);
  if (list === "done") return [];
  if (list === "lie-across") return missingOf(LIE_ACROSS, facts);
  if (list !== "none") return missingOfStep(list, facts);
  // What it cannot be without must be ready first: no lead without a canter.
  for (const one of stepsInside(skill, facts.ladder)) {
    const missing = missingFor(one, facts);
    if (missing.length > 0) return missing;
  }
  return skill.bears === "rider" ? firstTimeBelow(skill, facts) : [];
}
/** Nothing ridden is begun on top of a big step that has not been taken: no ditch before the horse has been outside, no fence before its first one. */
function firstTimeBelow(skill: Skill, facts: StepFacts): readonly MissingForStep[] {
  const { ladder, reading } = facts;
  for (const prior of skill.after.flatMap((id) => skillIn(ladder, id) ?? [])) {
    // What was shown, if on one side, waits for nothing below it.
    if (sidesOf(prior.sided).some((side) => reading.countsOn(prior, side) >= SHOWN)) continue;
    const missing = hasTag(prior, ...STEP_TAGS) ? missingFor(prior, facts) : firstTimeBelow(prior, facts);
    if (missing.length > 0) return missing;
    if (hasTag(prior, ...STEP_TAGS))
      return sidesOf(prior.sided).map((side) => ({
        code: "level",
        skill: prior.id,
        side,
        needed: SHOWN,
        is: reading.countsOn(prior, side),
      }));
  }
  return [];
}
/** Ridden in the open for the first time only when it is ready for that: until then in a small or covered place. One that goes as a riding horse is. */
export const staysInSmallPlaces = (facts: StepFacts): boolean =>
  facts.reading.stage !== "riding" && tagged(facts.ladder, "arena").some((skill) => missingFor(skill, facts).length > 0);
/** All that a skill's first time lacks in levels, and what those lack for theirs; the nearest first. */
export function lackingBelow(skill: Skill, facts: StepFacts): readonly Skill[] {
  const found = new Map<string, Skill>();
  const visit = (one: Skill): void => {
    const next = missingFor(one, facts)
      .flatMap((missing) => (missing.code === "level" ? (skillIn(facts.ladder, missing.skill) ?? []) : []))
      .filter(({ id }) => !found.has(id));
    for (const lacks of next) found.set(lacks.id, lacks);
    for (const lacks of next) visit(lacks);
  };
  visit(skill);
  return [...found.values()];
}
const steps = new WeakMap<readonly Skill[], readonly Skill[]>();
/** The big steps among what a skill cannot be without. */
function stepsInside(skill: Skill, ladder: readonly Skill[]): readonly Skill[] {
  const all = steps.get(ladder) ?? ladder.filter((one) => hasTag(one, ...STEP_TAGS));
  steps.set(ladder, all);
  return all.filter(({ id }) => skill.contains.includes(id));
}

export interface Waiting {
  readonly skill: string;
  readonly missing: readonly MissingForStep[];
}
export interface Unready {
  /** Skills whose first time waits, and for what; in the ladder's order. */
  readonly skills: readonly Waiting[];
  /** Where all that bears weight waits: the first of it. */
  readonly mount: Waiting | null;
}
export const NOTHING_WAITS: Unready = { skills: [], mount: null };

export const STEP_TAGS: readonly Tag[] = [...STEPS.flatMap((step) => STEP_LISTS[step].of), "lie-across"];

export function unreadyOf(facts: StepFacts): Unready {
  const skills = facts.ladder
    .map((skill): Waiting => ({ skill: skill.id, missing: missingFor(skill, facts) }))
    .filter(({ missing }) => missing.length > 0);
  const onBack = facts.ladder.filter((skill) => skill.bears !== "nothing" && hasTag(skill, ...STEP_TAGS));
  const waiting = onBack.map(({ id }) => skills.find(({ skill }) => skill === id));
  return { skills, mount: waiting.every((one) => one !== undefined) ? (waiting[0] ?? null) : null };
}

/** Seen here, or told and never shown otherwise: the step is behind it, or another one is asked in its stead. */
export const isTaken = (step: Step, { ladder, reading }: Pick<StepFacts, "ladder" | "reading">): boolean =>
  STEP_LISTS[step].of
    .flatMap((tag) => tagged(ladder, tag))
    .every((skill) => reading.isShown(skill) || reading.basisOf(skill) === "told");
