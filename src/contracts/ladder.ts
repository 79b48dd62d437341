/** A ladder as it is kept, edited and handed from one barn to another (`furlong-ladder/1`). */
import { z } from "zod/mini";
import { CAUSES } from "#core/intake/causes.ts";
import { isSign } from "#core/intake/signs.ts";
import { SCORES } from "#core/kernel/sides.ts";
import { ANSWERS, type MethodQuestion } from "#core/ladder/methods.ts";
import { SITUATIONS, type Situation } from "#core/ladder/practice.ts";
import { BEARS, MEASURE_KINDS, NATURES, SKILL_CUES, SKILL_GAITS, SKILL_PLACES } from "#core/ladder/skill.ts";
import { TAG_IDS } from "#core/ladder/tags.ts";
import { flag, grade, list, number, oneOf, said, slug, version, whole, words } from "./fields.ts";

/** What a field is where nothing is said. */
const or = <T extends z.ZodMiniType>(of: T, value: z.output<T>) => z._default(of, value as never);

const MeasureFields = z.strictObject({
  kind: oneOf(MEASURE_KINDS),
  words: said("What is counted or timed", 60),
  of: or(z.nullable(whole(2, 20)), null),
  better: oneOf(["less", "more"]),
  table: list(z.strictObject({ score: z.literal([...SCORES], "A score from 0 to 5."), at: number(0, 3600) }), 5),
  otherwise: z.literal([...SCORES], "A score from 0 to 5."),
});

const PAGE_WORDS = 600;
const SchoolFields = z.strictObject({
  question: oneOf(Object.keys(ANSWERS) as MethodQuestion[]),
  answer: oneOf(Object.values(ANSWERS).flat()),
  words: said("What holds then", 200),
});
export const PageFields = z.strictObject({
  what: said("What it is", PAGE_WORDS),
  ask: list(said("A step", PAGE_WORDS), 8).check(z.minLength(1, "Say how to ask for it, in a step or more.")),
  release: said("When to release or reward", PAGE_WORDS),
  scores: list(said("What the score looks like", 200), 6).check(z.minLength(6, "Say for each of 0 to 5 what it looks like.")),
  mistakes: words(PAGE_WORDS),
  stopWhen: said("When to stop", PAGE_WORDS),
  /** What holds under a method's answer. */
  schools: or(list(SchoolFields, 14), []),
  forOwner: words(PAGE_WORDS),
});
export type PageFields = z.infer<typeof PageFields>;

const BranchFields = z.strictObject({ id: slug, words: said("The name", 60), nature: oneOf(NATURES) });

/** A skill without its branch, in which it stands. */
export const SkillFields = z.strictObject({
  id: slug,
  words: said("The name", 80),
  after: or(list(slug, 12), []),
  contains: or(list(slug, 12), []),
  sided: or(flag, false),
  bears: or(oneOf(BEARS), "nothing"),
  grade: or(grade, 1),
  second: or(flag, false),
  specialist: or(flag, false),
  place: oneOf(SKILL_PLACES),
  to3: number(1, 60, "sessions"),
  to4: number(1, 60, "sessions"),
  halfLife: or(number(7, 365, "days"), 60),
  caution: or(words(200), ""),
  tags: or(list(oneOf(TAG_IDS), TAG_IDS.length), []),
  cues: or(list(oneOf(SKILL_CUES), SKILL_CUES.length), []),
  signs: or(list(z.string().check(z.refine((x) => isSign(x), "No such sign.")), 40), []),
  causes: or(list(oneOf(CAUSES.map(({ id }) => id)), CAUSES.length), []),
  aims: or(list(said("Words of an owner", 60), 20), []),
  gait: or(z.nullable(oneOf(SKILL_GAITS)), null),
  everyday: or(flag, false),
  measure: or(z.nullable(MeasureFields), null),
  used: or(flag, true),
  page: or(z.nullable(PageFields), null),
});
/** One with its branch, as it is kept; its page is kept apart. */
export const SkillRecord = z.extend(z.omit(SkillFields, { page: true }), { branch: slug });
export type SkillRecord = z.infer<typeof SkillRecord>;
export type SkillFields = z.infer<typeof SkillFields>;

export const LADDER_FORMAT = "furlong-ladder/1";
export const MOST_SKILLS = 400;
export const LadderFile = z.strictObject({
  format: z.literal(LADDER_FORMAT, `The format must be ${LADDER_FORMAT}.`),
  branches: list(z.extend(BranchFields, { skills: list(SkillFields, MOST_SKILLS) }), 40),
});
export type LadderFile = z.infer<typeof LadderFile>;

const apart = <T>(of: (one: T) => string, message: string) =>
  z.refine<T[]>((all) => new Set(all.map(of)).size === all.length, message);
/** The whole ladder as somebody changed it; a skill that he left out stays as it is. */
export const SaveLadder = z.object({
  version,
  branches: list(BranchFields, 40).check(apart((one) => one.id, "A branch is listed twice. Remove one.")),
  skills: list(SkillRecord, MOST_SKILLS).check(apart((one) => one.id, "A skill is listed twice. Remove one.")),
  /** Of a ladder that was taken in: what is written of its skills. */
  pages: or(list(z.strictObject({ skill: slug, page: PageFields }), MOST_SKILLS), []),
  /** True: these come in the place of pages that this barn has written itself; false: those stay. */
  replacePages: or(flag, false),
});
export type SaveLadder = z.output<typeof SaveLadder>;
const SituationFields = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("looks"), score: z.literal([...SCORES], "A score from 0 to 5."), again: flag }),
  z.strictObject({ kind: z.literal("figure"), figure: number(0, 3600) }),
]) satisfies z.core.$ZodType<Situation>;
/** The ten situations that somebody was shown, each with what he gave. */
export const Practise = z.object({
  skill: slug,
  given: list(
    z.strictObject({ situation: SituationFields, score: z.literal([...SCORES], "A score from 0 to 5.") }),
    SITUATIONS,
  ).check(z.minLength(SITUATIONS, "Score all ten.")),
});
export type Practise = z.output<typeof Practise>;

export const WritePage = z.object({ skill: slug, version: whole(0, 1_000_000), page: PageFields });
export type WritePage = z.output<typeof WritePage>;
