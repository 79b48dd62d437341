/** The barn's ladder as a value: its branches, its skills in order, and what follows from them. Handed to everything that asks. */
import { must } from "../kernel/assert.ts";
import { remember } from "../kernel/remember.ts";
import type { Branch, Skill } from "./skill.ts";
import type { Tag } from "./tags.ts";

/** A skill as it is kept: its nature is its branch's, and what all ridden work contains is not written out. */
export type KeptSkill = Omit<Skill, "nature" | "saddle">;
export interface KeptLadder {
  readonly branches: readonly Branch[];
  readonly skills: readonly KeptSkill[];
}

export interface Ladder {
  readonly branches: readonly Branch[];
  /** Worked here, in order. */
  readonly skills: readonly Skill[];
  /** Those that are not worked any more as well: what was scored keeps its meaning. */
  readonly all: readonly Skill[];
  find(id: string): Skill | undefined;
  /** Throws on an id that this ladder never had; what comes from outside is looked up with find. */
  of(id: string): Skill;
  uses(id: string): boolean;
}

/** What has been sat on, and tacked up for it: in everything ridden but the first sitting itself. */
const RIDDEN_CONTAINS: readonly Tag[] = ["sit", "lie-across", "stirrup-weight", "girth", "saddle", "pad"];

export function ladderFrom({ branches, skills }: KeptLadder): Ladder {
  const natures = new Map(branches.map(({ id, nature }) => [id, nature]));
  const order = new Map(branches.map(({ id }, i) => [id, i]));
  const mounted = skills
    .filter(({ used, tags }) => used && tags.some((tag) => RIDDEN_CONTAINS.includes(tag)))
    .map(({ id }) => id);
  const contained = ({ bears, tags, contains }: KeptSkill): readonly string[] =>
    bears === "rider" && !tags.includes("sit") ? [...new Set([...contains, ...mounted])] : contains;
  const all = skills
    .map(
      (skill): Skill => ({
        ...skill,
        saddle: skill.bears === "rider",
        nature: must(natures.get(skill.branch), `branch ${skill.branch}`),
        contains: contained(skill),
      }),
    )
    .sort((a, b) => (order.get(a.branch) ?? 0) - (order.get(b.branch) ?? 0));
  const used = all.filter((skill) => skill.used);
  return {
    branches,
    skills: used,
    all,
    find: (id) => skillIn(all, id),
    of: (id) => must(skillIn(all, id), `the ladder holds ${id}`),
    uses: (id) => skillIn(all, id)?.used === true,
  };
}

/** A ladder never changes: what was looked up in it once is known. */
const byTag = remember(
  (skills: readonly Skill[], tag: Tag) => skills.filter(({ tags }) => tags.includes(tag)),
  Number.POSITIVE_INFINITY,
);
/** Skills that carry a tag, in the ladder's order. */
export const tagged = (skills: readonly Skill[], tag: Tag): readonly Skill[] => byTag(skills, tag);
const byId = remember((skills: readonly Skill[], _: null) => new Map(skills.map((skill) => [skill.id, skill])));
/** Undefined where this ladder has none such. */
export const skillIn = (skills: readonly Skill[], id: string): Skill | undefined => byId(skills, null).get(id);
export const idsTagged = (skills: readonly Skill[], ...tags: readonly Tag[]): readonly string[] => [
  ...new Set(tags.flatMap((tag) => tagged(skills, tag).map(({ id }) => id))),
];
export const hasTag = ({ tags }: Pick<Skill, "tags">, ...any: readonly Tag[]): boolean => any.some((tag) => tags.includes(tag));

/** Of what a ridden skill rests on, the work on the line: once it is shown under a rider, that has done its part. */
export const onTheLine = ({ bears, after }: Skill, skills: readonly Skill[]): readonly string[] =>
  bears === "rider" ? after.filter((id) => skillIn(skills, id)?.nature === "send") : [];

/** Ropes, flags and dragged things that a ridden skill rests on directly: no ride shows how the horse takes them. */
export const ropesUnder = ({ bears, after }: Skill, skills: readonly Skill[]): readonly Skill[] =>
  bears === "rider"
    ? after.flatMap((id) => skillIn(skills, id) ?? []).filter((skill) => hasTag(skill, "rope-flag", "back-girth"))
    : [];

const walked = remember(walk, Number.POSITIVE_INFINITY);
/** The skill's prerequisites at any depth, each after its own, without itself. */
export const ancestorsIn = (skills: readonly Skill[], id: string): readonly string[] => walked(skills, id);
function walk(skills: readonly Skill[], id: string): readonly string[] {
  const found = new Set<string>();
  const visit = (one: string): void => {
    for (const before of skillIn(skills, one)?.after ?? []) {
      if (found.has(before) || !skillIn(skills, before)) continue;
      visit(before);
      found.add(before);
    }
  };
  visit(id);
  return [...found];
}

/** The part of a ladder by its skills' names: the very same list for the same names, so that what is looked up in it once is known. */
const partOf = remember((skills: readonly Skill[], ids: string) => {
  const wanted = new Set(ids.split(" "));
  return skills.filter(({ id }) => wanted.has(id));
});
/** What one stay is read with: what every horse is asked, and of the rest what is wanted or was scored, with all that it rests on. */
export function ladderForStay(skills: readonly Skill[], touched: Iterable<string>): readonly Skill[] {
  const wanted = new Set<string>();
  for (const id of touched) if (!wanted.has(id)) for (const one of [id, ...ancestorsIn(skills, id)]) wanted.add(one);
  const ids = skills.flatMap(({ id, everyday }) => (everyday || wanted.has(id) ? [id] : []));
  return partOf(skills, ids.join(" "));
}
