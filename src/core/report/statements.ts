/** What each block of a report has to say, from the record. A skill is named as seen only where a score stands behind it on every side. */
import type { LocalDate } from "../calendar/local-date.ts";
import type { SessionRecord } from "../card/card.ts";
import { minutesUntilSoft } from "../card/course.ts";
import { cuesFor } from "../card/cues.ts";
import { verdictOf } from "../forecast/chance.ts";
import { scoresOfMarks } from "../intake/outcome.ts";
import { signOf } from "../intake/signs.ts";
import { groupBy } from "../kernel/group.ts";
import { SIDES, sidesOf } from "../kernel/sides.ts";
import type { Ladder } from "../ladder/ladder.ts";
import { type Levels, readLevels, trackKey, weakerSide } from "../ladder/level.ts";
import type { Skill } from "../ladder/skill.ts";
import { hardSideOf } from "../reading/hard-side.ts";
import type { Compared, GoalFact, OpenBecause, ReportFacts, Say, Statement, WorkedSession } from "./facts.ts";

const LATELY = 10;
const SOLID = 4;
const CREDITED = 3;
const GAINS = 4;
/** A side is told as the harder one by so many things seen on both. */
const TOLD_BY = 3;
/** Days on hold, and sessions short, that explain why a goal was not reached. */
const LONG_HOLD = 7;
const MANY_SHORT = 3;

/** What tells a statement from another of its code; figures are not part of it. */
function keyOf(say: Say): string {
  const parts: (string | undefined)[] = [say.code];
  if ("skill" in say) parts.push(say.skill);
  if ("side" in say && say.code === "gained") parts.push(say.side);
  if ("when" in say) parts.push(say.when);
  if ("branch" in say) parts.push(say.branch);
  if (say.code === "incidents") parts.push(say.kind);
  if (say.code === "signs-lately") parts.push(say.sign);
  if (say.code === "first") parts.push(say.day, say.words);
  if (say.code === "check-done") parts.push(say.who, say.day);
  if (say.code === "check-open") parts.push(say.who, say.due);
  return parts.join(":");
}
export const statement = (say: Say, from: readonly string[] = []): Statement => ({
  key: keyOf(say),
  say,
  from: [...new Set(from)],
});

/** Seen on every side that it has, the weaker one within these. */
const isIn = (levels: Levels, skill: Skill, low: number, high: number): boolean => {
  const scores = sidesOf(skill.sided).flatMap((side) => levels.get(trackKey(skill.id, side))?.latest ?? []);
  const weaker = Math.min(...scores);
  return scores.length === sidesOf(skill.sided).length && low <= weaker && weaker <= high;
};
const intakeOf = ({ evaluations }: ReportFacts) => evaluations.find(({ kind }) => kind === "intake") ?? null;

export function comparedTracks(facts: ReportFacts): Compared[] {
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

/** Everything in which a skill was scored. */
const scoredIn = (facts: ReportFacts, skill: string): string[] => [
  ...facts.sessions.filter(({ record }) => record.scores.some((given) => given.skill === skill)).map(({ card }) => card),
  ...facts.evaluations
    .filter(({ marks }) => marks.some((mark) => mark.skill === skill && mark.score !== null))
    .map(({ id }) => id),
];

export function asked(facts: ReportFacts): Statement[] {
  const { term, reading } = facts;
  const { length, firstDay: from, sessionsAWeek } = term;
  return [
    statement({ code: "aim", words: facts.aim }),
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

const minutesOf = (sessions: readonly WorkedSession[], of: (record: SessionRecord) => number): number =>
  sessions.reduce((sum, { record }) => sum + of(record), 0);

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
    ...(heldDays > 0
      ? [statement({ code: "held", days: heldDays, kinds, moved: holds.some(({ stopsClock }) => stopsClock) })]
      : []),
  ];
}

/** So many sessions at either end are looked at, and so many minutes less are worth telling. */
const SOFT_SESSIONS = 3;
const SOFTER_BY = 2;
function softens(sessions: readonly WorkedSession[]): Statement[] {
  const soft = sessions.flatMap(({ card, record }) => {
    const minutes = ([...SIDES, null] as const).flatMap((side) => minutesUntilSoft(record.course, side) ?? []);
    return minutes.length > 0 ? [{ card, minutes: Math.max(...minutes) }] : [];
  });
  if (soft.length < 2 * SOFT_SESSIONS) return [];
  const [early, late] = [soft.slice(0, SOFT_SESSIONS), soft.slice(-SOFT_SESSIONS)];
  const mean = (list: typeof soft): number => Math.round(list.reduce((sum, { minutes }) => sum + minutes, 0) / list.length);
  const [first, now] = [mean(early), mean(late)];
  return first - now >= SOFTER_BY
    ? [
        statement(
          { code: "softens", first, now },
          [...early, ...late].map(({ card }) => card),
        ),
      ]
    : [];
}

export function canDo(facts: ReportFacts, compared: readonly Compared[]): Statement[] {
  const seen = groupBy(
    facts.ladder.all.filter((skill) => isIn(facts.levels, skill, 0, 5)),
    (skill) => skill.branch,
  );
  const solid = [...seen].map(([branch, skills]) => {
    const reliable = skills.filter((skill) => isIn(facts.levels, skill, SOLID, 5)).map((skill) => skill.id);
    return { code: "solid", branch, skills: reliable, all: reliable.length === skills.length } as const;
  });
  const gains = compared
    .filter(
      (row): row is Compared & { before: number; now: number } =>
        row.before !== null && row.now !== null && row.now - row.before >= 2,
    )
    .sort((a, b) => b.now - b.before - (a.now - a.before))
    .slice(0, GAINS);
  return [
    ...facts.goals.filter(({ met }) => met).map(({ skill }) => statement({ code: "goal-met", skill }, scoredIn(facts, skill))),
    ...softens(facts.sessions),
    ...solid
      .filter((say) => say.skills.length > 0)
      .map((say) =>
        statement(
          say,
          say.skills.flatMap((skill) => scoredIn(facts, skill)),
        ),
      ),
    ...gains.map(({ skill, side, before, now }) =>
      statement({ code: "gained", skill, side, before, now }, scoredIn(facts, skill)),
    ),
  ];
}

/** Firsts in the given sessions. */
export const firsts = (sessions: readonly WorkedSession[]): Statement[] =>
  sessions.flatMap(({ card, day, record }) => record.firsts.map(({ words }) => statement({ code: "first", day, words }, [card])));

/** Where a goal stands on the weaker of the sides that it asks for. */
function standsAt({ levels, ladder }: ReportFacts, goal: GoalFact): number | null {
  const { sided } = ladder.of(goal.skill);
  const sides = sidesOf(sided).filter((side) => goal.side === null || !sided || side === goal.side);
  const scores = sides.map((side) => levels.get(trackKey(goal.skill, side))?.latest ?? null);
  const weaker = scores.some((score) => score === null) ? 0 : Math.min(...scores.map(Number));
  // A goal at 0 was not introduced.
  return weaker === 0 ? null : weaker;
}
/** Rungs right below it that are not there yet, as far as they were seen. */
const rungsBelow = ({ levels, ladder }: ReportFacts, skill: string): readonly string[] =>
  belowOf(ladder, ladder.of(skill))
    .filter((below) => isIn(levels, below, 0, 5) && weakerSide(levels, below) < CREDITED)
    .map(({ id }) => id);
const belowOf = (ladder: Ladder, { after }: Skill): readonly Skill[] => after.flatMap((id) => ladder.find(id) ?? []);

function openGoal(facts: ReportFacts, goal: GoalFact): Say {
  const below = rungsBelow(facts, goal.skill);
  const now = standsAt(facts, goal);
  const because = (): OpenBecause => {
    if (facts.reading.heldDays >= LONG_HOLD) return "held";
    if (facts.reading.owed >= MANY_SHORT) return "sessions-short";
    return below.length > 0 ? "rungs-below" : "time";
  };
  return { code: "goal-open", skill: goal.skill, because: because(), now, below };
}
/** Goals that are open: at the end with why; before it, whether they are on their way. */
export function openGoals(facts: ReportFacts): Statement[] {
  return facts.goals
    .filter(({ met }) => !met)
    .map((goal) => {
      const likely = facts.kind !== "end" && goal.chance !== null && verdictOf(goal.chance) === "likely";
      const say = likely ? ({ code: "goal-ahead", skill: goal.skill, chance: goal.chance ?? 0 } as const) : openGoal(facts, goal);
      return statement(say, scoredIn(facts, goal.skill));
    });
}

export function needsHelp(facts: ReportFacts): Statement[] {
  const goals = new Set(facts.goals.map(({ skill }) => skill));
  const partly = facts.ladder.all.filter((skill) => !goals.has(skill.id) && isIn(facts.levels, skill, 1, 2)).map(({ id }) => id);
  const uneven = facts.ladder.all
    .filter((skill) => skill.sided)
    .map(({ id }) => ({
      skill: id,
      left: facts.levels.get(trackKey(id, "left"))?.latest,
      right: facts.levels.get(trackKey(id, "right"))?.latest,
    }))
    .flatMap(({ skill, left, right }) =>
      left !== undefined && right !== undefined && Math.abs(left - right) >= 2 ? [{ skill, left, right }] : [],
    )
    .slice(0, 3);
  const hard = hardSideOf(facts.scores, facts.ladder.all);
  return [
    ...openGoals(facts),
    ...(hard.skills >= TOLD_BY && (hard.side === "left" || hard.side === "right")
      ? [statement({ code: "hard-side", when: "now", side: hard.side, skills: hard.skills })]
      : []),
    ...(partly.length > 0
      ? [
          statement(
            { code: "with-help", skills: partly },
            partly.flatMap((skill) => scoredIn(facts, skill)),
          ),
        ]
      : []),
    ...uneven.map(({ skill, left, right }) =>
      statement({ code: "weaker-side", skill, side: left < right ? "left" : "right", left, right }, scoredIn(facts, skill)),
    ),
  ];
}

/** Incidents in the given sessions, and signs that came more than once among them. */
export function cautions(sessions: readonly WorkedSession[], signsIn: readonly WorkedSession[]): Statement[] {
  const incidents = sessions.flatMap(({ card, day, record }) => record.incidents.map(({ kind }) => ({ kind, day, card })));
  const byKind = [...groupBy(incidents, ({ kind }) => kind)].map(([kind, list]) =>
    statement(
      {
        code: "incidents",
        kind,
        times: list.length,
        last: list
          .map(({ day }) => day)
          .sort()
          .at(-1) as LocalDate,
      },
      list.map(({ card }) => card),
    ),
  );
  const seen = signsIn.flatMap(({ card, record }) =>
    record.signs.filter(({ sign }) => !signOf(sign).good).map(({ sign }) => ({ sign, card })),
  );
  const bySign = [...groupBy(seen, ({ sign }) => sign)]
    .map(([sign, list]) => ({ sign, cards: [...new Set(list.map(({ card }) => card))] }))
    .filter(({ cards }) => cards.length >= 2)
    .map(({ sign, cards }) => statement({ code: "signs-lately", sign, times: cards.length }, cards));
  return [...byKind, ...bySign];
}
export function careful(facts: ReportFacts): Statement[] {
  const all = cautions(facts.sessions, facts.sessions.slice(-LATELY));
  return all.length > 0 ? all : [statement({ code: "no-cautions" })];
}

export function howToAsk(facts: ReportFacts): Statement[] {
  const lately = facts.sessions.slice(-LATELY);
  const tack = [...new Set(lately.flatMap(({ record }) => record.tack))];
  const solid = facts.ladder.skills.filter((skill) => isIn(facts.levels, skill, CREDITED, 5));
  const cues = cuesFor(solid).map((cue) => [cue, facts.cues[cue]] as const);
  const from = lately.map(({ card }) => card);
  return [
    ...(tack.length > 0 ? [statement({ code: "tack", tack }, from)] : []),
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
  if (facts.checks.length === 0) return [statement({ code: "no-checks" })];
  return facts.checks.map(({ id, who, due, doneOn, result, restricted }) =>
    doneOn && result
      ? statement({ code: "check-done", who, day: doneOn, result, restricted }, [id])
      : statement({ code: "check-open", who, due }, [id]),
  );
}

/** The next rungs that stand open. */
export function nextRungs(facts: ReportFacts, most: number): Statement[] {
  const { ladder, levels } = facts;
  const credited = (skill: Skill): boolean => isIn(levels, skill, CREDITED, 5);
  const rungs = ladder.skills
    .filter((skill) => skill.everyday && !credited(skill) && skill.after.length > 0 && belowOf(ladder, skill).every(credited))
    .slice(0, most);
  return rungs.length > 0 ? [statement({ code: "next-rungs", skills: rungs.map(({ id }) => id) })] : [];
}
export function proposal(facts: ReportFacts): Statement[] {
  const { goals } = facts;
  const promised = goals.filter(({ must }) => must);
  const open = (promised.length > 0 ? promised : goals).filter(({ met }) => !met);
  const { side } = hardSideOf(facts.scores, facts.ladder.all);
  const shaky = side === "left" || side === "right";
  const what = open.length > 0 ? "more-time" : shaky ? "home-with-plan" : "home";
  const owed = facts.reading.owed;
  return [
    ...(goals.length > 0 && facts.kind === "end" ? [statement({ code: "proposal", what })] : []),
    ...nextRungs(facts, 4),
    ...(owed > 0 && facts.kind === "end" ? [statement({ code: "owed", sessions: owed, policy: facts.owedPolicy })] : []),
  ];
}

/** A week: what was given and worked on, what went up by a step within it. */
export function weekDid(facts: ReportFacts, sessions: readonly WorkedSession[]): Statement[] {
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
export function weekGained(facts: ReportFacts, sessions: readonly WorkedSession[]): Statement[] {
  const { week } = facts;
  if (!week) return [];
  const before = readLevels(facts.scores.filter(({ day }) => day < week.from));
  const now = readLevels(facts.scores.filter(({ day }) => day <= week.to));
  return [...new Set(sessions.flatMap(({ record }) => record.scores.map(({ skill }) => skill)))]
    .flatMap((skill) =>
      sidesOf(facts.ladder.of(skill).sided).flatMap((side) => {
        const [then, at] = [before.get(trackKey(skill, side))?.latest, now.get(trackKey(skill, side))?.latest];
        return then !== undefined && at !== undefined && at > then ? [{ skill, side, before: then, now: at }] : [];
      }),
    )
    .sort((a, b) => b.now - b.before - (a.now - a.before) || b.now - a.now)
    .slice(0, 2)
    .map((row) => statement({ code: "gained", ...row }, scoredIn(facts, row.skill)));
}

/** The manager's signed answer to what the owner asked for. */
export const verdicts = (facts: ReportFacts): Statement[] =>
  facts.verdicts.map(({ skill, verdict }) => statement({ code: "verdict", skill, verdict }));
export const focus = (facts: ReportFacts): Statement[] =>
  facts.focus.length > 0 ? [statement({ code: "focus", words: facts.focus })] : [];
