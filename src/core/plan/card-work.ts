/**
 * What a session's card asks for: what the plan has laid for the day, as far as it may be asked today of these people, in this place and weather, composed
 * anew around what is left of its main.
 */

import type { SessionKind } from "../card/card.ts";
import { type Side, sidesOf } from "../kernel/sides.ts";
import { trackKey } from "../ladder/level.ts";
import { RELIABLE, WELL } from "../ladder/marks.ts";
import type { Method } from "../ladder/methods.ts";
import type { Skill } from "../ladder/skill.ts";
import type { StepBack } from "../permission/protocol.ts";
import type { Reason } from "../permission/reasons.ts";
import type { StepFacts } from "../permission/steps.ts";
import type { HardSide } from "../reading/hard-side.ts";
import { type HorseReading, isImplied, isRidden } from "../reading/reading.ts";
import type { Because } from "./because.ts";
import { composed, isFamily, wantedHandling } from "./compose.ts";
import { type PlanGoal, partsOfGoal } from "./goal-sets.ts";
import { isFirst, Mains } from "./main.ts";
import type { Condition, ScheduledSession, WorkRole } from "./session.ts";
import type { Way } from "./ways.ts";

export interface WorkItem {
  readonly skill: string;
  readonly role: WorkRole;
  /** First time here. */
  readonly isNew: boolean;
  /** The side to begin with, or, where the method works one side a day, the only one. */
  readonly side: Side | null;
  /** What must be so on the day before this step is taken. */
  readonly when: readonly Condition[];
}
/** What was laid out for the day and may not be asked: the reasons stand on the card. */
export interface Withheld {
  readonly skill: string;
  readonly reasons: readonly Reason[];
}
export interface CardWork {
  readonly because: Because;
  /** What the reason speaks of may not be asked today of these people, and the smaller version stands in its place. */
  readonly isSmaller: boolean;
  /** In the order in which they are worked; a skill may stand twice, as main and to finish with. */
  readonly items: readonly WorkItem[];
  readonly leaveAlone: readonly string[];
  readonly smaller: readonly string[];
  readonly withheld: readonly Withheld[];
}

export interface WorkAsked {
  readonly ladder: readonly Skill[];
  readonly reading: HorseReading;
  readonly kind: SessionKind;
  /** The hard side of some work. */
  readonly hardFor: (main: readonly string[]) => HardSide;
  readonly method: Method;
  /** Sessions so far, so that equals take turns. */
  readonly turn: number;
  /** What bars a skill today, with today's people, place and weather; empty: it may be asked. */
  readonly barred: (skill: Skill) => readonly Reason[];
  /** The next big step, where it is not ready. */
  readonly nextStep: { readonly skill: Skill; readonly near: boolean } | null;
  readonly steps: StepFacts;
  /** Skills that a check holds back. */
  readonly held: readonly string[];
  readonly stepBack: StepBack | null;
  /** Those that are not met. */
  readonly goals: readonly PlanGoal[];
  readonly complaint: readonly string[];
  readonly handlingIsWork: boolean;
  /** Nothing is begun on this day: a rest day follows, or the term ends. */
  readonly noFirst: boolean;
  /** What the barn asks on every card or on none; missing: nothing. */
  readonly ways?: readonly Way[];
  /** What the plan has laid for this day; null: it has laid nothing, and the record alone decides. */
  readonly laid: Pick<ScheduledSession, "items" | "because" | "warmUp" | "handling" | "finish" | "smaller"> | null;
}

/** Deterministic: the same record gives the same card. Nothing is asked that may not be done, and a ground card asks for nothing that bears weight. */
export function cardWork(asked: WorkAsked): CardWork {
  const { ladder, reading, kind, hardFor, method, turn, barred, nextStep, held, goals, complaint, stepBack } = asked;
  const ofKind = ({ bears }: Skill): boolean => kind !== "ground" || bears === "nothing";
  const may = (skill: Skill): boolean => ofKind(skill) && barred(skill).length === 0;
  // A plan of before the trouble says nothing of the day after it.
  const laid =
    asked.laid && (stepBack === null || asked.laid.because.code === "protocol" || isAsked(asked.laid.because))
      ? asked.laid
      : null;
  const seenOnce = ({ id, sided }: Skill): boolean =>
    sidesOf(sided).every((side) => (reading.levels.get(trackKey(id, side))?.times ?? 0) <= 1);
  const skillOf = (id: string): readonly Skill[] => ladder.filter((skill) => skill.id === id);
  // A session given on a day that was not planned takes up what comes next, but begins nothing on a day on which nothing is begun.
  const waits = (skill: Skill): boolean => asked.noFirst && laid !== null && !isAsked(laid.because) && isFirst(skill, reading);
  const planned = (laid?.items ?? []).flatMap(({ skill }) => skillOf(skill)).filter((skill) => !waits(skill));
  const smaller = (laid?.smaller ?? []).flatMap(skillOf).filter(may);
  const able = planned.filter(may);
  const instead = planned.length > 0 && able.length === 0 && kind !== "ground" && isRidden(reading) ? alone(asked, may) : null;
  // Of a horse that is ridden something else under its rider comes before ground work that it knows.
  const rides = instead?.skills.some(({ bears }) => bears === "rider") ? instead : null;
  const fallback = able.length > 0 ? null : (rides ?? (planned.length > 0 && smaller.length > 0 ? null : alone(asked, may)));
  // One focus, on the smaller card too.
  const [first, second] = smaller;
  const focus = first && second && isFamily(first, second) ? [first, second] : smaller.slice(0, 1);
  const main = able.length > 0 ? able : fallback ? fallback.skills : focus;
  const because = fallback?.because ?? laid?.because ?? { code: "ladder" as const };
  const withheld = planned.flatMap((skill): Withheld[] => {
    const reasons = barred(skill);
    return reasons.length > 0 ? [{ skill: skill.id, reasons }] : [];
  });
  const own = composed({
    ways: asked.ways ?? [],
    ladder,
    reading,
    main,
    kind,
    may,
    handling: [
      ...(laid?.handling ?? []).filter((id) => complaint.includes(id)).flatMap(skillOf),
      ...wantedHandling(ladder, reading, goals, complaint),
    ],
    look: (laid?.warmUp ?? [])
      .flatMap(skillOf)
      .filter((skill) => ["none", "told"].includes(reading.basisOf(skill)) || (complaint.includes(skill.id) && seenOnce(skill))),
    stepBack,
    nextStep: nextStep && !main.includes(nextStep.skill) ? nextStep : null,
    held,
    turn,
  });
  // As it was written, where what it is about may be asked.
  const isWritten = laid?.because.code === "written" && able.length > 0;
  const byHand = (ids: readonly string[]): readonly string[] =>
    ids
      .flatMap(skillOf)
      .filter(may)
      .map(({ id }) => id);
  const parts = isWritten
    ? { ...own, warmUp: byHand(laid.warmUp), handling: byHand(laid.handling), finish: byHand(laid.finish) }
    : own;
  const hard = hardFor(main.map(({ id }) => id));
  const sideFor = (skill: Skill): Side | null => {
    if (!skill.sided) return null;
    if (method.sides === "one-a-day") return turn % 2 === 0 ? "left" : "right";
    return hard === "left" || hard === "right" ? hard : null;
  };
  const itemsOf = (ids: readonly string[], role: WorkRole): readonly WorkItem[] =>
    ids.flatMap(skillOf).map((skill) => ({
      skill: skill.id,
      role,
      isNew: reading.basisOf(skill) === "none" || (reading.basisOf(skill) === "told" && role === "main"),
      side: sideFor(skill),
      when: role === "main" ? (laid?.items.find((one) => one.skill === skill.id)?.when ?? []) : [],
    }));
  return {
    because,
    isSmaller: able.length === 0 && !fallback && main.length > 0,
    items: [
      ...itemsOf(parts.warmUp, "warm-up"),
      ...itemsOf(
        main.map(({ id }) => id),
        "main",
      ),
      ...itemsOf(parts.handling, "handling"),
      ...itemsOf(parts.finish, "finish"),
    ],
    leaveAlone: parts.leaveAlone,
    smaller: parts.smaller,
    withheld,
  };
}
const isAsked = ({ code }: Because): boolean => code === "asked" || code === "pinned" || code === "written";

/** Where no plan says what the day is about, or nothing of it may be asked: the record alone. */
function alone(asked: WorkAsked, may: (skill: Skill) => boolean): ReturnType<Mains["choose"]> {
  const { ladder, reading, goals, complaint, handlingIsWork, noFirst, turn, steps, stepBack } = asked;
  const parts = goals.map(({ skill }) => partsOfGoal(ladder, skill));
  const ready = (skill: Skill): boolean =>
    reading.isShown(skill) || skill.after.every((id) => ladder.every((one) => one.id !== id || reading.counts(one) >= WELL));
  const ranked = ladder.filter(
    (skill) =>
      parts.some((part) => part.has(skill.id)) && ready(skill) && reading.counts(skill) < RELIABLE && !isImplied(skill, reading),
  );
  // What everybody's goals rest on most comes first.
  const wanted = (skill: Skill): number => parts.filter((part) => part.has(skill.id)).length;
  return new Mains({ ladder, goals, complaint, handlingIsWork, again: [], sessionsSoFar: turn }).choose(
    {
      reading,
      steps,
      may,
      noFirst,
      met: goals.map(() => false),
      ranked: [...ranked].sort((a, b) => wanted(b) - wanted(a) || reading.counts(a) - reading.counts(b)).map(({ id }) => id),
      stale: [],
      before: [],
      ahead: 0,
      lastOfTerm: false,
      lacking: [],
      stuck: [],
      dated: null,
    },
    stepBack,
  );
}
