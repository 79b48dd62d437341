/**
 * The walk of an evaluation as data: rungs in order. Intake, mid-term and exit use the same, so that like is compared with like.
 * Version 1 ships with the application; a barn's own versions follow, and an evaluation is read for ever with the one it was begun with.
 */
import { type Ladder, tagged } from "../ladder/ladder.ts";
import type { Bears } from "../ladder/skill.ts";

export const FIRST_VERSION = 1;

export interface WalkStep {
  readonly id: string;
  readonly words: string;
  readonly prompt: string;
  /** Skills of the ladder scored here, each on its sides. */
  readonly skills: readonly string[];
  /** Signs to watch for, nearest at hand first. */
  readonly signs: readonly string[];
  readonly stopWhen: string | null;
  readonly caution: string | null;
}

export const RUNGS: readonly WalkStep[] = [
  {
    id: "look",
    words: "Look",
    prompt: "Free and tied: attitude, stance, breathing, mouth, eye, ears, tail, coat, condition, feet, growth.",
    skills: [],
    signs: ["busy-mouth", "kinked-tail", "tight-back", "trips", "heat", "skin", "soft-eye", "ear-on"],
    stopWhen: "the horse is lame, ill or hurt: stop and call the vet",
    caution: null,
  },
  {
    id: "measure",
    words: "Measure",
    prompt: "Heart girth, body length, height at withers and croup, condition score. A scale reading counts before the tape.",
    skills: [],
    signs: ["touchy-flank", "girthy"],
    stopWhen: null,
    caution: "A helper at the head. Stand clear of the hindquarters.",
  },
  {
    id: "lead",
    words: "Catch, halter, lead",
    prompt: "Comes up, stands, walks at the shoulder, stops when you stop, backs up, trots in hand.",
    skills: ["catch", "halter", "lead", "stand", "space", "back-in-hand", "trot-up"],
    signs: [
      "head-shy",
      "head-high",
      "sucks-back",
      "trips",
      "near-horses",
      "not-caught",
      "crowds",
      "shies",
      "short-steps",
      "ear-on",
    ],
    stopWhen: "the horse cannot be led safely",
    caution: "Helmet and gloves. Never wrap the rope around your hand.",
  },
  {
    id: "handle",
    words: "Handle all over",
    prompt: "A hand, then a brush, over the whole body on both sides; forehead, ears, girth line, flanks, each hoof, spray.",
    skills: ["groom", "face", "front-feet", "hind-feet", "spray"],
    signs: ["touchy-flank", "girthy", "head-shy", "foot-refused", "tight-back", "bites", "kicks", "spray-feared", "licks"],
    stopWhen: "the horse kicks or strikes",
    caution: "Stand clear of the hindquarters; a second person at the head.",
  },
  {
    id: "tie",
    words: "Tie",
    prompt: "Stands, paws, pulls back.",
    skills: ["tie"],
    signs: ["runs-on", "near-horses", "pulls-back", "blows-out"],
    stopWhen: "the horse pulls back hard",
    caution: "Quick release and a knife at hand. Never tie to anything that breaks, never by a bit.",
  },
  {
    id: "yields",
    words: "Yielding",
    prompt:
      "Head around, head down, hindquarters under and across, forehand across in front. Does the horse give or brace? How long until it is soft?",
    skills: ["give-head", "head-down", "hindquarters", "forehand"],
    signs: ["head-high", "sucks-back", "trips", "kinked-tail", "sticks-backing", "licks", "head-lowers"],
    stopWhen: "the horse strikes or runs through you",
    caution: null,
  },
  {
    id: "send",
    words: "Round pen and lunging",
    prompt: "Both directions, walk, trot, canter. Turns toward you or away; comes in and stands; answers the voice.",
    skills: ["send-out", "voice-trot", "voice-canter", "change-direction", "draw-in"],
    signs: ["one-side", "trips", "runs-on", "kinked-tail", "bucks", "quarters-turned", "comes-in"],
    stopWhen: "the horse is not sound at the trot",
    caution: "Few circles with a young horse. Stay out of kicking distance.",
  },
  {
    id: "tack",
    words: "Tack",
    prompt:
      "Pad, saddle, girth in steps, stirrups flapping, bit carried. Move the horse out at the trot after every tightening; watch the change into canter.",
    skills: ["pad", "saddle", "girth", "loose-tack", "stirrups", "bit"],
    signs: ["girthy", "held-breath", "bucks", "tight-back", "busy-mouth", "ears-back", "tail-swish", "blows-out"],
    stopWhen: "the horse humps, holds breath or bites at the girth",
    caution: "Girth in steps. A second person if the horse bites or kicks at girthing.",
  },
  {
    id: "block",
    words: "Block and stirrup",
    prompt: "Stands at the block on both sides; weight in the stirrup and down again.",
    skills: ["block", "stirrup-weight"],
    signs: ["held-breath", "tight-back", "kinked-tail", "runs-on", "block-uneasy", "soft-eye"],
    stopWhen: "the tail kinks, the back tightens or the horse holds breath",
    caution: "Helmet and boots; a second person at the head.",
  },
  {
    id: "saddle",
    words: "Under saddle",
    prompt: "Only when the gate is open. Walk, steer, stop, back; trot; canter each lead; what happens on a loose rein?",
    skills: ["bend-stop", "forward", "steer", "stop", "ride-back", "trot", "canter"],
    signs: ["busy-mouth", "head-high", "one-side", "bucks", "runs-on", "sucks-back", "roots", "tongue-over", "tires"],
    stopWhen: "anything in the gate closes",
    caution: "Never ride over suspected pain. A second person for the first rides. Do not work a green horse alone.",
  },
  {
    id: "mind",
    words: "Mind",
    prompt: "Teach one very small new thing: how many tries? How many minutes to settle after a fright?",
    skills: [],
    signs: ["licks", "blows-out", "head-lowers", "runs-on", "ear-on"],
    stopWhen: null,
    caution: null,
  },
];

export interface Instrument {
  readonly version: number;
  readonly rungs: readonly WalkStep[];
}
export const FIRST_INSTRUMENT: Instrument = { version: FIRST_VERSION, rungs: RUNGS };

/** The walk as this barn can take it: what it does not work is not asked. */
export const rungsFor = (rungs: readonly WalkStep[], ladder: Ladder): readonly WalkStep[] =>
  rungs.map((rung) => ({ ...rung, skills: rung.skills.filter((skill) => ladder.uses(skill)) }));

/**
 * The walk with what the horse came for: goals that no rung looks at stand at the rung that works most of their branch, what bears somebody at one
 * that does so too, so that each goal has a before and an after. Ridden ones only where the walk rides.
 */
export function rungsWithGoals(rungs: readonly WalkStep[], goals: readonly string[], ladder: Ladder): readonly WalkStep[] {
  const walked = new Set(rungs.flatMap(({ skills }) => skills));
  const added = new Map<string, string[]>();
  for (const id of new Set(goals)) {
    const skill = ladder.find(id);
    if (!skill || !ladder.uses(id) || walked.has(id)) continue;
    const bears = (rung: WalkStep): readonly Bears[] => rung.skills.flatMap((one) => ladder.find(one)?.bears ?? []);
    const fits = rungs.filter((rung) =>
      skill.bears === "nothing"
        ? rung.skills.length > 0 && bears(rung).every((one) => one === "nothing")
        : skill.bears === "weight"
          ? bears(rung).includes("weight")
          : rung.id === RIDDEN_RUNG,
    );
    const akin = (rung: WalkStep): number => rung.skills.filter((one) => ladder.find(one)?.branch === skill.branch).length;
    const best = fits.reduce<WalkStep | null>((found, rung) => (found && akin(found) > akin(rung) ? found : rung), null);
    if (best) added.set(best.id, [...(added.get(best.id) ?? []), id]);
  }
  return rungs.map((rung) => ({ ...rung, skills: [...rung.skills, ...(added.get(rung.id) ?? [])] }));
}

export const RUNG_IDS: readonly string[] = RUNGS.map((rung) => rung.id);
/** Skills that the shipped walk looks at, in its order. */
export const WALKED_SKILLS: readonly string[] = RUNGS.flatMap((rung) => rung.skills);
/** Rungs that carry more than scores and signs; the rules know them by name, so that a barn may reword but not rename them. */
export const MEASURING_RUNG = "measure";
export const TOUCHING_RUNG = "handle";
export const RIDDEN_RUNG = "saddle";
export const MIND_RUNG = "mind";

export const rungWords = (rungs: readonly WalkStep[], id: string): string =>
  (rungs.find((rung) => rung.id === id) ?? RUNGS.find((rung) => rung.id === id))?.words ?? id;

export type InstrumentFault =
  | { readonly code: "no-rungs" }
  | { readonly code: "rung-twice"; readonly rung: string }
  | { readonly code: "skill-twice"; readonly skill: string; readonly rungs: readonly [string, string] }
  | { readonly code: "saddle-too-soon"; readonly skills: readonly string[] }
  | { readonly code: "ridden-before-saddle"; readonly skill: string; readonly rung: string };

/** What is wrong with a walk that a barn made: a skill asked twice, or a horse ridden before the ground was looked at. */
export function instrumentFaults(rungs: readonly WalkStep[], ladder: Ladder): readonly InstrumentFault[] {
  if (rungs.length === 0) return [{ code: "no-rungs" }];
  const faults: InstrumentFault[] = [];
  const at = new Map<string, number>();
  const seen = new Set<string>();
  for (const [i, rung] of rungs.entries()) {
    if (seen.has(rung.id)) faults.push({ code: "rung-twice", rung: rung.id });
    seen.add(rung.id);
    for (const skill of rung.skills) {
      const before = at.get(skill);
      if (before === undefined) at.set(skill, i);
      else faults.push({ code: "skill-twice", skill, rungs: [rungs[before]?.words ?? "", rung.words] });
      if (rung.id !== RIDDEN_RUNG && ladder.find(skill)?.saddle)
        faults.push({ code: "ridden-before-saddle", skill, rung: rung.words });
    }
  }
  const saddle = rungs.findIndex((rung) => rung.id === RIDDEN_RUNG);
  const late = tagged(ladder.skills, "before-saddle")
    .map(({ id }) => id)
    .filter((skill) => (at.get(skill) ?? saddle) >= saddle);
  if (saddle >= 0 && late.length > 0) faults.push({ code: "saddle-too-soon", skills: late });
  return faults;
}

const contents = (rung: WalkStep | undefined): string | undefined =>
  rung && JSON.stringify([rung.words, rung.prompt, rung.skills, rung.signs, rung.stopWhen, rung.caution]);
const same = (a: WalkStep | undefined, b: WalkStep | undefined): boolean => contents(a) === contents(b);

/**
 * Two people changing the walk at once, both from `base`: a rung that only one of them changed, added or left out goes that way; one that both
 * changed differently is a clash, and mine is kept until somebody chooses. Mine gives the order; rungs that only they have come last.
 */
export function mergeRungs(
  base: readonly WalkStep[],
  mine: readonly WalkStep[],
  theirs: readonly WalkStep[],
): { readonly rungs: readonly WalkStep[]; readonly clashes: readonly string[] } {
  const at = (list: readonly WalkStep[], id: string): WalkStep | undefined => list.find((rung) => rung.id === id);
  const clashes: string[] = [];
  const chosen = (id: string): WalkStep | undefined => {
    const [was, own, other] = [at(base, id), at(mine, id), at(theirs, id)];
    if (same(own, was)) return other;
    if (!same(other, was) && !same(own, other)) clashes.push(id);
    return own;
  };
  const ids = [...new Set([...mine, ...theirs, ...base].map((rung) => rung.id))];
  return { rungs: ids.map(chosen).filter((rung): rung is WalkStep => rung !== undefined), clashes };
}

/** Where a walk is gone on with: the last rung that was begun, or the next one where nothing of it is open. */
export function rungToGoOnWith(
  rungs: readonly WalkStep[],
  walk: {
    readonly marks: readonly { readonly skill: string }[];
    readonly signs: readonly { readonly rung: string }[];
    readonly words: Readonly<Record<string, string>>;
  },
): number {
  const marked = new Set(walk.marks.map((mark) => mark.skill));
  const begun = rungs.map(
    (rung) =>
      rung.skills.some((skill) => marked.has(skill)) ||
      walk.signs.some((seen) => seen.rung === rung.id) ||
      (walk.words[rung.id] ?? "") !== "",
  );
  const last = begun.lastIndexOf(true);
  if (last < 0) return 0;
  const done = rungs[last]?.skills.every((skill) => marked.has(skill)) ?? true;
  return done ? Math.min(last + 1, rungs.length - 1) : last;
}
