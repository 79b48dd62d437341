/** What stands on the first page of a report at half time and at the end: what the owner would show to a neighbor. */
import { sidesOf } from "../kernel/sides.ts";
import { trackKey } from "../ladder/level.ts";
import type { FirstPage, ReportFacts, SkillComparison } from "./facts.ts";
import { CREDITED, isIn } from "./seen.ts";
import { weightiest } from "./weight.ts";

const ROWS = 6;
const OPEN = 4;

export function firstPage(facts: ReportFacts, compared: readonly SkillComparison[]): FirstPage {
  const { term, reading, ladder, levels } = facts;
  const open = [...facts.goals].filter(({ met }) => !met).sort((a, b) => Number(b.must) - Number(a.must));
  const able = ladder.all
    .filter(({ id }) => !open.some(({ skill }) => skill === id))
    .filter((skill) => isIn(levels, skill, CREDITED, 5));
  const can = weightiest(facts, able)
    .slice(0, ROWS)
    .map(({ id, sided }) => ({
      skill: id,
      sides: sidesOf(sided).map((side) => ({
        side,
        before: compared.find((row) => row.skill === id && row.side === side)?.before ?? null,
        now: levels.get(trackKey(id, side))?.latest ?? 0,
      })),
    }));
  return {
    from: term.firstDay,
    to: reading.lastDay,
    length: term.length,
    delivered: reading.delivered,
    contracted: reading.contracted,
    can,
    notYet: open.slice(0, OPEN).map(({ skill }) => skill),
  };
}
