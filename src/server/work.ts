/** What a use case is handed: an open transaction, who asks, and when it is. */
import { randomUUID } from "node:crypto";
import type { Actor } from "#contracts/people.ts";
import type { Refusal } from "#contracts/refusal.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { Id } from "#core/kernel/brand.ts";
import { type Result, refuse } from "#core/kernel/result.ts";
import type { Transaction } from "#db/client.ts";
import type { Barn } from "#db/queries/barn.ts";
import { noteChange } from "#db/queries/requests.ts";

/** Where somebody is signed in; `confirmed`: the password was typed in it a short while ago. */
export interface Session {
  readonly id: string;
  readonly confirmed: boolean;
}

/** For what takes a while: tells how far it is; throws Stopped once whoever asked has gone. */
export type Tell = (done: number, of: number) => void;
export class Stopped extends Error {
  constructor() {
    super("stopped");
  }
}

export interface Work {
  readonly tx: Transaction;
  readonly actor: Actor;
  /** Null where the application asks itself, as when the demo barn is made. */
  readonly session: Session | null;
  readonly now: Date;
  readonly today: LocalDate;
  readonly barn: Barn;
  readonly tell?: Tell;
}

/** What a use case answers: plain JSON, or a refusal, after which nothing of it is kept. */
export type Answer<T = unknown> = Promise<Result<T, Refusal>>;
export const no = (refusal: Refusal) => refuse(refusal);
let drawId: () => string = randomUUID;
export const newId = <K extends string>(): Id<K> => drawId() as Id<K>;
/** Ids come from somewhere else while this runs: the demo barn is to be the same each time it is made, and ids break ties. */
export async function withIdsFrom<T>(draw: () => string, run: () => Promise<T>): Promise<T> {
  drawId = draw;
  try {
    return await run();
  } finally {
    drawId = randomUUID;
  }
}

/** Keeps who did what to something that others rely on. */
export const note = (work: Work, subject: string, subjectId: string, what: string, details: unknown = {}): Promise<void> =>
  noteChange(work.tx, { at: work.now, person: work.actor.id, subject, subjectId, what, details });
