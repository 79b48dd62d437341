/** A method is a named set of the barn's answers to the questions on which practitioners differ. It words the card and shapes the gate. */
import { must } from "../kernel/assert.ts";

/** The questions that are answered by choosing, each with its answers. */
export const ANSWERS = {
  looseWork: ["own-pace", "keeps-gait"],
  headgear: ["rope-halter", "snaffle"],
  reward: ["release", "release-and-food"],
  steering: ["one-rein", "both-reins"],
  sides: ["both-each-session", "one-a-day"],
  grooming: ["before", "after-in-raw-weather"],
  secondBit: ["early", "late"],
} as const;
export type MethodQuestion = keyof typeof ANSWERS;
export type MethodAnswer<Q extends MethodQuestion> = (typeof ANSWERS)[Q][number];

export interface Method extends Readonly<{ [Q in MethodQuestion]: MethodAnswer<Q> }> {
  readonly id: string;
  readonly words: string;
  readonly about: string;
  /** Short and daily, or an hour on the ground and up to fifty minutes ridden: minutes of a session while the record tells none. */
  readonly sessionMinutes: number;
  /** Sessions on the ground before anybody may sit on; 0: as soon as the gate opens. */
  readonly groundSessionsFirst: number;
}

/** A method of the barn's own, or a shipped one with its answers changed. */
export interface OwnMethod extends Method {
  /** False: no new stay is offered it; those that have it keep it. */
  readonly used: boolean;
}

export const METHODS: readonly Method[] = [
  {
    id: "quiet-steps",
    words: "Quiet steps",
    about:
      "First ride as soon as the gate opens; rope halter first, the bit in steps; loose work at the horse's own pace; one rein at first.",
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
      "Lunges on contact with line and voice; plain snaffle from the first ride; both reins and legs from the start; treats for standing still.",
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
      "At least two weeks of ground work before the first ride; one side a day while learning; rope halter for the first rides.",
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

/** Every method that a stay of this barn may have: the shipped ones, changed where the barn changed them, and then its own. */
export function methodsWith(own: readonly OwnMethod[]): readonly OwnMethod[] {
  const byId = new Map(own.map((method) => [method.id, method]));
  const shipped = METHODS.map((method) => byId.get(method.id) ?? { ...method, used: true });
  return [...shipped, ...own.filter(({ id }) => !isShipped(id))];
}
/** What need not be kept: the shipped ones as they are. */
export const ownMethodOf = (methods: readonly OwnMethod[]): readonly OwnMethod[] =>
  methods.filter((method) => {
    const shipped = METHODS.find(({ id }) => id === method.id);
    const asShipped = shipped && { ...shipped, used: true };
    return !asShipped || JSON.stringify(asShipped) !== JSON.stringify({ ...asShipped, ...method });
  });
export const isShipped = (id: string): boolean => METHODS.some((method) => method.id === id);

/** Throws on a method that is not in the list; what a stay may have is checked when it is chosen. */
export const methodAmong = (id: string, methods: readonly Method[]): Method =>
  must(
    methods.find((method) => method.id === id),
    `method ${id}`,
  );
/** The same, of the shipped ones where no list is handed in. What runs in a browser asks methodAmong, or their words come along. */
export const methodOf = (id: string, methods: readonly Method[] = METHODS): Method => methodAmong(id, methods);
