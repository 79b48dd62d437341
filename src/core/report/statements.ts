/** What each block of a report has to say, from the record. A skill is named as seen only where a score stands behind it on every side. */

import type { LocalDate } from "../calendar/local-date.ts";
import type { SessionRecord } from "../card/card.ts";
import { cuesFor } from "../card/cues.ts";
import { effortsOf, heightOf } from "../card/jump.ts";
import { signsAround } from "../card/sign-change.ts";
import { gearNow, stagesReached } from "../card/worn.ts";
import { scoresOfMarks } from "../intake/outcome.ts";
import { signOf } from "../intake/signs.ts";
import { groupBy } from "../kernel/group.ts";
import { sidesOf } from "../kernel/sides.ts";
import { trackKey } from "../ladder/level.ts";
import { hardSideOf } from "../reading/hard-side.ts";
import type { ReportFacts, ReportSession, SkillComparison, Statement } from "./facts.ts";
import { statement } from "./key.ts";
import { CREDITED, intakeOf, isIn, LATELY, scoredIn } from "./seen.ts";

/** A side is told as the harder one by so many things seen on both. */
export const TOLD_BY = 3;

export function comparedTracks(facts: ReportFacts): SkillComparison[] {
  const before = new Map((intakeOf(facts)?.marks ?? []).map((mark) => [trackKey(mark.skill, mark.side), mark.score]));
  return facts.ladder.all
    .flatMap((skill) =>
      sidesOf(skill.sided).map((side) => ({
        skill: skill.id,
        side,
        before: before.get(trackKey(skill.id, side)) ?? null,
        now: facts.levels.get(trackKey(skill.id, side))?.latest ?? null,
      })),
    )
    .filter((row) => row.before !== null || row.now !== null);
}

export const aim = (facts: ReportFacts): Statement[] => [statement({ code: "aim", words: facts.aim })];
export function asked(facts: ReportFacts): Statement[] {
  const { term, reading } = facts;
  const { length, firstDay: from, sessionsAWeek } = term;
  return [
    ...(facts.complaint ? [statement({ code: "complaint", complaint: facts.complaint })] : []),
    statement({ code: "term", length, from, to: reading.lastDay, sessionsAWeek }),
  ];
}

export function found(facts: ReportFacts): Statement[] {
  const intake = intakeOf(facts);
  if (!intake) return [statement({ code: "no-intake" })];
  const from = [intake.id];
  const looked = intake.marks.filter((mark) => mark.score !== null);
  const hard = hardSideOf(scoresOfMarks(intake.marks), facts.ladder.all);
  const signs = [...new Set(intake.signs.map((seen) => seen.sign))].filter((sign) => !signOf(sign).good);
  const solid = looked.filter((mark) => (mark.score ?? 0) >= CREDITED).length;
  return [
    statement({ code: "intake", day: intake.day, looked: looked.length, solid }, from),
    ...(intake.stoppedAt ? [statement({ code: "intake-stopped", rung: intake.stoppedAt }, from)] : []),
    ...(hard.skills >= TOLD_BY
      ? [statement({ code: "hard-side", when: "intake", side: hard.side, skills: hard.skills }, from)]
      : []),
    ...(signs.length > 0 ? [statement({ code: "signs-seen", signs }, from)] : []),
  ];
}

const minutesOf = (sessions: readonly ReportSession[], of: (record: SessionRecord) => number): number =>
  sessions.reduce((sum, { record }) => sum + of(record), 0);

/** Over fences, all schools together. */
function jumped({ sessions }: ReportFacts): Statement[] {
  const schools = sessions.flatMap(({ card, record }) =>
    record.jump && effortsOf(record.jump) > 0 ? [{ card, jump: record.jump }] : [],
  );
  if (schools.length === 0) return [];
  const all = schools.flatMap(({ jump }) => jump.results);
  const heights = schools.flatMap(({ jump }) => heightOf(jump) ?? []);
  return [
    statement(
      {
        code: "jumped",
        schools: schools.length,
        efforts: schools.reduce((sum, { jump }) => sum + effortsOf(jump), 0),
        rails: all.reduce((sum, { rails }) => sum + rails, 0),
        refusals: all.reduce((sum, { stops, runOuts }) => sum + stops + runOuts, 0),
        heightCm: heights.length > 0 ? Math.max(...heights) : null,
      },
      schools.map(({ card }) => card),
    ),
  ];
}

export function did(facts: ReportFacts): Statement[] {
  if (facts.sessions.length === 0) return [statement({ code: "nothing-yet" })];
  const all = facts.sessions.map(({ card }) => card);
  const { delivered, contracted, owed, heldDays } = facts.reading;
  const { holds } = facts.term;
  const kinds = [...new Set(holds.map(({ kind }) => kind))];
  return [
    statement({ code: "sessions", delivered, contracted, throughOwed: Math.max(0, Math.trunc(owed)) }, all),
    statement(
      {
        code: "hours",
        ground: minutesOf(facts.sessions, (record) => record.groundMinutes) / 60,
        saddle: minutesOf(facts.sessions, (record) => record.saddleMinutes) / 60,
      },
      all,
    ),
    ...jumped(facts),
    ...(heldDays > 0
      ? [statement({ code: "held", days: heldDays, kinds, moved: holds.some(({ stopsClock }) => stopsClock) })]
      : []),
  ];
}

export function howToAsk(facts: ReportFacts): Statement[] {
  const lately = facts.sessions.slice(-LATELY);
  const now = gearNow(facts.sessions);
  const stages = stagesReached(facts.sessions);
  const solid = facts.ladder.skills.filter((skill) => isIn(facts.levels, skill, CREDITED, 5));
  const cues = cuesFor(solid).map((cue) => [cue, facts.cues[cue]] as const);
  const from = lately.map(({ card }) => card);
  return [
    ...(now.length > 0 ? [statement({ code: "gear", now, stages: stages.length > 1 ? stages : [] }, from)] : []),
    ...(cues.length > 0
      ? [
          statement(
            { code: "cues", cues },
            solid.flatMap(({ id }) => scoredIn(facts, id)),
          ),
        ]
      : []),
  ];
}

export function care(facts: ReportFacts): Statement[] {
  // Tried twice, the last time counts.
  const tried = [...new Map(facts.trials.map(({ change, result }) => [change, result]))].map(([change, result]) =>
    statement({ code: "tried", change, result }),
  );
  if (facts.checks.length === 0) return [statement({ code: "no-checks" }), ...tried];
  const checks = facts.checks.map(({ id, who, due, doneOn, result, restricted }) =>
    doneOn && result
      ? statement({ code: "check-done", who, day: doneOn, result, restricted, went: wentAfter(facts, doneOn) }, [id])
      : statement({ code: "check-open", who, due }, [id]),
  );
  return [...checks, ...tried];
}
/** Signs that showed before a day and not since: what came of what was done on it, as far as the record goes. */
const wentAfter = ({ sessions }: ReportFacts, on: LocalDate): readonly string[] =>
  signsAround(
    sessions.filter(({ day }) => day <= on),
    sessions.filter(({ day }) => day > on),
  ).went;

/** A week: what was given and worked on, what went up by a step within it. */
export function weekDid(facts: ReportFacts, sessions: readonly ReportSession[]): Statement[] {
  const { week, term } = facts;
  if (!week) return [];
  if (sessions.length === 0) {
    const held = term.holds.some((hold) => hold.from <= week.to && (hold.to === null || hold.to >= week.from));
    return [statement({ code: "week-without", ...week, held })];
  }
  const from = sessions.map(({ card }) => card);
  const worked = [
    ...groupBy(
      sessions.flatMap(({ record }) => [...new Set(record.scores.map(({ skill }) => skill))]),
      (skill) => skill,
    ),
  ]
    .sort(([, a], [, b]) => b.length - a.length)
    .slice(0, 4)
    .map(([skill]) => skill);
  const minutes = minutesOf(sessions, (record) => record.groundMinutes + record.saddleMinutes);
  return [
    statement({ code: "week", ...week, given: sessions.length, minutes }, from),
    ...(worked.length > 0 ? [statement({ code: "worked-on", skills: worked }, from)] : []),
  ];
}
/** The manager's signed answer to what the owner asked for. */
export const verdicts = (facts: ReportFacts): Statement[] =>
  facts.verdicts.map(({ skill, verdict }) => statement({ code: "verdict", skill, verdict }));
export const focus = (facts: ReportFacts): Statement[] =>
  facts.focus.length > 0 ? [statement({ code: "focus", words: facts.focus })] : [];
