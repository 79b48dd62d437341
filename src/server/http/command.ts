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
import { countWrite, findBarn } from "#db/queries/barn.ts";
import { claimRequest, keepRequest } from "#db/queries/requests.ts";
import type { Deps } from "../container.ts";
import { type Answer, no, type Work } from "../work.ts";

export interface Command<S extends z.core.$ZodType = z.core.$ZodType> {
  readonly roles: readonly Role[];
  readonly schema: S;
  run(work: Work, input: z.output<S>): Answer;
}

/** Keeps the schema's type and the use case's together. */
export const command = <S extends z.core.$ZodType>(
  roles: readonly Role[],
  schema: S,
  run: (work: Work, input: z.output<S>) => Answer,
): Command => ({ roles, schema, run }) as unknown as Command;

class RolledBack extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.code);
  }
}

/** `route` names the command; the same key with another route or another body is refused. */
export async function runCommand(
  { sql, clock }: Deps,
  call: { route: string; command: Command; actor: Actor; key: string; input: unknown },
): Promise<Result<unknown, Refusal>> {
  const bodyHash = createHash("sha256").update(JSON.stringify(call.input)).digest();
  try {
    return await sql.begin(async (tx) => {
      const earlier = await claimRequest(tx, call.actor.id, call.key);
      if (earlier) {
        const same = earlier.route === call.route && earlier.bodyHash.equals(bodyHash);
        return same ? ok(earlier.answer) : no({ code: "request-key-used", path: "Idempotency-Key" });
      }
      const barn = must(await findBarn(tx), "the barn is set up");
      const now = clock.now();
      const result = await call.command.run(
        { tx, actor: call.actor, now, today: clock.today(barn.timeZone), barn },
        call.input as never,
      );
      if (!result.ok) throw new RolledBack(result.error);
      await keepRequest(tx, {
        person: call.actor.id,
        key: call.key,
        route: call.route,
        bodyHash,
        answer: result.value ?? {},
        at: now,
      });
      await countWrite(tx);
      return ok(result.value ?? {});
    });
  } catch (error) {
    if (error instanceof RolledBack) return no(error.refusal);
    throw error;
  }
}
