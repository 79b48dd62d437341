/** Goals of a stay, and sets of them that are ready for the usual kinds of stay: a beginning, to be changed for the horse. */
import type { LocalDate } from "../calendar/local-date.ts";
import type { Side } from "../kernel/sides.ts";
import { ancestorsIn, onTheLine, skillIn, tagged } from "../ladder/ladder.ts";
import { WELL } from "../ladder/marks.ts";
import type { Skill } from "../ladder/skill.ts";
import type { Tag } from "../ladder/tags.ts";
import type { HorseReading } from "../reading/reading.ts";

export interface PlanGoal {
  readonly skill: string;
  readonly target: 3 | 4 | 5;
  /** The one side on which it is asked; null: on both. */
  readonly side: Side | null;
  /** 1 a little, 2 as usual, 3 much. */
  readonly weight: 1 | 2 | 3;
  /** Promised to the owner, not only wished for. */
  readonly must: boolean;
  /** The day on which it is needed: a shipping, a show; null: the end of the term. */
  readonly by?: LocalDate | null;
}
/** A goal's skill with all that it rests on. */
export const partsOfGoal = (ladder: readonly Skill[], id: string): ReadonlySet<string> =>
  new Set([id, ...ancestorsIn(ladder, id)]);
/**
 * A goal's skill with what it rests on still: what lies below something that the horse does well is behind it, and so is work on the line once the skill
 * has been shown under a rider.
 */
export function stillBelow(
  ladder: readonly Skill[],
  goal: string,
  reading: Pick<HorseReading, "isShown" | "counts">,
): ReadonlySet<string> {
  const found = new Set<string>();
  const visit = (id: string): void => {
    const skill = skillIn(ladder, id);
    if (!skill || found.has(id)) return;
    found.add(id);
    if (id !== goal && reading.counts(skill) >= WELL) return;
    const behind = reading.isShown(skill) ? onTheLine(skill, ladder) : [];
    for (const before of skill.after) if (!behind.includes(before)) visit(before);
  };
  visit(goal);
  return found;
}
/** A step that is taken up as a goal: done well on both sides, as usual, by the end of the term. */
export const goalOn = (skill: string): PlanGoal & { readonly by: null } => ({
  skill,
  target: 3,
  side: null,
  weight: 2,
  must: false,
  by: null,
});
export const WEIGHTS = [1, 2, 3] as const;
const MUST = 2;
/** What the plan gives for meeting a goal. */
export const valueOf = ({ weight, must }: PlanGoal): number => weight * (must ? MUST : 1);

/** A goal of a set: the skills that carry the tag. */
type SetGoal = Omit<PlanGoal, "skill"> & { readonly tag: Tag };
const goal = (tag: Tag, target: 3 | 4 | 5 = 3, more: Partial<PlanGoal> = {}): SetGoal => ({
  tag,
  target,
  side: null,
  weight: 2,
  must: false,
  ...more,
});
const must = { must: true };

export const GOAL_SETS = [
  {
    id: "start",
    words: "Start under saddle",
    goals: [
      goal("girth", 4, must),
      goal("sit", 4, must),
      goal("steer", 3, must),
      goal("stop", 3, must),
      goal("trot"),
      goal("arena"),
      goal("canter", 3, { weight: 1 }),
    ],
  },
  {
    id: "restart",
    words: "Restart",
    goals: [
      goal("tie", 4, must),
      goal("block", 4, must),
      goal("bend-stop", 4, must),
      goal("steer", 4),
      goal("trot", 4),
      goal("canter"),
      goal("company"),
    ],
  },
  {
    id: "off-the-track",
    words: "Off the track",
    goals: [
      goal("stand", 4, must),
      goal("block", 4, must),
      goal("soft-feel", 3, must),
      goal("transitions", 3, must),
      goal("circles"),
      goal("company", 4),
      goal("outside"),
    ],
  },
  {
    id: "manners",
    words: "Ground manners",
    goals: [
      goal("lead", 4, must),
      goal("space", 4, must),
      goal("tie", 4, must),
      goal("front-feet", 4, must),
      goal("hind-feet", 4, must),
      goal("head-down"),
      goal("clippers", 3, { weight: 1 }),
    ],
  },
  {
    id: "tune-up",
    words: "Tune-up",
    goals: [
      goal("soft-feel", 4, must),
      goal("transitions", 4, must),
      goal("leg-yield"),
      goal("circles", 4),
      goal("canter", 4),
      goal("lead-setup", 3, { weight: 1 }),
    ],
  },
  {
    id: "jumping",
    words: "Start of jumping",
    goals: [
      goal("transitions", 4, must),
      goal("circles", 3, must),
      goal("canter", 4, must),
      goal("poles", 4, must),
      goal("cross-pole", 3, must),
      goal("lead-setup"),
      goal("line-fences", 3, { weight: 1 }),
    ],
  },
  {
    id: "travel",
    words: "Travel and loading",
    goals: [
      goal("lead", 4, must),
      goal("stand", 4, must),
      goal("back-in-hand", 4),
      goal("trailer", 4, must),
      goal("trailer-stand", 4, must),
    ],
  },
] as const satisfies readonly { readonly id: string; readonly words: string; readonly goals: readonly SetGoal[] }[];

/** The set as goals on a ladder; what it does not work is left out. */
export const goalsOfSet = (goals: readonly SetGoal[], skills: readonly Skill[]): readonly PlanGoal[] =>
  goals.flatMap(({ tag, ...goal }) => tagged(skills, tag).map(({ id }) => ({ ...goal, skill: id })));
