/** Where each skill stands in the drawn graph: its branch is its lane, its column how many steps of that branch lie below it. */

import type { Branch, Skill } from "#core/ladder/skill.ts";

export interface Node {
  readonly skill: Skill;
  readonly column: number;
  readonly row: number;
}
export interface Lane {
  readonly branch: string;
  readonly row: number;
  readonly rows: number;
}
export interface Graph {
  readonly nodes: readonly Node[];
  readonly lanes: readonly Lane[];
  readonly columns: number;
  readonly rows: number;
}

export function graphOf(branches: readonly Branch[], ladder: readonly Skill[]): Graph {
  const bySkill = new Map(ladder.map((skill) => [skill.id, skill]));
  const columns = new Map<string, number>();
  const columnOf = (id: string, path: readonly string[] = []): number => {
    const known = columns.get(id);
    if (known !== undefined) return known;
    // While a link is being edited there may be a circle: it is cut where it closes.
    const branch = bySkill.get(id)?.branch;
    const before = (bySkill.get(id)?.after ?? []).filter(
      (prior) => bySkill.get(prior)?.branch === branch && !path.includes(prior),
    );
    const column = before.length === 0 ? 0 : 1 + Math.max(...before.map((prior) => columnOf(prior, [...path, id])));
    columns.set(id, column);
    return column;
  };
  const lanes: Lane[] = [];
  const nodes: Node[] = [];
  let row = 0;
  for (const { id: branch } of branches) {
    const mine = ladder.filter((skill) => skill.branch === branch);
    if (mine.length === 0) continue;
    const filled: number[] = [];
    for (const skill of mine) {
      const column = columnOf(skill.id);
      const at = filled[column] ?? 0;
      filled[column] = at + 1;
      nodes.push({ skill, column, row: row + at });
    }
    const rows = Math.max(...Array.from(filled, (count) => count ?? 0));
    lanes.push({ branch, row, rows });
    row += rows;
  }
  return { nodes, lanes, columns: 1 + Math.max(0, ...nodes.map(({ column }) => column)), rows: row };
}
