import type { CueWords } from "#core/card/cues.ts";
import type { Method } from "#core/ladder/methods.ts";
import type { Branch, Skill, SkillPage } from "#core/ladder/skill.ts";

export interface SkillView {
  readonly skill: Skill;
  /** Null: nobody has written one. */
  readonly page: SkillPage | null;
  readonly version: number;
  /** Whose answers are shown where schools differ. */
  readonly methods: readonly Method[];
  /** What is said here for each cue. */
  readonly cues: CueWords;
  readonly mayWrite: boolean;
}
export interface HandbookView {
  readonly barn: string;
  readonly methods: readonly Method[];
  readonly cues: CueWords;
  readonly branches: readonly (Branch & {
    readonly skills: readonly { readonly skill: Skill; readonly page: SkillPage | null }[];
  })[];
}
