/**
 * A session around its main: what prepares it, the daily handling beside it, how it ends, what to leave alone, and the smaller one for a day that is not as
 * it should be. One composer for the plan of a term and for the card of a day.
 */

import type { SessionKind } from "../card/card.ts";
import { ancestorsIn, hasTag, skillIn, tagged } from "../ladder/ladder.ts";
import { WELL } from "../ladder/marks.ts";
import type { Nature, Skill } from "../ladder/skill.ts";
import type { StepBack } from "../permission/protocol.ts";
import { type HorseReading, isRidden } from "../reading/reading.ts";
import type { PlanGoal } from "./goal-sets.ts";
import type { Parts } from "./session.ts";
import type { Way } from "./ways.ts";

export interface ComposeAsked {
  readonly ladder: readonly Skill[];
  readonly reading: HorseReading;
  readonly main: readonly Skill[];
  readonly kind: SessionKind;
  readonly may: (skill: Skill) => boolean;
  /** Small daily things that are wanted, most wanted first. */
  readonly handling: readonly Skill[];
  /** Looked at in passing, as something that is wanted rests on it and nobody has seen it. */
  readonly look: readonly Skill[];
  readonly stepBack: StepBack | null;
  /** The next big step, where it is not ready. */
  readonly nextStep: { readonly skill: Skill; readonly near: boolean } | null;
  /** Skills that a check holds back. */
  readonly held: readonly string[];
  /** What the barn asks on every card or on none; missing: nothing. */
  readonly ways?: readonly Way[];
  /** Sessions so far, so that equals take turns. */
  readonly turn: number;
}

export const MOST_WARM_UPS = 2;
export const MOST_HANDLING = 2;
const MOST_LEFT_ALONE = 3;
export const TACK_NATURES: readonly Nature[] = ["accepting", "mounting"];

const isLeftOut = (ways: readonly Way[], { id }: Skill): boolean =>
  ways.some(({ skill, way }) => way === "leave-out" && skill === id);

/** Nobody lies across a horse that is ridden, not even once. */
const isBehind = (skill: Skill, { carriesRiders, basisOf }: Pick<HorseReading, "carriesRiders" | "basisOf">): boolean =>
  hasTag(skill, "lie-across") && (carriesRiders || basisOf(skill) === "implied");
/** What riding shows anyway is no item of a horse that carries riders: not as a lesson, nor to begin or to end with. */
export const isPassing = (skill: Skill, reading: Pick<HorseReading, "stage" | "carriesRiders" | "basisOf">): boolean =>
  isBehind(skill, reading) || (reading.stage === "riding" && TACK_NATURES.includes(skill.nature));

const directly = (a: Skill, b: Skill): boolean =>
  a.after.includes(b.id) || b.after.includes(a.id) || a.contains.includes(b.id) || b.contains.includes(a.id);
/** Of one family: of one branch, or one directly on the other. */
export const isFamily = (a: Skill, b: Skill): boolean => a.branch === b.branch || directly(a, b);

/** A foot in the stirrup belongs to the days on which the horse is first mounted. */
function fits(kind: SessionKind, main: readonly Skill[], { bears }: Skill): boolean {
  if (kind === "ground") return bears === "nothing";
  if (kind === "saddle") return bears === "rider";
  return bears !== "weight" || main.some(({ nature }) => nature === "mounting");
}

/** Things that it does well, the best fitting first; equals take turns. */
function known({ ladder, reading, main, kind, may, turn, ways = [] }: ComposeAsked): readonly Skill[] {
  const leads = tagged(ladder, "lead").some((skill) => reading.counts(skill) >= WELL);
  const mainTacks = main.some(({ nature }) => TACK_NATURES.includes(nature));
  const all = ladder.filter(
    (skill) =>
      reading.counts(skill) >= WELL &&
      (reading.basisOf(skill) === "seen" || reading.basisOf(skill) === "implied") &&
      fits(kind, main, skill) &&
      !isLeftOut(ways, skill) &&
      !main.includes(skill) &&
      !isBehind(skill, reading) &&
      !(isPassing(skill, reading) && !(mainTacks && reading.basisOf(skill) === "seen")) &&
      !(leads && hasTag(skill, "caught")) &&
      may(skill),
  );
  return all.map((_, i) => all[(i + turn) % all.length] as Skill);
}

/** How well a known thing prepares the main: what it rests on directly, further below, of its branch. */
function prepares(skill: Skill, { main, ladder }: ComposeAsked): number {
  return Math.max(
    0,
    ...main.map((one) => {
      if (one.after.includes(skill.id)) return 4;
      // The head and the hindquarters are what stops a horse that somebody is getting on.
      if (one.bears !== "nothing" && hasTag(skill, "give-head", "hindquarters")) return 3;
      if (one.contains.includes(skill.id)) return skill.bears === one.bears ? 3 : 1;
      if (one.branch === skill.branch) return skill.nature === "handling" && one.after.length === 0 ? 1 : 2;
      return ancestorsIn(ladder, one.id).includes(skill.id) && skill.nature !== "handling" ? 2 : 0;
    }),
  );
}

function warmUpOf(asked: ComposeAsked, well: readonly Skill[]): readonly Skill[] {
  const { kind, main, ladder, stepBack, reading } = asked;
  const rated = well.map((skill) => ({ skill, how: prepares(skill, asked) })).filter(({ how }) => how > 0);
  const ordered = rated.sort((a, b) => b.how - a.how).map(({ skill }) => skill);
  // Before anybody gets on, something on the ground: the head, the hindquarters.
  const first = ladder.filter((skill) => hasTag(skill, "give-head", "hindquarters") && well.includes(skill));
  const rides = kind === "both" && main.some(({ bears }) => bears !== "nothing");
  const onGround = ordered.find(({ bears }) => bears === "nothing") ?? first[0];
  // Where nothing prepares it, what the horse does well under its rider, or a walk in hand.
  const begins = main.some(({ bears }) => bears === "rider")
    ? well.filter(({ bears }) => bears === "rider")
    : well.filter((skill) => hasTag(skill, "lead"));
  const anyway = [...first, ...begins];
  const chosen =
    rides && onGround
      ? [onGround, ...ordered.filter((skill) => skill !== onGround)]
      : ordered.length > 0
        ? ordered
        : anyway.slice(0, 1);
  const refresher = stepBack
    ? ladder.filter(
        ({ id, bears }) =>
          stepBack.work.includes(id) && well.some((one) => one.id === id) && (kind !== "ground" || bears === "nothing"),
      )
    : [];
  return [...new Set([...chosen.slice(0, 1), ...refresher, ...chosen.slice(1)])]
    .filter((skill) => reading.counts(skill) >= WELL)
    .slice(0, MOST_WARM_UPS);
}

/** Of the main's family and done well; else the main itself, at the level that went well. */
function finishOf(asked: ComposeAsked, well: readonly Skill[], used: readonly Skill[]): readonly Skill[] {
  const { main, kind, reading } = asked;
  const [first] = main;
  const free = well.filter((skill) => !used.includes(skill));
  const ridden = free.filter(({ bears }) => bears === "rider");
  // A horse that is ridden ends under its rider, whatever was the work of the day.
  if (kind !== "ground" && isRidden(reading) && !main.some(({ bears }) => bears === "rider") && ridden.length > 0)
    return ridden.slice(0, 1);
  if (!first) return free.slice(0, 1);
  const family = free.filter(
    (skill) =>
      isFamily(first, skill) &&
      (skill.nature !== "handling" || first.nature === "handling") &&
      (!TACK_NATURES.includes(skill.nature) || TACK_NATURES.includes(first.nature)),
  );
  const [best] = [...family].sort(
    (a, b) => Number(a.bears !== first.bears) - Number(b.bears !== first.bears) || reading.counts(b) - reading.counts(a),
  );
  if (best) return [best];
  return reading.counts(first) >= 2 || used.length === 0 ? [first] : used.slice(0, 1);
}

/** What is worked when nobody gets on after all: the ground work of the main, else what that rests on. */
function smallerOf({ ladder, reading, main, may }: ComposeAsked, warmUp: readonly Skill[]): readonly Skill[] {
  const onGround = ({ bears }: Skill): boolean => bears === "nothing";
  if (main.every(onGround)) return warmUp.filter(onGround);
  const ground = main.filter(onGround);
  if (ground.length > 0) return ground;
  const below = (ids: readonly string[]): readonly Skill[] =>
    ladder.filter(({ id }) => ids.includes(id)).flatMap((skill) => (onGround(skill) ? [skill] : below(skill.after)));
  const rests = [...new Set(below(main.flatMap(({ after }) => after)))].filter(
    (skill) => may(skill) && !isPassing(skill, reading),
  );
  const fallback = warmUp.filter(onGround);
  return (rests.length > 0 ? rests : fallback).sort((a, b) => reading.counts(a) - reading.counts(b)).slice(0, 2);
}

/** What a rider would be tempted to take up and should not. Never what the gate, the handling or safety needs. */
function leftAlone(
  { ladder, main, reading, stepBack, nextStep, held }: ComposeAsked,
  asked: ReadonlySet<string>,
): readonly string[] {
  const above = ladder.filter(
    (skill) =>
      main.some(({ id }) => skill.after.includes(id)) &&
      !reading.isShown(skill) &&
      !(reading.carriesRiders && TACK_NATURES.includes(skill.nature)) &&
      (skill.bears !== "nothing" || hasTag(skill, "girth", "saddle", "back-girth")) &&
      // What still lacks something else tempts nobody.
      skill.after.every(
        (id) => main.some((one) => one.id === id) || ladder.every((one) => one.id !== id || reading.counts(one) >= 2),
      ),
  );
  const at = stepBack?.at;
  const backed = stepBack
    ? ladder.filter(
        ({ id, after }) =>
          stepBack.skills.includes(id) && (at ? after.includes(at) : reading.counts(skillIn(ladder, id) as Skill) > 0),
      )
    : [];
  const step = nextStep && (nextStep.near || above.includes(nextStep.skill)) ? [nextStep.skill] : [];
  const list = [...ladder.filter(({ id }) => held.includes(id)), ...backed.slice(0, 2), ...step, ...above.slice(0, 1)];
  return [...new Set(list)]
    .filter(
      (skill) =>
        !asked.has(skill.id) && skill.nature !== "handling" && !hasTag(skill, "stop", "give-head", "hindquarters", "bend-stop"),
    )
    .slice(0, MOST_LEFT_ALONE + held.length)
    .map(({ id }) => id);
}

/** Deterministic: the same reading and main give the same parts. */
export function composed(asked: ComposeAsked): Parts {
  const { ladder, main, kind, may, look, ways = [] } = asked;
  const always = ladder.filter(({ id }) => ways.some((one) => one.way === "always" && one.skill === id));
  // What is small and daily comes before or after the work, on any card.
  const handling = [...new Set([...always, ...asked.handling.filter((skill) => !isLeftOut(ways, skill))])].filter(
    (skill) => skill.nature === "handling" || fits(kind, main, skill),
  );
  const well = known(asked);
  const warmUp = warmUpOf(asked, well);
  const looks = look.filter((skill) => may(skill) && fits(kind, main, skill) && !main.includes(skill) && !warmUp.includes(skill));
  const begun = [...warmUp, ...looks.slice(0, MOST_WARM_UPS)].slice(0, MOST_WARM_UPS + 1);
  const daily = handling
    .filter((skill) => may(skill) && !main.includes(skill) && !begun.includes(skill))
    .slice(0, Math.max(MOST_HANDLING, always.length));
  const finish = finishOf(asked, well, begun);
  const smaller = smallerOf(asked, warmUp);
  const all = new Set([...begun, ...main, ...daily, ...finish].map(({ id }) => id));
  const ids = (skills: readonly Skill[]): readonly string[] => skills.map(({ id }) => id);
  return {
    warmUp: ids(begun),
    handling: ids(daily),
    finish: ids(finish),
    leaveAlone: leftAlone(asked, all),
    smaller: ids(smaller),
  };
}

/** Ground, with ground work first, or straight on: by what the session bears and how far the horse is. */
export function kindOf(
  main: readonly Skill[],
  reading: Pick<HorseReading, "stage" | "carriesRiders">,
  { mayRide, quiet, handling }: { readonly mayRide: boolean; readonly quiet: boolean; readonly handling: boolean },
): SessionKind {
  const bears = main.some((skill) => skill.bears !== "nothing");
  if (!bears) return isRidden(reading) && mayRide ? "both" : "ground";
  return reading.stage === "riding" && quiet && !handling && main.every((skill) => skill.bears === "rider") ? "saddle" : "both";
}

/** Small daily things to ask in every session until they are good: of the goals that are open, of the complaint, and what keeps everybody safe. */
export function wantedHandling(
  ladder: readonly Skill[],
  reading: HorseReading,
  goals: readonly Pick<PlanGoal, "skill" | "target" | "must">[],
  complaint: readonly string[],
): readonly Skill[] {
  const isHandling = ({ nature }: Skill): boolean => nature === "handling";
  const short = (skill: Skill, target: number): boolean => reading.counts(skill) < target;
  const ready = (skill: Skill): boolean =>
    reading.isShown(skill) || skill.after.every((id) => ladder.every((one) => one.id !== id || reading.counts(one) >= 2));
  const wanted = goals
    .filter(({ skill }) => ladder.some((one) => one.id === skill && isHandling(one)))
    .sort((a, b) => Number(complaint.includes(b.skill)) - Number(complaint.includes(a.skill)) || Number(b.must) - Number(a.must));
  const byGoal = wanted.flatMap(({ skill: id, target }) => {
    const skill = skillIn(ladder, id) as Skill;
    // What something that it does well rests on is no question any more.
    const before = ladder.filter(
      (one) =>
        ancestorsIn(ladder, id).includes(one.id) &&
        isHandling(one) &&
        short(one, WELL) &&
        !ladder.some((other) => other.after.includes(one.id) && !short(other, WELL)),
    );
    // An open goal that was good once is asked until it is seen to be reached.
    return short(skill, target) ? [...before, skill] : [skill];
  });
  const complained = ladder.filter((skill) => complaint.includes(skill.id) && isHandling(skill) && short(skill, WELL));
  const safe = ladder.filter(
    (skill) => isHandling(skill) && hasTag(skill, "basics") && reading.basisOf(skill) === "seen" && short(skill, WELL),
  );
  return [...new Set([...complained, ...byGoal, ...safe])].filter(ready);
}
