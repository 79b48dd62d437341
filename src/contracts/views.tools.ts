/** What the Barn tools are handed. */
import type { FenceLayout } from "#core/card/jump.ts";
import type { WorkLimits } from "#core/weather/work-limits.ts";
export interface ToolsView {
  /** From where on work becomes less or none. */
  readonly limits: WorkLimits;
  /** Of poles and fences, that the barn keeps. */
  readonly layouts: readonly FenceLayout[];
  readonly manager: boolean;
  /** Riders with their weight, tack included: everybody's to the manager, their own to others. */
  readonly people: readonly { readonly name: string; readonly weightKg: number }[];
}
