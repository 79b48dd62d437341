/** What was brought in lately, and whether it can be taken out again. */
import type { ImportView } from "#contracts/import.ts";
import { sayInstant } from "#core/calendar/local-date.ts";
import { must } from "#core/kernel/assert.ts";
import { findBarn } from "#db/queries/barn.ts";
import { listImports } from "#db/queries/import.ts";
import type { Deps } from "../container.ts";
import { mayUndo } from "./take.ts";

const SHOWN = 20;
export interface ImportsView {
  readonly imports: readonly ImportView[];
  /** What figures without a unit are, in this barn. */
  readonly units: string;
}
export async function readImports({ sql, clock }: Deps): Promise<ImportsView> {
  const barn = must(await findBarn(sql), "the barn is set up");
  const say = (at: Date): string => sayInstant(barn.timeZone, at.getTime());
  return {
    units: barn.units,
    imports: (await listImports(sql, SHOWN)).map((one) => ({
      id: one.id,
      list: one.list,
      file: one.file,
      by: one.by,
      at: say(one.at),
      made: one.made,
      changed: one.changed,
      undone: one.undoneAt && say(one.undoneAt),
      mayUndo: !one.undoneAt && mayUndo(one.at, clock.now()),
    })),
  };
}
