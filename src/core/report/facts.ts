/** What a report is composed from, and what it is composed of. */

import type { LocalDate } from "../calendar/local-date.ts";
import type { TermFacts, TermReading } from "../calendar/term.ts";
import type { Gait, Incident, SessionKind, SessionRecord } from "../card/card.ts";
import type { Complaint } from "../card/complaint.ts";
import type { Cue, CueWords } from "../card/cues.ts";
import type { Tack } from "../card/gear.ts";
import type { Looker, Restriction } from "../check/check.ts";
import type { Verdict } from "../forecast/chance.ts";
import type { CheckResult, Trial, TrialResult } from "../intake/cause-rules.ts";
import type { EvaluationKind } from "../intake/outcome.ts";
import type { SeenSign, WalkMark } from "../intake/seen.ts";
import type { Side, TrackSide } from "../kernel/sides.ts";
import type { Ladder } from "../ladder/ladder.ts";
import type { Levels, ScoreFact } from "../ladder/level.ts";
import type { HardSide } from "../reading/hard-side.ts";

/** intake: what was found on arrival · weekly: five lines · mid-term: where it stands · end: everything. */
export const REPORT_KINDS = ["intake", "weekly", "mid-term", "end"] as const;
export type ReportKind = (typeof REPORT_KINDS)[number];

export const BLOCK_IDS = [
  "in-short",
  "asked",
  "found",
  "did",
  "can-do",
  "firsts",
  "needs-help",
  "careful",
  "how-to-ask",
  "care",
  "next",
] as const;
export type BlockId = (typeof BLOCK_IDS)[number];

/** How sessions that are owed at the end are made good: the barn's policy. */
export const OWED_POLICIES = ["days", "credit", "agreed"] as const;
export type OwedPolicy = (typeof OWED_POLICIES)[number];

/** What keeps a horse from going home: a check nobody has answered or released, trouble that is not worked through, a hold. */
export const REPORT_WAITS = ["check", "trouble", "hold"] as const;
export type ReportWait = (typeof REPORT_WAITS)[number];

export interface ReportSession {
  readonly card: string;
  readonly day: LocalDate;
  readonly kind: SessionKind;
  readonly record: SessionRecord;
}
export interface LookedAt {
  readonly id: string;
  readonly kind: EvaluationKind;
  readonly day: LocalDate;
  readonly marks: readonly WalkMark[];
  readonly signs: readonly SeenSign[];
  readonly stoppedAt: string | null;
}
export interface GoalFact {
  readonly skill: string;
  readonly target: number;
  readonly side: Side | null;
  /** Promised, not only wished for. */
  readonly must: boolean;
  /** By the record: its target in the last two scored sessions, on every side asked for. */
  readonly met: boolean;
  /** That it is met in time, 0-1; null: nobody has forecast it. */
  readonly chance: number | null;
}
export interface CheckFact {
  readonly id: string;
  readonly who: Looker;
  readonly orderedOn: LocalDate;
  readonly due: LocalDate;
  readonly doneOn: LocalDate | null;
  readonly result: CheckResult | null;
  /** What the professional restricted and still holds. */
  readonly restricted: readonly Restriction[];
}
export interface ReportFacts {
  readonly ladder: Ladder;
  readonly kind: ReportKind;
  readonly today: LocalDate;
  /** Of a weekly word. */
  readonly week: { readonly from: LocalDate; readonly to: LocalDate } | null;
  readonly aim: string;
  /** What the horse was sent for; null: nothing in particular. */
  readonly complaint: Complaint | null;
  readonly term: TermFacts;
  readonly reading: TermReading;
  /** Closed ones, in the order of the days. */
  readonly evaluations: readonly LookedAt[];
  /** What the manager signed on arrival: whether each goal can be had, and what the first week is about. */
  readonly verdicts: readonly { readonly skill: string; readonly verdict: Verdict }[];
  readonly focus: readonly string[];
  /** In the order of the days. */
  readonly sessions: readonly ReportSession[];
  /** Of evaluations and sessions, in the order in which they were given. */
  readonly scores: readonly ScoreFact[];
  readonly levels: Levels;
  readonly goals: readonly GoalFact[];
  readonly checks: readonly CheckFact[];
  /** Changes that were tried for a sign, and ended. */
  readonly trials: readonly { readonly change: Trial; readonly result: TrialResult }[];
  readonly waits: readonly ReportWait[];
  /** Signed, or risen since; null: nobody has signed. */
  readonly risk: number | null;
  /** Skills that were not scored here and are there all the same: told, or part of what was seen. */
  readonly known: readonly string[];
  readonly cues: CueWords;
  readonly owedPolicy: OwedPolicy;
}

/** `from`: ids of the cards, evaluations or checks that the statement rests on. `key` names it from one composing to the next, whatever its figures. */
export interface Statement {
  readonly key: string;
  readonly say: Say;
  readonly from: readonly string[];
}
/** Why a goal was not reached, as far as the record says. */
export type OpenBecause = "held" | "sessions-short" | "rungs-below" | "time" | "confirm";

export type Say =
  | { readonly code: "aim"; readonly words: string }
  | { readonly code: "complaint"; readonly complaint: Complaint }
  | {
      readonly code: "term";
      readonly length: number;
      readonly from: LocalDate;
      readonly to: LocalDate;
      readonly sessionsAWeek: number;
    }
  | { readonly code: "no-intake" }
  | { readonly code: "intake"; readonly day: LocalDate; readonly looked: number; readonly solid: number }
  | { readonly code: "intake-stopped"; readonly rung: string }
  | { readonly code: "hard-side"; readonly when: "intake" | "now"; readonly side: HardSide; readonly skills: number }
  | { readonly code: "signs-seen"; readonly signs: readonly string[] }
  | { readonly code: "verdict"; readonly skill: string; readonly verdict: Verdict }
  | { readonly code: "focus"; readonly words: readonly string[] }
  | { readonly code: "nothing-yet" }
  | { readonly code: "sessions"; readonly delivered: number; readonly contracted: number; readonly throughOwed: number }
  | { readonly code: "hours"; readonly ground: number; readonly saddle: number }
  | { readonly code: "held"; readonly days: number; readonly kinds: readonly string[]; readonly moved: boolean }
  | { readonly code: "week"; readonly from: LocalDate; readonly to: LocalDate; readonly given: number; readonly minutes: number }
  | { readonly code: "week-without"; readonly from: LocalDate; readonly to: LocalDate; readonly held: boolean }
  | { readonly code: "worked-on"; readonly skills: readonly string[] }
  /** Reliable here: the weightiest of a branch, and how many more. */
  | { readonly code: "does"; readonly branch: string; readonly skills: readonly string[]; readonly more: number }
  | { readonly code: "gained"; readonly skill: string; readonly side: TrackSide; readonly before: number; readonly now: number }
  /** Minutes until it was soft, in the first sessions in which that was tapped and in the last. */
  | { readonly code: "softens"; readonly first: number; readonly now: number }
  | { readonly code: "goals-met"; readonly skills: readonly string[] }
  | { readonly code: "goal-ahead"; readonly skill: string; readonly chance: number }
  | {
      readonly code: "goals-open";
      readonly skills: readonly string[];
      readonly begun: boolean;
      readonly because: OpenBecause;
      /** Where they stand on the weaker of the sides asked for; null: not begun, or not scored. */
      readonly now: number | null;
      /** What the only one of them needs first. */
      readonly needs: readonly string[];
    }
  | { readonly code: "first"; readonly day: LocalDate; readonly words: string }
  | { readonly code: "first-ride"; readonly day: LocalDate }
  | { readonly code: "first-gait"; readonly day: LocalDate; readonly gait: Gait }
  | { readonly code: "first-skill"; readonly day: LocalDate; readonly skill: string }
  /** `solid`: reliable here; else mostly, on light help. */
  | { readonly code: "short-can"; readonly skills: readonly string[]; readonly solid: boolean }
  | { readonly code: "short-next"; readonly what: NextProposal | null; readonly skill: string | null }
  | { readonly code: "with-help"; readonly skills: readonly string[]; readonly more: number }
  | {
      readonly code: "weaker-side";
      readonly skill: string;
      readonly side: "left" | "right";
      readonly left: number;
      readonly right: number;
    }
  | { readonly code: "incidents"; readonly kind: Incident["kind"]; readonly times: number; readonly last: LocalDate }
  | { readonly code: "signs-lately"; readonly sign: string; readonly times: number }
  | { readonly code: "sign-faded"; readonly sign: string; readonly times: number; readonly last: LocalDate }
  /** Sessions in which what it was sent for showed: all, among the last, and when last; `tried`: work here came to that moment. */
  | {
      readonly code: "complaint-now";
      readonly tried: boolean;
      readonly seen: number;
      readonly lately: number;
      readonly last: LocalDate | null;
    }
  /** Schools over fences in which it rushed, stopped or ran out: how many of all, the last one, and whether a clean one came after. */
  | {
      readonly code: "jump-faults";
      readonly rushed: number;
      readonly refused: number;
      readonly schools: number;
      readonly last: LocalDate;
      readonly isPast: boolean;
    }
  /** What went wrong lately and nobody would leave out of three sentences; `isHeld`: it is worked through step by step now. */
  | { readonly code: "short-incident"; readonly kind: Incident["kind"]; readonly last: LocalDate; readonly isHeld: boolean }
  | { readonly code: "never-tried"; readonly skills: readonly string[] }
  | { readonly code: "no-cautions" }
  /** Of reports that were approved before gear had stages. */
  | { readonly code: "tack"; readonly tack: readonly Tack[] }
  /** What it goes in, and the stages of bit and back girth that it reached here. */
  | {
      readonly code: "gear";
      readonly now: readonly Tack[];
      readonly stages: readonly { readonly tack: Tack; readonly day: LocalDate }[];
    }
  /** Schools over fences: efforts and faults, the highest fence that it cleared; null: none that has a height. */
  | {
      readonly code: "jumped";
      readonly schools: number;
      readonly efforts: number;
      readonly rails: number;
      readonly refusals: number;
      readonly heightCm: number | null;
    }
  | { readonly code: "cues"; readonly cues: readonly (readonly [Cue, string])[] }
  | {
      readonly code: "check-done";
      readonly who: Looker;
      readonly day: LocalDate;
      readonly result: CheckResult;
      readonly restricted: readonly Restriction[];
      /** Signs that showed before it and not since. Missing: of reports approved before that was told. */
      readonly went?: readonly string[];
    }
  /** A change of tack or company that was tried, and what it did to the sign. */
  | { readonly code: "tried"; readonly change: Trial; readonly result: TrialResult }
  | { readonly code: "check-open"; readonly who: Looker; readonly due: LocalDate }
  | { readonly code: "no-checks" }
  | { readonly code: "next-steps"; readonly skills: readonly string[] }
  | { readonly code: "owed"; readonly sessions: number; readonly policy: OwedPolicy }
  | { readonly code: "proposal"; readonly what: NextProposal; readonly waits: readonly ReportWait[] }
  | EarlierSay;
/** What would serve the horse after this term. */
export type NextProposal = "home" | "home-with-plan" | "more-time" | "wait";
/** Of reports that were approved before sentences were put together so. */
export type EarlierSay =
  | { readonly code: "solid"; readonly branch: string; readonly skills: readonly string[]; readonly all: boolean }
  | { readonly code: "goal-met"; readonly skill: string }
  | {
      readonly code: "goal-open";
      readonly skill: string;
      readonly because: OpenBecause;
      readonly now: number | null;
      readonly below: readonly string[];
    }
  | { readonly code: "next-rungs"; readonly skills: readonly string[] };

export interface Block {
  readonly id: BlockId;
  readonly statements: readonly Statement[];
}
/** Before and after of one skill on the common scale; null where it was not seen. */
export interface SkillComparison {
  readonly skill: string;
  readonly side: TrackSide;
  readonly before: number | null;
  readonly now: number | null;
}
export interface FirstPageRow {
  readonly skill: string;
  readonly sides: readonly { readonly side: TrackSide; readonly before: number | null; readonly now: number }[];
}
export interface FirstPage {
  readonly from: LocalDate;
  readonly to: LocalDate;
  readonly length: number;
  readonly delivered: number;
  readonly contracted: number;
  /** The weightiest of what it does mostly or better, each side then and now. */
  readonly can: readonly FirstPageRow[];
  /** Goals that are open, what was promised first. */
  readonly notYet: readonly string[];
}
export interface ComposedReport {
  readonly blocks: readonly Block[];
  readonly compared: readonly SkillComparison[];
  readonly first: FirstPage | null;
}
