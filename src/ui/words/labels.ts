/** Words for the values of the domain, once. Sentences that take figures stand in the files beside this one. */

import { here } from "#contracts/ladder.here.ts";
import type { HoldKind } from "#core/calendar/holds.ts";
import type {
  CancelCause,
  CardState,
  During,
  EndingTick,
  Gait,
  Hurt,
  IncidentKind,
  Instead,
  LedBy,
  SessionKind,
  Weather,
} from "#core/card/card.ts";
import type { CourseState } from "#core/card/course.ts";
import type { Cue } from "#core/card/cues.ts";
import type { SignGroup, Strength } from "#core/intake/signs.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import type { GateTick, RedSign } from "#core/permission/ground-check.ts";
import type { WorkRole } from "#core/plan/session.ts";
import type { Stage } from "#core/reading/reading.ts";
import { inWords } from "#ui/words/speak.ts";

export const SIDE: Record<TrackSide, string> = inWords({ left: "left", right: "right", both: "" });
export const SCORE_WORDS = inWords([
  "not yet or refuses",
  "tries with a lot of help",
  "does it with help",
  "most of the time, light help",
  "reliable here, light cue",
  "reliable anywhere, also for others",
] as const);
export const SIGN_GROUP: Record<SignGroup, string> = inWords({
  head: "Mouth and head",
  tack: "Tack, back and belly",
  moving: "Moving",
  people: "People, company and fear",
  good: "Good signs",
});
export const HOLD: Record<HoldKind, string> = inWords({ vet: "Vet", injury: "Injury", owner: "Owner", weather: "Weather" });
/** Of a branch of the ladder, as the barn calls it. */
export const branchWords = (id: string): string => here().branches.find((branch) => branch.id === id)?.words ?? id;
export const SESSION: Record<SessionKind, string> = inWords({ ground: "Ground", saddle: "Saddle", both: "Ground and saddle" });
export const STATE: Record<CardState, string> = inWords({
  placed: "Not handed out yet",
  "handed-out": "Handed out",
  closed: "Closed",
  cancelled: "Cancelled",
});
export const STAGE: Record<Stage, string> = inWords({
  unridden: "not ridden yet",
  "first-rides": "in the first rides",
  riding: "riding",
});
export const GAIT: Record<Gait, string> = inWords({ walk: "Walk", trot: "Trot", canter: "Canter", jump: "Jump" });
export const WEATHER: Record<Weather, string> = inWords({ calm: "Calm", windy: "Windy", hot: "Hot", cold: "Cold", wet: "Wet" });
export const INCIDENT: Record<IncidentKind, string> = inWords({
  spook: "Spook",
  buck: "Buck",
  bolt: "Bolt",
  rear: "Rear",
  kick: "Kick",
  bite: "Bite",
  "pull-back": "Pull-back",
  fall: "Fall",
});
/** How far an incident went. */
export const WENT: Readonly<Record<Strength, string>> = inWords({
  1: "Stopped by itself",
  2: "Had to be stopped",
  3: "Got away",
});
export const HURT_WORDS: Record<Hurt, string> = inWords({ nobody: "Nobody hurt", horse: "Horse hurt", person: "Person hurt" });
export const DURING: Record<During, string> = inWords({
  unknown: "Not said",
  leading: "Leading",
  tied: "Tied",
  tacking: "Tacking up",
  ground: "On the ground",
  mounting: "Mounting",
  walk: "At the walk",
  trot: "At the trot",
  canter: "At the canter",
  "getting-off": "Getting off",
});
export const LED_BY: Record<LedBy, string> = inWords({
  noise: "A noise",
  "something-new": "Something new",
  "other-horse": "Another horse",
  girth: "The girth",
  leg: "The leg",
  rein: "The rein",
  "going-faster": "Going faster",
  "left-alone": "Left alone",
  "nothing-seen": "Nothing seen",
});
export const COURSE: Record<CourseState, string> = inWords({
  tight: "Tight",
  leaving: "Trying to leave",
  softening: "Softening",
  soft: "Soft",
});
export const ENDING: Record<EndingTick, string> = inWords({
  "good-note": "Ended on something the horse can do",
  "tack-loosened": "Tack loosened",
  "walked-down": "Walked out until quiet",
  "looked-over": "Back, girth area and feet checked",
  "put-away": "Tack and gates put away",
});
export const CANCEL_CAUSE: Record<CancelCause, string> = inWords({
  weather: "Weather",
  lame: "Lame or unwell",
  rider: "Rider",
  horse: "Horse not available",
  other: "Something else",
});
export const INSTEAD: Record<Instead, string> = inWords({
  nothing: "Nothing",
  "turned-out": "Turned out",
  "hand-walked": "Walked in hand",
  ponied: "Led from another horse",
});
export const CUE: Record<Cue, string> = inWords({
  walk: "To walk",
  trot: "To trot",
  canter: "To canter",
  slower: "To go slower",
  stop: "To stop",
  back: "To back up",
  over: "To step over",
  stand: "To stand",
  good: "For good",
});
export const WORK_ROLE: Record<WorkRole, string> = inWords({
  "warm-up": "Warm-up",
  main: "Main",
  handling: "Daily handling",
  finish: "Finish",
});
export const TICK: Record<GateTick, string> = inWords({
  "head-left": "Bends neck to the left",
  "head-right": "Bends neck to the right",
  "hindquarters-left": "Hindquarters step over, left",
  "hindquarters-right": "Hindquarters step over, right",
  back: "Backs up",
  "head-down": "Head down",
  tack: "Tack checked",
  girth: "Girth tightened again",
  "moved-out": "Trotted out, no hump",
  block: "Stands at the block",
  attention: "Paying attention to the handler",
  "lead-ready": "Lead or long rope ready",
  "second-person": "Second person here",
});
export const RED: Record<RedSign, string> = inWords({
  "kinked-tail": "Kinked tail",
  "held-breath": "Holding breath",
  "tight-back": "Tight back",
  "hind-ready": "Hind foot cocked to kick",
  "short-steps": "Short or uneven steps",
  heat: "Heat or swelling",
  "sudden-change": "Sudden change",
});
export const WEEKDAY = inWords(["", "Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"] as const);
