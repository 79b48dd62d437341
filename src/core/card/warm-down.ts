/** Pulse and breathing after work. A grown horse's pulse is under 64 within ten minutes, and it never breathes faster than its heart beats; else stop and tell the manager. */

export interface PulseReading {
  /** Minutes after the work ended, 0-60. */
  readonly minute: number;
  /** Beats a minute, 15-250; null: not taken. */
  readonly pulse: number | null;
  /** Breaths a minute, 4-200; null: not taken. */
  readonly breaths: number | null;
}
export const RECOVERED_PULSE = 64;
export const RECOVERS_WITHIN = 10;

export type WarmDownReason =
  | { readonly code: "pulse-high"; readonly pulse: number; readonly minute: number }
  | { readonly code: "breathes-faster"; readonly breaths: number; readonly pulse: number; readonly minute: number };
export interface WarmDown {
  /** none: nothing taken · wait: walk on and take it again · well: it has come down · tell: stop, and tell the manager. */
  readonly state: "none" | "wait" | "well" | "tell";
  readonly reasons: readonly WarmDownReason[];
}

export function readWarmDown(readings: readonly PulseReading[]): WarmDown {
  const reasons = readings.flatMap(({ minute, pulse, breaths }): WarmDownReason[] => [
    ...(pulse !== null && pulse >= RECOVERED_PULSE && minute >= RECOVERS_WITHIN
      ? [{ code: "pulse-high" as const, pulse, minute }]
      : []),
    ...(pulse !== null && breaths !== null && breaths > pulse
      ? [{ code: "breathes-faster" as const, breaths, pulse, minute }]
      : []),
  ]);
  if (reasons.length > 0) return { state: "tell", reasons };
  if (readings.every(({ pulse, breaths }) => pulse === null && breaths === null)) return { state: "none", reasons };
  return { state: readings.some(({ pulse }) => pulse !== null && pulse < RECOVERED_PULSE) ? "well" : "wait", reasons };
}
