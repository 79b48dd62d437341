/**
 * First times, as riders wrote them and as the record shows them by itself: the first ride, each gait, what had never been done and is of weight. What a rider
 * has named is not told a second time.
 */
import type { LocalDate } from "../calendar/local-date.ts";
import type { Gait } from "../card/card.ts";
import { type BestBefore, firstsShown } from "../card/firsts.ts";
import type { ReportFacts, ReportSession, Say, Statement } from "./facts.ts";
import { statement } from "./key.ts";
import { isBig, reportWeight } from "./weight.ts";

export interface FirstTime {
  readonly day: LocalDate;
  readonly weight: number;
  readonly statement: Statement;
}
const FIRST_RIDE = 120;
const GAIT_WEIGHT: Readonly<Partial<Record<Gait, number>>> = { canter: 90, trot: 80, jump: 95 };
/** A typed one without a skill is somebody's own. */
const TYPED = 30;

/** In the order of the days. */
export function firstTimes(facts: ReportFacts): readonly FirstTime[] {
  const { ladder } = facts;
  const best: BestBefore[] = facts.evaluations
    .filter(({ kind }) => kind === "intake")
    .flatMap(({ marks }) => marks.flatMap(({ skill, side, score }) => (score === null ? [] : [{ skill, side, best: score }])));
  // Named on whatever day: a score of 2 some days before is no other first.
  const namedEver = new Set(facts.sessions.flatMap(({ record }) => record.firsts.flatMap(({ skill }) => skill ?? [])));
  const namedGaits = new Set([...namedEver].flatMap((id) => ladder.find(id)?.gait ?? []));
  const gaits: Gait[] = [];
  const told = new Set<string>();
  let isRidden = false;
  return facts.sessions.flatMap((session): FirstTime[] => {
    const { card, day, record } = session;
    const found = firstsShown(record, ladder.skills, { best, riddenGaits: gaits });
    const firstRide = !isRidden && record.saddleMinutes > 0;
    best.push(...record.scores.map(({ skill, side, score }) => ({ skill, side, best: score })));
    if (record.saddleMinutes > 0) {
      gaits.push(...record.gaits);
      isRidden = true;
    }
    const say = (what: Say, weight: number): FirstTime => ({ day, weight, statement: statement(what, [card]) });
    const typed = record.firsts.filter(({ words }) => !told.has(words.toLowerCase()));
    for (const { words } of typed) told.add(words.toLowerCase());
    return [
      ...(firstRide ? [say({ code: "first-ride", day }, FIRST_RIDE)] : []),
      ...typed.map(({ skill, words }) => {
        const of = skill === null ? null : ladder.find(skill);
        return say({ code: "first", day, words }, of ? reportWeight(facts, of) : TYPED);
      }),
      ...found.flatMap((one): FirstTime[] => {
        if (one.code === "gait") {
          const weight = GAIT_WEIGHT[one.gait];
          return weight === undefined || namedGaits.has(one.gait)
            ? []
            : [say({ code: "first-gait", day, gait: one.gait }, weight)];
        }
        const skill = ladder.find(one.skill);
        // A side that follows the other is no first; nor is what was there before it came.
        const tell = skill && one.side === null && !namedEver.has(one.skill) && isBig(facts, skill);
        return tell ? [say({ code: "first-skill", day, skill: one.skill }, reportWeight(facts, skill))] : [];
      }),
    ];
  });
}
/** Told of a whole stay at the most. */
const MOST = 8;
/** Firsts in the given sessions, the weightiest where there are many, in the order of the days. */
export function firsts(facts: ReportFacts, sessions: readonly ReportSession[]): Statement[] {
  const days = new Set(sessions.map(({ day }) => day));
  const all = firstTimes(facts).filter(({ day }) => days.has(day));
  const kept = new Set([...all].sort((a, b) => b.weight - a.weight).slice(0, MOST));
  return all.filter((one) => kept.has(one)).map((one) => one.statement);
}
