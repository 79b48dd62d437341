/** Two people writing one session's record: what only one of them changed is kept; what both changed differently is named, and mine stands beside theirs. */
import { mergeKeyed } from "../kernel/merge-keyed.ts";
import type { SessionRecord } from "./card.ts";

export type RecordField = keyof SessionRecord;
export interface MergedRecord {
  readonly record: SessionRecord;
  /** Fields that both changed, each in its own way: mine was taken, theirs is in their revision. */
  readonly clashes: readonly RecordField[];
}

const ITSELF = (one: unknown): string => JSON.stringify(one);
/** What tells the entries of a list apart. */
const KEYS: { readonly [K in RecordField]?: (one: never) => string } = {
  gaits: ITSELF,
  tack: ITSELF,
  ending: ITSELF,
  offered: ITSELF,
  incidents: ITSELF,
  firsts: (one: SessionRecord["firsts"][number]) => one.words,
  scores: (one: SessionRecord["scores"][number]) => `${one.skill} ${one.side}`,
  signs: (one: SessionRecord["signs"][number]) => `${one.sign} ${one.side} ${one.skill ?? ""}`,
  swaps: (one: SessionRecord["swaps"][number]) => one.skill,
  measures: (one: SessionRecord["measures"][number]) => one.skill,
  readings: (one: SessionRecord["readings"][number]) => String(one.minute),
  course: (one: SessionRecord["course"][number]) => `${one.minute} ${one.side ?? ""}`,
};

/** Entries told apart by their key, and by their turn where one key comes twice: two spooks are two. */
function numbered(
  list: readonly unknown[],
  keyOf: (one: unknown) => string,
): readonly { readonly key: string; readonly one: unknown }[] {
  const turns = new Map<string, number>();
  return list.map((one) => {
    const turn = (turns.get(keyOf(one)) ?? 0) + 1;
    turns.set(keyOf(one), turn);
    return { key: `${keyOf(one)} ${turn}`, one };
  });
}

/** A record before anybody has said whether it ended well. */
export type OpenRecord = Omit<SessionRecord, "endedWell"> & { readonly endedWell: boolean | null };
export const EMPTY_RECORD: OpenRecord = {
  groundMinutes: 0,
  saddleMinutes: 0,
  circleMinutes: 0,
  gaits: [],
  weather: "calm",
  tack: [],
  gearWhy: "",
  helper: null,
  scores: [],
  swaps: [],
  measures: [],
  course: [],
  signs: [],
  incidents: [],
  firsts: [],
  mount: null,
  taken: null,
  offered: [],
  readings: [],
  ending: [],
  endedWell: null,
  word: "",
  nextTime: "",
  ifCalm: null,
  calm: null,
  smaller: false,
  jump: null,
};

/** `base` is what both began from. A list loses what either took out and gains what either added. */
export function mergeRecords(base: OpenRecord, mine: SessionRecord, theirs: SessionRecord): MergedRecord {
  const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
  const merged: Partial<Record<RecordField, unknown>> = {};
  const clashes: RecordField[] = [];
  for (const field of Object.keys(mine) as RecordField[]) {
    const keyOf = KEYS[field] as ((one: unknown) => string) | undefined;
    const [was, my, their] = [base[field], mine[field], theirs[field]];
    if (keyOf) {
      const [a, b, c] = [was, my, their].map((list) => numbered(list as readonly unknown[], keyOf));
      const joined = mergeKeyed(({ key }) => key, a ?? [], b ?? [], c ?? []);
      merged[field] = joined.joined.map(({ one }) => one);
      if (joined.clashes.length > 0) clashes.push(field);
    } else {
      merged[field] = same(my, was) ? their : my;
      if (!same(my, was) && !same(their, was) && !same(my, their)) clashes.push(field);
    }
  }
  return { record: merged as unknown as SessionRecord, clashes };
}
