/** What plays begin with: levels as they are believed, what was worked and proved when, and the habit that the record shows. */
import { knownOf, weakerOf } from "./choose.ts";
import type { Known, LevelCourse } from "./course.ts";
import type { Belief } from "./estimator.ts";
import { PROOFS, proofsOf } from "./goals.ts";
import { habitOf, isGranted } from "./habit.ts";
import type { ScoredSession } from "./stay.ts";

/** Stands for a day that never came. */
export const NEVER = -1;

/** What of the record the plays go on from. */
export interface Start {
  readonly known: Known;
  readonly times: Int32Array;
  readonly best: Float64Array;
  readonly lastWorked: Float64Array;
  readonly lastScore: Int8Array;
  /** By goal and side: proofs in a row, newest last, and the day of the last. */
  readonly proofs: readonly Int8Array[];
  readonly provedOn: readonly Float64Array[];
  readonly target: Float64Array;
  readonly granted: Uint8Array;
  readonly habit: ReturnType<typeof habitOf>;
  readonly met: readonly boolean[];
  readonly metOn: readonly number[];
}

export function startOf(belief: Belief, course: LevelCourse, sessions: readonly ScoredSession[]): Start {
  const { layout } = belief;
  const count = course.skills.length;
  const times = new Int32Array(count);
  const best = new Float64Array(course.tracks);
  const lastWorked = new Float64Array(count).fill(Number.NEGATIVE_INFINITY);
  const lastScore = new Int8Array(count).fill(-1);
  course.skills.forEach((shape, skill) => {
    const of = layout.skill(shape.id);
    times[skill] = belief.timesWorked[of] ?? 0;
    layout.tracksOf(of).forEach((track, i) => {
      best[(course.firstTrack[skill] ?? 0) + i] = belief.best[track.at] ?? 0;
    });
  });
  const open = new Uint8Array(count);
  const target = new Float64Array(count);
  for (const goal of course.goals) {
    open[goal.at] = 1;
    target[goal.at] = Math.max(goal.target, target[goal.at] as number);
  }
  const again = new Int8Array(count);
  const hear = (session: ScoredSession): void => {
    for (const work of session.work) {
      const skill = course.at.get(work.skill);
      if (skill === undefined) continue;
      lastWorked[skill] = session.day;
      const scores = Object.values(work.scores);
      if (scores.length === 0) continue;
      lastScore[skill] = Math.min(...scores);
      again[skill] = (lastScore[skill] as number) >= (target[skill] as number) ? (again[skill] as number) + 1 : 0;
      if ((target[skill] as number) > 0) open[skill] = (again[skill] as number) >= PROOFS ? 0 : 1;
    }
  };
  const barred = new Uint8Array(count);
  const known = knownOf(belief, course);
  const granted = Uint8Array.from(course.skills, (_, skill) =>
    (belief.timesWorked[layout.skill(course.skills[skill]?.id ?? "")] ?? 0) === 0 &&
    isGranted(weakerOf(course, known.mean, skill))
      ? 1
      : 0,
  );
  const habit = habitOf(course, sessions, (i) => {
    if (i > 0) hear(sessions[i - 1] as ScoredSession);
    return { items: 0, day: (sessions[i] as ScoredSession).day, lastScore, lastWorked, open, target, barred, granted };
  });
  const lastSession = sessions.at(-1);
  if (lastSession) hear(lastSession);
  const record = course.goals.map((goal) => proofsOf(layout.skills, sessions, goal));
  return {
    known,
    granted,
    times,
    best,
    lastWorked,
    lastScore,
    proofs: record.map((sides) => Int8Array.from(sides.proofs)),
    provedOn: record.map((sides) => Float64Array.from(sides.lastDays)),
    target,
    habit,
    met: record.map((one) => one.metNow),
    // Met and lost again is to be met once more.
    metOn: record.map((one) => (one.metNow ? (one.metOn ?? NEVER) : NEVER)),
  };
}
