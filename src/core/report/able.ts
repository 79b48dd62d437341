/** What the horse can do now, and what has moved. */
import { minutesUntilSoft } from "../card/course.ts";
import { groupBy } from "../kernel/group.ts";
import { SIDES, sidesOf } from "../kernel/sides.ts";
import { readLevels, trackKey } from "../ladder/level.ts";
import type { Skill } from "../ladder/skill.ts";
import type { ReportFacts, ReportSession, SkillComparison, Statement } from "./facts.ts";
import { statement } from "./key.ts";
import { isIn, SOLID, scoredIn } from "./seen.ts";
import { reportWeight, weightiest } from "./weight.ts";

const GAINS = 4;
/** Named of a branch at the most; the drawing beside it has the others. */
const NAMED = 4;
/** Beyond the noise of single scores. */
const GAINED_BY = 2;

/** So many sessions at either end are looked at, and so many minutes less are worth telling. */
const SOFT_SESSIONS = 3;
const SOFTER_BY = 2;
function softens(sessions: readonly ReportSession[]): Statement[] {
  const soft = sessions.flatMap(({ card, record }) => {
    const minutes = ([...SIDES, null] as const).flatMap((side) => minutesUntilSoft(record.course, side) ?? []);
    return minutes.length > 0 ? [{ card, minutes: Math.max(...minutes) }] : [];
  });
  if (soft.length < 2 * SOFT_SESSIONS) return [];
  const [early, late] = [soft.slice(0, SOFT_SESSIONS), soft.slice(-SOFT_SESSIONS)];
  const mean = (list: typeof soft): number => Math.round(list.reduce((sum, { minutes }) => sum + minutes, 0) / list.length);
  const [first, now] = [mean(early), mean(late)];
  const from = [...early, ...late].map(({ card }) => card);
  return first - now >= SOFTER_BY ? [statement({ code: "softens", first, now }, from)] : [];
}

/** Reliable here on every side, and no goal of its own that is still open. */
export function reliable(facts: ReportFacts): readonly Skill[] {
  const open = new Set(facts.goals.flatMap(({ skill, met }) => (met ? [] : [skill])));
  return facts.ladder.all.filter((skill) => !open.has(skill.id) && isIn(facts.levels, skill, SOLID, 5));
}

export function canDo(facts: ReportFacts, compared: readonly SkillComparison[]): Statement[] {
  const met = facts.goals.filter((goal) => goal.met).map(({ skill }) => skill);
  const others = reliable(facts).filter(({ id }) => !met.includes(id));
  const does = [...groupBy(others, ({ branch }) => branch)].map(([branch, skills]) => {
    const named = weightiest(facts, skills)
      .slice(0, NAMED)
      .map(({ id }) => id);
    return statement(
      { code: "does", branch, skills: named, more: skills.length - named.length },
      named.flatMap((skill) => scoredIn(facts, skill)),
    );
  });
  const gains = compared
    .filter(
      (row): row is SkillComparison & { before: number; now: number } =>
        row.before !== null && row.now !== null && row.now - row.before >= GAINED_BY,
    )
    .map((row) => ({ row, weight: reportWeight(facts, facts.ladder.of(row.skill)) }))
    .sort((a, b) => b.row.now - b.row.before - (a.row.now - a.row.before) || b.weight - a.weight)
    .slice(0, GAINS);
  return [
    ...(met.length > 0
      ? [
          statement(
            { code: "goals-met", skills: met },
            met.flatMap((skill) => scoredIn(facts, skill)),
          ),
        ]
      : []),
    ...softens(facts.sessions),
    ...does,
    ...gains.map(({ row: { skill, side, before, now } }) =>
      statement({ code: "gained", skill, side, before, now }, scoredIn(facts, skill)),
    ),
  ];
}

/** What went up within the week of a weekly word, what was agreed on first. */
export function weekGained(facts: ReportFacts, sessions: readonly ReportSession[]): Statement[] {
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
    .map((row) => ({ row, weight: reportWeight(facts, facts.ladder.of(row.skill)) }))
    .sort((a, b) => b.weight - a.weight || b.row.now - b.row.before - (a.row.now - a.row.before))
    .map(({ row }) => statement({ code: "gained", ...row }, scoredIn(facts, row.skill)));
}
