/**
 * An owner's report as data, composed from the record and from nothing else. Each statement is a code with figures and the records
 * behind it; the words are the interface's. The manager's own words are kept beside a block, never inside it.
 */
import type { LocalDate } from "../calendar/local-date.ts";
import type { TermFacts, TermReading } from "../calendar/term.ts";
import type { Incident, SessionKind, SessionRecord, Tack } from "../card/card.ts";
import { levelsOfMarks } from "../intake/outcome.ts";
import type { Mark, SeenSign } from "../intake/seen.ts";
import { signOf } from "../intake/signs.ts";
import { groupBy } from "../kernel/group.ts";
import { sidesOf, type TrackSide } from "../kernel/sides.ts";
import { type HardSide, hardSide, type Levels, trackKey } from "../ladder/level.ts";
import { type Branch, SKILLS, skillOf } from "../ladder/skills.ts";

export const BLOCK_IDS = ["asked", "found", "did", "can-do", "firsts", "needs-help", "careful", "next"] as const;
export type BlockId = (typeof BLOCK_IDS)[number];

export interface WorkedSession {
  readonly card: string;
  readonly day: LocalDate;
  readonly kind: SessionKind;
  readonly record: SessionRecord;
}
export interface ReportFacts {
  readonly aim: string;
  readonly term: TermFacts;
  readonly reading: TermReading;
  readonly intake: {
    readonly day: LocalDate;
    readonly marks: readonly Mark[];
    readonly signs: readonly SeenSign[];
    readonly stoppedAt: string | null;
  } | null;
  /** In the order of the days. */
  readonly sessions: readonly WorkedSession[];
  readonly levels: Levels;
}

/** `from`: ids of the cards or the evaluation that the statement rests on. */
export interface Statement {
  readonly say: Say;
  readonly from: readonly string[];
}
export type Say =
  | { readonly code: "aim"; readonly words: string }
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
  | { readonly code: "nothing-yet" }
  | { readonly code: "sessions"; readonly delivered: number; readonly contracted: number; readonly throughOwed: number }
  | { readonly code: "hours"; readonly ground: number; readonly saddle: number }
  | { readonly code: "held"; readonly days: number; readonly kinds: readonly string[]; readonly moved: boolean }
  | { readonly code: "tack"; readonly tack: readonly Tack[] }
  /** `all`: every skill of the branch that was seen is among them. */
  | { readonly code: "solid"; readonly branch: Branch; readonly skills: readonly string[]; readonly all: boolean }
  | { readonly code: "gained"; readonly skill: string; readonly side: TrackSide; readonly before: number; readonly now: number }
  | { readonly code: "first"; readonly day: LocalDate; readonly words: string }
  | { readonly code: "with-help"; readonly skills: readonly string[] }
  | {
      readonly code: "weaker-side";
      readonly skill: string;
      readonly side: "left" | "right";
      readonly left: number;
      readonly right: number;
    }
  | { readonly code: "incidents"; readonly kind: Incident["kind"]; readonly times: number; readonly last: LocalDate }
  | { readonly code: "signs-lately"; readonly sign: string; readonly times: number }
  | { readonly code: "no-cautions" }
  | { readonly code: "next-rungs"; readonly skills: readonly string[] }
  | { readonly code: "owed"; readonly sessions: number };

export interface Block {
  readonly id: BlockId;
  readonly statements: readonly Statement[];
}
/** Before and after of one skill on the common scale; null where it was not seen. */
export interface Compared {
  readonly skill: string;
  readonly side: TrackSide;
  readonly before: number | null;
  readonly now: number | null;
}
export interface ComposedReport {
  readonly blocks: readonly Block[];
  readonly compared: readonly Compared[];
}

const LATELY = 10;
const SOLID = 4;

const isIn = (levels: Levels, id: string, low: number, high: number): boolean => {
  const skill = skillOf(id);
  const scores = sidesOf(skill.sided).flatMap((side) => levels.get(trackKey(id, side))?.latest ?? []);
  const weaker = Math.min(...scores);
  return scores.length === sidesOf(skill.sided).length && low <= weaker && weaker <= high;
};

function comparedTracks(facts: ReportFacts): Compared[] {
  const before = new Map((facts.intake?.marks ?? []).map((mark) => [trackKey(mark.skill, mark.side), mark.score]));
  return SKILLS.flatMap((skill) =>
    sidesOf(skill.sided).map((side) => ({
      skill: skill.id,
      side,
      before: before.get(trackKey(skill.id, side)) ?? null,
      now: facts.levels.get(trackKey(skill.id, side))?.latest ?? null,
    })),
  ).filter((row) => row.before !== null || row.now !== null);
}

const cardsWith = (facts: ReportFacts, test: (session: WorkedSession) => boolean): string[] =>
  facts.sessions.filter(test).map((session) => session.card);

function found(facts: ReportFacts): Statement[] {
  const intake = facts.intake;
  if (!intake) return [{ say: { code: "no-intake" }, from: [] }];
  const from = ["intake"];
  const looked = intake.marks.filter((mark) => mark.score !== null);
  const hard = hardSide(levelsOfMarks(intake.marks), SKILLS);
  const signs = [...new Set(intake.signs.map((seen) => seen.sign))].filter((sign) => !signOf(sign).good);
  return [
    {
      say: {
        code: "intake",
        day: intake.day,
        looked: looked.length,
        solid: looked.filter((mark) => (mark.score ?? 0) >= 3).length,
      },
      from,
    },
    ...(intake.stoppedAt ? [{ say: { code: "intake-stopped", rung: intake.stoppedAt } as const, from }] : []),
    ...(hard.skills > 0
      ? [{ say: { code: "hard-side", when: "intake", side: hard.side, skills: hard.skills } as const, from }]
      : []),
    ...(signs.length > 0 ? [{ say: { code: "signs-seen", signs } as const, from }] : []),
  ];
}

function did(facts: ReportFacts): Statement[] {
  if (facts.sessions.length === 0) return [{ say: { code: "nothing-yet" }, from: [] }];
  const all = facts.sessions.map((session) => session.card);
  const minutes = (of: (record: SessionRecord) => number): number =>
    facts.sessions.reduce((sum, session) => sum + of(session.record), 0);
  const held = facts.reading.heldDays;
  const tack = [...new Set(facts.sessions.slice(-LATELY).flatMap((session) => session.record.tack))];
  return [
    {
      say: {
        code: "sessions",
        delivered: facts.reading.delivered,
        contracted: facts.reading.contracted,
        throughOwed: Math.trunc(facts.reading.owed),
      },
      from: all,
    },
    {
      say: {
        code: "hours",
        ground: minutes((record) => record.groundMinutes) / 60,
        saddle: minutes((record) => record.saddleMinutes) / 60,
      },
      from: all,
    },
    ...(held > 0
      ? [
          {
            say: {
              code: "held",
              days: held,
              kinds: [...new Set(facts.term.holds.map((hold) => hold.kind))],
              moved: facts.term.holds.some((hold) => hold.stopsClock),
            } as const,
            from: [],
          },
        ]
      : []),
    ...(tack.length > 0 ? [{ say: { code: "tack", tack } as const, from: all.slice(-LATELY) }] : []),
  ];
}

function canDo(facts: ReportFacts, compared: readonly Compared[]): Statement[] {
  const seen = groupBy(
    SKILLS.filter((skill) => isIn(facts.levels, skill.id, 0, 5)),
    (skill) => skill.branch,
  );
  const solid = [...seen].map(([branch, skills]) => {
    const reliable = skills.filter((skill) => isIn(facts.levels, skill.id, SOLID, 5)).map((skill) => skill.id);
    return { code: "solid", branch, skills: reliable, all: reliable.length === skills.length } as const;
  });
  const gains = compared
    .filter(
      (row): row is Compared & { before: number; now: number } =>
        row.before !== null && row.now !== null && row.now - row.before >= 2,
    )
    .sort((a, b) => b.now - b.before - (a.now - a.before))
    .slice(0, 4);
  const scored = (skill: string) => cardsWith(facts, (session) => session.record.scores.some((given) => given.skill === skill));
  return [
    ...solid.filter((say) => say.skills.length > 0).map((say) => ({ say, from: [...new Set(say.skills.flatMap(scored))] })),
    ...gains.map((row) => ({
      say: { code: "gained", skill: row.skill, side: row.side, before: row.before, now: row.now } as const,
      from: scored(row.skill),
    })),
  ];
}

function needsHelp(facts: ReportFacts): Statement[] {
  const partly = SKILLS.filter((skill) => isIn(facts.levels, skill.id, 1, 2)).map((skill) => skill.id);
  const uneven = SKILLS.filter((skill) => skill.sided)
    .map((skill) => ({
      skill: skill.id,
      left: facts.levels.get(trackKey(skill.id, "left"))?.latest,
      right: facts.levels.get(trackKey(skill.id, "right"))?.latest,
    }))
    .filter(
      (row): row is { skill: string; left: 0; right: 0 } =>
        row.left !== undefined && row.right !== undefined && Math.abs(row.left - row.right) >= 2,
    )
    .slice(0, 3);
  const hard = hardSide(facts.levels, SKILLS);
  return [
    ...(hard.skills > 0 && hard.side !== "even"
      ? [{ say: { code: "hard-side", when: "now", side: hard.side, skills: hard.skills } as const, from: [] }]
      : []),
    ...(partly.length > 0 ? [{ say: { code: "with-help", skills: partly } as const, from: [] }] : []),
    ...uneven.map((row) => ({
      say: {
        code: "weaker-side",
        skill: row.skill,
        side: row.left < row.right ? ("left" as const) : ("right" as const),
        left: row.left,
        right: row.right,
      } as const,
      from: [],
    })),
  ];
}

function careful(facts: ReportFacts): Statement[] {
  const incidents = facts.sessions.flatMap((session) =>
    session.record.incidents.map((incident) => ({ ...incident, day: session.day, card: session.card })),
  );
  const byKind = [...groupBy(incidents, (incident) => incident.kind)].map(([kind, list]) => ({
    say: {
      code: "incidents",
      kind,
      times: list.length,
      last: list
        .map((one) => one.day)
        .sort()
        .at(-1) as LocalDate,
    } as const,
    from: list.map((one) => one.card),
  }));
  const lately = facts.sessions
    .slice(-LATELY)
    .flatMap((session) =>
      session.record.signs.filter((seen) => !signOf(seen.sign).good).map((seen) => ({ ...seen, card: session.card })),
    );
  const bySign = [...groupBy(lately, (seen) => seen.sign)]
    .filter(([, list]) => list.length >= 2)
    .map(([sign, list]) => ({
      say: { code: "signs-lately", sign, times: list.length } as const,
      from: list.map((one) => one.card),
    }));
  const all = [...byKind, ...bySign];
  return all.length > 0 ? all : [{ say: { code: "no-cautions" }, from: [] }];
}

function next(facts: ReportFacts): Statement[] {
  const credited = (id: string): boolean => isIn(facts.levels, id, 3, 5);
  const rungs = SKILLS.filter((skill) => !credited(skill.id) && skill.after.length > 0 && skill.after.every(credited)).slice(
    0,
    4,
  );
  const owed = Math.trunc(facts.reading.owed);
  return [
    ...(rungs.length > 0 ? [{ say: { code: "next-rungs", skills: rungs.map((skill) => skill.id) } as const, from: [] }] : []),
    ...(owed > 0 ? [{ say: { code: "owed", sessions: owed } as const, from: [] }] : []),
  ];
}

/** The report that the record supports today. Blocks with nothing to say are left out. */
export function composeReport(facts: ReportFacts): ComposedReport {
  const compared = comparedTracks(facts);
  const { term, reading } = facts;
  const firsts = facts.sessions.flatMap((session) =>
    session.record.firsts.map((first) => ({
      say: { code: "first", day: session.day, words: first.words } as const,
      from: [session.card],
    })),
  );
  const blocks: Block[] = [
    {
      id: "asked",
      statements: [
        { say: { code: "aim", words: facts.aim }, from: [] },
        {
          say: { code: "term", length: term.length, from: term.firstDay, to: reading.lastDay, sessionsAWeek: term.sessionsAWeek },
          from: [],
        },
      ],
    },
    { id: "found", statements: found(facts) },
    { id: "did", statements: did(facts) },
    { id: "can-do", statements: canDo(facts, compared) },
    { id: "firsts", statements: firsts },
    { id: "needs-help", statements: needsHelp(facts) },
    { id: "careful", statements: careful(facts) },
    { id: "next", statements: next(facts) },
  ];
  return { blocks: blocks.filter((block) => block.statements.length > 0), compared };
}
