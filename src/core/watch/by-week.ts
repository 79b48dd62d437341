/** Week against week at a glance: what went up and down on each track from one week's end to the next, incidents, how long it took to settle. */
import { addDays, type LocalDate, mondayOf } from "../calendar/local-date.ts";
import type { SessionRecord } from "../card/card.ts";
import { minutesUntilSoft } from "../card/course.ts";
import { SIDES } from "../kernel/sides.ts";
import { readLevels, type ScoreFact } from "../ladder/level.ts";

export interface WeekSeen {
  readonly monday: LocalDate;
  readonly sessions: number;
  readonly minutes: number;
  /** Tracks that stood a step or more higher, and lower, at its end than at the end of the week before. */
  readonly up: number;
  readonly down: number;
  readonly firsts: number;
  readonly incidents: number;
  /** Mean minutes until it was soft, of sessions in which that was tapped; null: of none. */
  readonly soft: number | null;
}
type Seen = Pick<SessionRecord, "groundMinutes" | "saddleMinutes" | "firsts" | "incidents" | "course"> & {
  readonly day: LocalDate;
};

/** Every week from the first day to the last. `scores` in the order in which they were given. */
export function weeksSeen(
  sessions: readonly Seen[],
  scores: readonly ScoreFact[],
  first: LocalDate,
  last: LocalDate,
): readonly WeekSeen[] {
  const weeks: WeekSeen[] = [];
  let before = readLevels(scores.filter(({ day }) => day < mondayOf(first)));
  for (let monday = mondayOf(first); monday <= last; monday = addDays(monday, 7)) {
    const next = addDays(monday, 7);
    const mine = sessions.filter(({ day }) => monday <= day && day < next);
    const now = readLevels(scores.filter(({ day }) => day < next));
    const moved = [...now].flatMap(([track, { latest }]) => {
      const was = before.get(track)?.latest;
      return was === undefined || was === latest ? [] : [latest - was];
    });
    const soft = mine.flatMap(({ course }) => {
      const minutes = ([...SIDES, null] as const).flatMap((side) => minutesUntilSoft(course, side) ?? []);
      return minutes.length > 0 ? [Math.max(...minutes)] : [];
    });
    weeks.push({
      monday,
      sessions: mine.length,
      minutes: mine.reduce((sum, { groundMinutes, saddleMinutes }) => sum + groundMinutes + saddleMinutes, 0),
      up: moved.filter((by) => by > 0).length,
      down: moved.filter((by) => by < 0).length,
      firsts: mine.reduce((sum, one) => sum + one.firsts.length, 0),
      incidents: mine.reduce((sum, one) => sum + one.incidents.length, 0),
      soft: soft.length > 0 ? Math.round(soft.reduce((sum, one) => sum + one, 0) / soft.length) : null,
    });
    before = now;
  }
  return weeks;
}

export interface SinceArrival {
  readonly skill: string;
  readonly side: ScoreFact["side"];
  readonly before: number;
  readonly now: number;
}
/** Beyond the noise of single scores. */
const MOVED_BY = 2;
/** What stands two steps or more from the first score of the stay, the largest change first. */
export function sinceArrival(scores: readonly ScoreFact[]): {
  readonly up: readonly SinceArrival[];
  readonly down: readonly SinceArrival[];
} {
  const first = new Map<string, ScoreFact>();
  const last = new Map<string, ScoreFact>();
  for (const fact of scores) {
    const track = `${fact.skill} ${fact.side}`;
    if (!first.has(track)) first.set(track, fact);
    last.set(track, fact);
  }
  const all = [...last].map(([track, { skill, side, score }]) => ({
    skill,
    side,
    before: first.get(track)?.score ?? score,
    now: score,
  }));
  const by = (sign: 1 | -1): readonly SinceArrival[] =>
    all
      .filter(({ before, now }) => sign * (now - before) >= MOVED_BY)
      .sort((a, b) => sign * (b.now - b.before - (a.now - a.before)));
  return { up: by(1), down: by(-1) };
}
