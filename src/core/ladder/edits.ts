/**
 * The barn's own ladder: the shipped one with what the barn has changed of it. A skill keeps its name, its branch and its sides for good, so that
 * what was scored keeps its meaning; what may change is what it rests on, how long it takes, who works it and where, and whether it is used.
 */
import type { GraphSkill } from "./graph.ts";
import { type LadderFault, ladderFaults } from "./graph.ts";
import { SKILLS, type Skill } from "./skills.ts";

export const EDITABLE = ["after", "grade", "second", "specialist", "place", "to3", "to4", "halfLife"] as const;
export type LadderEdit = Pick<Skill, (typeof EDITABLE)[number]> & {
  readonly skill: string;
  /** False: this barn does not work it; what was scored stays. */
  readonly used: boolean;
};

/** Skills that the barn uses, in the ladder's order. */
export function ladderWith(edits: readonly LadderEdit[]): readonly Skill[] {
  const bySkill = new Map(edits.map((edit) => [edit.skill, edit]));
  return SKILLS.flatMap((skill) => {
    const edit = bySkill.get(skill.id);
    if (!edit) return [skill];
    const { skill: _id, used, ...changes } = edit;
    return used ? [{ ...skill, ...changes }] : [];
  });
}

/** The row of a skill as it stands, to be changed. */
export function editOf(skill: Skill, used = true): LadderEdit {
  const { id, after, grade, second, specialist, place, to3, to4, halfLife } = skill;
  return { skill: id, after, grade, second, specialist, place, to3, to4, halfLife, used };
}

export type EditFault =
  | LadderFault
  /** Used, but what it rests on is not. */
  | { readonly kind: "orphan"; readonly skill: string; readonly names: string }
  /** Ridden, and nothing on the ground comes before it. */
  | { readonly kind: "no-ground"; readonly skill: string };

/** Everything that keeps the edited ladder from being one. */
export function editFaults(edits: readonly LadderEdit[]): readonly EditFault[] {
  const ladder = ladderWith(edits);
  const used = new Set(ladder.map(({ id }) => id));
  const shipped = new Set(SKILLS.map(({ id }) => id));
  const orphans = ladder.flatMap((skill) =>
    skill.after
      .filter((id) => shipped.has(id) && !used.has(id))
      .map((names) => ({ kind: "orphan" as const, skill: skill.id, names })),
  );
  const all: readonly GraphSkill[] = ladder.map(({ id, after }) => ({
    id,
    after: after.filter((one) => used.has(one) || !shipped.has(one)),
  }));
  const ground = ladder
    .filter(({ saddle, after }) => saddle && after.length === 0)
    .map(({ id }) => ({ kind: "no-ground" as const, skill: id }));
  return [...ladderFaults(all), ...orphans, ...ground];
}

/** Edits that differ from what ships: the rest need not be kept. */
export function trimmed(edits: readonly LadderEdit[]): readonly LadderEdit[] {
  return edits.filter((edit) => {
    const shipped = SKILLS.find(({ id }) => id === edit.skill);
    return shipped !== undefined && JSON.stringify(editOf(shipped)) !== JSON.stringify({ ...editOf(shipped), ...edit });
  });
}
