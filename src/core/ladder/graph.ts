/** What of a skill makes the graph. */
export interface GraphSkill {
  readonly id: string;
  readonly after: readonly string[];
}

export type LadderFault =
  | { readonly kind: "unknown-prerequisite"; readonly skill: string; readonly names: string }
  | { readonly kind: "cycle"; readonly skills: readonly string[] };

/** Every way in which a ladder is not a ladder: prerequisites that do not exist, and circles of prerequisites. */
export function ladderFaults(skills: readonly GraphSkill[]): LadderFault[] {
  const known = new Map(skills.map((skill) => [skill.id, skill]));
  const faults: LadderFault[] = [];
  for (const skill of skills)
    for (const name of skill.after)
      if (!known.has(name)) faults.push({ kind: "unknown-prerequisite", skill: skill.id, names: name });

  const settled = new Set<string>();
  const visit = (id: string, path: readonly string[]): void => {
    if (settled.has(id)) return;
    const at = path.indexOf(id);
    if (at >= 0) {
      faults.push({ kind: "cycle", skills: path.slice(at) });
      return;
    }
    for (const name of known.get(id)?.after ?? []) visit(name, [...path, id]);
    settled.add(id);
  };
  for (const skill of skills) visit(skill.id, []);
  return faults;
}
