/** The questions on which practitioners differ, and the answers, in a barn's words. */
import { ANSWERS, type Method, type MethodAnswer, type MethodQuestion } from "#core/ladder/methods.ts";

export const QUESTIONS = Object.keys(ANSWERS) as MethodQuestion[];
export const QUESTION: Record<MethodQuestion, string> = {
  looseWork: "Loose work in the round pen",
  headgear: "On the head for first rides",
  reward: "Reward",
  steering: "Steering at first",
  sides: "Left and right",
  grooming: "Grooming",
  secondBit: "A second, stronger bit",
};
/** What the answer changes here, so that nobody has to guess. */
export const CHANGES: Record<MethodQuestion, string> = {
  looseWork: "card wording; whether the voice comes before moving loose with the tack",
  headgear: "whether the bit comes before sitting on or before the soft feel; the gate's ticks",
  reward: "card wording",
  steering: "whether steering waits for the bit",
  sides: "which sides a card asks scores of",
  grooming: "order of the card",
  secondBit: "what it waits for",
};
const ANSWER: { readonly [Q in MethodQuestion]: Readonly<Record<MethodAnswer<Q>, string>> } = {
  looseWork: { "own-pace": "At the horse's own pace", "keeps-gait": "Keeps the gait asked for" },
  headgear: { "rope-halter": "Rope halter, bit by steps", snaffle: "Plain snaffle" },
  reward: { release: "Release and rest", "release-and-food": "Release, and food for standing" },
  steering: { "one-rein": "One rein", "both-reins": "Both reins and legs" },
  sides: { "both-each-session": "Both in each session", "one-a-day": "One side a day" },
  grooming: { before: "Before work", "after-in-raw-weather": "After, when raw or fresh" },
  secondBit: { early: "Early, as a tool", late: "Late or never" },
};
export const answerWords = <Q extends MethodQuestion>(question: Q, answer: MethodAnswer<Q>): string => ANSWER[question][answer];
export const sayMethod = (method: Method | null): string =>
  method === null
    ? "standard, or not there"
    : `${method.words}: ${QUESTIONS.map((question) => answerWords(question, method[question]).toLowerCase()).join("; ")}; ${method.sessionMinutes} min; ${method.groundSessionsFirst} on the ground first`;
