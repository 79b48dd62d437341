/**
 * Skills as an owner says them: what the horse does ("is easy to catch"), and the thing by its name ("being caught"). Three words follow the horse: {he},
 * {him} and {his}. A skill that the barn has added is said by its own name.
 */
import { here } from "#contracts/ladder.here.ts";
import { inner } from "./figures.ts";

export interface Pronouns {
  readonly he: string;
  readonly him: string;
  readonly his: string;
}
type Said = readonly [does: string, noun: string];

const SAID: Readonly<Record<string, Said>> = {
  catch: ["is easy to catch", "being caught"],
  halter: ["puts {his} head into the halter", "haltering"],
  lead: ["leads on a loose rope", "leading"],
  stand: ["stops and stands with you", "standing with you"],
  space: ["keeps out of your space", "keeping out of your space"],
  "back-in-hand": ["backs up on the lead rope", "backing up on the lead rope"],
  "trot-up": ["trots beside you on the lead rope", "trotting on the lead rope"],
  tie: ["stands tied", "standing tied"],
  groom: ["stands for grooming", "grooming"],
  face: ["lets you handle {his} forehead and ears", "having {his} forehead and ears handled"],
  "front-feet": ["lets you pick up and hold {his} front feet", "picking up {his} front feet"],
  "hind-feet": ["lets you pick up and hold {his} hind feet", "picking up {his} hind feet"],
  spray: ["stands for fly spray", "fly spray"],
  hose: ["stands for the hose", "the hose"],
  blanket: ["lets you put a blanket on and take it off", "blankets"],
  clippers: ["stands for the clippers", "the clippers"],
  trailer: ["walks into the trailer and out again", "walking into the trailer"],
  "trailer-stand": ["stands in the closed trailer and travels", "traveling in the trailer"],
  "field-catch": ["can be caught in the field", "being caught in the field"],
  settle: ["settles quickly after a fright", "settling after a fright"],
  wait: ["waits at the gate and at the trailer", "waiting at the gate"],
  "feet-farrier": ["stands for the farrier", "standing for the farrier"],
  "wash-place": ["stands in the wash rack", "standing in the wash rack"],
  "fly-mask": ["wears a fly mask and lets you put it on", "the fly mask"],
  worming: ["takes a worming syringe", "the worming syringe"],
  "vet-handling": ["lets the vet handle {him}", "being handled for the vet"],
  "trailer-approach": ["walks up to the trailer", "walking up to the trailer"],
  "trailer-foot": ["puts a foot into the trailer and takes it out again", "a first foot in the trailer"],
  "trailer-still": ["stands in the open trailer", "standing in the open trailer"],
  "trailer-close": ["stays quiet when the trailer is closed", "having the trailer closed"],
  "trailer-travel": ["has been for a drive in the trailer", "a drive in the trailer"],
  "show-stand": ["stands square in hand", "standing square in hand"],
  "show-trot": ["trots up for a judge", "trotting up for a judge"],
  "give-head": ["bends {his} neck softly to the side", "bending {his} neck to the side"],
  "head-down": ["lowers {his} head when asked", "lowering {his} head"],
  hindquarters: ["moves {his} hindquarters over", "moving {his} hindquarters over"],
  forehand: ["moves {his} shoulders over", "moving {his} shoulders over"],
  sideways: ["steps sideways when asked from the ground", "stepping sideways"],
  "change-eyes": ["lets you cross from one side of {him} to the other", "having you change sides"],
  "follow-feel": ["follows a feel on the rope", "following a feel on the rope"],
  "soften-brace": ["softens instead of pulling", "softening instead of pulling"],
  "send-out": ["walks out on the circle around you", "walking out on the circle"],
  "voice-trot": ["trots when you say so", "trotting on the voice"],
  "voice-canter": ["canters when you say so", "cantering on the voice"],
  "change-direction": ["turns toward you to change direction", "changing direction on the circle"],
  "draw-in": ["comes in to you and stands", "coming in to you"],
  line: ["lunges on the line", "lunging on the line"],
  "long-lines": ["goes in long lines", "long lines"],
  obstacles: ["follows you over obstacles", "obstacles in hand"],
  liberty: ["works with you loose", "working loose"],
  "liberty-obstacles": ["goes over obstacles without a rope", "obstacles without a rope"],
  "rope-flag": ["is calm with a rope and a flag all over {his} body", "ropes and flags"],
  pad: ["stands for the saddle pad", "the saddle pad"],
  saddle: ["stands to be saddled", "being saddled"],
  girth: ["is calm while the girth is tightened", "tightening the girth"],
  "loose-tack": ["moves out relaxed with the saddle on", "moving out with the saddle on"],
  stirrups: ["is calm with flapping stirrups and noise", "flapping stirrups and noise"],
  drag: ["is calm with things dragged behind {him}", "things dragged behind {him}"],
  bit: ["carries the bit quietly", "carrying the bit"],
  surcingle: ["wears a surcingle", "the surcingle"],
  "rope-legs": ["is calm with a rope around {his} legs", "a rope around {his} legs"],
  "rope-flank": ["is calm with a rope at {his} flank", "a rope at {his} flank"],
  "back-girth": ["wears a back girth", "the back girth"],
  "bit-under-halter": ["carries the bit under the halter", "carrying the bit under the halter"],
  block: ["stands at the mounting block", "standing at the mounting block"],
  "stirrup-weight": ["stands while you put weight in the stirrup", "weight in the stirrup"],
  "lie-across": ["stands while a rider lies across {him}", "a rider lying across {him}"],
  sit: ["lets a rider sit on {him} and get off", "the first sitting"],
  "stand-mounted": ["stands still while you get on", "standing still for mounting"],
  "mount-off-side": ["lets you get on from the right", "mounting from the right"],
  "bend-stop": ["bends to a stop on one rein", "stopping on one rein"],
  forward: ["goes forward from the leg", "going forward from the leg"],
  steer: ["steers", "steering"],
  stop: ["stops when the rider sits still", "stopping with a rider"],
  "ride-back": ["backs up with a rider", "backing up with a rider"],
  trot: ["trots with a rider", "trotting with a rider"],
  canter: ["canters with a rider", "cantering with a rider"],
  arena: ["can be ridden in the open arena", "riding in the open arena"],
  company: ["works around other horses", "working around other horses"],
  outside: ["can be ridden outside, over hills and water", "riding outside"],
  "bit-one-rein": ["answers one rein on the bit", "one rein on the bit"],
  "bit-two-reins": ["answers both reins on the bit", "both reins on the bit"],
  "other-rider": ["goes for another rider too", "being ridden by someone else"],
  "first-outing": ["has been ridden in a strange place", "a first outing"],
  "soft-feel": ["gives softly to the rein", "giving to the rein"],
  "leg-yield": ["moves sideways from the leg", "moving sideways from the leg"],
  "turn-forehand": ["turns on the forehand", "turning on the forehand"],
  "turn-haunches": ["turns on the haunches", "turning on the haunches"],
  transitions: ["changes gait smoothly", "smooth changes of gait"],
  circles: ["keeps {his} circles even", "even circles"],
  "lead-setup": ["picks up each lead when asked", "picking up each lead"],
  "lead-change": ["changes leads", "changing leads"],
  collection: ["collects", "collection"],
  "second-bit": ["works in the second bit", "working in the second bit"],
  "own-pace": ["keeps {his} own pace on a loose rein", "keeping {his} own pace"],
  "loose-rein-rate": ["slows down and speeds up on a loose rein", "changing pace on a loose rein"],
  "counter-bend": ["bends to the outside", "bending to the outside"],
  rollback: ["rolls back", "the rollback"],
  "side-pass": ["goes sideways with a rider", "going sideways with a rider"],
  "rope-swung": ["is calm with a rope swung from the saddle", "a rope swung from the saddle"],
  gates: ["lets the rider open and shut a gate", "opening gates"],
  poles: ["goes over poles", "poles"],
  "cross-pole": ["jumps a cross-pole", "the cross-pole"],
  "line-fences": ["jumps a line of fences", "a line of fences"],
  "loose-jumping": ["jumps loose", "jumping loose"],
  "single-fence": ["jumps a single fence", "a single fence"],
  spread: ["jumps a spread", "a spread"],
  "in-and-out": ["jumps an in-and-out", "an in-and-out"],
  bank: ["goes up and down a bank", "a bank"],
  "water-jump": ["goes into water", "going into water"],
  "owner-routine": ["knows your routine before a ride", "your routine before a ride"],
  "owner-ridden": ["has been ridden by you", "being ridden by you"],
};

const filled = (words: string, { he, him, his }: Pronouns): string =>
  words.replaceAll("{he}", he).replaceAll("{him}", him).replaceAll("{his}", his);
/** 'is easy to catch'. */
export const ownerDoes = (id: string, who: Pronouns): string => {
  const said = SAID[id];
  return said ? filled(said[0], who) : `does this well: ${inner(here().of(id).words)}`;
};
/** 'being caught'. */
export const ownerThing = (id: string, who: Pronouns): string => {
  const said = SAID[id];
  return said ? filled(said[1], who) : inner(here().of(id).words);
};
/** Every skill that is said so. */
export const SAID_SKILLS = Object.keys(SAID);
