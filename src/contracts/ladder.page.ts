/** The ladder as a page brings it along: what every skill has alike is left out, and what only the server asks. */
import type { KeptLadder, KeptSkill, Ladder } from "#core/ladder/ladder.ts";

/** What a skill has where nothing else is said. */
export const USUAL = {
  after: [],
  contains: [],
  sided: false,
  bears: "nothing",
  grade: 1,
  second: false,
  specialist: false,
  caution: "",
  tags: [],
  cues: [],
  signs: [],
  causes: [],
  aims: [],
  gait: null,
  everyday: true,
  measure: null,
  used: true,
} as const satisfies Partial<KeptSkill>;

const written = new WeakMap<Ladder, string>();
export function forPage(ladder: Ladder): string {
  const text = written.get(ladder) ?? writeOut(ladder);
  written.set(ladder, text);
  return text;
}
function writeOut({ branches, all }: Ladder): string {
  const same = (key: string, value: unknown): boolean =>
    key in USUAL && JSON.stringify(USUAL[key as keyof typeof USUAL]) === JSON.stringify(value);
  const skills = all.map(({ nature: _nature, saddle: _saddle, aims: _aims, ...skill }) =>
    Object.fromEntries(Object.entries(skill).filter(([key, value]) => !same(key, value))),
  );
  // Within a script's element nothing may look like its end.
  return JSON.stringify({ branches, skills }).replaceAll("<", "\\u003c");
}
export function ofPage(text: string): KeptLadder {
  const { branches, skills } = JSON.parse(text) as { branches: KeptLadder["branches"]; skills: Partial<KeptSkill>[] };
  return { branches, skills: skills.map((skill) => ({ ...USUAL, ...skill }) as KeptSkill) };
}
