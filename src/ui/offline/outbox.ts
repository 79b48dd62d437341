/**
 * What a rider wrote, kept on the device until the barn's server has it: in order, exactly once, through a dead network, a killed browser and a server that
 * was away. Every entry carries the key of its request, so that one sent twice is done once; and whose it is, so that a phone in other hands sends nobody
 * else's words.
 */
import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import { type Asked, ask, newKey } from "#ui/kit/ask.ts";
import type { ProblemBody } from "#ui/words/problem.ts";

export interface Entry {
  /** Counts up: the order in which things were written, whatever the device's clock says. */
  readonly seq: number;
  readonly key: string;
  readonly person: string;
  readonly route: string;
  readonly input: unknown;
  /** What it is about: entries of one subject stay in their order; a refused one holds up those after it. */
  readonly subject: string;
  /** For the eye. */
  readonly says: string;
  /** A draft on this device that it replaces: dropped once the server has it. */
  readonly draft: string | null;
  /** Of a record: where its card stood, should it have to become a session of its own. */
  readonly card?: CardSpot;
  readonly refused: ProblemBody | null;
}
export interface CardSpot {
  readonly stay: string;
  readonly day: string;
  readonly kind: string;
  readonly start: number;
  readonly length: number;
  readonly place: string;
}
export type NewEntry = Omit<Entry, "seq" | "key" | "refused">;

interface Schema extends DBSchema {
  outbox: { key: number; value: Omit<Entry, "seq"> & { seq?: number } };
}
let opened: Promise<IDBPDatabase<Schema>> | null = null;
const db = (): Promise<IDBPDatabase<Schema>> => {
  opened ??= openDB<Schema>("furlong", 1, {
    upgrade: (fresh) => void fresh.createObjectStore("outbox", { keyPath: "seq", autoIncrement: true }),
    terminated: () => {
      opened = null;
    },
  });
  return opened;
};

/** Tells every tab of this device, this one included, that the outbox is another. */
const channel = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel("furlong-outbox");
const ears = new Set<() => void>();
channel?.addEventListener("message", () => {
  for (const hear of ears) hear();
});
/** Many changes in a breath are told as one. */
const BREATH = 50;
let telling: ReturnType<typeof setTimeout> | undefined;
function changed(): void {
  telling ??= setTimeout(() => {
    telling = undefined;
    for (const hear of ears) hear();
    channel?.postMessage(null);
  }, BREATH);
}
export function onOutbox(hear: () => void): () => void {
  ears.add(hear);
  return () => void ears.delete(hear);
}

const all = async (): Promise<readonly Entry[]> => (await (await db()).getAll("outbox")) as Entry[];
export const keptOf = async (person: string): Promise<readonly Entry[]> =>
  (await all()).filter((entry) => entry.person === person);
export const countOthers = async (person: string | null): Promise<number> =>
  (await all()).filter((entry) => entry.person !== person).length;

/** Entries that somebody on this page waits for the answer of: not yet something that is kept. */
const waiting = new Map<number, (answer: Asked<unknown>) => void>();
/** What waits on this device, to be shown. */
export const shownOf = async (person: string): Promise<readonly Entry[]> =>
  (await keptOf(person)).filter(({ seq }) => !waiting.has(seq));

/** One flush at a time on the whole device; whoever changes an entry waits for it. */
const LOCK = "furlong-outbox";
const PATIENCE = 20_000;
/** A clip takes its time over one bar of signal; it goes after all words, which wait for nothing. */
const CLIP_PATIENCE = 170_000;
const isMedia = ({ route }: Pick<Entry, "route">): boolean => route === "media/add";
// Where a browser gives no locks (a page that did not come safely) there is one tab to fear: the request key still keeps a write from being done twice.
const alone = <T>(run: () => Promise<T>): Promise<T> =>
  "locks" in navigator ? (navigator.locks.request(LOCK, run) as Promise<T>) : run();

/** Takes an entry back, unless it was sent meanwhile: then false. */
export const takeBack = (seq: number): Promise<boolean> =>
  alone(async () => {
    const there = (await (await db()).get("outbox", seq)) !== undefined;
    await (await db()).delete("outbox", seq);
    changed();
    return there;
  });
/** Asks for a refused entry once more, as a new request. */
export const tryAgain = (seq: number): Promise<void> =>
  alone(async () => {
    const entry = await (await db()).get("outbox", seq);
    if (entry) await (await db()).put("outbox", { ...entry, key: newKey(), refused: null });
    changed();
  });

/** What a refused record is answered with when its card is somebody else's by now, cancelled, or gone. */
const GIVEN_AWAY: readonly string[] = ["not-allowed", "card-closed", "not-found"];
export const canStandAlone = ({ route, card, refused }: Entry): boolean =>
  route === "card/close" && card !== undefined && refused !== null && GIVEN_AWAY.includes(refused.code);
/** A record whose card was given away or cancelled meanwhile becomes a session of its own: what was worked was worked. */
export const standAlone = (seq: number): Promise<void> =>
  alone(async () => {
    const store = await db();
    const entry = await store.get("outbox", seq);
    if (!entry?.card) return;
    const id = newKey();
    const { seq: _seq, key: _key, refused: _refused, card, ...same } = entry;
    const next = { ...same, subject: id, refused: null };
    const unplanned = {
      id,
      ...card,
      rider: entry.person,
      helper: null,
      after: null,
      why: "Worked as handed out; the card was changed in the meantime.",
    };
    const tx = store.transaction("outbox", "readwrite");
    await tx.store.delete(seq);
    await tx.store.add({ ...next, key: newKey(), route: "card/unplanned", input: unplanned, draft: null });
    await tx.store.add({ ...next, key: newKey(), input: { ...(entry.input as object), id, base: null } });
    await tx.done;
    changed();
  });

export type Flushed = "empty" | "no-answer" | "signed-out";
/** Server trouble that passes by itself; anything else of 4xx is an answer. */
const passes = (status: number): boolean => status === 0 || status === 429 || status >= 500;

/** Nothing is said of what was written: it waits until its writer is in, and has a password of their own. */
const NOT_IN: readonly string[] = ["other-person", "must-change"];

/** Sends what this person has waiting, the oldest first, until nothing waits or nobody answers. `heard` gets each answer by its entry. */
const flush = (person: string, heard: (seq: number, answer: Asked<unknown>) => void = () => undefined): Promise<Flushed> =>
  alone(async () => {
    const done = new Set<number>();
    for (;;) {
      const left = (await keptOf(person)).filter(({ seq }) => !done.has(seq));
      const mine = [...left.filter((entry) => !isMedia(entry)), ...left.filter(isMedia)];
      if (mine.length === 0) return "empty";
      const blocked = new Set(mine.filter(({ refused }) => refused !== null).map(({ subject }) => subject));
      for (const next of mine) {
        done.add(next.seq);
        if (blocked.has(next.subject)) continue;
        const answer = await ask(next.route, next.input, next.key, {
          person,
          signal: AbortSignal.timeout(isMedia(next) ? CLIP_PATIENCE : PATIENCE),
        });
        if (!answer.ok && passes(answer.status)) return "no-answer";
        if (!answer.ok && (answer.status === 401 || NOT_IN.includes(answer.problem.code))) return "signed-out";
        const store = await db();
        if (answer.ok) {
          await store.delete("outbox", next.seq);
          if (next.draft) localStorage.removeItem(next.draft);
        } else {
          await store.put("outbox", { ...next, refused: answer.problem });
          blocked.add(next.subject);
        }
        heard(next.seq, answer);
        changed();
      }
    }
  });

/** Sends, and tells each answer to whoever waits for it, by whichever flush gets it. */
export const flushNow = (person: string): Promise<Flushed> => flush(person, (seq, answer) => waiting.get(seq)?.(answer));

export type Submitted<T> =
  | { readonly state: "sent"; readonly value: T }
  | { readonly state: "refused"; readonly problem: ProblemBody }
  | { readonly state: "kept" };
/**
 * Keeps an entry and sends it at once where that can be. A refusal is answered to the writer, who still has the draft: the entry goes. Without an answer it
 * stays, and goes out by itself later.
 */
export async function submit<T>(entry: NewEntry): Promise<Submitted<T>> {
  const seq = await db()
    .then((store) => store.add("outbox", { ...entry, key: newKey(), refused: null }))
    .catch(() => null);
  // A browser that keeps nothing (a private window) still sends; without an answer the writer keeps the draft.
  if (seq === null) {
    const answer = await ask<T>(entry.route, entry.input, newKey(), { person: entry.person });
    return answer.ok ? { state: "sent", value: answer.value } : { state: "refused", problem: answer.problem };
  }
  let heard: Asked<unknown> | null = null;
  waiting.set(seq, (answer) => {
    heard = answer;
  });
  await flushNow(entry.person);
  const answer = (heard as Asked<unknown> | null) ?? (await heardElsewhere(seq));
  // Refused, it goes before anybody sees it as kept.
  if (answer && !answer.ok) await takeBack(seq);
  waiting.delete(seq);
  changed();
  if (answer?.ok) return { state: "sent", value: answer.value as T };
  return answer ? { state: "refused", problem: answer.problem } : { state: "kept" };
}
/** Another tab may have sent it: then it is gone, or marked with why not. */
async function heardElsewhere(seq: number): Promise<Asked<unknown> | null> {
  const entry = await (await db()).get("outbox", seq);
  if (!entry) return { ok: true, value: null };
  return entry.refused ? { ok: false, status: 409, problem: entry.refused } : null;
}
