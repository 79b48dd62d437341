/** Firsts that a session's record shows by itself: a skill at 2 or better that never was, on a side that never was, or a gait never ridden here. */

import { type Side, type TrackSide } from "../kernel/sides.ts";
import type { Skill } from "../ladder/skill.ts";
import { GAITS, type Gait, type SessionRecord } from "./card.ts";

export type OfferedFirst =
  | { readonly code: "skill"; readonly skill: string; readonly side: Side | null }
  | { readonly code: "gait"; readonly gait: Gait };

/** The best score before this session, of each skill and side that had one. */
export interface BestBefore {
  readonly skill: string;
  readonly side: TrackSide;
  readonly best: number;
}
/** Does it with help: from here on a first has happened. */
const DONE = 2;

export function firstsShown(
  record: Pick<SessionRecord, "scores" | "gaits" | "saddleMinutes">,
  ladder: readonly Pick<Skill, "id" | "gait">[],
  before: { readonly best: readonly BestBefore[]; readonly riddenGaits: readonly Gait[] },
): readonly OfferedFirst[] {
  const knew = (skill: string, side: TrackSide | null): boolean =>
    before.best.some((one) => one.skill === skill && (side === null || one.side === side) && one.best >= DONE);
  const skills: OfferedFirst[] = [];
  for (const { skill, side, score } of record.scores) {
    if (score < DONE || knew(skill, side)) continue;
    // Never done on either side: the first of the skill is what counts, once.
    const named = side === "both" || !knew(skill, null) ? null : side;
    if (!skills.some((one) => one.code === "skill" && one.skill === skill && one.side === named))
      skills.push({ code: "skill", skill, side: named });
  }
  if (record.saddleMinutes === 0) return skills;
  const scored = new Set(record.scores.map(({ skill }) => skill));
  const gaits = GAITS.filter(
    (gait) =>
      record.gaits.includes(gait) &&
      !before.riddenGaits.includes(gait) &&
      !ladder.some((skill) => skill.gait === gait && (scored.has(skill.id) || knew(skill.id, null))),
  );
  return [...skills, ...gaits.map((gait): OfferedFirst => ({ code: "gait", gait }))];
}
