/** What is worked once it is there: the last sessions of a term, proofs that are due, and what comes when all goals are met. */
import { BEST, USABLE } from "../ladder/marks.ts";
import type { Skill } from "../ladder/skill.ts";
import { TACK_NATURES } from "./compose.ts";
import type { Main, MainFacts, MainMoment } from "./moment.ts";
import { nextFrom } from "./next-goals.ts";

/** How whoever chooses the main sees a day. */
export interface Showing {
  readonly facts: MainFacts;
  readonly moment: MainMoment;
  readonly find: (id: string) => Skill | undefined;
  readonly isWork: (skill: Skill) => boolean;
  readonly standsStill: (id: string) => boolean;
  /** It came for such work: nothing is put on a back that nobody asked for. */
  readonly isAskedFor: (skill: Skill) => boolean;
}

const isOpen = ({ facts, moment }: Showing): boolean => facts.goals.some((_, i) => !moment.met[i]);
const lately = ({ before }: MainMoment, id: string, sessions: number): number =>
  before.slice(-sessions).filter((main) => main.includes(id)).length;
const lastShown = ({ before }: MainMoment, id: string): number => before.findLastIndex((main) => main.includes(id));
/** A horse that is ridden does not spend its days at the rail or the girth: that shows beside its work. */
const isDaily = ({ reading }: MainMoment, { nature }: Skill): boolean =>
  reading.stage === "riding" && (nature === "handling" || TACK_NATURES.includes(nature));

/** The last sessions of a term go to what was promised, met or not, by turns. */
export function ending(asked: Showing): Main | null {
  const { facts, moment, find, isWork, standsStill } = asked;
  if (!moment.lastOfTerm) return null;
  const [first] = facts.goals
    .flatMap((goal, i) => {
      const skill = find(goal.skill);
      const able = skill && isWork(skill) && moment.reading.counts(skill) >= USABLE && !standsStill(skill.id);
      const open = !moment.met[i];
      return able ? [{ goal, skill, open, daily: !open && isDaily(moment, skill) }] : [];
    })
    .sort(
      (a, b) =>
        lately(moment, a.skill.id, 2) - lately(moment, b.skill.id, 2) ||
        Number(b.goal.must) - Number(a.goal.must) ||
        Number(a.daily) - Number(b.daily) ||
        Number(b.open) - Number(a.open) ||
        lastShown(moment, a.skill.id) - lastShown(moment, b.skill.id),
    );
  if (!first) return null;
  const { goal, skill, open } = first;
  // Shown the day before, and nothing else of it to show: what was promised and is not there yet gets the day.
  if (!open && moment.before.at(-1)?.includes(skill.id) && isOpen(asked)) return null;
  return {
    skills: [skill],
    because: open ? { code: "goal", goal: goal.skill, part: false, must: goal.must } : { code: "proof", goal: goal.skill },
  };
}

/** A met goal that fades. */
export function proof({ moment, find, isWork, standsStill }: Showing): Main | null {
  const [first] = moment.stale.flatMap((id) => find(id) ?? []).filter((skill) => isWork(skill) && !standsStill(skill.id));
  return first && !moment.before.at(-1)?.includes(first.id)
    ? { skills: [first], because: { code: "proof", goal: first.id } }
    : null;
}

/** When all are met: what builds on the goals, with company and elsewhere first; then the goals themselves, up to 5. */
export function wider(asked: Showing): Main | null {
  const { facts, moment, find, isWork, standsStill, isAskedFor } = asked;
  const { goals, ladder } = facts;
  if (goals.length === 0 || isOpen(asked)) return null;
  const { reading, before } = moment;
  const own = goals.flatMap(({ skill }) => find(skill) ?? []);
  const builds = nextFrom(
    ladder,
    reading,
    goals.map(({ skill }) => skill),
  ).filter((skill) => isWork(skill) && isAskedFor(skill) && !(moment.noFirst && !reading.isShown(skill)));
  const candidates = [...builds, ...own.filter((skill) => moment.may(skill) && reading.counts(skill) < BEST)].filter(
    ({ id }) => !before.at(-1)?.includes(id) && !standsStill(id),
  );
  const [first] = candidates.sort(
    (a, b) =>
      Number(isDaily(moment, a)) - Number(isDaily(moment, b)) ||
      lately(moment, a.id, 4) - lately(moment, b.id, 4) ||
      lastShown(moment, a.id) - lastShown(moment, b.id),
  );
  return first ? { skills: [first], because: { code: "wider" } } : null;
}
