/** The walk of an evaluation as data: eleven rungs in order. Intake, mid-term and exit use the same, so that like is compared with like. */
export const INSTRUMENT_VERSION = 1;

export interface Rung {
  readonly id: string;
  readonly words: string;
  readonly prompt: string;
  /** Skills of the ladder scored here, each on its sides. */
  readonly skills: readonly string[];
  /** Signs to watch for, nearest at hand first. */
  readonly signs: readonly string[];
  readonly stopWhen: string | null;
  readonly caution: string | null;
}

export const RUNGS: readonly Rung[] = [
  {
    id: "look",
    words: "Look",
    prompt: "Free and tied: attitude, stance, breathing, mouth, eye, ears, tail, coat, condition, feet, growth.",
    skills: [],
    signs: ["busy-mouth", "kinked-tail", "tight-back", "trips", "soft-eye", "ear-on"],
    stopWhen: "it is lame, ill or hurt: hold and call the vet",
    caution: null,
  },
  {
    id: "measure",
    words: "Measure",
    prompt: "Heart girth, body length, height at withers and croup, condition score. A scale reading wins over the tape.",
    skills: [],
    signs: ["touchy-flank", "girthy"],
    stopWhen: null,
    caution: "A helper at the head. Stand clear of the hindquarters.",
  },
  {
    id: "lead",
    words: "Catch, halter, lead",
    prompt: "Comes up, stands, walks at the shoulder, stops when you stop, backs up, trots up in hand.",
    skills: ["catch", "halter", "lead", "stand", "space", "back-in-hand", "trot-up"],
    signs: ["head-shy", "head-high", "sucks-back", "trips", "near-horses", "ear-on"],
    stopWhen: "it cannot be led safely",
    caution: "Helmet and gloves. No rope round the hand.",
  },
  {
    id: "handle",
    words: "Handle all over",
    prompt: "A hand, then a brush, over the whole body on both sides; forehead, ears, girth line, flanks, each hoof, spray.",
    skills: ["groom", "face", "front-feet", "hind-feet", "spray"],
    signs: ["touchy-flank", "girthy", "head-shy", "foot-refused", "tight-back", "licks"],
    stopWhen: "it kicks or strikes",
    caution: "Stand clear of the hindquarters; a second person at the head.",
  },
  {
    id: "tie",
    words: "Tie",
    prompt: "Stands, paws, pulls back.",
    skills: ["tie"],
    signs: ["runs-on", "near-horses", "blows-out"],
    stopWhen: "it pulls back hard",
    caution: "Quick release and a knife at hand. Never to anything that breaks, never by a bit.",
  },
  {
    id: "yields",
    words: "Yields",
    prompt:
      "Head round, head down, hindquarters under and across, forehand across in front. Does it give or brace; how long till it softens?",
    skills: ["give-head", "head-down", "hindquarters", "forehand"],
    signs: ["head-high", "sucks-back", "trips", "kinked-tail", "licks", "head-lowers"],
    stopWhen: "it strikes or runs through you",
    caution: null,
  },
  {
    id: "send",
    words: "Send and draw",
    prompt: "Both directions, walk, trot, canter; turns its face in or its hindquarters; comes in and stands; answers the voice.",
    skills: ["send-out", "voice-trot", "voice-canter", "change-direction", "draw-in"],
    signs: ["one-side", "trips", "runs-on", "kinked-tail", "bucks", "comes-in"],
    stopWhen: "it is not sound at the trot",
    caution: "Few circles with a young horse. Stay out of kicking distance.",
  },
  {
    id: "tack",
    words: "Tack",
    prompt:
      "Pad, saddle, girth in steps, stirrups flapping, bit carried. Move it out at the trot after every tightening; watch the change into canter.",
    skills: ["pad", "saddle", "girth", "loose-tack", "stirrups", "bit"],
    signs: ["girthy", "held-breath", "bucks", "tight-back", "busy-mouth", "blows-out"],
    stopWhen: "it humps, holds its breath or bites at the girth",
    caution: "Girth in steps. A second person where it bites or kicks at girthing.",
  },
  {
    id: "block",
    words: "Block and stirrup",
    prompt: "Stands at the block on both sides; weight in the stirrup and down again.",
    skills: ["block", "stirrup-weight"],
    signs: ["held-breath", "tight-back", "kinked-tail", "runs-on", "soft-eye"],
    stopWhen: "the tail kinks, the back tightens or it holds its breath",
    caution: "Helmet and boots; a second person at the head.",
  },
  {
    id: "saddle",
    words: "Under saddle",
    prompt: "Only when the gate opens. Walk, steer, stop, back; trot; canter each lead; what happens when the rein is given?",
    skills: ["bend-stop", "forward", "steer", "stop", "ride-back", "trot", "canter"],
    signs: ["busy-mouth", "head-high", "one-side", "bucks", "runs-on", "sucks-back"],
    stopWhen: "anything in the gate closes",
    caution: "Never over suspected pain. A second person for the first rides; nobody alone with a green horse.",
  },
  {
    id: "mind",
    words: "Mind",
    prompt: "Teach one new, very small thing: how many tries, and how many minutes to come down after a fright?",
    skills: [],
    signs: ["licks", "blows-out", "head-lowers", "runs-on", "ear-on"],
    stopWhen: null,
    caution: null,
  },
];

export const RUNG_IDS: readonly string[] = RUNGS.map((rung) => rung.id);
/** Skills that the walk looks at, in its order. */
export const WALKED_SKILLS: readonly string[] = RUNGS.flatMap((rung) => rung.skills);
export const rungOfSkill = (skill: string): string | null => RUNGS.find((rung) => rung.skills.includes(skill))?.id ?? null;

/** What must be 3 on the weaker side before anybody gets on within an evaluation. */
export const BEFORE_SADDLE: readonly string[] = ["give-head", "hindquarters", "girth", "loose-tack", "block", "stirrup-weight"];
