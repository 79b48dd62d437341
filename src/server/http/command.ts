/**
 * One write from the outside: decode, check the right, run the use case in a transaction, answer a repeat of the same request
 * with the first one's answer. A refusal rolls back everything.
 */
import { createHash } from "node:crypto";
import type { z } from "zod/mini";
import type { Actor, Role } from "#contracts/people.ts";
import type { Refusal } from "#contracts/refusal.ts";
import { must } from "#core/kernel/assert.ts";
import type { Result } from "#core/kernel/result.ts";
import { ok } from "#core/kernel/result.ts";
import { troubleOf } from "#db/errors.ts";
import { findBarn, markWritten } from "#db/queries/barn.ts";
import { claimRequest, keepRequest } from "#db/queries/requests.ts";
import type { Deps } from "../container.ts";
import { type Answer, no, type Session, Stopped, type Tell, type Work } from "../work.ts";

export interface Command<S extends z.core.$ZodType = z.core.$ZodType> {
  readonly roles: readonly Role[];
  readonly schema: S;
  /** So much hangs on it that the password must have been typed a short while ago. */
  readonly confirmed: boolean;
  /** Asked so, it only says what would be: nothing of it is kept. */
  onlyLooks(input: z.output<S>): boolean;
  run(work: Work, input: z.output<S>): Answer;
}
interface Ways<S extends z.core.$ZodType> {
  readonly confirmed?: boolean;
  readonly onlyLooks?: (input: z.output<S>) => boolean;
}

/** Keeps the schema's type and the use case's together. */
export const command = <S extends z.core.$ZodType>(
  roles: readonly Role[],
  schema: S,
  run: (work: Work, input: z.output<S>) => Answer,
  { confirmed = false, onlyLooks = () => false }: Ways<S> = {},
): Command => ({ roles, schema, confirmed, onlyLooks, run }) as unknown as Command;

/** True where the password has to be typed once more. */
export const mustConfirm = (session: Session | null): boolean => session !== null && !session.confirmed;

class RolledBack extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.code);
  }
}

class LookedAt extends Error {
  constructor(readonly answer: unknown) {
    super("only looked at");
  }
}

interface Call {
  /** Names the command; the same key with another route or another body is refused. */
  readonly route: string;
  readonly command: Command;
  readonly actor: Actor;
  readonly session: Session | null;
  readonly key: string;
  readonly input: unknown;
  readonly tell?: Tell;
}

const TRIES = 3;

/** The second door: whoever asks, over the network or from within, must have a role that the command names. */
export async function runCommand(deps: Deps, call: Call): Promise<Result<unknown, Refusal>> {
  if (!call.command.roles.includes(call.actor.role)) return no({ code: "not-allowed", path: "" });
  if (call.command.confirmed && mustConfirm(call.session)) return no({ code: "confirm-password", path: "" });
  for (let tried = 1; ; tried += 1) {
    try {
      return await runOnce(deps, call);
    } catch (error) {
      if (error instanceof RolledBack) return no(error.refusal);
      if (error instanceof LookedAt) return ok(error.answer);
      if (error instanceof Stopped) return no({ code: "stopped", path: "" });
      if (troubleOf(error) !== "again" || tried >= TRIES) throw error;
    }
  }
}

const runOnce = (
  { sql, clock }: Deps,
  { route, command, actor, session, key, input, tell }: Call,
): Promise<Result<unknown, Refusal>> =>
  sql.begin(async (tx) => {
    const bodyHash = createHash("sha256").update(JSON.stringify(input)).digest();
    const earlier = await claimRequest(tx, actor.id, key);
    if (earlier) {
      const same = earlier.route === route && earlier.bodyHash.equals(bodyHash);
      return same ? ok(earlier.answer) : no({ code: "request-key-used", path: "Idempotency-Key" });
    }
    const barn = must(await findBarn(tx), "the barn is set up");
    const now = clock.now();
    const work: Work = { tx, actor, session, now, today: clock.today(barn.timeZone), barn, ...(tell ? { tell } : {}) };
    const result = await command.run(work, input as never);
    if (!result.ok) throw new RolledBack(result.error);
    if (command.onlyLooks(input as never)) throw new LookedAt(result.value);
    const answer = result.value ?? {};
    await keepRequest(tx, { person: actor.id, key, route, bodyHash, answer, at: now });
    await markWritten(tx);
    return ok(answer);
  });
