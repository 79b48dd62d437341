/** What the office is told at once, without waiting for a card to be closed. */
export const ALERTS = ["incident", "sudden-change", "warm-down", "gate-override", "against", "lame", "unplanned"] as const;
export type AlertKind = (typeof ALERTS)[number];
