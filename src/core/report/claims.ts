/** The manager's own words held against the record: what they say of riding, of a gait, of jumping or loading that nobody did here, and of health, which is a vet's to say. */
import type { Skill } from "../ladder/skill.ts";
import type { ReportFacts } from "./facts.ts";
import { isIn } from "./seen.ts";

const CLAIMS = ["ridden", "trot", "canter", "jump", "trailer", "health"] as const;
export type Claim = (typeof CLAIMS)[number];

const RIDDEN = /\b(rid(e|es|den|ing)|rode|in the saddle|under saddle|mounted)\b/i;
const SPOKEN: Readonly<Record<Claim, RegExp>> = {
  ridden: RIDDEN,
  trot: /\b(trot\w*)\b[^.]*\b(rider|under saddle|ridden)\b/i,
  canter: /\b(canter\w*|lope[sd]?|loping)\b/i,
  jump: /\b(jump\w*|fences?)\b/i,
  trailer: /\b(trailer|load(s|ed|ing)?)\b/i,
  health: /\b(sound|pain[- ]free|healthy|not lame|no pain)\b/i,
};
/** A sentence that says what is not, or not yet, claims nothing. */
const DENIES = /\b(not|never|no|nobody|without|yet to|before)\b|n't\b/i;

/** What a passage claims; each sentence is read by itself. */
export function claimsIn(text: string): readonly Claim[] {
  const sentences = text.split(/[.!?;]+/).filter((one) => !DENIES.test(one));
  const health = SPOKEN.health.test(text);
  return CLAIMS.filter((claim) => (claim === "health" ? health : sentences.some((one) => SPOKEN[claim].test(one))));
}

/** With help, at least once on each side. */
const DONE = 2;
/** What the record holds of it. Health is never among them. */
export function supportedClaims({ ladder, levels, sessions, known }: ReportFacts): readonly Claim[] {
  const done = (is: (skill: Skill) => boolean): boolean =>
    ladder.all.some((skill) => is(skill) && (isIn(levels, skill, DONE, 5) || known.includes(skill.id)));
  const ridden = sessions.some(({ record }) => record.saddleMinutes > 0);
  const rode = (gait: "trot" | "canter" | "jump"): boolean =>
    sessions.some(({ record }) => record.saddleMinutes > 0 && record.gaits.includes(gait)) ||
    done((skill) => skill.gait === gait);
  const held: Readonly<Record<Claim, boolean>> = {
    ridden: ridden || done(({ bears }) => bears === "rider"),
    trot: rode("trot"),
    canter: rode("canter") || done(({ tags }) => tags.includes("voice-canter")),
    jump: rode("jump") || done(({ nature }) => nature === "jumping"),
    trailer: done(({ tags }) => tags.includes("trailer")),
    health: false,
  };
  return CLAIMS.filter((claim) => held[claim]);
}
