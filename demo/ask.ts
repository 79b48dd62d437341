/** Asking the application's own commands without a network: what the endpoint does between decoding and answering. */
import { randomUUID } from "node:crypto";
import { decode, type Issue } from "#contracts/decode.ts";
import type { Actor } from "#contracts/people.ts";
import type { Refusal } from "#contracts/refusal.ts";
import { must } from "#core/kernel/assert.ts";
import { type Result, refuse } from "#core/kernel/result.ts";
import { COMMANDS } from "#server/commands.ts";
import type { Deps } from "#server/container.ts";
import { runCommand } from "#server/http/command.ts";
import { useWording } from "#server/report/wording.ts";
import type { Session } from "#server/work.ts";
import { sayCover } from "#ui/words/cover.ts";
import { sayStatement } from "#ui/words/report.ts";
import { sayRoutine } from "#ui/words/routine.ts";

useWording({ sayStatement, sayCover, sayRoutine });

export interface Call {
  readonly route: string;
  readonly actor: Actor;
  readonly input: unknown;
  readonly key?: string | undefined;
  /** Missing: the application asks itself. */
  readonly session?: Session | null;
}

/** The answer, a refusal, or what is wrong with the input. */
export async function attempt<T>(
  deps: Deps,
  { route, actor, input, key = randomUUID(), session = null }: Call,
): Promise<Result<T, Refusal | readonly Issue[]>> {
  const command = must(COMMANDS[route], `command ${route}`);
  const decoded = decode(command.schema, input);
  if (!decoded.ok) return refuse(decoded.error);
  return (await runCommand(deps, { route, command, actor, session, key, input: decoded.value })) as Result<T, Refusal>;
}

/** For what must go well: throws with the whole answer where it does not. */
export async function ask<T>(deps: Deps, call: Call): Promise<T> {
  const result = await attempt<T>(deps, call);
  if (!result.ok) throw new Error(`${call.route}: ${JSON.stringify(result.error)}`);
  return result.value;
}
