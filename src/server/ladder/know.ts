import { isLadderKnown } from "#contracts/ladder.here.ts";
import { findBarn } from "#db/queries/barn.ts";
import type { Deps } from "../container.ts";

/**
 * Before the first request is read, and before every write: forms are checked against the barn's ladder, which another server on this database may have changed.
 * Reading the barn makes it known, then and each time after.
 */
export async function knowLadder({ sql }: Deps, always = false): Promise<void> {
  if (always || !isLadderKnown()) await findBarn(sql);
}
