import { isLadderKnown } from "#contracts/ladder.here.ts";
import { findBarn } from "#db/queries/barn.ts";
import type { Deps } from "../container.ts";

/** Before the first request is read: forms are checked against the barn's ladder. Reading the barn makes it known, then and each time after. */
export async function knowLadder({ sql }: Deps): Promise<void> {
  if (!isLadderKnown()) await findBarn(sql);
}
