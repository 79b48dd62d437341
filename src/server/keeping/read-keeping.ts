import type { KeepingView } from "#contracts/keeping.ts";
import { findKeeping } from "#db/queries/keeping.ts";
import type { Deps } from "../container.ts";

export async function readKeeping({ sql }: Deps): Promise<KeepingView> {
  const { version, keeping } = await findKeeping(sql);
  return { version, keeping };
}
