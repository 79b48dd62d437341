/** Why a session works what it works: one reason, as data; its sentence is the interface's. */
import type { ProtocolCode } from "../permission/protocol.ts";
import type { Step } from "../permission/steps.ts";

export const BECAUSE_CODES = [
  "written",
  "pinned",
  "asked",
  "protocol",
  "step",
  "follow-up",
  "complaint",
  "goal",
  "another-way",
  "proof",
  "wider",
  "ladder",
] as const;
export const FOLLOW_UPS = ["offered", "rose", "first-time", "ended-badly", "word"] as const;
export type FollowUp = (typeof FOLLOW_UPS)[number];

export type Because =
  /** The manager wrote the card; empty words: without a reason. */
  | { readonly code: "written"; readonly words: string }
  /** The manager fixed it to the day, or asked for it. */
  | { readonly code: "pinned" | "asked" }
  | { readonly code: "protocol"; readonly protocol: ProtocolCode; readonly at: string | null; readonly days: number | null }
  /** A big step that is ready. */
  | { readonly code: "step"; readonly step: Step }
  | { readonly code: "follow-up"; readonly why: FollowUp }
  /** `goal` is what the owner came for; `part`: the work is what that rests on. `must`: it was promised. */
  | { readonly code: "complaint" | "goal"; readonly goal: string; readonly part: boolean; readonly must: boolean }
  /** `skill` stands still: what it rests on, or something else, for a while. */
  | { readonly code: "another-way"; readonly skill: string }
  /** A met goal shown again before it fades. */
  | { readonly code: "proof"; readonly goal: string }
  /** All goals are met: elsewhere, with company, or what builds on them. */
  | { readonly code: "wider" }
  /** Nothing is asked for: what comes next on the ladder. */
  | { readonly code: "ladder" };
