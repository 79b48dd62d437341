/**
 * The ladder: what a horse can learn here, as a graph. Typical sessions are the barn's own judgement (a default that its history corrects);
 * rider grade runs from 1 (helper) to 5 (may sit on anything).
 */
import { must } from "../kernel/assert.ts";

export const BRANCHES = [
  "handling",
  "yields",
  "send",
  "accepting",
  "mounting",
  "first-rides",
  "education",
  "jumping",
  "owner",
] as const;
export type Branch = (typeof BRANCHES)[number];

export interface Skill {
  readonly id: string;
  readonly branch: Branch;
  readonly words: string;
  /** Skills that must be at 3 on the weaker side first. */
  readonly after: readonly string[];
  /** True where left and right are two things to learn. */
  readonly sided: boolean;
  readonly saddle: boolean;
  /** Lowest rider grade, 1-5. */
  readonly grade: number;
  /** A second person must be there. */
  readonly second: boolean;
  /** Typical sessions of work from 0 to 3, and from 3 to 4. */
  readonly to3: number;
  readonly to4: number;
  /** Where it is usually worked. */
  readonly place: SkillPlace;
  /** Only the barn's most experienced rider works it. */
  readonly specialist: boolean;
  /** Days without work after which half of what stands above its floor is lost, while it is fresh. */
  readonly halfLife: number;
  /** Said on the card at this work, every time; empty: nothing beyond the usual. */
  readonly caution: string;
  /** What it asks of the horse's back. */
  readonly bears: Bears;
  /** What cannot physically be without it being there too, as far as the ladder names it; not every prerequisite is. */
  readonly contains: readonly string[];
}

/** What is put on a horse's back: nothing; weight, from the first foot in the stirrup; a rider who sits. In order. */
export const BEARS = ["nothing", "weight", "rider"] as const;
export type Bears = (typeof BEARS)[number];
export const mostBorne = (of: readonly Bears[]): Bears => BEARS[Math.max(0, ...of.map((one) => BEARS.indexOf(one)))] ?? "nothing";

export const SKILL_PLACES = ["anywhere", "pen", "arena", "out"] as const;
export type SkillPlace = (typeof SKILL_PLACES)[number];
const PLACE_OF: Readonly<Record<Branch, SkillPlace>> = {
  handling: "anywhere",
  yields: "pen",
  send: "pen",
  accepting: "pen",
  mounting: "pen",
  "first-rides": "pen",
  education: "arena",
  jumping: "arena",
  owner: "arena",
};
/** What a frightened body learnt to bear is kept longer than what it has to do in balance. */
const HALF_LIFE_OF: Readonly<Partial<Record<Branch, number>>> = { handling: 80, accepting: 80, education: 45, jumping: 45 };
const HALF_LIFE = 60;

/** Where people and horses get hurt: said at the step, in the same words every time. */
const CAUTIONS: Readonly<Record<string, string>> = {
  tie: "A knot that opens at one pull, and nothing to pull down.",
  "front-feet": "Stand beside the leg, never under the horse.",
  "hind-feet": "Stand close at the hip, out of the line of the kick; a hand on the rump.",
  trailer: "Nobody in front of the horse in there, and no rope around a hand; gloves.",
  "trailer-stand": "Bar first, then tie; untie before the bar comes out.",
  clippers: "Cord away from its feet; somebody at the head, on the same side.",
  drag: "Let go at once when it worries; nothing tied to the horse.",
  girth: "One hole at a time, and it moves its feet between; stand at the shoulder.",
  pad: "Take nothing off while the feet move.",
  "loose-tack": "Stirrups up, nothing that can catch, gate shut.",
  "long-lines": "Never a line around a hand or a foot; out of reach of the heels.",
  "stirrup-weight": "Second person at the head on the same side; step down while it still stands.",
  "lie-across": "Slide off at the first tense step; the second person holds and does not lead.",
  sit: "Helmet and vest; off while it is quiet. Getting off frightens some more than getting on.",
  forward: "A second person there; the one-rein stop first.",
  canter: "On a calm day, after it has cantered loose with the tack.",
  outside: "In company of a steady horse; somebody knows where you are.",
  "cross-pole": "Cups that fall, a rail that rolls; never alone.",
};

/** What has been sat on, and tacked up for it. */
const MOUNTED = ["sit", "lie-across", "stirrup-weight", "girth", "saddle", "pad"];
/**
 * Directly; what those contain is contained too. Anything ridden contains being sat on (below). A horse that steers may never have stood at a block, and
 * one that walked into the trailer may not back: prerequisites are not in here.
 */
const CONTAINS: Readonly<Record<string, readonly string[]>> = {
  lead: ["halter"],
  stand: ["halter"],
  space: ["halter"],
  "back-in-hand": ["halter"],
  "trot-up": ["lead"],
  tie: ["halter"],
  "trailer-stand": ["trailer"],
  "voice-trot": ["send-out"],
  "voice-canter": ["voice-trot"],
  saddle: ["pad"],
  girth: ["saddle"],
  "loose-tack": ["girth"],
  stirrups: ["saddle"],
  "stirrup-weight": ["girth"],
  "lie-across": ["stirrup-weight"],
  sit: ["lie-across"],
  trot: ["forward"],
  canter: ["trot"],
  arena: ["forward"],
  transitions: ["trot"],
  "lead-setup": ["canter"],
  "lead-change": ["canter"],
  poles: ["trot"],
  "cross-pole": ["trot"],
  "line-fences": ["cross-pole", "canter"],
};

type Extra = {
  bears?: Bears;
  sided?: boolean;
  saddle?: boolean;
  grade?: number;
  second?: boolean;
  place?: SkillPlace;
  specialist?: boolean;
};
const skill = (branch: Branch, id: string, words: string, after: string, to3: number, to4: number, extra: Extra = {}): Skill => ({
  place: extra.place ?? PLACE_OF[branch],
  specialist: extra.specialist ?? false,
  halfLife: HALF_LIFE_OF[branch] ?? HALF_LIFE,
  caution: CAUTIONS[id] ?? "",
  bears: extra.bears ?? (extra.saddle ? "rider" : "nothing"),
  contains: [...(CONTAINS[id] ?? []), ...(extra.saddle && id !== "sit" ? MOUNTED : [])],
  id,
  branch,
  words,
  after: after === "" ? [] : after.split(" "),
  sided: extra.sided ?? false,
  saddle: extra.saddle ?? false,
  grade: extra.grade ?? 1,
  second: extra.second ?? false,
  to3,
  to4,
});

const both = { sided: true };
const ridden = { saddle: true, grade: 2 };
const riddenBoth = { saddle: true, sided: true, grade: 2 };
const first = { saddle: true, grade: 3, second: true };
const firstBoth = { ...first, sided: true };
const education = { saddle: true, sided: true, grade: 3 };
const jump = { saddle: true, grade: 3 };

export const SKILLS: readonly Skill[] = [
  skill("handling", "catch", "Catch", "", 2, 3),
  skill("handling", "halter", "Halter on and off", "catch", 2, 2),
  skill("handling", "lead", "Lead at the shoulder", "halter", 3, 4, both),
  skill("handling", "stand", "Stop and stand with the handler", "lead", 3, 4),
  skill("handling", "space", "Keep out of the handler's space", "lead", 3, 5),
  skill("handling", "back-in-hand", "Back up in hand", "lead", 2, 3),
  skill("handling", "trot-up", "Trot up in hand", "lead", 3, 3, both),
  skill("handling", "tie", "Tie and stand", "stand", 4, 5),
  skill("handling", "groom", "Brushed all over", "stand", 2, 3, both),
  skill("handling", "face", "Forehead and ears handled", "halter", 3, 4, both),
  skill("handling", "front-feet", "Front feet picked up and held", "groom", 3, 4, both),
  skill("handling", "hind-feet", "Hind feet picked up and held", "front-feet", 4, 5, both),
  skill("handling", "spray", "Spray", "groom", 3, 3, both),
  skill("handling", "hose", "Hose", "spray", 3, 3, both),
  skill("handling", "blanket", "Blanket on and off", "groom", 3, 3),
  skill("handling", "clippers", "Clippers", "face", 5, 6),
  skill("handling", "trailer", "Walk into the trailer and out again", "stand space back-in-hand", 5, 5),
  skill("handling", "trailer-stand", "Stand closed in the trailer and travel", "trailer", 4, 4),
  skill("yields", "give-head", "Give the head softly to the side", "halter", 3, 4, both),
  skill("yields", "head-down", "Head down", "give-head", 2, 3),
  skill("yields", "hindquarters", "Hindquarters over", "give-head", 3, 4, both),
  skill("yields", "forehand", "Forehand over", "hindquarters", 4, 5, both),
  skill("yields", "sideways", "Sideways", "hindquarters forehand", 5, 6, both),
  skill("yields", "change-eyes", "Let the handler pass from one eye to the other", "hindquarters", 3, 4, both),
  skill("yields", "follow-feel", "Follow a feel", "give-head", 3, 5, both),
  skill("send", "send-out", "Sent out and walks on", "lead", 3, 3, both),
  skill("send", "voice-trot", "Trot on the voice", "send-out", 3, 4, both),
  skill("send", "voice-canter", "Canter on the voice", "voice-trot", 5, 5, both),
  skill("send", "change-direction", "Change direction facing in", "send-out", 3, 4, both),
  skill("send", "draw-in", "Draw in and stand", "change-direction", 3, 3),
  skill("send", "line", "Lunge on the line with contact", "voice-trot", 4, 5, both),
  skill("send", "long-lines", "Long lines", "line", 5, 6, { sided: true, grade: 3 }),
  skill("send", "obstacles", "Obstacles in hand", "send-out", 3, 4, both),
  skill("accepting", "rope-flag", "Rope and flag all over", "stand", 3, 3, both),
  skill("accepting", "pad", "Pad on and off, feet still", "rope-flag", 2, 2, both),
  skill("accepting", "saddle", "Saddle on", "pad", 2, 3, both),
  skill("accepting", "girth", "Girth tightened in steps", "saddle", 3, 4, both),
  skill("accepting", "loose-tack", "Moves loose with the tack in three gaits", "girth send-out", 4, 4, both),
  skill("accepting", "stirrups", "Stirrups and noise", "girth", 2, 3, both),
  skill("accepting", "drag", "Things behind and dragged", "rope-flag", 4, 5, { sided: true, grade: 3, specialist: true }),
  skill("accepting", "bit", "Carries the bit quietly", "face", 4, 5),
  skill("mounting", "block", "Stands at the block", "stand stirrups", 3, 3, both),
  skill("mounting", "stirrup-weight", "Weight in the stirrup", "block hindquarters give-head", 2, 3, {
    bears: "weight",
    sided: true,
    grade: 3,
    second: true,
  }),
  skill("mounting", "lie-across", "Lying across and rubbed on the far side", "stirrup-weight loose-tack", 2, 2, {
    bears: "weight",
    sided: true,
    grade: 4,
    second: true,
  }),
  skill("mounting", "sit", "Sat on, rubbed with the legs, got off", "lie-across", 2, 3, {
    sided: true,
    saddle: true,
    grade: 4,
    second: true,
  }),
  skill("first-rides", "bend-stop", "One-rein bend to a stop", "sit give-head", 3, 4, firstBoth),
  skill("first-rides", "forward", "Forward from the leg", "sit", 3, 4, first),
  skill("first-rides", "steer", "Steering", "bend-stop forward", 4, 5, firstBoth),
  skill("first-rides", "stop", "Stop from the body", "bend-stop", 4, 5, first),
  skill("first-rides", "ride-back", "Back under saddle", "stop back-in-hand", 3, 4, ridden),
  skill("first-rides", "trot", "Trot under saddle", "steer voice-trot", 4, 5, firstBoth),
  skill("first-rides", "canter", "Canter under saddle", "trot voice-canter", 6, 7, {
    saddle: true,
    sided: true,
    grade: 3,
    place: "arena",
  }),
  skill("first-rides", "arena", "Open arena", "steer stop", 3, 4, { ...ridden, place: "arena" }),
  skill("first-rides", "company", "Worked with other horses near", "arena", 3, 4, { ...ridden, place: "arena" }),
  skill("first-rides", "outside", "Outside, hills and water", "arena company trot", 5, 6, { ...ridden, place: "out" }),
  skill("education", "soft-feel", "Soft feel of the rein", "steer stop", 5, 7, riddenBoth),
  skill("education", "leg-yield", "Leg yield", "soft-feel sideways", 6, 8, education),
  skill("education", "turn-forehand", "Turn on the forehand", "steer hindquarters", 3, 4, riddenBoth),
  skill("education", "turn-haunches", "Turn on the haunches", "turn-forehand forehand", 6, 8, education),
  skill("education", "transitions", "Transitions in rhythm", "trot stop", 5, 6, ridden),
  skill("education", "circles", "Circles that keep their size", "transitions", 6, 7, riddenBoth),
  skill("education", "lead-setup", "Each lead from a set-up", "canter soft-feel", 6, 8, education),
  skill("education", "lead-change", "Change of lead", "lead-setup leg-yield", 10, 14, {
    ...education,
    grade: 4,
    specialist: true,
  }),
  skill("education", "collection", "Collection", "circles leg-yield", 14, 18, { ...education, grade: 4, specialist: true }),
  skill("education", "second-bit", "Second bit", "soft-feel transitions", 5, 6, { ...ridden, grade: 4, specialist: true }),
  skill("jumping", "poles", "Single poles and rows of poles", "trot", 3, 4, jump),
  skill("jumping", "cross-pole", "Cross-pole", "poles canter", 4, 5, jump),
  skill("jumping", "line-fences", "A line of fences", "cross-pole lead-setup", 7, 8, { ...jump, grade: 4 }),
  skill("owner", "owner-routine", "The owner's pre-ride routine", "hindquarters give-head block", 2, 3, both),
  skill("owner", "owner-ridden", "Ridden by the owner", "arena owner-routine", 3, 4, { saddle: true, grade: 1, second: true }),
];

const byId = new Map(SKILLS.map((s) => [s.id, s]));
export const SKILL_IDS: readonly string[] = SKILLS.map((s) => s.id);
export const isSkill = (id: string): boolean => byId.has(id);
/** Throws on an id that the ladder does not hold; input is checked with isSkill first. */
export const skillOf = (id: string): Skill => must(byId.get(id), `the ladder holds ${id}`);
