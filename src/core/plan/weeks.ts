/** A plan by its weeks, and what a new laying moved. */
import type { Skill } from "../ladder/skill.ts";
import type { Step } from "../permission/steps.ts";
import type { ScheduledSession } from "./session.ts";

/** What a week is about, by the reasons of its sessions. */
export type Theme =
  | { readonly code: "step"; readonly step: Step }
  | { readonly code: "goal"; readonly goal: string }
  /** After days off, or after trouble. */
  | { readonly code: "back" }
  | { readonly code: "proof" }
  | { readonly code: "branch"; readonly branch: string };

export interface ScheduledWeek {
  /** Day of the week's Monday, as the forecast counts days. */
  readonly from: number;
  /** Null: nothing is planned. */
  readonly theme: Theme | null;
  /** The skill worked most. */
  readonly main: string | null;
  readonly sessions: readonly ScheduledSession[];
  /** Where its sessions are worked. */
  readonly places: readonly Skill["place"][];
}
const most = <T>(list: readonly T[]): T | null => {
  const counts = new Map<T, number>();
  for (const one of list) counts.set(one, (counts.get(one) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
};

/** A first is what its week is remembered by; else the reason that most of its sessions have. */
function themeOf(sessions: readonly ScheduledSession[], branchOf: (skill: string) => string | undefined): Theme | null {
  const worked = sessions.filter(({ items }) => items.length > 0);
  const firsts = worked.flatMap(({ because }) => (because.code === "step" ? [because.step] : []));
  const [step] = firsts;
  if (step) return { code: "step", step: most(firsts) ?? step };
  const about = most(
    worked.map(({ because }) =>
      because.code === "goal" || because.code === "complaint"
        ? `goal ${because.goal}`
        : because.code === "protocol"
          ? "back"
          : because.code === "proof" || because.code === "wider"
            ? "proof"
            : "branch",
    ),
  );
  if (about === null) return null;
  if (about === "back" || about === "proof") return { code: about };
  if (about !== "branch") return { code: "goal", goal: about.slice("goal ".length) };
  const branch = most(worked.flatMap(({ items }) => items.flatMap(({ skill }) => branchOf(skill) ?? [])));
  return branch === null ? null : { code: "branch", branch };
}

/** Weeks from Monday to Sunday; `monday` is the number of any Monday. */
export function planWeeksOf(
  plan: readonly ScheduledSession[],
  ladder: readonly Skill[],
  monday: number,
): readonly ScheduledWeek[] {
  const shapes = new Map(ladder.map((skill) => [skill.id, skill]));
  const weekOf = (day: number): number => Math.floor((day - monday) / 7);
  const weeks = [...new Set(plan.map(({ day }) => weekOf(day)))];
  return weeks.map((week) => {
    const sessions = plan.filter(({ day }) => weekOf(day) === week);
    const skills = sessions.flatMap(({ items }) => items.map(({ skill }) => skill));
    const main = most(skills);
    return {
      from: monday + 7 * week,
      theme: themeOf(sessions, (skill) => shapes.get(skill)?.branch),
      main,
      sessions,
      places: [...new Set(sessions.map(({ place }) => place))].filter((place) => place !== "anywhere"),
    };
  });
}

/** One line of what a new laying moved. Days as the forecast counts them. */
export type Moved =
  | { readonly code: "first-time"; readonly skill: string; readonly before: number; readonly after: number }
  | { readonly code: "added"; readonly skill: string; readonly after: number }
  | { readonly code: "dropped"; readonly skill: string; readonly before: number }
  | { readonly code: "days"; readonly before: number; readonly after: number };
const WORTH_TELLING = 2;

/** What moved between two plans, by the first day of each skill that both still have before them: a shift of a day is not told. */
export function whatMoved(
  before: readonly ScheduledSession[],
  after: readonly ScheduledSession[],
  today: number,
): readonly Moved[] {
  const firsts = (plan: readonly ScheduledSession[]): ReadonlyMap<string, number> => {
    const days = new Map<string, number>();
    for (const { day, items } of plan) if (day > today) for (const { skill } of items) if (!days.has(skill)) days.set(skill, day);
    return days;
  };
  const [was, is] = [firsts(before), firsts(after)];
  const moved = [...is].flatMap(([skill, day]): Moved[] => {
    const earlier = was.get(skill);
    if (earlier === undefined) return [{ code: "added", skill, after: day }];
    return Math.abs(earlier - day) >= WORTH_TELLING ? [{ code: "first-time", skill, before: earlier, after: day }] : [];
  });
  const dropped = [...was]
    .filter(([skill]) => !is.has(skill))
    .map(([skill, day]): Moved => ({ code: "dropped", skill, before: day }));
  const left = (plan: readonly ScheduledSession[]): number => plan.filter(({ day }) => day > today).length;
  const days: Moved[] = left(before) === left(after) ? [] : [{ code: "days", before: left(before), after: left(after) }];
  return [...days, ...moved, ...dropped];
}

const LINES = 3;
/** A goal is further from a manager's mind than a day on which nothing is worked, and that than a shift of a day. */
const TOLD_FIRST: readonly Moved["code"][] = ["days", "added", "dropped", "first-time"];

/**
 * What several layings together moved, oldest first: from where it stood before them to where it stands now, in three lines at the most. `steps`: skills
 * that are a big step, told before the others.
 */
export function netMoved(layings: readonly (readonly Moved[])[], steps: ReadonlySet<string>): readonly Moved[] {
  const spans = new Map<string, { before: number | null; after: number | null }>();
  const all = layings.flat();
  const counts = all.filter((one) => one.code === "days");
  const [before, after] = [counts[0]?.before, counts.at(-1)?.after];
  const whole: Moved[] = before !== undefined && after !== undefined && before !== after ? [{ code: "days", before, after }] : [];
  for (const one of all) {
    if (one.code === "days") continue;
    const known = spans.get(one.skill);
    spans.set(one.skill, {
      before: known ? known.before : one.code === "added" ? null : one.before,
      after: one.code === "dropped" ? null : one.after,
    });
  }
  const moved = [...spans].flatMap(([skill, { before, after }]): Moved[] => {
    if (before === null) return after === null ? [] : [{ code: "added", skill, after }];
    if (after === null) return [{ code: "dropped", skill, before }];
    return Math.abs(before - after) >= WORTH_TELLING ? [{ code: "first-time", skill, before, after }] : [];
  });
  const isStep = (one: Moved): boolean => one.code !== "days" && steps.has(one.skill);
  const rank = (one: Moved): number => (isStep(one) ? -1 : TOLD_FIRST.indexOf(one.code));
  const dayOf = (one: Moved): number => ("after" in one ? one.after : one.before);
  return [...whole, ...moved.sort((a, b) => rank(a) - rank(b) || dayOf(a) - dayOf(b))].slice(0, LINES);
}
