/** Tells open screens that something in the barn was written: one ear on the database for the whole process, any number of screens behind it. */
import { listenForWrites } from "#db/queries/barn.ts";
import type { Deps } from "../container.ts";

const screens = new Set<() => void>();
let listening: Promise<void> | null = null;

function listen({ sql }: Deps): Promise<void> {
  listening ??= listenForWrites(sql, () => {
    for (const wake of screens) wake();
  }).catch((error: unknown) => {
    listening = null;
    throw error;
  });
  return listening;
}

/** Yields once as soon as writes are listened for, then after each write; several in a breath are told as one. */
export async function* writesIn(deps: Deps, signal: AbortSignal): AsyncGenerator<Record<string, never>> {
  let due = true;
  let wake = (): void => {};
  const hear = (): void => {
    due = true;
    wake();
  };
  screens.add(hear);
  signal.addEventListener("abort", hear);
  try {
    await listen(deps);
    while (!signal.aborted) {
      if (!due)
        await new Promise<void>((resolve) => {
          wake = resolve;
        });
      due = false;
      if (!signal.aborted) yield {};
    }
  } finally {
    screens.delete(hear);
    signal.removeEventListener("abort", hear);
  }
}
