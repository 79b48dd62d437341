/** Voice cues: the same words from every rider. The barn may put its own in their place. */
import { SKILL_CUES as CUES, type Skill } from "../ladder/skill.ts";

export { CUES };
export type Cue = (typeof CUES)[number];
export type CueWords = Readonly<Record<Cue, string>>;

export const USUAL_CUES: CueWords = {
  walk: "Walk on",
  trot: "Trot",
  canter: "Canter",
  slower: "Easy",
  stop: "Whoa",
  back: "Back",
  over: "Over",
  stand: "Stand",
  good: "Good",
};
/** The barn's words, and the usual ones where it has none. */
export const cuesOf = (own: Readonly<Partial<Record<Cue, string>>>): CueWords => ({ ...USUAL_CUES, ...own });

/** The cues that today's work asks for, each once. */
export function cuesFor(work: readonly Pick<Skill, "cues">[]): readonly Cue[] {
  const asked = new Set(work.flatMap(({ cues }) => cues));
  return CUES.filter((cue) => asked.has(cue));
}
