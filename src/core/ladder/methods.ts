/** A method is a named set of the barn's answers to the questions on which practitioners differ. It words the card and shapes the gate. */
import { must } from "../kernel/assert.ts";

export const METHOD_IDS = ["quiet-steps", "classical-line", "ground-first"] as const;
export type MethodId = (typeof METHOD_IDS)[number];

export interface Method {
  readonly id: MethodId;
  readonly words: string;
  readonly about: string;
  readonly looseWork: "own-pace" | "keeps-gait";
  readonly headgear: "rope-halter" | "snaffle";
  readonly reward: "release" | "release-and-food";
  readonly steering: "one-rein" | "both-reins";
  readonly sides: "both-each-session" | "one-a-day";
  readonly grooming: "before" | "after-in-raw-weather";
  /** Short and daily, or an hour on the ground and up to fifty minutes ridden: minutes of a session while the record tells none. */
  readonly sessionMinutes: number;
  /** A leverage bit early, as a tool, or late, once the horse is educated in the snaffle. */
  readonly secondBit: "early" | "late";
  /** Sessions on the ground before anybody may sit on; 0: as soon as the gate opens. */
  readonly groundSessionsFirst: number;
}

export const METHODS: readonly Method[] = [
  {
    id: "quiet-steps",
    words: "Quiet steps",
    about:
      "Sits on as soon as the gate opens; rope halter first, the bit by steps; loose work at the horse's own pace; one rein at first.",
    looseWork: "own-pace",
    headgear: "rope-halter",
    reward: "release",
    steering: "one-rein",
    sides: "both-each-session",
    grooming: "before",
    sessionMinutes: 40,
    secondBit: "late",
    groundSessionsFirst: 0,
  },
  {
    id: "classical-line",
    words: "Line and contact",
    about:
      "Lunges on contact with line and voice; plain snaffle from the first ride; both reins and legs from the start; food for standing still.",
    looseWork: "keeps-gait",
    headgear: "snaffle",
    reward: "release-and-food",
    steering: "both-reins",
    sides: "both-each-session",
    grooming: "before",
    sessionMinutes: 60,
    secondBit: "late",
    groundSessionsFirst: 6,
  },
  {
    id: "ground-first",
    words: "Ground work first",
    about:
      "Two weeks and more of ground work before the first ride; one side a day while it learns; rope halter for the first rides.",
    looseWork: "keeps-gait",
    headgear: "rope-halter",
    reward: "release",
    steering: "one-rein",
    sides: "one-a-day",
    grooming: "after-in-raw-weather",
    sessionMinutes: 60,
    secondBit: "early",
    groundSessionsFirst: 12,
  },
];

export const methodOf = (id: MethodId): Method =>
  must(
    METHODS.find((method) => method.id === id),
    `method ${id}`,
  );
