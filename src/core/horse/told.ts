/** What a booking tells of a horse: its answers, and what the owner's own words say of it. */
import type { HistoryAnswer, HistoryTopic } from "./horse.ts";

/** Answers, and whether its owner says that somebody came off it. */
export type ToldHistory = Readonly<Partial<Record<HistoryTopic | "threw", HistoryAnswer>>>;

/** Somebody was hurt or run away with. */
const HURT_OR_RAN =
  /\bbolt(s|ed|ing)?\b|\b(ran|runs|run|running) (off|away)\b|\brear(s|ed|ing)?\b|\b(kick|bit|bitt?en|hurt|injur)\w* (a |an |the |my |our )?(person|people|somebody|someone|me|owner|rider|handler|farrier|vet|groom|husband|wife|daughter|son|trainer|child)\b/i;
/** A shoe, a head or a fit that is thrown throws nobody. */
const CAME_OFF =
  /\bbuck(s|ed|ing)?\b[^.;,]{0,40}\boff\b|\bthr(?:ew|ows?|own|owing)\b(?! (?:(?:a|an|his|her|its|the|up|out) ){0,2}(?:shoes?|heads?|nose|fits?|tantrums?|foals?|foot|feet|leg|hay|food|splint)\b)|\b(?:came|come|comes|coming|fell|fallen|falls) off\b|\bunseat\w*|\bdump(?:s|ed|ing) (?:me|him|her|us|them|my|our|his|the|a|every|any|people|riders?)\b|\blost (?:its|his|her|the|a) rider\b/gi;
/** Shortly before it and in the same breath: 'does not like men and threw my husband' denies nothing. */
const NEVER =
  /\b(?:never|no ?body|no one|not|without|hasn'?t|haven'?t|hadn'?t|didn'?t|doesn'?t)\b(?:(?!\b(?:and|but|then|so|when|because|until|who|that)\b)[^.;,]){0,30}$/i;

/** True where the words say that somebody came off; 'has never thrown anybody' says the contrary. */
export const threwSomebody = (words: string): boolean =>
  [...words.matchAll(CAME_OFF)].some(({ index }) => !NEVER.test(words.slice(0, index)));
/** Somebody was hurt, thrown or run away with. */
export const isToldDangerous = (words: string): boolean => HURT_OR_RAN.test(words) || threwSomebody(words);

export const toldHistory = (answers: Readonly<Partial<Record<HistoryTopic, HistoryAnswer>>>, words: string): ToldHistory =>
  threwSomebody(words) ? { ...answers, threw: "yes" } : answers;
