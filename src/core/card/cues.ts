/** Voice cues: the same words from every rider. The barn may put its own in their place. */
export const CUES = ["walk", "trot", "canter", "slower", "stop", "back", "over", "stand", "good"] as const;
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

/** What a skill is asked for with, in the order in which it comes up. */
const CUES_OF: Readonly<Record<string, readonly Cue[]>> = {
  lead: ["walk", "stop"],
  stand: ["stop", "stand"],
  space: ["back", "stand"],
  "back-in-hand": ["back"],
  "trot-up": ["trot", "slower"],
  tie: ["stand"],
  trailer: ["walk", "back"],
  hindquarters: ["over"],
  forehand: ["over"],
  sideways: ["over"],
  "send-out": ["walk"],
  "voice-trot": ["trot", "slower"],
  "voice-canter": ["canter", "slower"],
  "change-direction": ["walk"],
  line: ["walk", "trot", "stop"],
  "long-lines": ["walk", "trot", "stop"],
  "loose-tack": ["walk", "trot", "canter"],
  block: ["stand"],
  "stirrup-weight": ["stand"],
  "lie-across": ["stand"],
  sit: ["stand", "good"],
  "bend-stop": ["stop"],
  forward: ["walk"],
  stop: ["stop"],
  "ride-back": ["back"],
  trot: ["trot", "slower"],
  canter: ["canter", "slower"],
  transitions: ["trot", "walk", "slower", "stop"],
  "lead-setup": ["canter"],
};
/** The cues that today's work asks for, each once. */
export function cuesFor(skills: readonly string[]): readonly Cue[] {
  const asked = new Set(skills.flatMap((skill) => CUES_OF[skill] ?? []));
  return CUES.filter((cue) => asked.has(cue));
}
