/** Where the sessions of a plan are worked: as their skills need, and somewhere else on purpose before a horse knows its work in one place only. */
import type { Skill, SkillPlace } from "../ladder/skill.ts";

export interface ScheduledPlace {
  readonly place: SkillPlace;
  /** True where it is another one than its work needs, for the change. */
  readonly change: boolean;
}
/** Narrow before wide. */
const WIDTH: Readonly<Record<SkillPlace, number>> = { anywhere: 0, pen: 1, arena: 2, out: 3 };
/** What is asked for the change: never out of the fence, which a horse has to be ready for. */
const OTHER: Readonly<Partial<Record<SkillPlace, SkillPlace>>> = { pen: "arena", arena: "pen", anywhere: "pen" };
/** So many sessions in one place, then another. */
const LONGEST_RUN = 4;

/** The widest place that one of the skills needs. */
export const placeFor = (skills: readonly Skill[]): SkillPlace =>
  skills.reduce<SkillPlace>((widest, { place }) => (WIDTH[place] > WIDTH[widest] ? place : widest), "anywhere");

/**
 * One session after another. `calm[i]`: nothing of session i is new and all of it is known well enough to be asked elsewhere. A session whose work
 * can be done anywhere stays where the last one was, until it is time for a change.
 */
export function placesForWork(needed: readonly SkillPlace[], calm: readonly boolean[]): readonly ScheduledPlace[] {
  let [last, run]: [SkillPlace, number] = ["anywhere", 0];
  return needed.map((need, i) => {
    const usual = need === "anywhere" ? last : need;
    const other = OTHER[usual];
    const change = calm[i] === true && usual === last && run >= LONGEST_RUN && other !== undefined;
    const place = change ? other : usual;
    run = place === last ? run + 1 : 1;
    last = place;
    return { place, change };
  });
}
