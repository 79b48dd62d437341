/** Tells open screens that something in the barn was written: one ear on the barn's database for the whole process, any number of screens behind it. */
import { listenForWrites } from "#db/queries/barn.ts";
import { perBarn } from "../barns.ts";
import type { Deps } from "../container.ts";

const ears = perBarn(() => ({ screens: new Set<() => void>(), listening: null as Promise<void> | null }));

function listen(deps: Deps): Promise<void> {
  const ear = ears(deps);
  ear.listening ??= listenForWrites(deps.sql, () => {
    for (const wake of ear.screens) wake();
  }).catch((error: unknown) => {
    ear.listening = null;
    throw error;
  });
  return ear.listening;
}

/** Yields once as soon as writes are listened for, then after each write; several in a breath are told as one. */
export async function* writesIn(deps: Deps, signal: AbortSignal): AsyncGenerator<Record<string, never>> {
  let due = true;
  let wake = (): void => {};
  const hear = (): void => {
    due = true;
    wake();
  };
  const { screens } = ears(deps);
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
